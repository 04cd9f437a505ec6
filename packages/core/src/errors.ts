/** A point or spot on the canvas, px, that a finding or an error can lead to. */
export interface Place {
  x: number;
  y: number;
}

/**
 * The one error class of Limber Sheaf: `code` is for programs, `sentence` for the person at the bench,
 * `remedy` says what would mend it. Thrown only for bad files, stale edits and broken rules; a computation
 * that may fail for a reason the artist can act on returns a `Refusal` instead.
 */
export class LimberError extends Error {
  constructor(
    readonly code: string,
    readonly sentence: string,
    readonly remedy?: string,
    readonly place?: Place,
  ) {
    super(sentence);
    this.name = 'LimberError';
  }
}

/** A computation's clear "no": why, and where. */
export interface Refusal {
  ok: false;
  code: string;
  sentence: string;
  place?: Place;
}

/** A result, or the reason why there is none. */
export type Result<T> = ({ ok: true } & T) | Refusal;

/** Builds a `Refusal`. */
export function refuse(code: string, sentence: string, place?: Place): Refusal {
  return place ? { ok: false, code, sentence, place } : { ok: false, code, sentence };
}

/** Turns a refusal into an error where the caller cannot go on without the result. @throws LimberError */
export function orRefuse<T extends { ok: true }>(result: T | Refusal): T {
  if (result.ok) return result;
  throw new LimberError(result.code, result.sentence, undefined, result.place);
}
