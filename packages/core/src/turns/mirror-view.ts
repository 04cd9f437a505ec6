import { DiffBuilder } from '../document/diff.js';
import { drawOrder } from '../document/family.js';
import { labelFor } from '../document/naming.js';
import type {
  ApartSheets,
  CharacterDoc,
  Diff,
  DrawingViewRow,
  JointRow,
  PartId,
  PieceId,
  PieceRow,
  SheetRef,
  ViewId,
} from '../document/rows.js';
import { PRESSED_FLAT } from '../document/removal.js';
import { isFlat } from '../document/usual-views.js';
import { viewById } from '../document/view-edits.js';
import { LimberError } from '../errors.js';
import { mirroredRange } from '../joints/mirrored-range.js';
import { mirrorMarks } from '../swaps/mirror-set.js';
import type { ViewMeasure } from './measure-view.js';
import { refuseKey } from './view-list.js';

/** What is off the middle by more than this, as a share of the figure's width, lies to one side. */
const ASIDE = 0.06;

/** Something of a side view that most likely looks otherwise from the other side. */
export interface UnevenPart {
  partId: PartId;
  word: string;
}

/**
 * Parts of a view that lie to one side of the character, by a view from in front or from behind: a satchel, a parting. Seen from
 * the other side they may be hidden, or lie elsewhere. Without such a view nothing is known of it.
 */
export function unevenParts(
  doc: CharacterDoc,
  viewId: ViewId,
  measures: ReadonlyMap<ViewId, ViewMeasure>,
): UnevenPart[] {
  const flat = doc.views.find(({ id, key }) => id !== viewId && isFlat(key) && doc.pieces.some((p) => p.viewId === id));
  const measure = flat && measures.get(flat.id);
  const bounds = measure?.bounds;
  if (!flat || !measure || !bounds) return [];
  const middle = bounds.x + bounds.width / 2;
  const aside = drawOrder(doc, flat.id).flatMap((piece, at): PartId[] => {
    const found = measure.pieces[at];
    const off = found ? Math.abs(found.bounds.x + found.bounds.width / 2 - middle) : 0;
    return off > ASIDE * bounds.width ? [piece.partId] : [];
  });
  return doc.parts
    .filter(({ id, side }) => side === null && aside.includes(id))
    .filter(({ id }) => doc.pieces.some((piece) => piece.viewId === viewId && piece.partId === id))
    .map((part) => ({ partId: part.id, word: labelFor(part) }));
}

/** The pictures of a mirrored view, kept. */
export interface MirroredSheets {
  design: SheetRef;
  /** What the pieces show, where that is not their own face mirrored: what lay in front of them was left out. */
  faces: ReadonlyMap<PieceId, SheetRef>;
  /** The picture of a reference, mirrored. */
  of: (ref: SheetRef) => SheetRef;
}

/**
 * A view of the other side: everything mirrored left to right, the parts and their letters the same. Joints turn the other way,
 * drawings come pressed flat. What is left out is no longer there, nor what follows from it.
 * @param without pieces that do not show from the other side
 * @throws LimberError `nothing-cut`, `bad-name`, `name-taken`
 */
