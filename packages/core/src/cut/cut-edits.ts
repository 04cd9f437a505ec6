import { LimberError } from '../errors.js';
import type { NameTokens } from '../document/naming.js';
import { knownPart, usualParent } from '../plan/known-parts.js';
import { planEntries, planOf } from '../plan/plan.js';
import { DiffBuilder, NO_CHANGE, applyDiff, joinDiffs } from '../document/diff.js';
import { depthBetween, findPart, pieceById, refuseOnePiece } from '../document/find.js';
import { drawOrder, partOf } from '../document/family.js';
import { changeView } from '../document/view-edits.js';
import { isNeeded, leaveOrderChanges, removeJoint, removePart } from '../document/removal.js';
import type { CharacterDoc, Diff, PartId, PartRow, PieceId, PieceRow, SheetRef, ViewId } from '../document/rows.js';

/** A piece without anything but its face. */
export const PLAIN_PIECE = {
  own: null,
  extra: null,
  beneath: null,
  endsHere: false,
  graft: null,
  shadowOf: null,
  carried: [],
  soft: null,
  apart: null,
  margin: 0,
  unmix: true,
} satisfies Partial<PieceRow>;

/** What a cut left a piece with; what is not given stays. */
export interface CutSheets {
  face?: SheetRef;
  own?: SheetRef | null;
  extra?: SheetRef | null;
  beneath?: SheetRef | null;
  /** A graft is pressed flat where the paint beneath it is another. */
  graft?: null;
}

/** A piece that a cut makes. */
export interface FreshPiece {
  pieceId: PieceId;
  partId: PartId;
  tokens: NameTokens;
  face: SheetRef;
  own?: SheetRef | null;
  extra?: SheetRef | null;
  /** The piece it goes directly in front of; by its part's usual place in the draw order where not given. */
  inFrontOf?: PieceId;
}

/** Sheets after a cut: which pieces changed, and what new pieces are to be. */
export interface CutArgs {
  viewId: ViewId;
  sheets: Map<PieceId, CutSheets>;
  fresh: FreshPiece[];
}

/** Changes sheets, and adds the pieces and parts that a cut made, each with the parent it usually has. */
export function cutPieces(doc: CharacterDoc, { viewId, sheets, fresh }: CutArgs): Diff {
  const diff = new DiffBuilder();
  for (const [id, change] of sheets) diff.update(pieceById(doc, id), change);
  let diffs = diff.build();
  // One after the other, so that each finds the parts and places of those before it.
  for (const piece of fresh) diffs = joinDiffs(diffs, addPiece(applyDiff(doc, diffs), viewId, piece));
  return diffs;
}

/** Changes a view's design, and with it the sheets of its pieces. */
export function redrawView(
  doc: CharacterDoc,
  viewId: ViewId,
  { sheet, floorY }: { sheet: SheetRef; floorY: number },
  sheets: CutArgs['sheets'],
): Diff {
  const diff = changeView(doc, viewId, { designBlob: sheet.blob, designArea: sheet.area, floorY });
  return joinDiffs(diff, cutPieces(doc, { viewId, sheets, fresh: [] }));
}

function addPiece(doc: CharacterDoc, viewId: ViewId, fresh: FreshPiece): Diff {
  const diff = new DiffBuilder();
  const existing = findPart(doc, fresh.tokens);
  const order = drawOrder(doc, viewId);
  const at = fresh.inFrontOf ? order.findIndex((p) => p.id === fresh.inFrontOf) : usualPlace(doc, order, fresh.tokens);
  const depth = depthBetween(order[at]?.depth ?? null, order[at + 1]?.depth ?? null);
  if (!existing) {
    const parent = usualParent(fresh.tokens, doc.parts, planEntries(planOf(doc.character)));
    const part: PartRow = {
      table: 'part',
      id: fresh.partId,
      version: 1,
      characterId: doc.character.id,
      ...fresh.tokens,
      parentId: parent === null ? null : doc.parts[parent].id,
      alone: false,
    };
    diff.add(part);
    adoptChildren(doc, part, diff);
  }
  diff.add({
    ...PLAIN_PIECE,
    table: 'piece',
    id: fresh.pieceId,
    version: 1,
    viewId,
    partId: existing?.id ?? fresh.partId,
    depth,
    face: fresh.face,
    own: fresh.own ?? null,
    extra: fresh.extra ?? null,
  });
  return diff.build();
}

