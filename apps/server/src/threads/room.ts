import { availableParallelism } from 'node:os';

const MIB = 1024 * 1024;

/** More threads than this share the same memory among too many to be of use. */
const MOST_THREADS = 4;
export const THREADS = Math.min(MOST_THREADS, Math.max(2, availableParallelism()));

/** Bytes of the whole process at which the task that was asked for last is stopped. */
export const MOST_MEMORY = 1600 * MIB;

/** Bytes of the whole process from which on little is left for what takes much. */
export const CROWDED = MOST_MEMORY / 2;

/**
 * Bytes that all threads together keep at hand: of designs, of sheets as they were decoded, and of pieces put together. Far less
 * than `MOST_MEMORY`: a server that has seen many characters must have as much room for the next task as one that has just
 * started.
 */
const KEPT = { designs: 128 * MIB, sheets: 140 * MIB, pieces: 220 * MIB };

/** Bytes that one thread keeps of each. */
export const KEPT_BY_ONE = {
  designs: KEPT.designs / THREADS,
  sheets: KEPT.sheets / THREADS,
  pieces: KEPT.pieces / THREADS,
};
