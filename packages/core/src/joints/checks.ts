import { compareAtRest, tilesOf } from '../cut/rest-match.js';
import { drawOrder, drawSteps, hasLineUnder, jointLabel, parentPiece, partOf, pieceName } from '../document/family.js';
import { turningJoints } from '../document/find.js';
import { deriveKey, drawnKey, isDrawnIn } from '../document/keys.js';
import { capital } from '../document/naming.js';
import type { CharacterDoc, JointRow, PieceRow, SheetsOf, ViewId } from '../document/rows.js';
import { measureUnder, viewCheck, type Finding, type Measure, type ViewCheck } from '../document/view-check.js';
import { viewById } from '../document/view-edits.js';
import { findPlanned, planOf } from '../plan/plan.js';
import type { Rect } from '../raster/bitmap.js';
import type { Difference } from '../raster/compare.js';
import { faultOf } from './bend-words.js';
import { wholeDiscLimit } from './disc-paint.js';
import { jointless } from './jointless.js';
import { cleanLimits } from './sweep-joint.js';
import { proofMeasure } from './proof-measure.js';
import { isCleanThroughout, sweptRange, type BendProof } from './prove-joint.js';

/** What is drawn of a view at rest, as keys; where given, within a rectangle. */
function drawnKeys(doc: CharacterDoc, viewId: ViewId, sheets: SheetsOf, within?: Rect): unknown {
  const { designBlob } = viewById(doc, viewId);
  const steps = drawSteps(doc, viewId).filter(({ piece }) => !within || isDrawnIn(piece, sheets, within));
  return [designBlob, steps.map(({ piece, sheet }) => [drawnKey(piece, sheets), sheet]), within];
}

const restMatch: ViewCheck<Pick<Difference, 'differing' | 'largest' | 'bounds'>> = {
  id: 'rest-match',
  measures: (doc, viewId, sheets) =>
    tilesOf(viewById(doc, viewId)).map((tile) =>
      measureUnder(() => deriveKey('rest-match 3', drawnKeys(doc, viewId, sheets, tile)), {
        what: 'Rest match',
        measure(art) {
          const { differing, largest, bounds } = compareAtRest(doc, viewId, art, tile);
          return { differing, largest, bounds };
        },
      }),
    ),
  report(doc, viewId, tiles) {
    const differing = tiles.reduce((sum, tile) => sum + tile.differing, 0);
    const largest = Math.max(0, ...tiles.map((tile) => tile.largest));
    const { bounds } = tiles.reduce((worst, tile) => (tile.differing > worst.differing ? tile : worst));
    const thick = doc.joints.find((j) => j.viewId === viewId && hasLineUnder(j) && j.lineMore !== 0);
    const mend = thick
      ? `The line under ${jointLabel(doc, thick)} is not as thick as it was drawn. Set it to ${thick.lineWidth} px.`
      : 'Undo the last change, and tell us how you came here.';
    const findings: Finding[] =
      bounds && differing > 0
        ? [
            {
              sentence: `${differing} px differ from the design, by up to ${largest} of 255. ${mend}`,
              ...(thick ? { jointId: thick.id } : {}),
              place: { x: bounds.x + bounds.width / 2, y: bounds.y + bounds.height / 2 },
            },
          ]
        : [];
    return { figure: differing, unit: 'px', findings };
  },
};

/** Whether what is drawn of each piece, in draw order, lies within the canvas. */
const insideCanvas: ViewCheck<boolean[]> = {
  id: 'inside-canvas',
  measures: (doc, viewId, sheets) => [
    measureUnder(() => deriveKey('inside-canvas 1', drawnKeys(doc, viewId, sheets)), {
      what: 'Inside the canvas',
      measure({ design: { width, height }, pieces }) {
        return drawOrder(doc, viewId).map((piece) => {
          const { face, overlap, under, line } = pieces.get(piece.id) ?? { face: null, overlap: null, under: null };
          return [face, overlap, under, line].every(
            (sheet) =>
              !sheet ||
              (sheet.x >= 0 && sheet.y >= 0 && sheet.x + sheet.width <= width && sheet.y + sheet.height <= height),
          );
        });
      },
    }),
  ],
  report(doc, viewId, [inside]) {
    const order = drawOrder(doc, viewId);
    const findings = order
      .filter((_, at) => !inside[at])
      .map((piece) => ({ sentence: `${pieceName(doc, piece)} reaches past the canvas.`, pieceId: piece.id }));
    return { figure: order.length - findings.length, of: order.length, unit: 'pieces', findings };
  },
};

