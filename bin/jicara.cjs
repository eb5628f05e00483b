#!/usr/bin/env node
const { join } = require('node:path');

// Paths of the project, wherever the command is called from.
process.env.TSX_TSCONFIG_PATH = join(__dirname, '..', 'tsconfig.json');
require('tsx/cjs/api').register();
require('../src/cli/main.ts')
  .main(process.argv.slice(2), process)
  .then((code) => (process.exitCode = code));
