import { deriveKey, drawnAs } from '../document/keys.js';
import { inFrontOf } from '../document/family.js';
import type { CharacterDoc, JointRow, PieceId, SheetsOf } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import { stepsOfJoint } from './assemble-joint.js';
import type { BendMeasure } from './bend-rig.js';
import { rigOfJoint, switchingAngles } from './rig-of-joint.js';
import { cleanLimits, findCleanRange, worstBend } from './sweep-joint.js';

/** A joint's sweep in short. */
export interface BendProof {
  cleanRange: [number, number] | null;
  worst: BendMeasure;
}

/** A joint's proof, as the manifest and the ledger show it. */
export interface JointProof extends BendProof {
  jointId: string;
}

/** The angles through which a joint is to be clean, degrees: its range, and what is wanted beyond it. */
export function sweptRange(
  joint: Pick<JointRow, 'rangeLow' | 'rangeHigh' | 'wantedLow' | 'wantedHigh'>,
): [number, number] {
  return [Math.min(joint.rangeLow, joint.wantedLow), Math.max(joint.rangeHigh, joint.wantedHigh)];
}

/** Does a clean range hold all the angles through which its joint is to be clean? Never where it is null. */
export function isCleanThroughout(joint: Parameters<typeof sweptRange>[0], clean: [number, number] | null): boolean {
  const [least, most] = sweptRange(joint);
  return clean !== null && clean[0] <= least && clean[1] >= most;
}

/** Sweeps a joint through its range and what is wanted beyond it, coarse and then fine; null where one of its pieces has no paint. */
export function proveJoint(doc: CharacterDoc, joint: JointRow, art: ViewArt): BendProof | null {
  const rig = rigOfJoint(doc, joint, art);
  if (!rig) return null;
  const switches = switchingAngles(doc, joint).map(({ angle }) => angle);
  const { bends, cleanRange } = findCleanRange(rig, sweptRange(joint), cleanLimits(joint), switches);
  return { cleanRange, worst: worstBend(bends) };
}

/** The pieces that a joint's proof looks at. */
export function piecesOfProof(doc: CharacterDoc, joint: JointRow): PieceId[] {
  return [...new Set(stepsOfJoint(doc, joint).map(({ piece }) => piece.id))];
}

/** The key of a joint's proof: its disc, the angles it is swept through, and whatever is drawn near enough to be seen. */
export function proofKey(doc: CharacterDoc, joint: JointRow, sheets: SheetsOf): string {
  const { x, y, radius, lineWidth, lineColour, fillColour, outlineOn, looseness, foldsOut, reach, taper } = joint;
  const switches = switchingAngles(doc, joint);
  return deriveKey('proof 7', [
    [x, y, radius, lineWidth, lineColour, fillColour, outlineOn, looseness, foldsOut, reach, taper],
    [sweptRange(joint), joint.discOn, joint.rounded, inFrontOf(doc, joint)],
    stepsOfJoint(doc, joint).map(({ role, sheet, piece }) => [role, sheet, drawnAs(piece, sheets)]),
    ...switches.map(({ angle, order }) => [angle, order]),
  ]);
}
