import { drawOrder, partOf } from '../document/family.js';
import { labelFor } from '../document/naming.js';
import { pieceById } from '../document/find.js';
import type { CharacterDoc, JointRow, PieceId, ViewId } from '../document/rows.js';

/** A limb of two stretches that can reach: an arm to its hand, a leg to its foot. */
export interface ReachChain {
  /** In words: arm A. */
  word: string;
  group: string;
  side: string | null;
  /** Where it hangs, where it bends, and where its end turns. */
  root: JointRow;
  middle: JointRow;
  end: JointRow;
  /** The piece at its end. */
  endPiece: PieceId;
}

/** Groups whose limbs reach. */
const REACHING = ['arm', 'leg', 'foreleg', 'hindleg'];

/** The limbs of a view that reach: those with a joint at their root, at their middle and at their end. */
export function reachChains(doc: CharacterDoc, viewId: ViewId): ReachChain[] {
  const joints = doc.joints.filter((joint) => joint.viewId === viewId);
  const jointOf = (pieceId: PieceId) => joints.find(({ childId }) => childId === pieceId) ?? null;
  return drawOrder(doc, viewId).flatMap((piece): ReachChain[] => {
    const part = partOf(doc, piece);
    const end = REACHING.includes(part.group) ? jointOf(piece.id) : null;
    const middle = end && jointOf(end.parentId);
    const root = middle && jointOf(middle.parentId);
    if (!end || !middle || !root) return [];
    const alike = [end.parentId, middle.parentId].every((id) => {
      const other = partOf(doc, pieceById(doc, id));
      return other.group === part.group && other.side === part.side;
    });
    if (!alike) return [];
    const { group, side } = part;
    const word = labelFor({ group, side, part: null, index: null });
    return [{ word, group, side, root, middle, end, endPiece: piece.id }];
  });
}

/** How long both stretches of a limb are, px. */
export function lengthsOf({ root, middle, end }: ReachChain): [upper: number, lower: number] {
  return [Math.hypot(middle.x - root.x, middle.y - root.y), Math.hypot(end.x - middle.x, end.y - middle.y)];
}

/** An angle as far as a joint's range allows it, degrees. */
export function within({ rangeLow, rangeHigh }: Pick<JointRow, 'rangeLow' | 'rangeHigh'>, angle: number): number {
  return Math.max(rangeLow, Math.min(rangeHigh, angle));
}
