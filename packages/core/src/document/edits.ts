import { LimberError } from '../errors.js';
import { withDefaults } from '../options.js';
import type { JointFit } from '../joint/fit-joint.js';
import { labelFor, type NameTokens } from '../naming/scheme.js';
import { usualParent, vocabularyPart } from '../naming/vocabulary.js';
import { DiffBuilder } from './diff.js';
import { drawOrder, hangingFrom, makesRing, parentPiece, partOf } from './family.js';
import type {
  CharacterDoc,
  Diff,
  JointId,
  JointRow,
  PartId,
  PartRow,
  PieceId,
  PieceRow,
  SheetRef,
  ViewId,
} from './rows.js';

/** Depth between two neighbours in a fresh draw order. */
const DEPTH_STEP = 1024;

/** Finds a row or says in a sentence that it is gone. @throws LimberError `not-found` */
export function pieceById(doc: CharacterDoc, id: PieceId): PieceRow {
  const piece = doc.pieces.find((p) => p.id === id);
  if (!piece)
    throw new LimberError(
      'not-found',
      'That piece is no longer there.',
      'Somebody may have deleted it; undo brings it back.',
    );
  return piece;
}

/** Finds a joint. @throws LimberError `not-found` */
export function jointById(doc: CharacterDoc, id: JointId): JointRow {
  const joint = doc.joints.find((j) => j.id === id);
  if (!joint) throw new LimberError('not-found', 'That joint is no longer there.', 'Undo brings it back.');
  return joint;
}

/** The part with these tokens, or null. */
export function findPart(doc: CharacterDoc, tokens: NameTokens): PartRow | null {
  return (
    doc.parts.find(
      (p) => p.group === tokens.group && p.part === tokens.part && p.side === tokens.side && p.index === tokens.index,
    ) ?? null
  );
}

/** The piece of a part in a view, or null. */
export function findPiece(doc: CharacterDoc, viewId: ViewId, partId: PartId): PieceRow | null {
  return doc.pieces.find((p) => p.viewId === viewId && p.partId === partId) ?? null;
}

/** A depth between two neighbours; `null` stands for "nothing beyond". */
function depthBetween(below: number | null, above: number | null): number {
  if (below === null && above === null) return 0;
  if (below === null) return (above as number) - DEPTH_STEP;
  if (above === null) return below + DEPTH_STEP;
  return (below + above) / 2;
}

/** Faces after a cut: which pieces changed, and what a new piece is to be. */
export interface CutArgs {
  viewId: ViewId;
  /** New faces of pieces that are there already. */
  faces: Map<PieceId, SheetRef>;
  /** A piece that the cut makes. */
  fresh?: { pieceId: PieceId; partId: PartId; tokens: NameTokens; face: SheetRef; inFrontOf?: PieceId };
}

