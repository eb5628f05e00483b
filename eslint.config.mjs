import { readdirSync } from 'node:fs';
import js from '@eslint/js';
import { createTypeScriptImportResolver } from 'eslint-import-resolver-typescript';
import importX from 'eslint-plugin-import-x';
import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

const layers = ['core', 'files', 'copier', 'dock', 'images', 'server', 'workers', 'cli', 'ui', 'app'];
/** Who may import whom (docs/ARCHITECTURE.md). Nothing imports upwards. */
const mayImport = {
  core: ['core'],
  files: ['files', 'core'],
  copier: ['copier', 'files', 'core'],
  dock: ['dock', 'copier', 'files', 'core'],
  images: ['images', 'dock', 'copier', 'files', 'core'],
  workers: ['workers', 'core'],
  server: ['server', 'images', 'dock', 'copier', 'files', 'core'],
  cli: ['cli', 'copier', 'files', 'core'],
  ui: ['ui', 'workers', 'core'],
  app: ['app', 'ui', 'server', 'workers', 'core'],
};
/** Rooms of the core: each may import those before it. */
const coreRooms = [
  'margin',
  'units',
  'part',
  'disk',
  'work',
  'device',
  'link',
  'stack',
  'price',
  'money',
  'shelf',
  'logbook',
  'learn',
  'day',
  'placement',
  'health',
  'heat',
  'fit',
  'dispute',
  'ask',
  'exchange',
  'teach',
  'image',
  'route',
  'kit',
  'workshop',
  'simulator',
  'practice',
  'copy',
  'genuine',
  'old-drive',
  'sheet',
  'job',
  'job-view',
  'acts',
  'year',
];
/** What stands on the disk and in neither list would be held to nothing. */
for (const [folder, known] of [
  ['src', layers],
  ['src/core', coreRooms],
]) {
  const unknown = readdirSync(folder, { withFileTypes: true })
    .filter((entry) => entry.isDirectory() && !known.includes(entry.name))
    .map(({ name }) => `${folder}/${name}`);
  if (unknown.length > 0) throw new Error(`Say in eslint.config.mjs who may import ${unknown.join(', ')}.`);
}

const inLayer = (layer) => `./src/${layer}`;
const inRoom = (room) => `./src/core/${room}`;
const zones = [
  ...layers.map((layer) => ({
    target: inLayer(layer),
    from: layers.filter((other) => !mayImport[layer].includes(other)).map(inLayer),
    message: `What lies in ${layer} may import ${mayImport[layer].join(', ')} (docs/ARCHITECTURE.md).`,
  })),
  ...coreRooms.map((room, i) => ({
    target: inRoom(room),
    from: coreRooms.slice(i + 1).map(inRoom),
    message: `Rooms of the core import those before them; ${room} stands before this one (eslint.config.mjs).`,
  })),
  {
    target: './src/core/*.ts',
    from: coreRooms.map(inRoom),
    message: 'What lies beside the rooms of the core imports none of them.',
  },
].filter(({ from }) => from.length > 0);

const notInCore =
  'The core is pure: no interface, server, clock or randomness of its own (docs/ARCHITECTURE.md).';

export default tseslint.config(
  {
    ignores: [
      '.next/**',
      'node_modules/**',
      'data/**',
      'coverage/**',
      'next-env.d.ts',
      '.tmp/**',
      '.stryker-tmp/**',
    ],
  },
  js.configs.recommended,
  tseslint.configs.recommended,
  {
    files: ['bin/*.cjs', 'scripts/**/*.cjs'],
    languageOptions: {
      sourceType: 'commonjs',
      globals: { process: 'readonly', require: 'readonly', __dirname: 'readonly' },
    },
    rules: { '@typescript-eslint/no-require-imports': 'off' },
  },
  {
    files: ['**/*.mjs'],
    languageOptions: {
      globals: {
        process: 'readonly',
        console: 'readonly',
        fetch: 'readonly',
        setTimeout: 'readonly',
        URL: 'readonly',
        Buffer: 'readonly',
        AbortSignal: 'readonly',
        document: 'readonly',
        performance: 'readonly',
        PerformanceObserver: 'readonly',
      },
    },
  },
  {
    files: ['src/**/*.{ts,tsx}'],
    plugins: { 'import-x': importX },
    settings: {
      'import/resolver': { typescript: { project: './tsconfig.json' } },
      'import-x/resolver-next': [createTypeScriptImportResolver({ project: './tsconfig.json' })],
    },
    rules: {
      'import-x/no-restricted-paths': ['error', { zones, basePath: import.meta.dirname }],
      'import-x/no-cycle': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', ignoreRestSiblings: true }],
    },
  },
  {
    // A job's stations are the screen themselves.
    files: ['src/{ui,app}/**/*.tsx'],
    ignores: ['src/app/jobs/**/job-screen.tsx'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: "CallExpression[callee.name='dynamic'][arguments.length=1]",
          message:
            'Without `ssr: false` or `loading` it has no boundary of its own: the whole screen gives way while it is fetched.',
        },
      ],
    },
  },
  {
    // Where React is, and nowhere else: these rules run its compiler over each file.
    files: ['src/{ui,app,workers}/**/*.{ts,tsx}'],
    ignores: ['src/app/api/**'],
    plugins: { 'react-hooks': reactHooks },
    rules: reactHooks.configs.recommended.rules,
  },
  {
    // A test may know any room of the core.
    files: ['src/core/**/*.test.ts', 'src/core/**/*.test.data.ts'],
    rules: {
      'import-x/no-restricted-paths': [
        'error',
        { zones: zones.filter(({ target }) => !target.startsWith('./src/core/')) },
      ],
    },
  },
  {
    // What only the types can tell: a promise that nobody waits for, a case that nobody thought of.
    files: ['src/**/*.{ts,tsx}', 'tests/**/*.ts'],
    languageOptions: {
      parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname },
    },
    rules: {
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: false }],
      '@typescript-eslint/await-thenable': 'error',
      '@typescript-eslint/switch-exhaustiveness-check': [
        'error',
        { considerDefaultExhaustiveForUnions: true },
      ],
    },
  },
  {
    files: ['src/core/**/*.ts'],
    ignores: ['**/*.test.ts', '**/*.test.data.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        { patterns: [{ regex: '^(?!zod$|hash-wasm$|highs$|\\.|@/core)', message: notInCore }] },
      ],
      'no-restricted-globals': [
        'error',
        'window',
        'document',
        'process',
        'Buffer',
        'fetch',
        'setTimeout',
        'performance',
        'crypto',
      ],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: notInCore },
        { object: 'Date', property: 'now', message: notInCore },
      ],
    },
  },
);
