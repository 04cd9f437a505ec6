import type * as FastCheck from 'fast-check';

/** From `jest.config.js`: the same seed draws the same cases. */
declare const SEED: number;

// Read only by tests of properties: the others do without.
jest.mock('fast-check', () => {
  const fc = jest.requireActual<typeof FastCheck>('fast-check');
  fc.configureGlobal({ seed: SEED });
  return fc;
});
