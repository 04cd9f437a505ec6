import type { Place } from '../errors.js';
import { findOffcuts } from '../cut/offcuts.js';
import { drawOrder, hasLineUnder, jointLabel, parentPiece, partOf, pieceName } from '../document/family.js';
import type { CharacterDoc, JointRow, ViewId } from '../document/rows.js';
import { assembleJoint, compareAtRest, type ViewArt } from '../document/view-art.js';
import type { BendMeasure } from '../joint/bend-rig.js';
import { sweepJoint, worstBend } from '../joint/sweep-joint.js';
import { capital, checkNames } from '../naming/scheme.js';

/** The checks that are made so far, in the order they are shown. */
export type CheckId = 'rest-match' | 'offcuts' | 'inside-canvas' | 'names' | 'family' | 'pivots' | 'joints-clean';

/** One thing that is wrong: where, how much, and what would mend it. */
export interface Finding {
  sentence: string;
  pieceId?: string;
  jointId?: string;
  place?: Place;
}

/** One check of a view. */
export interface Check {
  id: CheckId;
  view: string;
  ok: boolean;
  /** The figure on show; 0 is good where the unit is px or %. */
  figure: number;
  unit: 'px' | 'pieces' | 'joints';
  /** What the figure is out of, where it counts things. */
  of?: number;
  findings: Finding[];
}

/** A joint's sweep in short, as the manifest and the ledger show it. */
export interface JointProof {
  jointId: string;
  cleanRange: [number, number] | null;
  worst: BendMeasure;
}

/** All checks of a view, with the proof of each joint. */
export interface ViewProof {
  checks: Check[];
  joints: JointProof[];
}

export interface CheckOptions {
  /** Degrees between two angles of a sweep; by default 2, and 5 for discs of over 120 px, whose faults are as much larger. */
  step?: number;
  /** Called with the share done, 0 to 1, and what is being done; return false to stop. */
  onProgress?: (share: number, what: string) => boolean | void;
}

/** Makes every check of one view from its rows and pictures alone. */
export function checkView(
  doc: CharacterDoc,
  viewId: ViewId,
  art: ViewArt,
  { step, onProgress }: CheckOptions = {},
): ViewProof {
  const tell = (share: number, what: string) => onProgress?.(share, what);
  tell(0, 'Rest match');
  const checks: Check[] = [
    restMatch(doc, viewId, art),
    offcuts(doc, viewId, art),
    insideCanvas(doc, viewId, art),
    names(doc, viewId),
    family(doc, viewId),
    pivots(doc, viewId, art),
  ];
  const joints = proveJoints(doc, viewId, art, step, tell);
  checks.push(jointsClean(doc, viewId, joints));
  return { checks, joints };
}

function keyOf(doc: CharacterDoc, viewId: ViewId): string {
  return doc.views.find((v) => v.id === viewId)?.key ?? '';
}

function restMatch(doc: CharacterDoc, viewId: ViewId, art: ViewArt): Check {
  const { differing, largest, bounds } = compareAtRest(doc, viewId, art);
  const thick = doc.joints.find((j) => j.viewId === viewId && hasLineUnder(j) && j.lineMore !== 0);
  const mend = thick
    ? `The line under ${jointLabel(doc, thick)} is not as thick as it was drawn. Set it to ${thick.lineWidth} px.`
    : 'Undo the last change, and tell us how you came here.';
  const findings: Finding[] = bounds
    ? [
        {
          sentence: `${differing} px differ from the design, by up to ${largest} of 255. ${mend}`,
          ...(thick ? { jointId: thick.id } : {}),
          place: { x: bounds.x + bounds.width / 2, y: bounds.y + bounds.height / 2 },
        },
      ]
    : [];
  return { id: 'rest-match', view: keyOf(doc, viewId), ok: differing === 0, figure: differing, unit: 'px', findings };
}

function offcuts(doc: CharacterDoc, viewId: ViewId, art: ViewArt): Check {
  const order = drawOrder(doc, viewId);
  const report = findOffcuts(
    art.design,
    order.map((p) => art.pieces.get(p.id)?.face ?? null),
  );
  const findings = report.offcuts.slice(0, 40).map((offcut) => ({
    sentence:
      offcut.belongsTo === null
        ? `${offcut.area} px of the design are in no piece. Trace them into a part.`
        : `${offcut.area} px lie beside ${pieceName(doc, order[offcut.belongsTo])} in no piece. Sweep them up.`,
    place: offcut.place,
  }));
  return {
    id: 'offcuts',
    view: keyOf(doc, viewId),
    ok: report.untakenArea === 0,
    figure: report.untakenArea,
    unit: 'px',
    findings,
  };
}

function insideCanvas(doc: CharacterDoc, viewId: ViewId, art: ViewArt): Check {
  const { width, height } = art.design;
  const order = drawOrder(doc, viewId);
  const findings: Finding[] = [];
  for (const piece of order) {
    for (const sheet of [piece.face, piece.overlap, piece.under, piece.line]) {
      if (sheet && (sheet.x < 0 || sheet.y < 0 || sheet.x + sheet.width > width || sheet.y + sheet.height > height)) {
        findings.push({ sentence: `${pieceName(doc, piece)} reaches past the canvas.`, pieceId: piece.id });
        break;
      }
    }
  }
  return {
    id: 'inside-canvas',
    view: keyOf(doc, viewId),
    ok: findings.length === 0,
    figure: order.length - findings.length,
    of: order.length,
    unit: 'pieces',
    findings,
  };
}

