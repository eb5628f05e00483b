import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, statfsSync } from 'node:fs';
import { availableParallelism, freemem } from 'node:os';
import { join } from 'node:path';
import { ensureBuilt } from './lib/build.mjs';
import { ensureChromium, ensureDiskTools, ensureSetClock } from './lib/debian.mjs';
import { ensureInstalled } from './lib/install.mjs';
import { projectFolder } from './lib/project.mjs';

/** All checks, in the order in which they are quickest to fail; ends with `N passed, N failed`. */
const results = join(projectFolder, 'tests', '.results');
let passed = 0;
let failed = 0;

const run = (command, args, env = {}) =>
  spawnSync(command, args, { cwd: projectFolder, stdio: 'inherit', env: { ...process.env, ...env } })
    .status === 0;

/** The same, while others run. */
const runBeside = (command, args) =>
  new Promise((resolve) => {
    const child = spawn(command, args, { cwd: projectFolder, stdio: 'inherit' });
    child.on('error', () => resolve(false));
    child.on('exit', (code) => resolve(code === 0));
  });

let scratchFolder = null;
/**
 * Where tests keep their workshops and drives: in memory where there is plenty, so that a slow disk makes none of them wait. What outlasts
 * a power cut is shown on file systems of their own, which they lay out themselves.
 */
function scratch() {
  const [memory, wantedBytes] = ['/dev/shm', 8 * 2 ** 30];
  if (!existsSync(memory) || freemem() < wantedBytes) return {};
  const { bavail, bsize } = statfsSync(memory);
  if (bavail * bsize < wantedBytes) return {};
  const folder = mkdtempSync(join(memory, 'jicara-tests-'));
  scratchFolder = folder;
  return { TMPDIR: folder };
}

function check(name, done) {
  console.log(`${done ? 'ok' : 'FAILED'}: ${name}`);
  if (done) passed += 1;
  else failed += 1;
}

function close() {
  try {
    if (scratchFolder) rmSync(scratchFolder, { recursive: true, force: true });
  } catch {
    console.log(`${scratchFolder} could not be taken away: something is still mounted or open there.`);
  }
  console.log(`\n${passed} passed, ${failed} failed`);
  process.exit(failed === 0 ? 0 : 1);
}

/**
 * Runs some of Jest's projects, `workers` files at a time, and counts their tests; a run that counts none has failed. By itself Jest
 * leaves one of two cores idle.
 */
function jest(projects, workers, more = []) {
  const output = join(results, `${projects.join('-')}.json`);
  rmSync(output, { force: true });
  const args = [
    'node_modules/jest/bin/jest.js',
    '--selectProjects',
    ...projects,
    `--maxWorkers=${workers}`,
    '--json',
    `--outputFile=${output}`,
  ];
  const env = { ...memory, NODE_NO_WARNINGS: '1' };
  const ended = run(process.execPath, ['--experimental-vm-modules', ...more, ...args], env);
  if (!existsSync(output)) return check(`tests (${projects.join(', ')}) ran`, false);
  const counted = JSON.parse(readFileSync(output, 'utf8'));
  passed += counted.numPassedTests;
  failed += counted.numFailedTests + counted.numRuntimeErrorTestSuites;
  if (counted.numPassedTests === 0 || (!ended && counted.numFailedTests === 0))
    check(`tests (${projects.join(', ')}) passed`, false);
}

const cores = availableParallelism();
const memory = scratch();
// What waits for disks and browsers leaves a core idle now and then: two files more than cores fill that.
const waiting = cores + 2;
// Debian's packages come over the network while npm's are unpacked and the application is built.
const debian = runBeside(process.execPath, [join('scripts', 'lib', 'debian.mjs')]);
ensureInstalled();
mkdirSync(results, { recursive: true });
await ensureBuilt();
const bin = (name) => join('node_modules', '.bin', name);
// The linter takes one core for minutes: unit tests run meanwhile.
const readings = Promise.all([
  runBeside(bin('prettier'), ['--check', '--log-level', 'warn', '.']),
  runBeside(bin('tsc'), ['--noEmit']),
  runBeside(bin('eslint'), ['--max-warnings', '0', '.']),
]);
jest(['unit', 'view'], cores);
const [format, types, lint] = await readings;
check('format', format);
check('types', types);
check('lint and import directions', lint);
await debian;
// One queue for all that starts servers, disks and browsers, so that none of them waits for the last file of another.
const projects = ['server'];
if (ensureDiskTools()) projects.push('disks');
else check('tests against Debian’s file system tools', false);
if (!ensureSetClock()) check('a working day on a set clock', false);
if (ensureChromium()) projects.push('e2e');
else check('end-to-end tests', false);
// A database lives for a file of tests: it is not worth compiling its code a second time, for speed (V8).
jest(projects, waiting, ['--wasm-tiering-budget=40000000']);
close();