export function mirrorView(
  doc: CharacterDoc,
  viewId: ViewId,
  { key, without }: { key: string; without: ReadonlySet<PieceId> },
  sheets: MirroredSheets,
  freshId: () => string,
): Diff {
  const view = viewById(doc, viewId);
  refuseKey(doc, key, null);
  const isGone = ({ id, shadowOf }: PieceRow) => without.has(id) || (shadowOf !== null && without.has(shadowOf));
  const pieces = doc.pieces.filter((piece) => piece.viewId === viewId && !isGone(piece));
  if (pieces.length === 0)
    throw new LimberError('nothing-cut', 'There is nothing of this view to mirror.', 'Cut it into parts first.');
  const axis = view.width;
  const diff = new DiffBuilder();
  const id = freshId();
  const { design } = sheets;
  diff.add({
    ...{ ...view, id, key, version: 1, designBlob: design.blob, designArea: design.area, brought: null },
    nothingAt: view.nothingAt.map(({ x, y }) => ({ x: axis - x, y })),
  });
  const ids = new Map<string, string>(pieces.map((piece) => [piece.id, freshId()]));
  const copyOf = (one: string | null) => (one === null ? null : (ids.get(one) ?? null));
  const flip = (ref: SheetRef | null) => ref && sheets.of(ref);
  for (const piece of pieces) {
    const face = sheets.faces.get(piece.id);
    diff.add({
      ...{ ...piece, id: ids.get(piece.id) as string, version: 1, viewId: id, shadowOf: copyOf(piece.shadowOf) },
      face: face ?? sheets.of(piece.face),
      own: flip(piece.own),
      extra: flip(piece.extra),
      beneath: flip(piece.beneath),
      graft: null,
      carried: piece.carried.map((one) => ({ ...one, points: mirrorPoints(one.points, axis) })),
      soft: piece.soft && { ...piece.soft, points: mirrorPoints(piece.soft.points, axis) },
      apart: piece.apart && !face ? mirrorApart(piece.apart, sheets.of) : null,
    });
  }
  const joints = doc.joints.filter(({ childId, parentId }) => ids.has(childId) && ids.has(parentId));
  for (const joint of joints) ids.set(joint.id, freshId());
  for (const joint of joints) diff.add({ ...mirrorJoint(joint, axis), ...copiedJoint(joint, id, copyOf) });
  for (const handle of doc.handles)
    if (handle.viewId === viewId) diff.add({ ...handle, id: freshId(), version: 1, viewId: id, x: axis - handle.x });
  for (const change of doc.orderChanges) {
    const movedIds = change.movedIds.flatMap((one) => copyOf(one) ?? []);
    const [jointId, atId] = [copyOf(change.jointId), copyOf(change.atId)];
    if (!jointId || !atId || movedIds.length < change.movedIds.length) continue;
    const [low, high] = mirroredRange(change.low, change.high);
    diff.add({ ...change, id: freshId(), version: 1, viewId: id, jointId, atId, movedIds, low, high });
  }
  for (const row of doc.drawingViews)
    if (row.viewId === viewId) diff.add(mirrorDrawingView(row, id, freshId(), axis, flip));
  for (const exception of doc.exceptions)
    if (exception.viewId === viewId) diff.add({ ...exception, id: freshId(), version: 1, viewId: id });
  return diff.build();
}

function copiedJoint(joint: JointRow, viewId: ViewId, copyOf: (id: string | null) => string | null) {
  const [id, childId, parentId] = [joint.id, joint.childId, joint.parentId].map((one) => copyOf(one) as string);
  return { id, version: 1, viewId, childId, parentId, twinId: copyOf(joint.twinId) };
}

/** A joint as it lies in the mirror: at the other place, turning the other way. */
function mirrorJoint(joint: JointRow, axis: number): JointRow {
  const [rangeLow, rangeHigh] = mirroredRange(joint.rangeLow, joint.rangeHigh);
  const [wantedLow, wantedHigh] = mirroredRange(joint.wantedLow, joint.wantedHigh);
  return { ...joint, x: axis - joint.x, rangeLow, rangeHigh, wantedLow, wantedHigh };
}

const mirrorPoints = (points: readonly number[], axis: number) =>
  points.map((value, at) => (at % 2 === 0 ? axis - value : value));

function mirrorApart({ fill, shade, line }: ApartSheets, of: (ref: SheetRef) => SheetRef): ApartSheets {
  return { fill: of(fill), shade: shade && of(shade), line: line && of(line) };
}

function mirrorDrawingView(
  row: DrawingViewRow,
  viewId: ViewId,
  id: string,
  axis: number,
  flip: (ref: SheetRef | null) => SheetRef | null,
): DrawingViewRow {
  const marks = mirrorMarks(row.marks, { axis, down: 0 });
  return { ...row, id, version: 1, viewId, picture: flip(row.picture), over: flip(row.over), marks, ...PRESSED_FLAT };
}
