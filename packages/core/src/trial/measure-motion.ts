import { findPiece, pieceById } from '../document/find.js';
import type { CharacterDoc, JointId, PartId, PieceId, PieceRow, ViewId } from '../document/rows.js';
import { placesAlong } from '../document/soft-line.js';
import { orderAtPose } from '../document/order-at-pose.js';
import { viewById } from '../document/view-edits.js';
import { AT_REST, apply, boxesOverlap, placedBox, type Placement } from '../joints/place-pieces.js';
import type { JointProof } from '../joints/prove-joint.js';
import { lengthsOf, reachChains } from './limbs.js';
import { limbOf } from '../turns/measure-view.js';
import { drawingById, inView, marksOf, pieceOfSet, setById } from '../swaps/find-swaps.js';
import { SEATED, seatDrift } from '../swaps/seat.js';
import { rootShare } from './bends-in-motion.js';
import { findingWords, type Happening, type MotionFault } from './finding-words.js';
import { NO_FAULTS, type MotionFaults, type MotionPlace } from './motion-faults.js';
import type { MotionFrames } from './motions.js';
import { placeSoftly } from './place-softly.js';
import { bendsOf } from './pose.js';
import { bentLine } from './soft-line.js';

/** Something that goes wrong in a motion, by its cause. */
export interface MotionFinding {
  kind: MotionFault;
  sentence: string;
  /** The frames in which it happens, and the worst of them. */
  frames: number[];
  worst: number;
  jointId: JointId | null;
  pieceId: PieceId | null;
}

/** A foot that slides by more than this share of its leg. */
const SLIDE = 0.005;

/**
 * Measures every frame of a motion: joints that are not clean at their angle, by their proofs; pieces that leave the canvas; feet
 * that slide while they stand; cards that change places between two frames without having moved apart.
 * @param proofs of the view's joints, as the checks have them
 * @param faults what its pictures tell, by frame (`faultsInMotion`)
 */
export function measureMotion(
  doc: CharacterDoc,
  viewId: ViewId,
  motion: MotionFrames,
  proofs: readonly JointProof[],
  faults: MotionFaults = NO_FAULTS,
): MotionFinding[] {
  const happened = [...inPictures(faults), ...offSeat(doc, viewId, motion)];
  const bends = motion.poses.map((pose) => bendsOf(doc, viewId, pose));
  const placed = motion.poses.map(({ root }, frame) => placeSoftly(doc, viewId, bends[frame], root));
  const pieces = doc.pieces.filter((piece) => piece.viewId === viewId);
  const { width, height } = viewById(doc, viewId);
  for (const [frame, bent] of bends.entries()) {
    for (const [jointId, angle] of Object.entries(bent)) {
      const proof = proofs.find((one) => one.jointId === jointId);
      const joint = doc.joints.find(({ id }) => id === jointId);
      // What was measured in the pose itself is known better than its proof tells.
      if (!joint || angle === 0 || faults.measured.includes(jointId)) continue;
      const past = proof ? pastClean(angle * rootShare(doc, joint), proof.cleanRange) : 0;
      const about = { cause: jointId, frame, jointId, pieceId: joint.childId };
      if (!proof) happened.push({ ...about, kind: 'unproven', figure: Math.abs(angle) });
      else if (past > 0) happened.push({ ...about, kind: 'unclean', figure: past });
    }
    for (const piece of pieces) {
      const joint = piece.soft && doc.joints.find(({ childId }) => childId === piece.id);
      const bent = joint ? (bends[frame][joint.id] ?? 0) : 0;
      const past = pastCanvas(piece, placed[frame].get(piece.id), bent, width, height);
      if (past > 1)
        happened.push({
          kind: 'outside',
          cause: limbOf(doc, piece),
          frame,
          figure: past,
          jointId: null,
          pieceId: piece.id,
        });
    }
  }
  happened.push(...slidesOf(doc, viewId, motion, placed), ...orderJumps(doc, viewId, bends, placed));
  return grouped(doc, happened);
}

/** What its pictures tell of a motion. */
function inPictures({ bare, folds, out, behind, open, bends }: MotionFaults): Happening[] {
  const ofPieces = (kind: MotionFault, places: readonly MotionPlace[]) =>
    places.map(({ pieceId, frame, area }): Happening => ({
      ...{ kind, cause: pieceId, frame, figure: area, jointId: null, pieceId },
    }));
  return [
    ...ofPieces('bare', bare),
    ...ofPieces('folds', folds),
    ...ofPieces('out', out),
    ...ofPieces('behind', behind),
    ...open.map(({ jointId, frame, area }): Happening => ({
      ...{ kind: 'open', cause: jointId, frame, figure: area, jointId, pieceId: null },
    })),
    ...bends.map(({ jointId, frame, shows }): Happening => {
      const figure = Object.values(shows).reduce((sum, px) => sum + px, 0);
      return { kind: 'unclean', cause: jointId, frame, figure, jointId, pieceId: null, shows };
    }),
  ];
}

/** Drawings that show off their seats. */
function offSeat(doc: CharacterDoc, viewId: ViewId, { wears }: MotionFrames): Happening[] {
  return wears.flatMap((ids, frame) =>
    ids.flatMap((drawingId): Happening[] => {
      const row = inView(doc, drawingId, viewId);
      const set = setById(doc, drawingById(doc, drawingId).setId);
      const figure = row ? seatDrift(marksOf(doc, set, viewId), row.marks) : 0;
      const pieceId = pieceOfSet(doc, set, viewId)?.id ?? null;
      return figure > SEATED
        ? [{ kind: 'seat', cause: drawingId, frame, figure, jointId: null, pieceId, drawingId }]
        : [];
    }),
  );
}

