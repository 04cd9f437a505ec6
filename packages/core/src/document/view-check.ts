import type { Place } from '../errors.js';
import type { CharacterDoc, JointId, PieceId, SheetsOf, ViewId } from './rows.js';
import type { ViewArt } from './view-art.js';

/** The checks that are made so far. */
export type CheckId =
  | 'rest-match'
  | 'offcuts'
  | 'inside-canvas'
  | 'names'
  | 'family'
  | 'pivots'
  | 'joints-clean'
  | 'hidden-paint'
  | 'swap-seats'
  | 'size';

/** One thing that is wrong: where, how much, and what would mend it. */
export interface Finding {
  sentence: string;
  pieceId?: string;
  jointId?: string;
  place?: Place;
  /** Where the same is found besides, and at which pieces. */
  also?: { place: Place; pieceId?: string }[];
  /** Would sweeping up at its place mend it? */
  sweeps?: boolean;
  /** Is it that something planned is not there? */
  lacks?: boolean;
  /** The pose in which it shows, degrees by joint. */
  bends?: Readonly<Record<JointId, number>>;
}

/** One check of a view. */
export interface Check {
  id: CheckId;
  view: string;
  ok: boolean;
  /** The figure on show; 0 is good where the unit is px or %. */
  figure: number;
  unit: 'px' | 'pieces' | 'joints';
  /** What the figure is out of, where it counts things. */
  of?: number;
  findings: Finding[];
}

/** Something that a check measures on the pictures: derived, so that what nothing has touched costs nothing. */
export interface Measure<M> {
  key: string;
  /** What is being done, for progress. */
  what: string;
  /** The pieces it looks at, where those are not all. */
  pieces?: readonly PieceId[];
  /**
   * A key by what the pictures show where it looks, which is quicker to make than the measure: what is known under it holds
   * though its pieces have changed elsewhere.
   */
  closeKey?(art: ViewArt): string;
  /** Measures of one station that look at all share what they work out. */
  station?: number;
  measure(art: ViewArt): M;
}

/** A measure whose key is worked out where it is first asked for: a thread makes some of a view's, and asks for no other's. */
export function measureUnder<M>(keyOf: () => string, measure: Omit<Measure<M>, 'key'>): Measure<M> {
  let key: string | undefined;
  return {
    ...measure,
    get key() {
      return (key ??= keyOf());
    },
  };
}

/**
 * A check that a station makes. What is measured is plain data without names or ids, so that the same pixels give the same
 * measures; the report puts it into words for the character as it is.
 */
export interface ViewCheck<M = unknown> {
  id: CheckId;
  /** @param sheets what is derived of the pieces */
  measures(doc: CharacterDoc, viewId: ViewId, sheets: SheetsOf): Measure<M>[];
  /**
   * @param measured what the measures came to, in their order
   * @param found what an earlier station has found already for the same check
   */
  report(
    doc: CharacterDoc,
    viewId: ViewId,
    measured: readonly M[],
    found: readonly Finding[],
  ): Omit<Check, 'id' | 'view' | 'ok'>;
}

/** A list may hold checks of any measure; each gets back only what it measured itself. */
export function viewCheck<M>(check: ViewCheck<M>): ViewCheck {
  return check;
}
