import { composePiece, mergeSheets, type SheetBitmaps } from '../document/compose-piece.js';
import { drawSteps, inFrontOf, movedBy, type DrawStep } from '../document/family.js';
import type { CharacterDoc, JointRow, PieceId, PieceRow } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import { cropPlaced, type PlacedBitmap } from '../raster/bitmap.js';
import type { SweepPiece } from './bend-layers.js';
import { bendHalf, type Assembly } from './bend-rig.js';
import { limbAtJoint } from './limb-at-joint.js';
import { reachOf } from './piece-reach.js';
import type { Disc } from './round-joint.js';

/** A joint's disc as the rounding and the sweep take it. */
export function discOf(joint: JointRow): Disc & { fillColour: JointRow['fillColour'] } {
  const { x, y, radius, lineWidth, lineColour, fillColour, outlineOn, looseness, foldsOut } = joint;
  return { x, y, radius, lineWidth, lineColour, fillColour, outlineOn, looseness, foldsOut };
}

/** The disc of a joint, drawn out by its reach towards the middle of the piece in front. */
export function reachingDisc(joint: JointRow, front: PlacedBitmap): ReturnType<typeof discOf> {
  const disc = discOf(joint);
  const dx = front.x + front.width / 2 - joint.x;
  const dy = front.y + front.height / 2 - joint.y;
  const far = Math.hypot(dx, dy);
  if (joint.reach === 0 || far === 0) return disc;
  return { ...disc, taper: joint.taper, stretch: { x: (dx / far) * joint.reach, y: (dy / far) * joint.reach } };
}

/**
 * The pieces that a joint's sweep needs, ready to turn; null where one of the two has no paint.
 * @param order the view's pieces, back to front, where they lie otherwise than at rest
 */
export function assembleJoint(
  doc: CharacterDoc,
  joint: JointRow,
  art: ViewArt,
  order?: readonly PieceRow[],
): Assembly | null {
  const steps = drawSteps(doc, joint.viewId, order);
  const moving = movedBy(doc, joint);
  const parentAt = steps.findIndex(({ piece, sheet }) => piece.id === joint.parentId && sheet === 'piece');
  const sweepPiece = (id: PieceId): SweepPiece | null => {
    const sheets = art.pieces.get(id);
    const image = sheets ? composePiece(sheets) : null;
    // What a piece shows at rest is its face with clean edges: the share of its blends that is its own.
    const face = sheets?.line ? withLine(sheets) : (sheets?.clean ?? sheets?.face);
    const beneath = sheets && mergeSheets([sheets.own ?? null, sheets.extra ?? null, sheets.beneath ?? null]);
    return face && image ? { face, drawn: sheets?.face ?? face, image, beneath } : null;
  };
  const lineOf = (id: PieceId): PlacedBitmap | null => art.pieces.get(id)?.line ?? null;
  const parent = sweepPiece(joint.parentId);
  const child = sweepPiece(joint.childId);
  if (!parent || !child) return null;
  const side = (inFront: boolean) =>
    steps
      .filter(({ piece }, i) => moving.has(piece.id) && i > parentAt === inFront && movesNear(doc, joint, piece))
      .flatMap(({ piece, sheet }): SweepPiece[] => {
        if (sheet === 'piece') return [sweepPiece(piece.id) ?? []].flat();
        const image = lineOf(piece.id);
        return image ? [{ face: null, image }] : [];
      });
  const limb = limbAtJoint(joint, art);
  const front = inFrontOf(doc, joint) === 'child' ? child : parent;
  return {
    parent,
    parentLine: lineOf(joint.parentId),
    movingBehind: side(false),
    movingInFront: side(true),
    disc: reachingDisc(joint, front.face ?? front.image),
    ...(limb && joint.rounded && { straight: limb.straight }),
    ...(limb && { limbHalf: limb.half, border: limb.border }),
  };
}

/** The drawing steps that a joint's bend looks at, and what each is to the joint, back to front. */
export function stepsOfJoint(
  doc: CharacterDoc,
  joint: JointRow,
  order?: readonly PieceRow[],
): (DrawStep & { role: 'parent' | 'moves' })[] {
  const moving = movedBy(doc, joint);
  return drawSteps(doc, joint.viewId, order)
    .filter(({ piece }) => piece.id === joint.parentId || (moving.has(piece.id) && movesNear(doc, joint, piece)))
    .map((step) => ({ ...step, role: step.piece.id === joint.parentId ? 'parent' : 'moves' }));
}

/** Can what is drawn of a piece turn into the square in which a joint's bend is measured? */
function movesNear(doc: CharacterDoc, joint: JointRow, piece: PieceRow): boolean {
  const { x, y, width, height } = reachOf(doc, piece);
  const far = bendHalf(joint.radius, joint.reach) * Math.SQRT2 + 4;
  const dx = Math.max(x - joint.x, 0, joint.x - x - width);
  const dy = Math.max(y - joint.y, 0, joint.y - y - height);
  return piece.id === joint.childId || Math.hypot(dx, dy) <= far;
}

/** What a piece shows at rest where its line lies beneath its fill: both, as far as its face reaches. */
function withLine({ face, clean, line }: SheetBitmaps): PlacedBitmap | null {
  const shown = mergeSheets([line ?? null, clean ?? face]);
  if (!shown || !face) return shown;
  const within = cropPlaced(shown, face);
  for (let i = 3; i < within.data.length; i += 4) if (face.data[i] === 0) within.data[i] = 0;
  return within;
}
