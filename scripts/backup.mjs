import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { ensureInstalled } from './lib/install.mjs';
import { projectFolder, settingsFor } from './lib/project.mjs';

/** Writes a backup of a workshop into a file: `npm run backup -- FILE`; with `--demo` that of the demo, else the one that JICARA_DATA names. */
ensureInstalled();
const words = process.argv.slice(2).filter((word) => word !== '--demo');
const { dataFolder } = settingsFor(process.argv.includes('--demo') ? 'demo' : 'own');
const done = spawnSync(
  process.execPath,
  ['--import', 'tsx', join(projectFolder, 'scripts/backup/backup.mts'), dataFolder, ...words],
  {
    cwd: projectFolder,
    stdio: 'inherit',
    env: { ...process.env, INVOKED_FROM: process.env.INIT_CWD ?? process.cwd() },
  },
);
process.exit(done.status ?? 1);
