import { nameFor } from '../naming/scheme.js';
import type { CharacterDoc, JointRow, PartRow, PieceRow, ViewId } from './rows.js';

/** The pieces of a view, back to front. */
export function drawOrder(doc: CharacterDoc, viewId: ViewId): PieceRow[] {
  return doc.pieces
    .filter((piece) => piece.viewId === viewId)
    .sort((a, b) => a.depth - b.depth || (a.id < b.id ? -1 : 1));
}

/** The part a piece draws. @throws RangeError for a broken document. */
export function partOf(doc: CharacterDoc, piece: PieceRow): PartRow {
  const part = doc.parts.find((p) => p.id === piece.partId);
  if (!part) throw new RangeError(`piece ${piece.id} draws no part`);
  return part;
}

/** A piece's name in the character's scheme. */
export function pieceName(doc: CharacterDoc, piece: PieceRow): string {
  return nameFor(partOf(doc, piece), doc.character.scheme);
}

/** The piece, in the same view, of the part that a piece's part moves with: the nearest one up the family that is drawn here. */
export function parentPiece(doc: CharacterDoc, piece: PieceRow): PieceRow | null {
  let part: PartRow | undefined = partOf(doc, piece);
  for (let rung = 0; part?.parentId && rung <= doc.parts.length; rung++) {
    const parentId: string = part.parentId;
    const found = doc.pieces.find((p) => p.viewId === piece.viewId && p.partId === parentId);
    if (found) return found;
    part = doc.parts.find((p) => p.id === parentId);
  }
  return null;
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
  let at = parentId;
  for (let rung = 0; at !== null && rung <= doc.parts.length; rung++) {
    if (at === part.id) return true;
    at = doc.parts.find((p) => p.id === at)?.parentId ?? null;
  }
  return false;
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
  'head/': 'neck',
  'tail/': 'tail root',
};
