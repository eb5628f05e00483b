import { refuse } from '@/core/result';
import { closeRuntime, openRuntime, setRuntime } from '@/server';

/** Opens the data folder named by the environment, or ends the process with a sentence. */
export async function openWorkshop(): Promise<void> {
  const opened = await openRuntime({
    dataFolder: process.env.JICARA_DATA!,
    projectFolder: process.cwd(),
    kind: process.env.JICARA_KIND === 'own' ? 'own' : 'demo',
    daily: true,
    drivesFolder: process.env.JICARA_DRIVES_FOLDER || null,
  }).catch((error: unknown) =>
    refuse(
      'start',
      `Jicara cannot start on ${process.env.JICARA_DATA}: ${error instanceof Error ? error.message : String(error)}.`,
      'Look at the folder and its disk; a backup is brought back with: npm run restore -- FILE',
    ),
  );
  if (!opened.ok) {
    console.error(`${opened.fault.sentence} ${opened.fault.remedy}`);
    process.exit(1);
  }
  setRuntime(opened.value);
  let closing = false;
  const close = async () => {
    if (closing) return;
    closing = true;
    await closeRuntime().catch((error: unknown) => console.error('closing failed', error));
    process.exit(0);
  };
  process.on('SIGINT', () => void close());
  process.on('SIGTERM', () => void close());
}
