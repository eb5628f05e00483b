import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { ensureInstalled } from './lib/install.mjs';
import { projectFolder } from './lib/project.mjs';

ensureInstalled();
const script = join(projectFolder, 'scripts', 'measure', 'all.mts');
const done = spawnSync(process.execPath, ['--import', 'tsx', script, ...process.argv.slice(2)], {
  cwd: projectFolder,
  stdio: 'inherit',
});
process.exit(done.status ?? 1);