function names(doc: CharacterDoc, viewId: ViewId): Check {
  const order = drawOrder(doc, viewId);
  const faults = checkNames(
    order.map((p) => partOf(doc, p)),
    doc.character.scheme,
  );
  const wrong = new Set(faults.map((f) => f.at));
  return {
    id: 'names',
    view: keyOf(doc, viewId),
    ok: faults.length === 0,
    figure: order.length - wrong.size,
    of: order.length,
    unit: 'pieces',
    findings: faults.map((f) => ({ sentence: f.sentence, pieceId: order[f.at].id })),
  };
}

function family(doc: CharacterDoc, viewId: ViewId): Check {
  const order = drawOrder(doc, viewId);
  const roots = order.filter((p) => parentPiece(doc, p) === null);
  const [root, ...loose] = [...roots].sort((a, b) => b.face.area - a.face.area);
  return {
    id: 'family',
    view: keyOf(doc, viewId),
    ok: loose.length === 0,
    figure: order.length - loose.length,
    of: order.length,
    unit: 'pieces',
    findings: loose.map((p) => ({
      sentence: `${pieceName(doc, p)} moves with nothing, and neither does ${pieceName(doc, root)}. Give it a parent in Stack.`,
      pieceId: p.id,
    })),
  };
}

function pivots(doc: CharacterDoc, viewId: ViewId, art: ViewArt): Check {
  const joints = doc.joints.filter((j) => j.viewId === viewId);
  const findings: Finding[] = [];
  for (const joint of joints) {
    const at = (Math.floor(joint.y) * art.design.width + Math.floor(joint.x)) * 4 + 3;
    const child = doc.pieces.find((p) => p.id === joint.childId);
    const wrong =
      joint.x < 0 || joint.y < 0 || joint.x >= art.design.width || joint.y >= art.design.height
        ? 'lies outside the canvas. Drag the brad back onto the limb.'
        : art.design.data[at] <= 127
          ? 'lies beside the design. Drag the brad onto the limb.'
          : child && parentPiece(doc, child)?.id !== joint.parentId
            ? 'turns about one piece and hangs from another. Set its parent in Stack, or place the joint again.'
            : null;
    if (wrong)
      findings.push({
        sentence: `The pivot of ${jointLabel(doc, joint)} ${wrong}`,
        jointId: joint.id,
        place: { x: joint.x, y: joint.y },
      });
  }
  return {
    id: 'pivots',
    view: keyOf(doc, viewId),
    ok: findings.length === 0,
    figure: joints.length - findings.length,
    of: joints.length,
    unit: 'joints',
    findings,
  };
}

function proveJoints(
  doc: CharacterDoc,
  viewId: ViewId,
  art: ViewArt,
  step: number | undefined,
  tell: (share: number, what: string) => boolean | void,
): JointProof[] {
  const joints = turningJoints(doc, viewId);
  const proofs: JointProof[] = [];
  joints.forEach((joint, i) => {
    const assembly = assembleJoint(doc, joint, art);
    if (!assembly) return;
    const label = jointLabel(doc, joint);
    const sweep = sweepJoint(assembly, [joint.rangeLow, joint.rangeHigh], {
      step: step ?? (joint.radius > 120 ? 5 : 2),
      onProgress: (share) => tell(0.3 + (0.7 * (i + share)) / joints.length, `Sweep of ${label}`),
    });
    const worst = worstBend(sweep.bends);
    proofs.push({ jointId: joint.id, cleanRange: sweep.cleanRange, worst });
  });
  return proofs;
}

/** The joints that turn: a slide has no disc to prove. */
function turningJoints(doc: CharacterDoc, viewId: ViewId): JointRow[] {
  return doc.joints.filter((j) => j.viewId === viewId && j.kind !== 'slide');
}

function jointsClean(doc: CharacterDoc, viewId: ViewId, proofs: readonly JointProof[]): Check {
  const joints = turningJoints(doc, viewId);
  const findings: Finding[] = [];
  for (const joint of joints) {
    const proof = proofs.find((p) => p.jointId === joint.id);
    const label = capital(jointLabel(doc, joint));
    const [low, high] = proof?.cleanRange ?? [NaN, NaN];
    if (proof && low <= joint.rangeLow && high >= joint.rangeHigh) continue;
    const remedy = joint.rounded ? 'Narrow its range, or make the disc larger.' : 'Round both ends.';
    const sentence = !proof
      ? `${label} has a piece without paint.`
      : proof.cleanRange === null
        ? `${label} is not clean even at rest. ${remedy}`
        : `${label} is clean from ${low}° to ${high}° of ${joint.rangeLow}° to ${joint.rangeHigh}°; ${faultOf(proof.worst)} at worst. ${remedy}`;
    findings.push({ sentence, jointId: joint.id, place: proof?.worst.place ?? { x: joint.x, y: joint.y } });
  }
  return {
    id: 'joints-clean',
    view: keyOf(doc, viewId),
    ok: findings.length === 0,
    figure: joints.length - findings.length,
    of: joints.length,
    unit: 'joints',
    findings,
  };
}

/** The largest fault of a bend, in words. */
export function faultOf(bend: BendMeasure): string {
  if (bend.daylight > 0 && bend.daylight >= bend.strayLine) return `${Math.round(bend.daylight)} px of daylight`;
  if (bend.strayLine > bend.brokenLine) return `${Math.round(bend.strayLine)} px of stray line`;
  return `${Math.round(bend.brokenLine)} px of broken line`;
}
