import { LimberError } from '../errors.js';
import { withDefaults } from '../options.js';
import { removeJoint } from '../document/removal.js';
import type { JointFit } from './fit-joint.js';
import { labelFor } from '../document/naming.js';
import { usualParent } from '../plan/known-parts.js';
import { plannedPart } from '../plan/plan.js';
import { DiffBuilder } from '../document/diff.js';
import { DEPTH_STEP, pieceById, refuseOnePiece } from '../document/find.js';
import { uniteRects } from '../raster/bitmap.js';
import { JOINT_FIELDS, JOINT_FIELD_NAMES, MOST_RADIUS, type JointChange } from './joint-fields.js';
import { drawOrder, hangingFrom, inFrontOf, makesRing, parentPiece, partOf, twinPiece } from '../document/family.js';
import type { CharacterDoc, Diff, JointId, JointRow, PieceId, PieceRow, ViewId } from '../document/rows.js';

/** Finds a joint. @throws LimberError `not-found` */
export function jointById(doc: CharacterDoc, id: JointId): JointRow {
  const joint = doc.joints.find((j) => j.id === id);
  if (!joint) throw new LimberError('not-found', 'That joint is no longer there.', 'Undo brings it back.');
  return joint;
}

/** Which of two touching pieces turns: the one that already hangs from the other, by the plan, or the smaller. @throws LimberError `not-two-pieces` */
export function childAndParent(doc: CharacterDoc, a: PieceRow, b: PieceRow): { child: PieceRow; parent: PieceRow } {
  refuseOnePiece(a, b);
  if (parentPiece(doc, a)?.id === b.id) return { child: a, parent: b };
  if (parentPiece(doc, b)?.id === a.id) return { child: b, parent: a };
  const partA = partOf(doc, a);
  const partB = partOf(doc, b);
  if (usualParent(partA, [partB]) !== null) return { child: a, parent: b };
  if (usualParent(partB, [partA]) !== null) return { child: b, parent: a };
  return a.face.area <= b.face.area ? { child: a, parent: b } : { child: b, parent: a };
}

/** Puts a joint between two pieces; the child moves with the parent from now on. */
export function placeJoint(
  doc: CharacterDoc,
  jointId: JointId,
  childId: PieceId,
  parentId: PieceId,
  fit: JointFit & Pick<JointRow, 'kind' | 'discOn'>,
): Diff {
  const child = pieceById(doc, childId);
  const parent = pieceById(doc, parentId);
  refuseOnePiece(child, parent);
  const part = partOf(doc, child);
  const parentPart = partOf(doc, parent);
  refuseOutside(doc, child.viewId, fit);
  const most = mostRadius(doc, { childId, parentId });
  if (!(fit.radius >= 1 && fit.radius <= most))
    throw new LimberError(
      'bad-disc',
      `A disc here has a radius of 1 to ${most} px: larger than the limb it cannot be.`,
    );
  const diff = new DiffBuilder();
  if (parentPiece(doc, child)?.id !== parentId) {
    if (makesRing(doc, part, parentPart.id)) {
      throw new LimberError(
        'ring',
        `The ${labelFor(parentPart)} already moves with ${labelFor(part)}.`,
        'Turn the family round in Stack first.',
      );
    }
    diff.update(part, { parentId: parentPart.id });
  }
  const old = doc.joints.find((j) => j.childId === childId);
  const [rangeLow, rangeHigh] = old ? [old.rangeLow, old.rangeHigh] : (plannedPart(doc, part)?.range ?? [-45, 45]);
  if (old) {
    unlink(doc, [old], diff);
    removeJoint(doc, old, diff);
  }
  diff.add({
    table: 'joint',
    id: jointId,
    version: 1,
    viewId: child.viewId,
    childId,
    parentId,
    kind: fit.kind,
    reach: old?.reach ?? (fit.kind === 'swivel' ? round(fit.radius / 2, 10) : 0),
    taper: old?.taper ?? 0,
    foldsOut: old?.foldsOut ?? false,
    twinId: null,
    ...fittedDisc(fit),
    rangeLow,
    rangeHigh,
    wantedLow: old?.wantedLow ?? 0,
    wantedHigh: old?.wantedHigh ?? 0,
    outlineOn: old?.outlineOn ?? (fit.lineWidth > 0 ? 'back' : 'none'),
    lineColour: fit.lineColour.map(Math.round) as unknown as JointRow['lineColour'],
    fillColour: fit.fillColour.map(Math.round) as unknown as JointRow['fillColour'],
    discOn: old?.discOn ?? fit.discOn,
    looseness: old?.looseness ?? 0,
    lineMore: old?.lineMore ?? 0,
    rounded: false,
    confidence: round(fit.confidence, 1000),
  });
  return diff.build();
}

