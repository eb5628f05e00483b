import { join } from 'node:path';
import { type Logger, pino } from 'pino';
import { createStream } from 'rotating-file-stream';
import { fileMode, makeFolder } from '@/files';

/** What is written down: one line an event. Never an owner’s name, a note, or the parameters of a query. */
export type LogEvent =
  | 'opened'
  | 'closed'
  | 'request-failed'
  | 'start-refused'
  | 'copy-failed'
  | 'wipe-failed'
  | 'image-work-failed'
  | 'unreadable'
  | 'backup'
  | 'backup-failed'
  | 'restored'
  | 'cleared';

const kept = { size: '2M', maxFiles: 5 } as const;

// Instrumentation and routes are different module instances: the log lives on globalThis.
const holder = globalThis as typeof globalThis & { jicaraLog?: Logger };

/** Opens the log of a workshop: JSON lines in `log/jicara.log`, turned over at 2 MB, the last five kept. */
export async function openLog(dataFolder: string): Promise<() => void> {
  const folder = join(dataFolder, 'log');
  await makeFolder(folder);
  const stream = createStream('jicara.log', { path: folder, mode: fileMode, ...kept });
  // A log that cannot be written stops no work: the disk is full, and that is said elsewhere.
  stream.on('error', () => {});
  holder.jicaraLog = pino({ base: { pid: process.pid }, timestamp: pino.stdTimeFunctions.isoTime }, stream);
  return () => {
    holder.jicaraLog = undefined;
    stream.end();
  };
}

/** What of an error is written down: its kind, code and place, not what it was about. */
function plainError(error: unknown) {
  if (!(error instanceof Error)) return { message: String(error).slice(0, 200) };
  const { code } = error as NodeJS.ErrnoException;
  // The database quotes what it was given: of its errors only the code is kept.
  const isDatabase = /^[0-9A-Z]{5}$/u.test(code ?? '');
  return {
    name: error.name,
    ...(code ? { code } : {}),
    ...(isDatabase ? {} : { message: error.message.slice(0, 300) }),
    at: error.stack
      ?.split('\n')
      .slice(1, 6)
      .map((line) => line.trim()),
  };
}

type Details = Readonly<Record<string, unknown>> & { error?: unknown };

const shown = ({ error, ...rest }: Details) => ({
  ...rest,
  ...(error === undefined ? {} : { error: plainError(error) }),
});

/** Notes that something happened. */
export const logEvent = (event: LogEvent, details: Details = {}): void =>
  holder.jicaraLog?.info({ event, ...shown(details) });

/** Notes that something failed. Before the log is open, and in tests, it goes nowhere. */
export const logTrouble = (event: LogEvent, details: Details = {}): void =>
  holder.jicaraLog?.error({ event, ...shown(details) });