/** Changes faces, and adds the piece and part that a cut made, with the parent it usually has. */
export function cutPieces(doc: CharacterDoc, { viewId, faces, fresh }: CutArgs): Diff {
  const diff = new DiffBuilder();
  for (const [id, face] of faces) diff.update(pieceById(doc, id), { face });
  if (!fresh) return diff.build();
  const existing = findPart(doc, fresh.tokens);
  const order = drawOrder(doc, viewId);
  const at = fresh.inFrontOf ? order.findIndex((p) => p.id === fresh.inFrontOf) : order.length - 1;
  const depth = depthBetween(order[at]?.depth ?? null, order[at + 1]?.depth ?? null);
  if (!existing) {
    const parent = usualParent(fresh.tokens, doc.parts);
    const part: PartRow = {
      table: 'part',
      id: fresh.partId,
      version: 1,
      characterId: doc.character.id,
      ...fresh.tokens,
      parentId: parent === null ? null : doc.parts[parent].id,
    };
    diff.add(part);
    adoptChildren(doc, part, diff);
  }
  diff.add({
    table: 'piece',
    id: fresh.pieceId,
    version: 1,
    viewId,
    partId: existing?.id ?? fresh.partId,
    depth,
    face: fresh.face,
    overlap: null,
    under: null,
  });
  return diff.build();
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

/** Names a part anew. @throws LimberError `name-taken` where another part has these tokens */
export function renamePart(doc: CharacterDoc, partId: PartId, tokens: NameTokens): Diff {
  const part = doc.parts.find((p) => p.id === partId);
  if (!part) throw new LimberError('not-found', 'That part is no longer there.');
  const twin = findPart(doc, tokens);
  if (twin && twin.id !== partId) {
    throw new LimberError(
      'name-taken',
      `There is a ${labelFor(tokens)} already.`,
      'Choose another name, or add a number.',
    );
  }
  const diff = new DiffBuilder();
  diff.update(part, { group: tokens.group, side: tokens.side, part: tokens.part, index: tokens.index });
  if (part.parentId === null) {
    const others = doc.parts.filter((p) => p.id !== partId);
    const parent = usualParent(tokens, others);
    if (parent !== null && !makesRing(doc, part, others[parent].id)) diff.update(part, { parentId: others[parent].id });
  }
  return diff.build();
}

/** Deletes a piece with its joints; its pixels are the design's again. Its part goes too once no view draws it. */
export function deletePiece(doc: CharacterDoc, pieceId: PieceId): Diff {
  const piece = pieceById(doc, pieceId);
  const diff = new DiffBuilder();
  for (const joint of doc.joints) if (joint.childId === pieceId || joint.parentId === pieceId) diff.remove(joint);
  diff.remove(piece);
  if (!doc.pieces.some((p) => p.id !== pieceId && p.partId === piece.partId)) {
    const part = partOf(doc, piece);
    for (const child of doc.parts) if (child.parentId === part.id) diff.update(child, { parentId: part.parentId });
    diff.remove(part);
  }
  return diff.build();
}

/** Moves a piece in the draw order: directly in front of `behindId`, or to the very back for null. */
export function moveInOrder(doc: CharacterDoc, pieceId: PieceId, behindId: PieceId | null): Diff {
  const piece = pieceById(doc, pieceId);
  const diff = new DiffBuilder();
  if (behindId === pieceId) return diff.build();
  const others = drawOrder(doc, piece.viewId).filter((p) => p.id !== pieceId);
  const at = behindId === null ? -1 : others.findIndex((p) => p.id === behindId);
  if (behindId !== null && at < 0)
    throw new LimberError('not-found', 'The piece to go in front of is no longer there.');
  const depth = depthBetween(others[at]?.depth ?? null, others[at + 1]?.depth ?? null);
  const below = others[at]?.depth ?? -Infinity;
  const above = others[at + 1]?.depth ?? Infinity;
  if (depth > below && depth < above) {
    diff.update(piece, { depth });
    return diff.build();
  }
  // The gap has been halved away: lay the whole order out afresh.
  const order = [...others.slice(0, at + 1), piece, ...others.slice(at + 1)];
  order.forEach((p, i) => diff.update(p, { depth: i * DEPTH_STEP }));
  return diff.build();
}

/** Hangs a part from another, or from nothing. @throws LimberError `ring` */
export function setParent(doc: CharacterDoc, partId: PartId, parentId: PartId | null): Diff {
  const part = doc.parts.find((p) => p.id === partId);
  if (!part) throw new LimberError('not-found', 'That part is no longer there.');
  if (parentId !== null && !doc.parts.some((p) => p.id === parentId))
    throw new LimberError('not-found', 'The parent is no longer there.');
  if (makesRing(doc, part, parentId)) {
    throw new LimberError(
      'ring',
      `That way ${labelFor(part)} would hang from itself.`,
      'Choose a part that does not move with it.',
    );
  }
  const diff = new DiffBuilder();
  diff.update(part, { parentId });
  return diff.build();
}

function refuseOnePiece(a: PieceRow, b: PieceRow): void {
  if (a.id !== b.id && a.viewId === b.viewId) return;
  throw new LimberError('not-two-pieces', 'A joint needs two pieces of the same view.');
}

/** Which of two touching pieces turns: the one that already hangs from the other, by the vocabulary, or the smaller. @throws LimberError `not-two-pieces` */
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
  const [rangeLow, rangeHigh] = old ? [old.rangeLow, old.rangeHigh] : (vocabularyPart(part)?.range ?? [-45, 45]);
  if (old) diff.remove(old);
  diff.add({
    table: 'joint',
    id: jointId,
    version: 1,
    viewId: child.viewId,
    childId,
    parentId,
    kind: fit.kind,
    x: round(fit.x, 100),
    y: round(fit.y, 100),
    radius: round(fit.radius, 100),
    rangeLow,
    rangeHigh,
    outlineOn: old?.outlineOn ?? (fit.lineWidth > 0 ? 'back' : 'none'),
    lineWidth: round(fit.lineWidth, 100),
    lineColour: fit.lineColour.map(Math.round) as unknown as JointRow['lineColour'],
    fillColour: fit.fillColour.map(Math.round) as unknown as JointRow['fillColour'],
    discOn: old?.discOn ?? fit.discOn,
    looseness: old?.looseness ?? 0,
    rounded: false,
    confidence: round(fit.confidence, 1000),
  });
  return diff.build();
}

