import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { ensureInstalled } from './lib/install.mjs';
import { projectFolder } from './lib/project.mjs';

/**
 * Plants small faults and counts how many the unit tests notice: `npm run mutate -- core/margin core/acts`; all of the folders
 * below where none is named. One file after the other, so that a stopped run goes on behind the last one: what was tried and has not changed is not tried again. Not part of
 * `npm test`.
 */
const folders = {
  'core/margin': { tests: ['src/core/margin'] },
  'core/work': { tests: ['src/core/work', 'src/core/acts'], near: { 'ways.ts': ['ways', 'by-hand'] } },
  // What is worked out once, when a module is loaded (schemas of acts), would want all tests for each fault.
  // Every file of tests loads the core anew, and nearly all of them come by every act: each file is tried by those that are about it, so that what
  // is noticed is the least that is.
  'core/acts': {
    tests: ['src/core/acts'],
    ignoreStatic: true,
    near: {
      'again-acts.ts': ['again', 'not-passed', 'decide'],
      'arrival-acts.ts': ['arrival'],
      'decide.ts': ['decide', 'holds'],
      'device-acts.ts': ['device', 'empty-place'],
      'dock-acts.ts': ['dock'],
      'end-acts.ts': ['prove', 'after-start', 'not-passed', 'old-drive', 'again', 'device'],
      'hand-acts.ts': ['hands', 'hand-refusals', 'before-opening', 'measured-inside'],
      'look-round-act.ts': ['look-round'],
      'money-acts.ts': ['money'],
      'network-acts.ts': ['after-start'],
      'old-drive-acts.ts': ['old-drive'],
      'plan-acts.ts': ['plan', 'plan-refusals', 'before-opening', 'stick', 'hands'],
      'power-acts.ts': ['first-power', 'stick', 'device'],
      'record-acts.ts': ['record'],
      'start-acts.ts': ['after-start', 'job'],
      'things-acts.ts': ['things'],
    },
  },
  copier: { tests: ['src/copier'] },
  'core/disk/layout': { tests: ['src/core/disk/layout'] },
};
const wantedOverAll = 85;
const wantedEach = 75;

ensureInstalled();
const tools = join(projectFolder, 'scripts', 'mutate');
const stryker = join(tools, 'node_modules', '@stryker-mutator', 'core', 'bin', 'stryker.js');
if (!existsSync(stryker))
  spawnSync('npm', ['ci', '--no-audit', '--no-fund'], { cwd: tools, stdio: 'inherit' });

const results = join(projectFolder, 'tests', '.results', 'mutate');
mkdirSync(results, { recursive: true });

/** What came of the mutants of a folder; time-outs count as noticed, and are told apart. */
function counted(report) {
  const count = { Killed: 0, Timeout: 0, Survived: 0, NoCoverage: 0 };
  for (const [file, { mutants }] of Object.entries(report.files))
    if (existsSync(join(projectFolder, file)))
      for (const { status } of mutants) if (status in count) count[status] += 1;
  return count;
}

/** The files of tests that a file is tried by. */
const testsFor = ({ near }, file) => near?.[file]?.map((name) => `**/${name}.test.ts`) ?? ['**/*.test.ts'];

const asked = process.argv.slice(2).filter((name) => name in folders);
const totals = { noticed: 0, all: 0 };
let isGood = true;
for (const folder of asked.length > 0 ? asked : Object.keys(folders)) {
  const name = folder.replaceAll('/', '-');
  const tried = join(results, `${name}.incremental.json`);
  const jest = join(results, `${name}.jest.config.mjs`);
  const writeConfig = (file) =>
    writeFileSync(
      jest,
      `import base from ${JSON.stringify(join(projectFolder, 'jest.config.mjs'))};
const { projects } = await base();
const [unit] = projects;
export default {
  ...unit,
  // Stryker wraps an environment of its own around it, and knows none that is a module of the project.
  testEnvironment: 'node',
  rootDir: process.cwd(),
  roots: ${JSON.stringify(folders[folder].tests)}.map((one) => process.cwd() + '/' + one),
  // Walks of any acts in any order reach every line and take seconds for each fault.
  testPathIgnorePatterns: ['any-order'],
  testTimeout: 60_000,
  testMatch: ${JSON.stringify(testsFor(folders[folder], file))},
  setupFiles: [${JSON.stringify(join(tools, 'few-runs.cjs'))}],
};
`,
    );
  const config = join(results, `${name}.stryker.json`);
  const files = readdirSync(join(projectFolder, 'src', folder)).filter(
    (file) => file.endsWith('.ts') && !file.includes('.test.') && file !== 'index.ts',
  );
  const missed = files.filter((file) => {
    writeConfig(file);
    writeFileSync(
      config,
      JSON.stringify({
        mutate: [`src/${folder}/${file}`],
        testRunner: 'jest',
        testRunnerNodeArgs: ['--experimental-vm-modules'],
        plugins: [
          pathToFileURL(join(tools, 'node_modules/@stryker-mutator/jest-runner/dist/src/index.js')).href,
        ],
        jest: { projectType: 'custom', configFile: jest, enableFindRelatedTests: false },
        // Whole sentences for people: what they say is read by eye.
        mutator: { excludedMutations: ['StringLiteral'] },
        coverageAnalysis: 'perTest',
        concurrency: 2,
        timeoutMS: 15_000,
        ignoreStatic: folders[folder].ignoreStatic ?? false,
        incremental: true,
        incrementalFile: tried,
        ignorePatterns: [
          '.next',
          'data',
          'docs',
          '.tmp',
          'tests/.results/seed',
          'scripts/mutate/node_modules',
        ],
        tempDirName: '.stryker-tmp',
        reporters: ['progress-append-only'],
        allowEmpty: true,
      }),
    );
    const done = spawnSync(process.execPath, [stryker, 'run', config], {
      cwd: projectFolder,
      stdio: 'inherit',
      env: { ...process.env, NODE_NO_WARNINGS: '1' },
    });
    return done.status !== 0;
  });
  if (missed.length > 0 || !existsSync(tried)) {
    console.log(`MISSED ${folder}: ${missed.join(', ')} did not run to its end; the same command goes on.`);
    isGood = false;
    continue;
  }
  const { Killed, Timeout, Survived, NoCoverage } = counted(JSON.parse(readFileSync(tried, 'utf8')));
  const all = Killed + Timeout + Survived + NoCoverage;
  const noticed = Killed + Timeout;
  totals.noticed += noticed;
  totals.all += all;
  const share = (100 * noticed) / all;
  isGood &&= share >= wantedEach;
  console.log(
    `${share >= wantedEach ? 'ok    ' : 'MISSED'} ${folder}: ${share.toFixed(1)} % of ${all} noticed (${Timeout} by time-out), ${Survived} survived, ${NoCoverage} not reached (wanted: ${wantedEach} %)`,
  );
}
const over = totals.all === 0 ? 0 : (100 * totals.noticed) / totals.all;
console.log(
  `${over >= wantedOverAll ? 'ok    ' : 'MISSED'} over all: ${over.toFixed(1)} % of ${totals.all} (wanted: ${wantedOverAll} %)`,
);
process.exit(isGood && over >= wantedOverAll ? 0 : 1);