/** Where a fit puts a joint, as it is kept: to a hundredth of a pixel. */
export function fittedDisc(
  fit: Pick<JointFit, 'x' | 'y' | 'radius' | 'lineWidth'>,
): Pick<JointRow, 'x' | 'y' | 'radius' | 'lineWidth'> {
  const { x, y, radius, lineWidth } = fit;
  return { x: round(x, 100), y: round(y, 100), radius: round(radius, 100), lineWidth: round(lineWidth, 100) };
}

function round(value: number, by: number): number {
  return Math.round(value * by) / by;
}

/** Changes a joint. @throws LimberError `bad-range`, `bad-disc`, `outside` */
export function changeJoint(doc: CharacterDoc, jointId: JointId, change: JointChange): Diff {
  const joint = jointById(doc, jointId);
  const next = withDefaults<JointRow>(joint, change);
  if (!isRange(next.rangeLow, next.rangeHigh)) {
    throw new LimberError(
      'bad-range',
      'A range goes from -180° or more up to 0°, and from 0° to 180° at most.',
      'Rest, 0°, is always in it.',
    );
  }
  if (!isRange(next.wantedLow, next.wantedHigh)) {
    throw new LimberError(
      'bad-range',
      'What is wanted goes from -180° or more up to 0°, and from 0° to 180° at most.',
      'Where it is no more than the range, the range counts.',
    );
  }
  const most = mostRadius(doc, joint);
  if (next.radius < 1 || next.radius > most)
    throw new LimberError(
      'bad-disc',
      `A disc here has a radius of 1 to ${most} px: larger than the limb it cannot be.`,
    );
  if (next.reach < 0 || next.reach > 4 * next.radius)
    throw new LimberError('bad-disc', 'The reach goes up to four times the radius.');
  if (next.lineWidth < 0 || next.lineWidth > next.radius)
    throw new LimberError('bad-disc', 'The line cannot be wider than the disc.');
  if (next.outlineOn === 'under' && next.lineWidth === 0)
    throw new LimberError('no-line', 'This limb has no outline that could lie under it.', 'Set its line width first.');
  if (next.lineWidth + next.lineMore < 0) throw new LimberError('bad-disc', 'The line cannot be thinner than nothing.');
  refuseOutside(doc, joint.viewId, next);
  const diff = new DiffBuilder();
  diff.update(joint, change);
  const twin = doc.joints.find((j) => j.id === joint.twinId);
  if (twin) diff.update(twin, inStep(doc, joint, twin, change));
  return diff.build();
}

/** Angles about rest, at most half a turn to either side. */
function isRange(low: number, high: number): boolean {
  return low >= -180 && low <= 0 && high >= 0 && high <= 180;
}

/** @throws LimberError `outside` */
function refuseOutside(doc: CharacterDoc, viewId: ViewId, at: { x: number; y: number }): void {
  const view = doc.views.find((v) => v.id === viewId);
  if (!view || (at.x >= 0 && at.y >= 0 && at.x <= view.width && at.y <= view.height)) return;
  const place = Number.isFinite(at.x) && Number.isFinite(at.y) ? { x: at.x, y: at.y } : undefined;
  throw new LimberError('outside', 'The pivot would lie outside the canvas.', 'Put it onto the limb.', place);
}

/** The largest disc that two pieces can share, px: half of what they measure together. */
export function mostRadius(doc: CharacterDoc, { childId, parentId }: Pick<JointRow, 'childId' | 'parentId'>): number {
  const { width, height } = uniteRects(pieceById(doc, childId).face, pieceById(doc, parentId).face);
  return Math.min(MOST_RADIUS, Math.ceil(Math.max(width, height) / 2));
}

/** Mirrored, the low end of a range is the high one of the other. */
const OTHER_END: Record<string, string> = {
  rangeLow: 'rangeHigh',
  rangeHigh: 'rangeLow',
  wantedLow: 'wantedHigh',
  wantedHigh: 'wantedLow',
};

