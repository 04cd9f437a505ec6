import type { JointKind } from '../document/row-types.js';
import type { NameTokens } from '../document/naming.js';

/** Where a part usually lies in the body frame (see `bodyFrame`), and how far it may lie from there. */
interface UsualPlace {
  /** Across: 0 on the axis, 1 at half the figure's width; of side B mirrored. */
  u: number;
  /** Down: 0 crown, 1 neck, 2 crotch, 3 floor. */
  v: number;
  /** Spread, in the same units. */
  su: number;
  sv: number;
}

/** A part that a character may have, with what usually holds it. */
export interface KnownPart extends NameTokens {
  /** The heading it stands under at the bench. */
  heading: string;
  /** The parts it usually moves with, as `group/part`, of the same side where they have one: the first that is there. */
  parents: readonly string[];
  /** Degrees its joint usually has to turn through, positive clockwise for side A. */
  range: readonly [number, number];
  /** null for what does not turn by itself. */
  joint: JointKind | null;
  /** Usual place in the draw order: larger is farther in front. */
  rank: number;
  /** Hidden at rest in most designs: painted later, not cut. */
  hidden: boolean;
  /** Worn over what it hangs from, and drawn whole. */
  worn: boolean;
  place: UsualPlace | null;
}

type Side = 'A' | 'B';
interface Sketch {
  parents?: readonly string[];
  range?: readonly [number, number];
  joint?: JointKind | null;
  rank: number;
  hidden?: boolean;
  worn?: boolean;
  place?: readonly [u: number, v: number, su: number, sv: number];
}

function known(heading: string, group: string, side: Side | null, part: string | null, sketch: Sketch): KnownPart {
  const { parents = [], range = [-15, 15], joint = null, rank, hidden = false, worn = false, place } = sketch;
  // Side B bends the other way round on screen, and lies on the other side of the axis.
  const turn: readonly [number, number] = side === 'B' ? [-range[1] || 0, -range[0] || 0] : range;
  return {
    heading,
    group,
    side,
    part,
    index: null,
    parents,
    range: turn,
    joint,
    rank,
    hidden,
    worn,
    place: place ? { u: side === 'B' ? -place[0] : place[0], v: place[1], su: place[2], sv: place[3] } : null,
  };
}

export const single = (heading: string, group: string, part: string | null, sketch: Sketch) =>
  known(heading, group, null, part, sketch);

/** A part of which there is one on either side. */
export const pair = (
  heading: string,
  group: string,
  part: string | null,
  sketch: Sketch,
  farRank = sketch.rank,
): KnownPart[] => [
  known(`${heading} A`, group, 'A', part, sketch),
  known(`${heading} B`, group, 'B', part, { ...sketch, rank: farRank }),
];

/** Both sides of one heading: all of A, then all of B. */
export const sides = (...pairs: KnownPart[][]): KnownPart[] => [...pairs.map(([a]) => a), ...pairs.map(([, b]) => b)];
