import { drawOrder, giveToOwner, nobodys, type OwnerMap, type PieceRow, type PlacedBitmap } from '@limber-sheaf/core';
import { held, type StateKey } from './held';
import { glanceAt, picture } from './pictures';

let owners: { key: string; map: Promise<OwnerMap> } | null = null;

/** Names the faces that the owners were mapped from last. */
export function ownersKey(): string {
  return owners?.key ?? '';
}

/** Who owns each pixel of a view; kept until a face changes. */
export function ownersOf(at: StateKey, viewId: string): Promise<OwnerMap> {
  const order = drawOrder(held(at).doc, viewId);
  const key = viewId + order.map((p) => `${p.id}${p.face.blob}${p.face.x},${p.face.y}`).join();
  if (owners?.key === key) return owners.map;
  const mapped = { key, map: mapFaces(at, viewId, order) };
  owners = mapped;
  mapped.map.catch(() => {
    if (owners === mapped) owners = null;
  });
  return mapped.map;
}

/** One face after the other: all those of a large view at once would take far more room than their map. */
async function mapFaces(at: StateKey, viewId: string, order: readonly PieceRow[]): Promise<OwnerMap> {
  const { width, height } = await designOf(at, viewId);
  const map = nobodys({ x: 0, y: 0, width, height });
  for (const [index, { face }] of order.entries()) await glanceAt(face, (sheet) => giveToOwner(map, sheet, index));
  return map;
}

/** A view's design. */
export async function designOf(at: StateKey, viewId: string): Promise<PlacedBitmap> {
  const view = held(at).doc.views.find((v) => v.id === viewId);
  if (!view) throw new RangeError('no such view');
  return picture(view.designBlob);
}
