#!/usr/bin/env node
const { readFileSync, statSync } = require('node:fs');
const { join } = require('node:path');

const project = join(__dirname, '..');
// Made with the application (scripts/lib/command.mjs).
const bundle = join(project, '.next', 'jicara-command.cjs');

/** Whether the one file that the build made is of what lies here now. */
function isFresh() {
  try {
    return JSON.parse(readFileSync(`${bundle}.inputs.json`, 'utf8')).every(([input, size, mtimeMs]) => {
      const now = statSync(join(project, input));
      return now.size === size && now.mtimeMs === mtimeMs;
    });
  } catch {
    return false;
  }
}

function command() {
  if (isFresh()) return require(bundle);
  // Paths of the project, wherever the command is called from.
  process.env.TSX_TSCONFIG_PATH = join(project, 'tsconfig.json');
  require('tsx/cjs/api').register();
  return require('../src/cli/main.ts');
}

command()
  .main(process.argv.slice(2), process)
  .then((code) => (process.exitCode = code));
