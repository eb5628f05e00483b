import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { bundleCommand } from './command.mjs';
import { packScripts } from './packed.mjs';
import { fail, projectFolder } from './project.mjs';

const stamp = join(projectFolder, '.next', 'jicara-build');
const inputs = [
  'src',
  'package.json',
  'package-lock.json',
  'next.config.mjs',
  'postcss.config.mjs',
  'tsconfig.json',
  'scripts/lib/command.mjs',
  'scripts/lib/packed.mjs',
];

function* filesBelow(path) {
  for (const entry of readdirSync(path, { withFileTypes: true }).sort((a, b) => (a.name < b.name ? -1 : 1))) {
    const full = join(path, entry.name);
    if (entry.isDirectory()) yield* filesBelow(full);
    else if (!entry.name.includes('.test.')) yield full;
  }
}

/** Changes with every byte that goes into a build. */
function digest() {
  const hash = createHash('sha256').update(process.version);
  for (const input of inputs) {
    const path = join(projectFolder, input);
    const files = input === 'src' ? filesBelow(path) : [path];
    for (const file of files) hash.update(file.slice(projectFolder.length)).update(readFileSync(file));
  }
  return hash.digest('hex');
}

/** Builds where the build is missing or older than its sources. */
export async function ensureBuilt() {
  const now = digest();
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === now) return;
  console.log('Building …');
  const env = { ...process.env, NEXT_TELEMETRY_DISABLED: '1', NODE_ENV: 'production' };
  const next = join(projectFolder, 'node_modules/next/dist/bin/next');
  const done = spawnSync(process.execPath, [next, 'build'], { cwd: projectFolder, stdio: 'inherit', env });
  if (done.status !== 0) fail('The build failed.', 'Read its message above.');
  await packScripts();
  await bundleCommand();
  writeFileSync(stamp, now);
}
