import type { CharacterDoc, PieceId, PieceRow, ViewId } from '../document/rows.js';
import type { Place } from '../errors.js';
import { apply, type Gaze, type Placement } from '../joints/place-pieces.js';
import { placeSoftly, softBends } from './place-softly.js';
import { carriedAlong } from './soft-line.js';

/** A piece that does not sit on the design any more. */
export interface OffDesign {
  pieceId: PieceId;
  /** px that the corner of its picture moved that moved farthest. */
  far: number;
  /** Its middle in the design, and where that is now, px. */
  from: Place;
  to: Place;
}

/** px; what moved less sits where it did. */
const SITS = 0.5;

/**
 * The pieces that do not sit on the design in a pose, those that moved farthest first.
 * @param bends degrees by joint
 * @param shift px that the whole character is moved by
 * @param gaze where pupils look
 */
export function offDesign(
  doc: CharacterDoc,
  viewId: ViewId,
  bends: Readonly<Record<string, number>>,
  shift?: Place,
  gaze?: Gaze,
): OffDesign[] {
  const placed = placeSoftly(doc, viewId, bends, shift, gaze);
  const bent = softBends(doc, viewId, bends);
  return doc.pieces
    .filter((piece) => piece.viewId === viewId)
    .flatMap((piece): OffDesign[] => {
      const placement = placed.get(piece.id);
      if (!placement) return [];
      const moved = (place: Place) => standsAt(piece, placement, bent.get(piece.id) ?? 0, place);
      const far = Math.max(...cornersOf(piece).map((place) => distance(place, moved(place))));
      const from = middleOf(piece);
      return far > SITS ? [{ pieceId: piece.id, far, from, to: moved(from) }] : [];
    })
    .sort((a, b) => b.far - a.far);
}

/** Where a place of a piece is in the pose; a soft one is bent first, and then carried. */
function standsAt({ soft }: PieceRow, placement: Placement, angle: number, place: Place): Place {
  const bent = soft && angle !== 0 ? apply(carriedAlong(soft, angle, place), place.x, place.y) : place;
  return apply(placement, bent.x, bent.y);
}

function cornersOf({ face: { x, y, width, height } }: PieceRow): Place[] {
  return [x, x + width].flatMap((cornerX) => [y, y + height].map((cornerY) => ({ x: cornerX, y: cornerY })));
}

function middleOf({ face: { x, y, width, height } }: PieceRow): Place {
  return { x: x + width / 2, y: y + height / 2 };
}

function distance(a: Place, b: Place): number {
  return Math.hypot(a.x - b.x, a.y - b.y);
}
