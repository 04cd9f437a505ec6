import { drawOrder, parentPiece } from '../document/family.js';
import { pieceById } from '../document/find.js';
import type { CharacterDoc, JointId, ViewId } from '../document/rows.js';
import { imageOf, type ViewArt } from '../document/view-art.js';
import { AT_REST, apply } from '../joints/place-pieces.js';
import { bordersAtRest, findLeftBehind } from '../stack/left-behind.js';
import { isRim } from '../swaps/cover-for.js';
import { withinTravel } from '../swaps/pupil-travel.js';
import { travelOf } from '../swaps/travel-of.js';
import { findOpen } from '../under/open-places.js';
import { shapeOf } from '../under/shape-of-piece.js';
import type { MotionFaults, MotionPlace } from './motion-faults.js';
import { placeSoftly } from './place-softly.js';
import { gazeIn, type Pose } from './pose.js';

/** px by which a pupil reaches out of its eye, or a piece stays behind, that nobody sees. */
const UNSEEN = 0.5;
const STAYS = 2;

/**
 * Pupils that reach out of their whites, by how far. One whose eye has a rim is hidden by it, and one that does not lie within
 * its white at rest cannot be told about.
 */
export function pupilsOut(doc: CharacterDoc, viewId: ViewId, art: ViewArt, poses: readonly Pose[]): MotionPlace[] {
  const gazes = poses.map((pose) => gazeIn(doc, viewId, pose));
  const looking = new Set(gazes.flatMap((gaze) => Object.keys(gaze)));
  return [...looking].flatMap((pieceId) => {
    const piece = pieceById(doc, pieceId);
    const eye = parentPiece(doc, piece);
    const hasRim = doc.pieces.some(
      (one) => one.viewId === viewId && isRim(doc, one) && parentPiece(doc, one)?.id === eye?.id,
    );
    const travel = hasRim ? null : travelOf(doc, piece, (id) => imageOf(art, id));
    if (!travel) return [];
    return gazes.flatMap((gaze, frame): MotionPlace[] => {
      const { x, y } = gaze[pieceId] ?? { x: 0, y: 0 };
      const [nearX, nearY] = withinTravel(travel, x, y);
      const far = Math.hypot(x - nearX, y - nearY);
      return far > UNSEEN ? [{ pieceId, frame, area: far }] : [];
    });
  });
}

/** Pieces that stay while what they sit on moves, by how far that goes without them. */
export function staysBehind(
  doc: CharacterDoc,
  viewId: ViewId,
  art: ViewArt,
  bends: readonly Readonly<Record<JointId, number>>[],
): MotionPlace[] {
  const left = findLeftBehind(doc, viewId, bordersAtRest(doc, viewId, art));
  if (left.length === 0) return [];
  return bends.flatMap((bent, frame) => {
    const placed = placeSoftly(doc, viewId, bent);
    return left.flatMap(({ pieceId, likelyId }): MotionPlace[] => {
      const { x, y, width, height } = pieceById(doc, pieceId).face;
      const middle = [x + width / 2, y + height / 2] as const;
      const [own, moves] = [pieceId, likelyId].map((id) => apply(placed.get(id) ?? AT_REST, ...middle));
      const far = Math.hypot(moves.x - own.x, moves.y - own.y);
      return far > STAYS ? [{ pieceId, frame, area: far }] : [];
    });
  });
}

/** The holes that joints open (`findOpen`), in every frame in which such a joint is turned as far. */
export function opensInMotion(
  doc: CharacterDoc,
  viewId: ViewId,
  art: ViewArt,
  bends: readonly Readonly<Record<JointId, number>>[],
): MotionFaults['open'] {
  if (bends.every((bent) => Object.values(bent).every((angle) => angle === 0))) return [];
  const shapes = new Map(
    drawOrder(doc, viewId).flatMap(({ id }, index) => {
      const shape = shapeOf(doc, viewId, art, index);
      return shape ? [[id, shape] as const] : [];
    }),
  );
  return findOpen(doc, viewId, art, { shapes }).flatMap(({ area, turns: [{ jointId, angle }] }) =>
    bends.flatMap((bent, frame) => {
      const here = bent[jointId] ?? 0;
      return here * angle > 0 && Math.abs(here) >= Math.abs(angle) ? [{ jointId, frame, area }] : [];
    }),
  );
}
