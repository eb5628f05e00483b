import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { ensureInstalled } from './lib/install.mjs';
import { projectFolder } from './lib/project.mjs';

/** Writes the published JSON Schemas into docs/schemas; a test holds them to what the application publishes. */
ensureInstalled();
const script = join(projectFolder, 'scripts', 'schemas', 'write.mts');
const done = spawnSync(process.execPath, ['--import', 'tsx', script], {
  cwd: projectFolder,
  stdio: 'inherit',
});
process.exit(done.status ?? 1);
