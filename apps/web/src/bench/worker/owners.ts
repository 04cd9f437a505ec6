import { drawOrder, giveToOwner, nobodys, type OwnerMap, type PlacedBitmap } from '@limber-sheaf/core';
import { held, type StateKey } from './held';
import { passing, picture } from './pictures';

let owners: { key: string; map: OwnerMap } | null = null;

/** Names the faces that the owners were mapped from last. */
export function ownersKey(): string {
  return owners?.key ?? '';
}

/** Who owns each pixel of a view; kept until a face changes. */
export async function ownersOf(at: StateKey, viewId: string): Promise<OwnerMap> {
  const { doc } = held(at);
  const order = drawOrder(doc, viewId);
  const key = viewId + order.map((p) => `${p.id}${p.face.blob}${p.face.x},${p.face.y}`).join();
  if (owners?.key === key) return owners.map;
  const { width, height } = await designOf(at, viewId);
  const map = nobodys({ x: 0, y: 0, width, height });
  // One after the other: all faces of a large view at once would take far more room than their map.
  for (const [index, { face }] of order.entries()) giveToOwner(map, await passing(face), index);
  owners = { key, map };
  return map;
}

/** A view's design. */
export async function designOf(at: StateKey, viewId: string): Promise<PlacedBitmap> {
  const view = held(at).doc.views.find((v) => v.id === viewId);
  if (!view) throw new RangeError('no such view');
  return picture(view.designBlob);
}
