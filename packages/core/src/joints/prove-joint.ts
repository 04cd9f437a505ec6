import { composePiece } from '../document/compose-piece.js';
import { inFrontOf } from '../document/family.js';
import type { CharacterDoc, JointRow } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import type { BendMeasure } from './bend-rig.js';
import { bareInDisc } from './disc-paint.js';
import { rigOfJoint, switchingAngles } from './rig-of-joint.js';
import { loosenessReach } from './round-joint.js';
import { cleanLimits, findCleanRange, worstBend, type Sweep } from './sweep-joint.js';

/** A joint's sweep, coarse and then fine, and what it comes to. */
export interface BendProof extends Sweep {
  worst: BendMeasure;
  /** px of the disc that a piece lacks which is to carry it; of two, the one that lacks more. 0 where nothing was rounded. */
  discBare: number;
}

/** A joint's proof in short, as the manifest shows it. */
export interface JointProof extends Omit<BendProof, 'bends'> {
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
  return { bends, cleanRange, worst: worstBend(bends), discBare: discBare(doc, joint, art) };
}

/** How much of its disc a rounded joint's pieces lack, px. */
function discBare(doc: CharacterDoc, joint: JointRow, { pieces, design }: ViewArt): number {
  if (!joint.rounded || (joint.kind !== 'hinge' && joint.kind !== 'one-sided')) return 0;
  const disc = { ...joint, looseness: loosenessReach(joint) };
  const front = inFrontOf(doc, joint);
  const carriers = (['child', 'parent'] as const).filter((role) => joint.discOn === 'both' || joint.discOn === role);
  const lacking = carriers.map((role) => {
    const sheets = pieces.get(role === 'child' ? joint.childId : joint.parentId);
    const image = sheets && composePiece(sheets);
    return image ? bareInDisc(image, disc, front === role, design) : 0;
  });
  return Math.max(...lacking);
}
