import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { ensureBuilt } from './lib/build.mjs';
import { ensureChromium, ensureDiskTools } from './lib/debian.mjs';
import { ensureInstalled } from './lib/install.mjs';
import { projectFolder } from './lib/project.mjs';

/** All checks, in the order in which they are quickest to fail; ends with `N passed, N failed`. */
const results = join(projectFolder, 'tests', '.results');
let passed = 0;
let failed = 0;

const run = (command, args, env = {}) =>
  spawnSync(command, args, { cwd: projectFolder, stdio: 'inherit', env: { ...process.env, ...env } })
    .status === 0;

function check(name, done) {
  console.log(`${done ? 'ok' : 'FAILED'}: ${name}`);
  if (done) passed += 1;
  else failed += 1;
}

function close() {
  console.log(`\n${passed} passed, ${failed} failed`);
  process.exit(failed === 0 ? 0 : 1);
}

/** Runs some of Jest's projects and counts their tests; a run that counts none has failed. */
function jest(...projects) {
  const output = join(results, `${projects.join('-')}.json`);
  rmSync(output, { force: true });
  const serially = projects.includes('e2e') ? ['--runInBand'] : [];
  const args = [
    'node_modules/jest/bin/jest.js',
    '--selectProjects',
    ...projects,
    '--json',
    `--outputFile=${output}`,
    ...serially,
  ];
  const ended = run(process.execPath, ['--experimental-vm-modules', ...args], { NODE_NO_WARNINGS: '1' });
  if (!existsSync(output)) return check(`tests (${projects.join(', ')}) ran`, false);
  const counted = JSON.parse(readFileSync(output, 'utf8'));
  passed += counted.numPassedTests;
  failed += counted.numFailedTests + counted.numRuntimeErrorTestSuites;
  if (counted.numPassedTests === 0 || (!ended && counted.numFailedTests === 0))
    check(`tests (${projects.join(', ')}) passed`, false);
}

ensureInstalled();
mkdirSync(results, { recursive: true });
ensureBuilt();
const bin = (name) => join('node_modules', '.bin', name);
check('format', run(bin('prettier'), ['--check', '--log-level', 'warn', '.']));
check('types', run(bin('tsc'), ['--noEmit']));
check('lint and import directions', run(bin('eslint'), ['--max-warnings', '0', '.']));
jest('unit', 'view');
if (ensureDiskTools()) jest('disks');
else check('tests against Debian’s file system tools', false);
jest('server');
if (ensureChromium()) jest('e2e');
else check('end-to-end tests', false);
close();
