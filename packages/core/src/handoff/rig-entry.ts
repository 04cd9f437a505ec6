import { isRim } from '../swaps/cover-for.js';
import { drawOrder, handlesAbove, inFrontOf, parentPiece, partOf, pieceName } from '../document/family.js';
import { nameFor, type NameTokens } from '../document/naming.js';
import type { CharacterDoc, HandleRow, JointRow, OrderChangeRow, PieceRow, ViewId } from '../document/rows.js';
import { aboveHandle } from '../stack/handles.js';
import { loosenessReach } from '../joints/round-joint.js';
import type { JointProof } from '../joints/prove-joint.js';
import type { Rect } from '../raster/bitmap.js';

/** What a package says of a piece, but for its files. */
export interface RigEntry extends NameTokens {
  /** The part's: the same in every view, version and after a rename. */
  id: string;
  name: string;
  parent: string | null;
  bounds: Rect;
  pivot: { x: number; y: number } | null;
  kind: 'face' | 'shadow' | 'rim' | 'uncut';
  joint:
    | (Pick<JointRow, 'kind' | 'discOn' | 'radius' | 'lineWidth'> & {
        /** `none` where the outline lies beneath both, as pieces of its own. */
        outlineOn: Exclude<JointRow['outlineOn'], 'under'>;
        /** px. */
        looseness: number;
        range: [number, number];
        inFront: 'child' | 'parent';
        cleanRange: [number, number] | null;
      })
    | null;
}

/** The name of what is still uncut, which leaves as a piece of its own at the back. */
export const UNCUT = 'uncut';

/** What a package says of a piece that is drawn within `bounds`. */
export function rigEntry(
  doc: CharacterDoc,
  piece: PieceRow,
  { x, y, width, height }: Rect,
  proofs: readonly JointProof[],
): RigEntry {
  const { id, group, part, side, index } = partOf(doc, piece);
  const parent = parentPiece(doc, piece);
  const [handle] = handlesAbove(doc, piece);
  const joint = doc.joints.find((j) => j.childId === piece.id);
  return {
    id,
    name: pieceName(doc, piece),
    group,
    part,
    side,
    index,
    parent: handle ? handleName(doc, handle) : parent && pieceName(doc, parent),
    bounds: { x, y, width, height },
    pivot: joint ? { x: joint.x, y: joint.y } : null,
    joint: joint
      ? {
          kind: joint.kind,
          discOn: joint.discOn,
          radius: joint.radius,
          range: [joint.rangeLow, joint.rangeHigh],
          inFront: inFrontOf(doc, joint),
          outlineOn: joint.outlineOn === 'under' ? 'none' : joint.outlineOn,
          lineWidth: joint.lineWidth,
          looseness: Math.round(loosenessReach(joint) * 100) / 100,
          cleanRange: proofs.find((p) => p.jointId === joint.id)?.cleanRange ?? null,
        }
      : null,
    kind: piece.shadowOf ? 'shadow' : isRim(doc, piece) ? 'rim' : 'face',
  };
}

/** What a package says of the uncut rest: it moves with nothing, and its id is the view's. */
export function uncutEntry(viewId: string, { x, y, width, height }: Rect): RigEntry {
  const tokens = { group: UNCUT, part: null, side: null, index: null };
  const bounds = { x, y, width, height };
  return { id: viewId, name: UNCUT, ...tokens, parent: null, bounds, pivot: null, joint: null, kind: 'uncut' };
}

/** What a package says of a handle: a part without paint. */
export interface HandleEntry {
  /** The part's. */
  id: string;
  name: string;
  /** A piece or another handle; null for a root. */
  parent: string | null;
  pivot: { x: number; y: number };
}

function handleName(doc: CharacterDoc, { partId }: HandleRow): string {
  const part = doc.parts.find(({ id }) => id === partId);
  if (!part) throw new RangeError(`a handle draws no part ${partId}`);
  return nameFor(part, doc.character.scheme);
}

/** The handles of a view, those above before those that hang from them. */
export function handleEntries(doc: CharacterDoc, viewId: ViewId): HandleEntry[] {
  const ofView = doc.handles.filter((handle) => handle.viewId === viewId);
  const generation = (handle: HandleRow): number => {
    const above = aboveHandle(doc, handle);
    return above?.table === 'handle' ? 1 + generation(above) : 0;
  };
  return ofView
    .map((handle) => ({ handle, rank: generation(handle), name: handleName(doc, handle) }))
    .sort((a, b) => a.rank - b.rank || (a.name < b.name ? -1 : 1))
    .map(({ handle, name }) => {
      const above = aboveHandle(doc, handle);
      const parent = above && (above.table === 'handle' ? handleName(doc, above) : pieceName(doc, above));
      return { id: handle.partId, name, parent, pivot: { x: handle.x, y: handle.y } };
    });
}

/** What a package says of a change of the draw order; `turns` names the piece whose joint it goes by. */
export interface OrderChangeEntry {
  turns: string;
  /** Degrees. */
  from: number;
  to: number;
  move: string[];
  place: OrderChangeRow['place'];
  at: string;
}

/** The changes of a view's draw order by pose; of several that hold, the later wins. */
export function orderChangeEntries(doc: CharacterDoc, viewId: ViewId): OrderChangeEntry[] {
  const order = drawOrder(doc, viewId);
  const nameOf = (id: string) => {
    const piece = order.find((one) => one.id === id);
    return piece ? [pieceName(doc, piece)] : [];
  };
  return doc.orderChanges
    .filter((change) => change.viewId === viewId)
    .sort((a, b) => a.rank - b.rank)
    .flatMap(({ jointId, low, high, movedIds, place, atId }) => {
      const joint = doc.joints.find(({ id }) => id === jointId);
      const [turns] = joint ? nameOf(joint.childId) : [];
      const [at] = nameOf(atId);
      const move = order.filter(({ id }) => movedIds.includes(id)).flatMap(({ id }) => nameOf(id));
      return turns && at ? [{ turns, from: low, to: high, move, place, at }] : [];
    });
}
