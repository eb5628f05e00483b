import nextJest from 'next/jest.js';

const withNext = nextJest({ dir: './' });

const shared = {
  moduleNameMapper: {
    '^@/(.*)$': '<rootDir>/src/$1',
    '^(d3-[a-z-]+)$': '<rootDir>/node_modules/$1/dist/$1.js',
  },
};

/** next/jest fills in the transform for one project at a time. */
const project = (options) => withNext({ ...shared, ...options })();

export default async () => ({
  // Generous, hooks included: a machine that others use too may stall for a while, and that is no fault of the code.
  testTimeout: 600_000,
  testSequencer: '<rootDir>/tests/longest-first.mjs',
  projects: [
    await project({
      displayName: 'unit',
      testEnvironment: '<rootDir>/tests/plain-globals.mjs',
      testMatch: ['<rootDir>/src/{core,files,copier,dock,images,server,cli,ui,app}/**/*.test.ts'],
    }),
    await project({
      displayName: 'view',
      testEnvironment: 'jsdom',
      testMatch: ['<rootDir>/src/{ui,workers}/**/*.test.tsx'],
      setupFilesAfterEnv: ['<rootDir>/tests/view-setup.ts'],
    }),
    await project({
      displayName: 'disks',
      testEnvironment: '<rootDir>/tests/plain-globals.mjs',
      testMatch: ['<rootDir>/tests/disks/**/*.test.ts'],
    }),
    await project({
      displayName: 'server',
      testEnvironment: '<rootDir>/tests/plain-globals.mjs',
      testMatch: ['<rootDir>/tests/server/**/*.test.ts'],
    }),
    await project({
      displayName: 'e2e',
      testEnvironment: '<rootDir>/tests/plain-globals.mjs',
      testMatch: ['<rootDir>/tests/e2e/**/*.test.ts'],
    }),
  ],
});
