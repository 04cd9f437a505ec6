import { counted } from '../counted.js';
import { jointLabel, partOf } from '../document/family.js';
import { findPiece, pieceById } from '../document/find.js';
import { capital, labelFor } from '../document/naming.js';
import type { CharacterDoc, JointId, PartId, PieceId, PieceRow, ViewId } from '../document/rows.js';
import { placesAlong } from '../document/soft-line.js';
import { orderAtPose } from '../document/order-at-pose.js';
import { viewById } from '../document/view-edits.js';
import { AT_REST, apply, placedBox, type Placement } from '../joints/place-pieces.js';
import { jointById } from '../joints/joint-edits.js';
import type { JointProof } from '../joints/prove-joint.js';
import { lengthsOf, reachChains } from './limbs.js';
import { limbOf } from '../turns/measure-view.js';
import type { MotionFaults } from './faults-in-motion.js';
import type { MotionFrames } from './motions.js';
import { placeSoftly } from './place-softly.js';
import { bendsOf } from './pose.js';
import { bentLine, turnShares } from './soft-line.js';

/** Something that goes wrong in a motion, by its cause. */
export interface MotionFinding {
  kind: 'unclean' | 'unproven' | 'bare' | 'folds' | 'outside' | 'slides' | 'order';
  sentence: string;
  /** The frames in which it happens, and the worst of them. */
  frames: number[];
  worst: number;
  jointId: JointId | null;
  pieceId: PieceId | null;
}

/** A foot that slides by more than this share of its leg. */
const SLIDE = 0.005;

/** What happens in a frame, before it is grouped by its cause. */
interface Happening {
  kind: MotionFinding['kind'];
  /** Of one cause all have the same. */
  cause: string;
  frame: number;
  /** How bad it is: degrees or px. */
  figure: number;
  jointId: JointId | null;
  pieceId: PieceId | null;
}

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
  { bare, folds }: MotionFaults = { bare: [], folds: [] },
): MotionFinding[] {
  const ofPiece =
    (kind: 'bare' | 'folds') =>
    (one: { pieceId: PieceId; frame: number; area: number }): Happening => ({
      ...{ kind, cause: one.pieceId, frame: one.frame, figure: one.area, jointId: null, pieceId: one.pieceId },
    });
  const happened = [...bare.map(ofPiece('bare')), ...folds.map(ofPiece('folds'))];
  const bends = motion.poses.map((pose) => bendsOf(doc, viewId, pose));
  const placed = motion.poses.map(({ root }, frame) => placeSoftly(doc, viewId, bends[frame], root));
  const pieces = doc.pieces.filter((piece) => piece.viewId === viewId);
  const { width, height } = viewById(doc, viewId);
  for (const [frame, bent] of bends.entries()) {
    for (const [jointId, angle] of Object.entries(bent)) {
      const proof = proofs.find((one) => one.jointId === jointId);
      const joint = doc.joints.find(({ id }) => id === jointId);
      if (!joint || angle === 0) continue;
      const past = proof ? pastClean(angle * rootShare(doc, joint.childId), proof.cleanRange) : 0;
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
  happened.push(...slides(doc, viewId, motion, placed), ...orderJumps(doc, viewId, bends, placed));
  return grouped(doc, happened);
}

/** How much of a bend a piece does at its root: all of it, or of a soft one its line's first share. */
function rootShare(doc: CharacterDoc, pieceId: PieceId): number {
  const { soft } = pieceById(doc, pieceId);
  return soft ? turnShares(soft)[0] : 1;
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

/** Feet that do not go with the floor while they stand. */
function slides(
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
        const over = isBefore(order) === isBefore(then) ? 0 : boxesOverlap(doc, id, change.atId, placed[next]);
        return over > 0
          ? [{ kind: 'order', cause: change.id, frame: next, figure: over, jointId: change.jointId, pieceId: id }]
          : [];
      });
    });
  });
}

/** px² in which the boxes of two placed pieces lie over one another. */
function boxesOverlap(doc: CharacterDoc, a: PieceId, b: PieceId, placed: ReadonlyMap<string, Placement>): number {
  const [one, other] = [a, b].map((id) => placedBox(pieceById(doc, id).face, placed.get(id) ?? AT_REST));
  const along = Math.min(one.right, other.right) - Math.max(one.left, other.left);
  const down = Math.min(one.bottom, other.bottom) - Math.max(one.top, other.top);
  return Math.max(0, along) * Math.max(0, down);
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
      return { kind, frames, worst: worst.frame, jointId, pieceId, sentence: sentenceOf(doc, worst, frames.length) };
    });
}

function sentenceOf(doc: CharacterDoc, { kind, figure, jointId, pieceId }: Happening, frames: number): string {
  const joint = jointId ? jointLabel(doc, jointById(doc, jointId)) : '';
  const piece = pieceId ? labelFor(partOf(doc, pieceById(doc, pieceId))) : '';
  const during = `in ${counted(frames, 'frame')}`;
  const degrees = `${Math.round(figure)}°`;
  switch (kind) {
    case 'unclean':
      return `${capital(joint)} goes ${degrees} past where it is clean, ${during}. Widen its clean range in Joints.`;
    case 'unproven':
      return `${capital(joint)} is not proven yet, and turns by ${degrees}.`;
    case 'bare':
      return `${capital(piece)} is seen without paint, ${counted(figure, 'px', 'px')} at worst, ${during}. Paint it in Under.`;
    case 'folds':
      return `${capital(piece)} folds over itself, ${counted(figure, 'px', 'px')} at worst, ${during}. Give its line more points, or bend it less.`;
    case 'outside':
      return `${capital(piece)} reaches ${Math.round(figure)} px past the canvas, ${during}.`;
    case 'slides':
      return `${capital(piece)} slides by ${figure.toFixed(1)} px a frame while it stands, ${during}: its ankle’s range holds it back.`;
    case 'order':
      return `${capital(piece)} changes its place in the order while it lies over another piece: it is seen to jump.`;
  }
}
