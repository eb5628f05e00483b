import { existsSync, readFileSync, rmSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { ensureBuilt } from './build.mjs';
import { ensureInstalled } from './install.mjs';
import { fail, projectFolder, settingsFor } from './project.mjs';

/** The process that holds a folder, if it lives; the server itself checks more closely when it opens. */
function holderOf(dataFolder) {
  try {
    const { pid } = JSON.parse(readFileSync(join(dataFolder, 'lock.json'), 'utf8'));
    process.kill(pid, 0);
    return pid;
  } catch {
    return null;
  }
}

/**
 * Starts the production server in this very process, so that a signal reaches it and a kill leaves nothing behind.
 * Prints the address once it can answer.
 */
export async function serve(kind, { fresh = false } = {}) {
  const { host, port, dataFolder } = settingsFor(kind);
  if (fresh && existsSync(dataFolder)) {
    const pid = holderOf(dataFolder);
    if (pid)
      fail(`Another Jicara (process ${pid}) works on ${dataFolder}.`, 'Stop it before you begin anew.');
    rmSync(dataFolder, { recursive: true });
  }
  ensureInstalled();
  ensureBuilt();
  process.chdir(projectFolder);
  Object.assign(process.env, {
    NODE_ENV: 'production',
    NEXT_TELEMETRY_DISABLED: '1',
    NEXT_MANUAL_SIG_HANDLE: '1',
    JICARA_KIND: kind,
    JICARA_DATA: dataFolder,
    JICARA_HOST: host,
    JICARA_PORT: String(port),
  });
  const next = join(projectFolder, 'node_modules/next/dist/bin/next');
  process.argv = [process.execPath, next, 'start', '--port', String(port), '--hostname', host];
  createRequire(import.meta.url)(next);
  const address = `http://${host.includes(':') ? `[${host}]` : host}:${port}`;
  for (;;) {
    const answer = await fetch(`${address}/api/health`, { signal: AbortSignal.timeout(20_000) }).catch(
      () => null,
    );
    if (answer?.ok) break;
    await new Promise((resolve) => setTimeout(resolve, 150));
  }
  console.log(
    `\nJicara (${kind === 'demo' ? 'demo workshop' : 'your workshop'}) answers at ${address}\nData: ${dataFolder}\nStop with Ctrl-C.`,
  );
}
