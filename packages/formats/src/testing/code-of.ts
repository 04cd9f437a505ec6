import { LimberError } from '@limber-sheaf/core';

/** The code that some work is refused with; what else it throws; null where it is done. */
export function codeOf(work: () => unknown): unknown {
  try {
    work();
  } catch (error) {
    return error instanceof LimberError ? error.code : error;
  }
  return null;
}
