import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, lstatSync, readFileSync, symlinkSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { fail, projectFolder } from './project.mjs';

const lockFile = join(projectFolder, 'package-lock.json');
const stamp = join(projectFolder, 'node_modules', '.jicara-installed');
const digest = () =>
  createHash('sha256').update(readFileSync(lockFile)).update(process.version).digest('hex');

/** npm links the commands of other packages only; with this link `npx jicara` finds the project's own. */
function linkCommand() {
  const link = join(projectFolder, 'node_modules', '.bin', 'jicara');
  if (lstatSync(link, { throwIfNoEntry: false })) return;
  symlinkSync(join('..', '..', 'bin', 'jicara.cjs'), link);
}

/** `npm ci` where the packages are missing or not those of package-lock.json. */
export function ensureInstalled() {
  installPackages();
  linkCommand();
}

function installPackages() {
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === digest()) return;
  console.log('Installing packages (npm ci) …');
  const env = { ...process.env, NODE_ENV: '' };
  const done = spawnSync('npm', ['ci', '--no-audit', '--no-fund'], {
    cwd: projectFolder,
    stdio: 'inherit',
    env,
  });
  if (done.status !== 0)
    fail('npm ci failed.', 'Read its message above; a registry must be reachable the first time.');
  writeFileSync(stamp, digest());
}