function round(value: number, by: number): number {
  return Math.round(value * by) / by;
}

/** What the artist may change of a joint. */
export type JointChange = Partial<
  Pick<
    JointRow,
    'x' | 'y' | 'radius' | 'rangeLow' | 'rangeHigh' | 'outlineOn' | 'discOn' | 'lineWidth' | 'looseness' | 'rounded'
  >
>;

/** Changes a joint. @throws LimberError `bad-range`, `bad-disc`, `outside` */
export function changeJoint(doc: CharacterDoc, jointId: JointId, change: JointChange): Diff {
  const joint = jointById(doc, jointId);
  const view = doc.views.find((v) => v.id === joint.viewId);
  const next = withDefaults<JointRow>(joint, change);
  if (next.rangeLow > 0 || next.rangeHigh < 0 || next.rangeLow < -180 || next.rangeHigh > 180) {
    throw new LimberError(
      'bad-range',
      'A range goes from -180° or more up to 0°, and from 0° to 180° at most.',
      'Rest, 0°, is always in it.',
    );
  }
  if (next.radius < 1 || next.radius > 4000) throw new LimberError('bad-disc', 'A disc has a radius of 1 to 4000 px.');
  if (next.lineWidth < 0 || next.lineWidth > next.radius)
    throw new LimberError('bad-disc', 'The line cannot be wider than the disc.');
  if (view && (next.x < 0 || next.y < 0 || next.x > view.width || next.y > view.height)) {
    throw new LimberError('outside', 'The pivot would lie outside the canvas.', undefined, { x: next.x, y: next.y });
  }
  const diff = new DiffBuilder();
  diff.update(joint, change);
  return diff.build();
}

/** Takes a joint away; the family stays as it is. */
export function deleteJoint(doc: CharacterDoc, jointId: JointId): Diff {
  const diff = new DiffBuilder();
  diff.remove(jointById(doc, jointId));
  return diff.build();
}

/** An end that is kept as drawn, such as a cuff, lies in front of the one that turns under it. */
export function putDrawnEndInFront(doc: CharacterDoc, jointId: JointId): Diff {
  const { discOn } = jointById(doc, jointId);
  if (discOn === 'both') return new DiffBuilder().build();
  return setInFront(doc, jointId, discOn === 'child' ? 'parent' : 'child');
}

/** Puts the joint's child (with what hangs from it) directly in front of the parent, or directly behind. */
export function setInFront(doc: CharacterDoc, jointId: JointId, inFront: 'child' | 'parent'): Diff {
  const joint = jointById(doc, jointId);
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

/** The sheets that rounding gave to pieces; null clears a sheet. */
export function setSheets(
  doc: CharacterDoc,
  sheets: Map<PieceId, { overlap: SheetRef | null; under: SheetRef | null }>,
): Diff {
  const diff = new DiffBuilder();
  for (const [id, { overlap, under }] of sheets) diff.update(pieceById(doc, id), { overlap, under });
  return diff.build();
}

/** Two diffs made one after the other, as one. */
export function joinDiffs(first: Diff, second: Diff): Diff {
  const diff = new DiffBuilder();
  for (const row of first.added) diff.add(row);
  for (const row of first.removed) diff.remove(row);
  for (const [before, after] of first.updated) diff.update(before, after);
  for (const row of second.removed) diff.remove(row);
  for (const row of second.added) diff.add(row);
  for (const [before, after] of second.updated) {
    const { version: _, ...content } = after;
    diff.update(before, content);
  }
  return diff.build();
}

/** Renames the character or its code, or marks it deleted. */
export function changeCharacter(
  doc: CharacterDoc,
  change: Partial<Pick<CharacterDoc['character'], 'name' | 'code' | 'deleted' | 'scheme'>>,
): Diff {
  const diff = new DiffBuilder();
  diff.update(doc.character, change);
  return diff.build();
}
