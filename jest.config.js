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
const ONE_SEED = '<rootDir>/packages/core/src/testing/one-seed.ts';
const shared = {
  transform: { '^.+\\.[tj]sx?$': swc },
  // Shipped as ES modules only.
  transformIgnorePatterns: [
    '/node_modules/(?!(fast-png|iobuffer|potpack|@webtoon/psd|d3-[a-z-]+|react-hotkeys-hook|delaunator|robust-predicates)/)',
  ],
  testEnvironment: 'node',
  // So that no run fails by luck: another one is given to look for what this one does not find.
  globals: { SEED: Number(process.env.SEED ?? 7) },
  setupFiles: [ONE_SEED],
  // Copies of the sources that checks lay there, and what servers keep.
  modulePathIgnorePatterns: ['<rootDir>/data/'],
  moduleNameMapper: {
    '^(\\.{1,2}/.*)\\.js$': '$1',
    // Their packages lead to .mjs files, which are never transformed.
    '^(d3-[a-z-]+)$': '<rootDir>/node_modules/$1/dist/$1.js',
    '^@limber-sheaf/core$': '<rootDir>/packages/core/src/index.ts',
    '^@limber-sheaf/formats$': '<rootDir>/packages/formats/src/index.ts',
  },
  rootDir: import.meta.dirname,
};

/** Jest's sandbox makes every global name a slow look-up; in loops over pixels that is most of the time. */
const LOOKED_UP = [
  ...['Math', 'Number', 'Array'],
  ...[
    'Uint8Array',
    'Uint16Array',
    'Uint32Array',
    'Int8Array',
    'Int16Array',
    'Int32Array',
    'Float32Array',
    'Float64Array',
  ],
];

export default {
  // Far more than any test takes: a machine that stands still for a while is no fault of ours.
  testTimeout: 400_000,
  projects: [
    {
      ...shared,
      displayName: 'core',
      testMatch: ['<rootDir>/packages/**/*.test.ts'],
      // The page's icons bear these names themselves.
      sandboxInjectedGlobals: [...LOOKED_UP, 'Object', 'Map', 'Set', 'Infinity'],
    },
    {
      ...shared,
      displayName: 'web',
      setupFiles: [ONE_SEED, '<rootDir>/apps/web/src/testing/browser.ts'],
      testMatch: ['<rootDir>/apps/web/**/*.test.ts', '<rootDir>/apps/web/**/*.test.tsx'],
      sandboxInjectedGlobals: LOOKED_UP,
    },
    {
      ...shared,
      displayName: 'api',
      sandboxInjectedGlobals: LOOKED_UP,
      globalSetup: '<rootDir>/apps/server/test/servers-up.ts',
      globalTeardown: '<rootDir>/apps/server/test/servers-down.ts',
      setupFiles: [ONE_SEED, '<rootDir>/apps/server/test/own-database.ts'],
      testMatch: ['<rootDir>/apps/server/test/**/*.test.ts'],
    },
  ],
};
