import { inFrontOf, jointLabel } from '../document/family.js';
import type { SheetBitmaps } from '../document/compose-piece.js';
import { pieceById } from '../document/find.js';
import { deriveKey, drawnKey, placeOf } from '../document/keys.js';
import type { CharacterDoc, JointRow, PieceId, SheetsOf } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import { measureUnder, type Measure } from '../document/view-check.js';
import { viewById } from '../document/view-edits.js';
import type { PlacedBitmap } from '../raster/bitmap.js';
import { printOf } from '../raster/print.js';
import { stepsOfJoint } from './assemble-joint.js';
import { bendHalf, idealRadius } from './bend-rig.js';
import { limbAtJoint } from './limb-at-joint.js';
import { proveJoint, sweptRange, type BendProof } from './prove-joint.js';
import { switchingAngles } from './rig-of-joint.js';

/** A joint's proof as something that is measured. */
export function proofMeasure(doc: CharacterDoc, joint: JointRow, sheets: SheetsOf): Measure<BendProof | null> {
  return measureUnder(() => proofKey(doc, joint, sheets), {
    what: `Sweep of ${jointLabel(doc, joint)}`,
    pieces: piecesOfProof(doc, joint),
    closeKey: (art) => closeProofKey(doc, joint, art),
    measure: (art) => proveJoint(doc, joint, art),
  });
}

/** The pieces that a joint's proof looks at. */
function piecesOfProof(doc: CharacterDoc, joint: JointRow): PieceId[] {
  return [...new Set(stepsOfJoint(doc, joint).map(({ piece }) => piece.id))];
}

/** The key of a joint's proof: its disc, the angles it is swept through, and whatever is drawn near enough to be seen. */
export function proofKey(doc: CharacterDoc, joint: JointRow, sheets: SheetsOf): string {
  return deriveKey('proof 11', [
    ...turnsOf(doc, joint),
    stepsOfJoint(doc, joint).map(({ role, sheet, piece }) => [
      ...[role, sheet, drawnKey(piece, sheets)],
      // What may come into view: it is part of what is drawn, and tells itself apart.
      [piece.own, piece.extra, piece.beneath].map(placeOf),
    ]),
    ...switchesOf(doc, joint),
  ]);
}

/** A joint's own part in its key, and that of how it is swept. */
function turnsOf(doc: CharacterDoc, joint: JointRow): unknown[] {
  const { x, y, radius, lineWidth, lineColour, fillColour, outlineOn, looseness, foldsOut, reach, taper } = joint;
  return [
    [x, y, radius, lineWidth, lineColour, fillColour, outlineOn, looseness, foldsOut, reach, taper],
    [sweptRange(joint), joint.discOn, joint.rounded, joint.kind, inFrontOf(doc, joint)],
  ];
}

function switchesOf(doc: CharacterDoc, joint: JointRow): unknown[] {
  return switchingAngles(doc, joint).map(({ angle, order }) => [angle, order]);
}

/**
 * The key of a joint's proof by the paint that its bend looks at: what was changed of its pieces elsewhere, as at the limb's
 * other end, makes no difference.
 */
function closeProofKey(doc: CharacterDoc, joint: JointRow, art: ViewArt): string {
  const limb = limbAtJoint(joint, art);
  const { x, y } = joint;
  const square = bendHalf(idealRadius(joint.radius, limb?.half), joint.reach) * Math.SQRT2 + 4;
  const cut = (limb?.border ?? []).map((point) => Math.hypot(point.x - x, point.y - y));
  const far = Math.ceil(cut.reduce((most, one) => Math.max(most, one), square)) + 2;
  const near = { x: Math.floor(x) - far, y: Math.floor(y) - far, width: 2 * far + 1, height: 2 * far + 1 };
  return deriveKey('close proof 1', [
    ...turnsOf(doc, joint),
    viewById(doc, joint.viewId).designBlob,
    // Of both faces the middle and the border count, wherever those lie.
    [joint.childId, joint.parentId].map((id) => placeOf(pieceById(doc, id).face)),
    stepsOfJoint(doc, joint).map(({ role, sheet, piece }) => {
      const { face, overlap, under, clean, line, own, extra, beneath } = art.pieces.get(piece.id) ?? NO_SHEETS;
      const prints = [face, overlap, under, clean, line, own, extra, beneath].map((one) => printOf(one, near));
      return [role, sheet, piece.id === joint.childId, ...prints, joint.reach > 0 && [clean, line].map(rectOf)];
    }),
    ...switchesOf(doc, joint),
  ]);
}

/** A sheet's rectangle: a disc is drawn out towards its middle. */
function rectOf(sheet: PlacedBitmap | null | undefined): unknown {
  return sheet && [sheet.x, sheet.y, sheet.width, sheet.height];
}

const NO_SHEETS: SheetBitmaps = { face: null, overlap: null, under: null };
