import { applyDiff } from '../document/diff.js';
import { pieceById } from '../document/find.js';
import type { CharacterDoc, JointRow, PieceId } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import { AT_REST, boxesOverlap, placePieces, placedBox } from '../joints/place-pieces.js';
import type { PlacedBitmap } from '../raster/bitmap.js';
import { layLimb } from '../stack/limb-order.js';
import { turnLimb, type TurnedLimb } from '../stack/order-hints.js';
import { drawPose, poseImages, roomOfPoses } from '../trial/draw-pose.js';
import { poseOf } from '../trial/pose.js';

/** A limb in front of what it hangs from, and behind it. */
export interface BothWays {
  inFront: PlacedBitmap;
  behind: PlacedBitmap;
}

/** Shares of a joint's range at which is looked how far the limb lies over what it hangs from. */
const TRIED = [0, 0.5, 1];

/**
 * Draws a limb in front of what it hangs from and behind it, bent to where they lie over one another most, with all that is
 * near: what shows which of the two it is.
 *
 * @param side px of the longer side of a whole view so drawn
 * @returns null for what is no limb
 */
export function drawBothWays(doc: CharacterDoc, art: ViewArt, pieceId: PieceId, side: number): BothWays | null {
  const piece = pieceById(doc, pieceId);
  const turned = turnLimb(doc, piece);
  if (!turned) return null;
  const joint = doc.joints.find(({ childId }) => childId === pieceId);
  const pose = poseOf(doc, joint ? { [joint.id]: mostOver(doc, joint, turned) } : {});
  const scale = Math.min(1, side / Math.max(art.design.width, art.design.height));
  const images = poseImages(doc, piece.viewId, art, { scale, wears: [] });
  const near = new Set([...turned.pieceIds, turned.trunkId]);
  const own = new Map([...images.pieces].filter(([id]) => near.has(id)));
  const room = roomOfPoses(doc, piece.viewId, { ...images, pieces: own, lines: new Map(), overs: [] }, [pose]);
  const [inFront, behind] = (['in-front', 'behind'] as const).map((to) => {
    const laid = applyDiff(doc, layLimb(doc, piece, to));
    return drawPose(laid, piece.viewId, images, pose, room);
  });
  return { inFront, behind };
}

/** The angle of a joint's range at which its limb lies over what it hangs from most, by their boxes; of equal ones the smallest. */
function mostOver(doc: CharacterDoc, joint: JointRow, { pieceIds, trunkId }: TurnedLimb): number {
  const trunk = pieceById(doc, trunkId);
  const angles = [...new Set(TRIED.flatMap((share) => [share * joint.rangeLow, share * joint.rangeHigh]))];
  const over = (angle: number) => {
    const placed = placePieces(doc, trunk.viewId, { [joint.id]: angle });
    const box = placedBox(trunk.face, placed.get(trunkId) ?? AT_REST);
    return pieceIds.reduce((sum, id) => {
      const own = placedBox(pieceById(doc, id).face, placed.get(id) ?? AT_REST);
      return sum + boxesOverlap(box, own);
    }, 0);
  };
  return angles.sort((a, b) => over(b) - over(a) || Math.abs(a) - Math.abs(b))[0];
}
