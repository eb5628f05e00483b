import js from '@eslint/js';
import { createTypeScriptImportResolver } from 'eslint-import-resolver-typescript';
import boundaries from 'eslint-plugin-boundaries';
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
const inRoom = (room) => `core/${room}`;

const may = (from, to) => ({
  from: { element: { type: from } },
  allow: to.map((type) => ({ to: { element: { type } } })),
});
const layerPolicies = Object.entries(mayImport).map(([from, to]) =>
  may(from, to.includes('core') ? [...to, ...coreRooms.map(inRoom)] : to),
);
const roomPolicies = coreRooms.map((room, i) =>
  may(inRoom(room), ['core', ...coreRooms.slice(0, i + 1).map(inRoom)]),
);

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
    plugins: { boundaries, 'import-x': importX, 'react-hooks': reactHooks },
    settings: {
      'import/resolver': { typescript: { project: './tsconfig.json' } },
      // What lies in no room of the core is `core` itself.
      'boundaries/elements': [
        ...coreRooms.map((room) => ({
          type: inRoom(room),
          pattern: `src/core/${room}/**`,
          partialMatch: false,
        })),
        ...layers.map((type) => ({ type, pattern: `src/${type}/**`, partialMatch: false })),
      ],
      'import-x/resolver-next': [createTypeScriptImportResolver({ project: './tsconfig.json' })],
    },
    rules: {
      ...reactHooks.configs.recommended.rules,
      'boundaries/dependencies': [
        'error',
        {
          default: 'disallow',
          policies: [...layerPolicies, ...roomPolicies],
        },
      ],
      'import-x/no-cycle': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', ignoreRestSiblings: true }],
    },
  },
  {
    // A test may know any room of the core.
    files: ['src/core/**/*.test.ts', 'src/core/**/*.test.data.ts'],
    rules: { 'boundaries/dependencies': 'off' },
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
        { patterns: [{ regex: '^(?!zod$|hash-wasm$|\\.|@/core)', message: notInCore }] },
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