/** Degrees past a clean range. */
function pastClean(angle: number, clean: readonly [number, number] | null): number {
  if (!clean) return Math.abs(angle);
  return Math.max(0, clean[0] - angle, angle - clean[1]);
}

/** px by which a piece reaches past the canvas; of a bent soft one, its line. */
function pastCanvas(
  { face, soft }: PieceRow,
  placement: Placement | undefined,
  bent: number,
  width: number,
  height: number,
): number {
  if (!placement) return 0;
  const past = (left: number, top: number, right: number, bottom: number) =>
    Math.max(0, -left, -top, right - width, bottom - height);
  if (!soft || bent === 0) {
    const { left, right, top, bottom } = placedBox(face, placement);
    return past(left, top, right, bottom);
  }
  const line = bentLine(soft, bent);
  const reaches = placesAlong(soft).map(({ x, y }, i) => {
    const on = apply(line[i], x, y);
    const at = apply(placement, on.x, on.y);
    return past(at.x, at.y, at.x, at.y);
  });
  return Math.max(...reaches);
}

/** Feet of a motion that do not go with the floor while they stand. */
export function slidesIn(doc: CharacterDoc, viewId: ViewId, motion: MotionFrames): Happening[] {
  if (motion.planted.every((parts) => parts.length === 0)) return [];
  const placed = motion.poses.map((pose) => placeSoftly(doc, viewId, bendsOf(doc, viewId, pose), pose.root));
  return slidesOf(doc, viewId, motion, placed);
}

function slidesOf(
  doc: CharacterDoc,
  viewId: ViewId,
  { planted, floor }: MotionFrames,
  placed: readonly ReadonlyMap<string, Placement>[],
): Happening[] {
  const chains = reachChains(doc, viewId);
  const contactOf = (partId: PartId, frame: number) => {
    const piece = findPiece(doc, viewId, partId);
    const placement = piece && placed[frame].get(piece.id);
    return piece && placement
      ? apply(placement, piece.face.x + piece.face.width / 2, piece.face.y + piece.face.height)
      : null;
  };
  return planted.flatMap((parts, frame) => {
    const next = (frame + 1) % planted.length;
    return parts.flatMap((partId): Happening[] => {
      const [from, to] = [contactOf(partId, frame), planted[next].includes(partId) ? contactOf(partId, next) : null];
      const piece = findPiece(doc, viewId, partId);
      const chain = chains.find(({ endPiece }) => endPiece === piece?.id);
      if (!from || !to || !piece || !chain) return [];
      const by = Math.hypot(to.x - from.x - floor, to.y - from.y);
      const [upper, lower] = lengthsOf(chain);
      if (by <= SLIDE * (upper + lower)) return [];
      return [{ kind: 'slides', cause: piece.id, frame, figure: by, jointId: chain.end.id, pieceId: piece.id }];
    });
  });
}

/** Cards that change places from one frame to the next while the pieces lie over one another. */
function orderJumps(
  doc: CharacterDoc,
  viewId: ViewId,
  bends: readonly Record<string, number>[],
  placed: readonly ReadonlyMap<string, Placement>[],
): Happening[] {
  const orders = bends.map((bent) => orderAtPose(doc, viewId, bent).map(({ id }) => id));
  return orders.flatMap((order, frame) => {
    const next = (frame + 1) % orders.length;
    const then = orders[next];
    return doc.orderChanges.flatMap((change): Happening[] => {
      if (change.viewId !== viewId) return [];
      return change.movedIds.flatMap((id): Happening[] => {
        const isBefore = (list: readonly PieceId[]) => list.indexOf(id) < list.indexOf(change.atId);
        const over = isBefore(order) === isBefore(then) ? 0 : piecesOverlap(doc, id, change.atId, placed[next]);
        return over > 0
          ? [{ kind: 'order', cause: change.id, frame: next, figure: over, jointId: change.jointId, pieceId: id }]
          : [];
      });
    });
  });
}

/** px² in which the boxes of two placed pieces lie over one another. */
function piecesOverlap(doc: CharacterDoc, a: PieceId, b: PieceId, placed: ReadonlyMap<string, Placement>): number {
  const [one, other] = [a, b].map((id) => placedBox(pieceById(doc, id).face, placed.get(id) ?? AT_REST));
  return boxesOverlap(one, other);
}

/** Findings by their causes: those that last longest first, of these the worst. */
function grouped(doc: CharacterDoc, happened: readonly Happening[]): MotionFinding[] {
  const causes = new Map<string, Happening[]>();
  for (const one of happened) {
    const key = `${one.kind} ${one.cause}`;
    causes.set(key, [...(causes.get(key) ?? []), one]);
  }
  return [...causes.values()]
    .map((all) => ({
      worst: all.reduce((a, b) => (b.figure > a.figure ? b : a)),
      frames: [...new Set(all.map(({ frame }) => frame))].sort((a, b) => a - b),
    }))
    .sort((a, b) => b.frames.length - a.frames.length || b.worst.figure - a.worst.figure)
    .map(({ worst, frames }): MotionFinding => {
      const { kind, jointId, pieceId } = worst;
      return { kind, frames, worst: worst.frame, jointId, pieceId, sentence: findingWords(doc, worst, frames.length) };
    });
}
