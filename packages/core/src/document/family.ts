import { counted } from '../counted.js';
import { findPart, findPiece, pieceById } from './find.js';
import { memoryOfDoc } from './keys.js';
import { nameFor, labelFor } from './naming.js';
import type { CharacterDoc, HandleRow, JointRow, PartId, PartRow, PieceId, PieceRow, ViewId } from './rows.js';

/** The pieces of a view, back to front. */
export function drawOrder(doc: CharacterDoc, viewId: ViewId): readonly PieceRow[] {
  return orders(doc, viewId, () =>
    doc.pieces.filter((piece) => piece.viewId === viewId).sort((a, b) => a.depth - b.depth || (a.id < b.id ? -1 : 1)),
  );
}

const orders = memoryOfDoc<readonly PieceRow[]>();

/** One thing that is drawn: a piece, or the outline that it has beneath its limb's fills. */
export interface DrawStep {
  piece: PieceRow;
  sheet: 'line' | 'piece';
}

/**
 * Everything that is drawn of a view, back to front: a limb's lines under all lie beneath the first of its pieces.
 * @param order the pieces, back to front, where they lie otherwise than at rest
 */
export function drawSteps(doc: CharacterDoc, viewId: ViewId, order?: readonly PieceRow[]): readonly DrawStep[] {
  return order ? stepsInOrder(doc, order) : steps(doc, viewId, () => stepsInOrder(doc, drawOrder(doc, viewId)));
}

const steps = memoryOfDoc<readonly DrawStep[]>();

function stepsInOrder(doc: CharacterDoc, order: readonly PieceRow[]): DrawStep[] {
  const drawn = new Set<PieceId>();
  return order.flatMap((piece): DrawStep[] => {
    const own: DrawStep = { piece, sheet: 'piece' };
    const limb = limbUnderLine(doc, piece.id);
    if (limb.size === 0) return [own];
    const first = ![...limb].some((id) => drawn.has(id));
    drawn.add(piece.id);
    const lines = first ? order.filter((p) => limb.has(p.id)) : [];
    return [...lines.map((p): DrawStep => ({ piece: p, sheet: 'line' })), own];
  });
}

/** Has a joint its line under all, rounded as it is? */
export function hasLineUnder(joint: JointRow): boolean {
  return joint.outlineOn === 'under' && joint.rounded && joint.lineWidth > 0 && joint.kind !== 'slide';
}

/** The joints of a character that have their line under all. */
function jointsWithLineUnder(doc: CharacterDoc): readonly JointRow[] {
  return linedUnder(doc, '', () => doc.joints.filter(hasLineUnder));
}

const linedUnder = memoryOfDoc<readonly JointRow[]>();

/** A piece and all that it is joined to by joints whose line lies under all; empty where it has no such joint. */
export function limbUnderLine(doc: CharacterDoc, pieceId: PieceId): Set<PieceId> {
  const joints = jointsWithLineUnder(doc);
  const limb = new Set<PieceId>();
  const waiting = joints.some((j) => j.childId === pieceId || j.parentId === pieceId) ? [pieceId] : [];
  for (let at = waiting.pop(); at !== undefined; at = waiting.pop()) {
    if (limb.has(at)) continue;
    limb.add(at);
    for (const { childId, parentId } of joints) {
      if (childId === at) waiting.push(parentId);
      if (parentId === at) waiting.push(childId);
    }
  }
  return limb;
}

/** The joint that a piece's line under all is drawn by: its own, or else one that hangs from it; null where it has none. */
export function lineJoint(doc: CharacterDoc, pieceId: PieceId): JointRow | null {
  const joints = jointsWithLineUnder(doc).filter((j) => j.childId === pieceId || j.parentId === pieceId);
  return joints.find((j) => j.childId === pieceId) ?? joints[0] ?? null;
}

/** The part a piece draws. @throws RangeError for a broken document. */
export function partOf(doc: CharacterDoc, piece: PieceRow): PartRow {
  const part = doc.parts.find((p) => p.id === piece.partId);
  if (!part) throw new RangeError(`piece ${piece.id} draws no part`);
  return part;
}

/** A piece's name in the character's scheme; a lifted shadow's goes by that of what it lies on. */
export function pieceName(doc: CharacterDoc, piece: PieceRow): string {
  const under = piece.shadowOf && doc.pieces.find(({ id }) => id === piece.shadowOf);
  if (under && !under.shadowOf) return `${pieceName(doc, under)}${SHADOW_ENDING}`;
  return nameFor(partOf(doc, piece), doc.character.scheme);
}

/** What a lifted shadow's name ends with, in every scheme. */
const SHADOW_ENDING = '_shadow';

/** Pieces in words: the one by its part, several by their number. */
export function nameAll(doc: CharacterDoc, pieces: readonly PieceRow[]): string {
  return pieces.length === 1 ? labelFor(partOf(doc, pieces[0])) : counted(pieces.length, 'piece');
}

/** The piece, in the same view, of the part that a piece's part moves with: the nearest one up the family that is drawn here. */
export function parentPiece(doc: CharacterDoc, { viewId, partId }: PieceRow): PieceRow | null {
  return parents(doc, `${viewId} ${partId}`, () => {
    for (const above of partsAbove(doc, partId)) {
      const found = findPiece(doc, viewId, above);
      if (found) return found;
    }
    return null;
  });
}

const parents = memoryOfDoc<PieceRow | null>();

