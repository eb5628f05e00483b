import { existsSync, readFileSync, readdirSync, rmSync } from 'node:fs';
import { createRequire } from 'node:module';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { setFlagsFromString } from 'node:v8';
import { ensureBuilt } from './build.mjs';
import { guardHttp } from './guard-http.mjs';
import { ensureInstalled } from './install.mjs';
import { packedScripts } from './packed.mjs';
import { fail, projectFolder, settingsFor } from './project.mjs';

/** What a workshop's folder holds (src/server/open-folder.ts). */
const ownNames =
  /^(database|database\.new|dock|photos|images|maker|log|backups|swap|replaced|workshop\.json|lock\.json.*)$/u;

/** Takes away what a workshop keeps in its folder, and nothing else that lies there. */
function clear(dataFolder) {
  if (!existsSync(dataFolder)) return;
  const names = readdirSync(dataFolder);
  const foreign = names.filter((name) => !ownNames.test(name) && name !== 'lost+found');
  if (foreign.length > 0)
    fail(
      `${dataFolder} holds other things (${foreign.slice(0, 3).join(', ')}): nothing was taken away.`,
      'Name a folder of Jicara’s in JICARA_DATA.',
    );
  for (const name of names.filter((one) => ownNames.test(one)))
    rmSync(join(dataFolder, name), { recursive: true, force: true });
}

/** The living process that holds a folder; the server takes the lock itself (src/files/lock.ts). */
function holderOf(dataFolder) {
  try {
    const newest = readdirSync(dataFolder)
      .flatMap((name) => /^lock\.json\.(\d+)$/u.exec(name)?.[1] ?? [])
      .sort((a, b) => b - a)[0];
    const file = newest === undefined ? 'lock.json' : `lock.json.${newest}`;
    const { pid, started } = JSON.parse(readFileSync(join(dataFolder, file), 'utf8'));
    process.kill(pid, 0);
    const stat = `/proc/${pid}/stat`;
    if (!started || !existsSync(stat)) return pid;
    const now = readFileSync(stat, 'utf8');
    return now.slice(now.lastIndexOf(')') + 2).split(' ')[19] === started ? pid : null;
  } catch {
    return null;
  }
}

/** The code of what keeps a port from being listened on; null where it is free. */
const portFault = (host, port) =>
  new Promise((resolve) => {
    const probe = createServer();
    probe.on('error', (error) => resolve(error.code));
    probe.listen(port, host, () => probe.close(() => resolve(null)));
  });

/**
 * Starts the production server in this very process, so that a signal reaches it and a kill leaves nothing behind.
 * Prints the address once it can answer.
 */
export async function serve(kind, { fresh = false } = {}) {
  const { host, port, dataFolder } = settingsFor(kind);
  const pid = holderOf(dataFolder);
  if (pid)
    fail(
      `Another Jicara (process ${pid}) works on ${dataFolder}.`,
      'Use that one, or stop it first; or name another folder in JICARA_DATA.',
    );
  const taken = await portFault(host, port);
  if (taken)
    fail(
      taken === 'EADDRINUSE'
        ? `Port ${port} on ${host} is taken by another program.`
        : `Port ${port} on ${host} cannot be used (${taken}).`,
      'Name another one in JICARA_PORT.',
    );
  ensureInstalled();
  await ensureBuilt();
  // Only now that it can start again is anything taken away.
  if (fresh) clear(dataFolder);
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
  // The database's code is compiled a second time, for speed, where it runs long and not already while it starts.
  setFlagsFromString('--wasm-tiering-budget=20000000');
  guardHttp(packedScripts());
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
