/** Unit tests run on the sources, transformed to CommonJS by SWC; API tests run against the built server. */
const swc = [
  '@swc/jest',
  {
    jsc: {
      parser: { syntax: 'typescript', tsx: true },
      target: 'es2022',
      transform: { react: { runtime: 'automatic' } },
    },
    module: { type: 'commonjs' },
  },
];
const shared = {
  transform: { '^.+\\.tsx?$': swc },
  testEnvironment: 'node',
  // Jest's clean-up of globals walks fast-check's endless lazy structures and never comes back.
  testEnvironmentOptions: { globalsCleanup: 'off' },
  moduleNameMapper: {
    '^(\\.{1,2}/.*)\\.js$': '$1',
    '^@limber-sheaf/core$': '<rootDir>/packages/core/src/index.ts',
    '^@limber-sheaf/formats$': '<rootDir>/packages/formats/src/index.ts',
  },
  rootDir: import.meta.dirname,
};

export default {
  projects: [
    {
      ...shared,
      displayName: 'unit',
      testMatch: ['<rootDir>/packages/**/*.test.ts', '<rootDir>/apps/web/**/*.test.ts'],
    },
    { ...shared, displayName: 'api', testMatch: ['<rootDir>/apps/server/test/**/*.test.ts'] },
  ],
};