/** Index of the piece that a part usually lies directly in front of; -1 for the very back, the last for parts without a usual place. */
function usualPlace(doc: CharacterDoc, order: readonly PieceRow[], tokens: NameTokens): number {
  const rankOf = (t: NameTokens) => knownPart(t)?.rank;
  const rank = rankOf(tokens);
  if (rank === undefined) return order.length - 1;
  let at = -1;
  order.forEach((piece, i) => {
    if ((rankOf(partOf(doc, piece)) ?? Infinity) <= rank) at = i;
  });
  return at;
}

/** Parts that usually move with the new part do so from now on, unless the artist has hung them elsewhere. */
function adoptChildren(doc: CharacterDoc, part: PartRow, diff: DiffBuilder): void {
  const all = [...doc.parts, part];
  for (const child of doc.parts) {
    const usual = usualParent(child, all);
    if (usual === null || all[usual].id !== part.id || part.parentId === child.id) continue;
    const before = usualParent(child, doc.parts);
    const asUsual = child.parentId === (before === null ? null : doc.parts[before].id);
    if (asUsual) diff.update(child, { parentId: part.id });
  }
}

/** Deletes pieces with their joints; their pixels are the design's again. Their parts go too once no view draws them. */
export function deletePieces(doc: CharacterDoc, pieceIds: readonly PieceId[]): Diff {
  return pieceIds.reduce((diff, id) => joinDiffs(diff, deletePiece(applyDiff(doc, diff), id)), NO_CHANGE);
}

function deletePiece(doc: CharacterDoc, pieceId: PieceId): Diff {
  const piece = pieceById(doc, pieceId);
  const diff = new DiffBuilder();
  for (const joint of doc.joints)
    if (joint.childId === pieceId || joint.parentId === pieceId) removeJoint(doc, joint, diff);
  leaveOrderChanges(doc, piece, diff);
  for (const shadow of doc.pieces) if (shadow.shadowOf === pieceId) diff.update(shadow, { shadowOf: null });
  diff.remove(piece);
  const part = partOf(doc, piece);
  if (!isNeeded(doc, part, pieceId)) removePart(doc, part, part.parentId, diff);
  return diff.build();
}

/** Takes pieces' pixels into another: joints and children of those that go hang from it. @throws LimberError `not-two-pieces` */
export function mergePieces(doc: CharacterDoc, intoId: PieceId, goneIds: readonly PieceId[], sheets: CutSheets): Diff {
  return goneIds.reduce(
    (diff, goneId) => joinDiffs(diff, mergePiece(applyDiff(doc, diff), intoId, goneId, sheets)),
    NO_CHANGE,
  );
}

function mergePiece(doc: CharacterDoc, intoId: PieceId, goneId: PieceId, sheets: CutSheets): Diff {
  const into = pieceById(doc, intoId);
  const gone = pieceById(doc, goneId);
  refuseOnePiece(into, gone);
  const diff = new DiffBuilder();
  diff.update(into, sheets);
  const intoPart = partOf(doc, into);
  const gonePart = partOf(doc, gone);
  for (const joint of doc.joints) {
    const between = [joint.childId, joint.parentId];
    if (!between.includes(goneId)) continue;
    const other = joint.childId === goneId ? joint.parentId : joint.childId;
    const clash = other === intoId || (joint.childId === goneId && doc.joints.some((j) => j.childId === intoId));
    if (clash) removeJoint(doc, joint, diff);
    else diff.update(joint, joint.childId === goneId ? { childId: intoId } : { parentId: intoId });
  }
  leaveOrderChanges(doc, gone, diff);
  for (const shadow of doc.pieces)
    if (shadow.shadowOf === goneId) diff.update(shadow, { shadowOf: shadow.id === intoId ? null : intoId });
  diff.remove(gone);
  if (!isNeeded(doc, gonePart, goneId)) removePart(doc, gonePart, intoPart.id, diff);
  return diff.build();
}

/** What the artist sets of a piece. @throws LimberError `bad-margin` */
export function changePiece(
  doc: CharacterDoc,
  pieceId: PieceId,
  change: Partial<Pick<PieceRow, 'margin' | 'unmix' | 'extra'>>,
): Diff {
  if (change.margin !== undefined && (change.margin < 0 || change.margin > 400))
    throw new LimberError('bad-margin', 'A margin is 0 to 400 px.');
  const diff = new DiffBuilder();
  diff.update(pieceById(doc, pieceId), change);
  return diff.build();
}
