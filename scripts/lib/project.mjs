import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const projectFolder = join(dirname(fileURLToPath(import.meta.url)), '..', '..');

/** Port, host and data folder come from the environment; each kind of workshop has its own folder. */
export function settingsFor(kind) {
  const host = process.env.JICARA_HOST ?? '127.0.0.1';
  const port = Number(process.env.JICARA_PORT ?? 4780);
  const dataFolder = process.env.JICARA_DATA ?? join(projectFolder, 'data', kind);
  if (!/^(127(\.\d+){3}|localhost|::1)$/.test(host)) {
    fail(
      `JICARA_HOST=${host} would let other machines in.`,
      'Until Jicara has a passphrase it listens on this machine only: use 127.0.0.1.',
    );
  }
  if (!Number.isInteger(port) || port < 1 || port > 65535) {
    fail(`JICARA_PORT=${process.env.JICARA_PORT} is no port.`, 'Use a number from 1 to 65535.');
  }
  return { host, port, dataFolder, kind };
}

export function fail(sentence, remedy) {
  console.error(`${sentence} ${remedy}`);
  process.exit(1);
}