/** The design's alpha at each pivot; -1 outside the canvas. */
const pivots: ViewCheck<number[]> = {
  id: 'pivots',
  measures(doc, viewId) {
    const joints = doc.joints.filter((j) => j.viewId === viewId);
    const places = joints.map(({ x, y }) => [Math.floor(x), Math.floor(y)]);
    return [
      {
        key: deriveKey('pivots 1', [viewById(doc, viewId).designBlob, places]),
        what: 'Pivots',
        measure: ({ design }) =>
          places.map(([x, y]) =>
            x < 0 || y < 0 || x >= design.width || y >= design.height
              ? -1
              : design.data[(y * design.width + x) * 4 + 3],
          ),
      },
    ];
  },
  report(doc, viewId, [alphas]) {
    const joints = doc.joints.filter((j) => j.viewId === viewId);
    const findings: Finding[] = [];
    for (const [at, joint] of joints.entries()) {
      const wrong = pivotFault(doc, joint, alphas[at]);
      if (!wrong) continue;
      const sentence = `The pivot of ${jointLabel(doc, joint)} ${wrong}`;
      findings.push({ sentence, jointId: joint.id, place: { x: joint.x, y: joint.y } });
    }
    const right = joints.length - findings.length;
    const lacking = doc.character.plan ? jointless(doc, viewId).filter((piece) => isPlanned(doc, piece)) : [];
    for (const piece of lacking) {
      const sentence = `${pieceName(doc, piece)} has no joint, and turns by the plan. Place one in Joints.`;
      findings.push({ sentence, pieceId: piece.id, lacks: true });
    }
    return { figure: right, of: joints.length + lacking.length, unit: 'joints', findings };
  },
};

function isPlanned(doc: CharacterDoc, piece: PieceRow): boolean {
  return findPlanned(planOf(doc.character), partOf(doc, piece)) !== null;
}

function pivotFault(doc: CharacterDoc, joint: JointRow, alpha: number): string | null {
  if (alpha < 0) return 'lies outside the canvas. Drag the brad back onto the limb.';
  if (alpha <= 127) return 'lies beside the design. Drag the brad onto the limb.';
  const child = doc.pieces.find((p) => p.id === joint.childId);
  if (child && parentPiece(doc, child)?.id !== joint.parentId)
    return 'turns about one piece and hangs from another. Set its parent in Stack, or place the joint again.';
  return null;
}

/** The sweeps of a view's joints that turn. */
export function sweepMeasures(doc: CharacterDoc, viewId: ViewId, sheets: SheetsOf): Measure<BendProof | null>[] {
  return turningJoints(doc, viewId).map((joint) => proofMeasure(doc, joint, sheets));
}

const jointsClean: ViewCheck<BendProof | null> = {
  id: 'joints-clean',
  measures: sweepMeasures,
  report(doc, viewId, proofs) {
    const joints = turningJoints(doc, viewId);
    const findings: Finding[] = [];
    for (const [at, joint] of joints.entries()) {
      const proof = proofs[at];
      const label = capital(jointLabel(doc, joint));
      const lacks = proof && proof.discBare > wholeDiscLimit(joint) ? proof.discBare : 0;
      if (proof && lacks === 0 && isCleanThroughout(joint, proof.cleanRange)) continue;
      const [low, high] = proof?.cleanRange ?? [NaN, NaN];
      const [least, most] = sweptRange(joint);
      const isWanted = least < joint.rangeLow || most > joint.rangeHigh;
      const remedy = joint.rounded ? 'Narrow its range, or make the disc larger.' : 'Round both ends.';
      const sentence = !proof
        ? `${label} has a piece without paint.`
        : proof.cleanRange === null
          ? `${label} is not clean even at rest. ${remedy}`
          : isCleanThroughout(joint, proof.cleanRange)
            ? `${label} lacks ${lacks} px of its disc. Move the brad or its radius so that the disc lies within the limb.`
            : `${label} is clean from ${low}° to ${high}° of ${isWanted ? 'the wanted ' : ''}${least}° to ${most}°; ${faultOf(proof.worst, cleanLimits(joint))} at worst. ${remedy}`;
      findings.push({ sentence, jointId: joint.id, place: proof?.worst.place ?? { x: joint.x, y: joint.y } });
    }
    return { figure: joints.length - findings.length, of: joints.length, unit: 'joints', findings };
  },
};

/** What Joints checks: also what rounding its ends could break. */
export const JOINTS_CHECKS = [viewCheck(restMatch), viewCheck(insideCanvas), viewCheck(pivots), viewCheck(jointsClean)];