/** Pieces with the things that they hold: what hangs from one of them and shows nothing at rest goes where that goes. */
export function withHeld(doc: CharacterDoc, pieceIds: readonly PieceId[]): PieceId[] {
  const isHeld = (piece: PieceRow) =>
    piece.face.area === 0 && !piece.beneath && pieceIds.includes(parentPiece(doc, piece)?.id ?? '');
  const held = doc.pieces.filter((piece) => !pieceIds.includes(piece.id) && isHeld(piece));
  return [...pieceIds, ...held.map(({ id }) => id)];
}

/** What a part hangs from, and what that hangs from, up to the root; a ring, which no edit makes, ends as well. */
export function* partsAbove(doc: CharacterDoc, partId: PartId): Generator<PartId> {
  const parentOf = (id: PartId) => doc.parts.find((part) => part.id === id)?.parentId ?? null;
  let id = parentOf(partId);
  for (let rung = 0; id !== null && rung <= doc.parts.length; rung++) {
    yield id;
    id = parentOf(id);
  }
}

/** The handles that a piece hangs from on the way up to its parent's piece, the nearest first. */
export function handlesAbove(doc: CharacterDoc, piece: PieceRow): HandleRow[] {
  const found: HandleRow[] = [];
  if (doc.handles.length === 0) return found;
  for (const partId of partsAbove(doc, piece.partId)) {
    if (findPiece(doc, piece.viewId, partId)) break;
    found.push(...doc.handles.filter((handle) => handle.viewId === piece.viewId && handle.partId === partId));
  }
  return found;
}

/** A piece and all that hang from it in its view, the piece first. */
export function hangingFrom(doc: CharacterDoc, piece: PieceRow): PieceRow[] {
  const moving = [piece];
  for (let i = 0; i < moving.length; i++) {
    for (const other of doc.pieces) {
      if (other.viewId === piece.viewId && !moving.includes(other) && parentPiece(doc, other)?.id === moving[i].id)
        moving.push(other);
    }
  }
  return moving;
}

/** The pieces that a joint moves: its child and all that hang from it. */
export function movedBy(doc: CharacterDoc, { childId, parentId }: JointRow): ReadonlySet<PieceId> {
  return moving(doc, `${childId} ${parentId}`, () => {
    const moved = new Set(hangingFrom(doc, pieceById(doc, childId)).map(({ id }) => id));
    moved.delete(parentId);
    return moved;
  });
}

const moving = memoryOfDoc<ReadonlySet<PieceId>>();

/** How many pieces a piece hangs from, one after the other: 0 for a root. */
export function generationOf(doc: CharacterDoc, piece: PieceRow): number {
  let generation = 0;
  for (let at = parentPiece(doc, piece); at && generation <= doc.pieces.length; at = parentPiece(doc, at)) generation++;
  return generation;
}

/** The joints of a view, from the trunk outwards. */
export function jointsOutwards(doc: CharacterDoc, viewId: ViewId): JointRow[] {
  const rank = (joint: JointRow) => {
    const piece = doc.pieces.find((p) => p.id === joint.childId);
    return piece ? generationOf(doc, piece) : 0;
  };
  return doc.joints.filter((joint) => joint.viewId === viewId).sort((a, b) => rank(a) - rank(b) || a.y - b.y);
}

/** Would `part` hang from itself if it moved with `parentId`? */
export function makesRing(doc: CharacterDoc, part: PartRow, parentId: string | null): boolean {
  return parentId !== null && (parentId === part.id || [...partsAbove(doc, parentId)].includes(part.id));
}

/** Which of a joint's two pieces is drawn in front. */
export function inFrontOf(doc: CharacterDoc, joint: JointRow): 'child' | 'parent' {
  const order = drawOrder(doc, joint.viewId).map((piece) => piece.id);
  return order.indexOf(joint.childId) > order.indexOf(joint.parentId) ? 'child' : 'parent';
}

/** A joint's own name: elbow A, or the two pieces' names where it has none. */
export function jointLabel(doc: CharacterDoc, joint: JointRow): string {
  const piece = doc.pieces.find((p) => p.id === joint.childId);
  if (!piece) return 'joint';
  const part = partOf(doc, piece);
  const known = JOINT_WORDS[`${part.group}/${part.part ?? ''}`] ?? nameFor(part, doc.character.scheme);
  return part.side && JOINT_WORDS[`${part.group}/${part.part ?? ''}`] ? `${known} ${part.side}` : known;
}

const JOINT_WORDS: Record<string, string> = {
  'arm/upper': 'shoulder',
  'arm/lower': 'elbow',
  'arm/hand': 'wrist',
  'leg/upper': 'hip',
  'leg/lower': 'knee',
  'leg/foot': 'ankle',
  // Of animals in their own words: what is a person's knee and ankle is a hind leg's stifle and hock.
  'foreleg/upper': 'shoulder',
  'foreleg/lower': 'elbow',
  'foreleg/paw': 'wrist',
  'foreleg/hoof': 'fore fetlock',
  'hindleg/upper': 'hip',
  'hindleg/lower': 'stifle',
  'hindleg/paw': 'hock',
  'hindleg/hoof': 'hind fetlock',
  'wing/upper': 'wing root',
  'wing/lower': 'wing elbow',
  'wing/tip': 'wing wrist',
  'ear/': 'ear root',
  'head/': 'neck',
  'tail/': 'tail root',
  'tail/root': 'tail root',
};

/** The piece of the same part on the other side of the body, in the same view; null where there is none, or the part has no side. */
export function twinPiece(doc: CharacterDoc, piece: PieceRow): PieceRow | null {
  const { group, part, side, index } = partOf(doc, piece);
  const twin = side && findPart(doc, { group, part, side: side === 'A' ? 'B' : 'A', index });
  return (twin && findPiece(doc, piece.viewId, twin.id)) ?? null;
}