/** What a linked joint takes over from the one that was changed: everything but where it is, mirrored for the other side. */
function inStep(doc: CharacterDoc, from: JointRow, to: JointRow, change: Partial<JointRow>): Partial<JointRow> {
  const sideOf = (joint: JointRow) => partOf(doc, pieceById(doc, joint.childId)).side;
  const mirrored = sideOf(from) !== sideOf(to);
  const scale = to.radius / from.radius;
  const next: Record<string, unknown> = {};
  for (const name of JOINT_FIELD_NAMES) {
    const value = change[name];
    const { linked } = JOINT_FIELDS[name];
    if (value === undefined || linked === false) continue;
    if (linked === 'scaled') next[name] = round((value as number) * scale, 10);
    else if (linked === 'mirrored' && mirrored) next[OTHER_END[name]] = -(value as number) || 0;
    else next[name] = value;
  }
  return next;
}

/**
 * Gives a joint what another one has (range, outline, reach and taper, whose end is rounded, looseness), mirrored where it
 * is on the other side; linked, the two stay in step from now on.
 */
export function copyJoint(doc: CharacterDoc, fromId: JointId, toId: JointId, link: boolean): Diff {
  const from = jointById(doc, fromId);
  const to = jointById(doc, toId);
  if (from.id === to.id) throw new LimberError('not-two-joints', 'A joint cannot be copied onto itself.');
  const diff = new DiffBuilder();
  unlink(doc, [from, to], diff);
  diff.update(to, { ...inStep(doc, from, to, from), twinId: link ? from.id : null });
  diff.update(from, { twinId: link ? to.id : null });
  return diff.build();
}

/** Ends the link between two joints; both stay as they are. */
export function unlinkJoint(doc: CharacterDoc, jointId: JointId): Diff {
  const diff = new DiffBuilder();
  const joint = jointById(doc, jointId);
  unlink(doc, [joint], diff);
  diff.update(joint, { twinId: null });
  return diff.build();
}

/** Lets go of the partners that joints are linked with now. */
function unlink(doc: CharacterDoc, joints: readonly JointRow[], diff: DiffBuilder): void {
  for (const joint of joints) {
    const partner = doc.joints.find((j) => j.id === joint.twinId);
    if (partner && !joints.includes(partner)) diff.update(partner, { twinId: null });
  }
}

/** The joint of the same part on the other side, or null. */
export function otherSide(doc: CharacterDoc, joint: JointRow): JointRow | null {
  return twinJoint(doc, pieceById(doc, joint.childId));
}

/** The joint about which the same part turns on the other side of the body, or null. */
export function twinJoint(doc: CharacterDoc, piece: PieceRow): JointRow | null {
  const twin = twinPiece(doc, piece);
  return doc.joints.find(({ childId }) => childId === twin?.id) ?? null;
}

/** Takes a joint away; the family stays as it is. */
export function deleteJoint(doc: CharacterDoc, jointId: JointId): Diff {
  const diff = new DiffBuilder();
  const joint = jointById(doc, jointId);
  unlink(doc, [joint], diff);
  removeJoint(doc, joint, diff);
  return diff.build();
}

/**
 * Puts the joint's child (with what hangs from it) directly in front of the parent, or directly behind; an order that is
 * so already stays as it is.
 */
export function setInFront(doc: CharacterDoc, jointId: JointId, inFront: 'child' | 'parent'): Diff {
  const joint = jointById(doc, jointId);
  if (inFrontOf(doc, joint) === inFront) return new DiffBuilder().build();
  const child = pieceById(doc, joint.childId);
  const moving = new Set(hangingFrom(doc, child).map((p) => p.id));
  const order = drawOrder(doc, joint.viewId);
  const limb = order.filter((p) => moving.has(p.id));
  const others = order.filter((p) => !moving.has(p.id));
  const at = others.findIndex((p) => p.id === joint.parentId) + (inFront === 'child' ? 1 : 0);
  const low = others[at - 1]?.depth ?? null;
  const high = others[at]?.depth ?? null;
  const diff = new DiffBuilder();
  const from = low ?? (high ?? 0) - DEPTH_STEP;
  const gap = ((high ?? from + DEPTH_STEP) - from) / (limb.length + 1);
  if (gap > 1e-6) limb.forEach((p, i) => diff.update(p, { depth: from + gap * (i + 1) }));
  else
    [...others.slice(0, at), ...limb, ...others.slice(at)].forEach((p, i) => diff.update(p, { depth: i * DEPTH_STEP }));
  return diff.build();
}
