import { ownersAtRest } from '../cut/owners.js';
import { drawOrder, hangingFrom, movedBy, parentPiece, partOf } from '../document/family.js';
import { deriveKey, placeOf } from '../document/keys.js';
import type { CharacterDoc, PieceId, PieceRow, ViewId } from '../document/rows.js';
import { usualParent } from '../plan/known-parts.js';
import { planEntries, planOf } from '../plan/plan.js';
import type { ViewArt } from '../document/view-art.js';
import { viewById } from '../document/view-edits.js';

/** A border that two pieces share at rest: their places in the draw order, and its length, px. */
export type Border = readonly [one: number, other: number, length: number];

/** A piece that stays while what it sits on moves. */
export interface LeftBehind {
  pieceId: PieceId;
  /** The piece that it most likely moves with. */
  likelyId: PieceId;
}

/** Of all its borders, less than this share are with pieces it hangs from, and more than that with pieces that move without it. */
const WITH_PARENTS = 0.1;
const WITH_MOVERS = 0.6;

/** The key of a view's borders at rest: the faces of its pieces, in their order. */
export function bordersKey(doc: CharacterDoc, viewId: ViewId): string {
  const { designBlob } = viewById(doc, viewId);
  return deriveKey('borders at rest 1', [designBlob, drawOrder(doc, viewId).map(({ face }) => placeOf(face))]);
}

/** How long a border each two pieces of a view share at rest. */
export function bordersAtRest(doc: CharacterDoc, viewId: ViewId, art: ViewArt): Border[] {
  const { owner, width, height } = ownersAtRest(doc, viewId, art);
  const count = drawOrder(doc, viewId).length + 1;
  const lengths = new Uint32Array(count * count);
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i++) {
      const own = owner[i];
      if (x + 1 < width && owner[i + 1] !== own) lengths[own * count + owner[i + 1]]++;
      if (y + 1 < height && owner[i + width] !== own) lengths[own * count + owner[i + width]]++;
    }
  const borders: Border[] = [];
  for (let one = 1; one < count; one++)
    for (let other = one + 1; other < count; other++) {
      const length = lengths[one * count + other] + lengths[other * count + one];
      if (length > 0) borders.push([one - 1, other - 1, length]);
    }
  return borders;
}

/**
 * Finds pieces that would stay while what they sit on moves (geometry.md, Left behind): of all the borders that a piece has
 * at rest, less than a tenth are with pieces it hangs from, and over 60 % with pieces that a joint moves without it. What
 * hangs from its usual parent, or was said to be fine so, is not meant.
 * @param borders of the view (`bordersAtRest`)
 */
export function findLeftBehind(doc: CharacterDoc, viewId: ViewId, borders: readonly Border[]): LeftBehind[] {
  const order = drawOrder(doc, viewId);
  const moved = doc.joints.filter((joint) => joint.viewId === viewId).map((joint) => movedBy(doc, joint));
  return order.flatMap((piece, at): LeftBehind[] => {
    const above = ancestorsOf(doc, piece);
    if (above.size === 0 || partOf(doc, piece).alone || hangsAsUsual(doc, piece)) return [];
    const below = new Set(hangingFrom(doc, piece).map(({ id }) => id));
    const own = borders.flatMap(([one, other, length]) => {
      const next = one === at ? order[other] : other === at ? order[one] : null;
      return next && !below.has(next.id) ? [{ id: next.id, length }] : [];
    });
    const sum = (list: typeof own) => list.reduce((all, { length }) => all + length, 0);
    const movers = own.filter(({ id }) => moved.some((set) => set.has(id) && !set.has(piece.id)));
    const all = sum(own);
    const parents = sum(own.filter(({ id }) => above.has(id)));
    if (all === 0 || parents >= WITH_PARENTS * all || sum(movers) <= WITH_MOVERS * all) return [];
    const [likely] = movers.sort((a, b) => b.length - a.length);
    return [{ pieceId: piece.id, likelyId: likely.id }];
  });
}

/** Does a part hang from what it usually moves with: a leg from the trunk, though a skirt lies all about it? */
function hangsAsUsual(doc: CharacterDoc, piece: PieceRow): boolean {
  const part = partOf(doc, piece);
  const usual = usualParent(part, doc.parts, planEntries(planOf(doc.character)));
  return usual !== null && doc.parts[usual].id === part.parentId;
}

/** The pieces that a piece hangs from, all the way up. */
function ancestorsOf(doc: CharacterDoc, piece: PieceRow): Set<PieceId> {
  const above = new Set<PieceId>();
  for (let at = parentPiece(doc, piece); at && !above.has(at.id); at = parentPiece(doc, at)) above.add(at.id);
  return above;
}
