import { drawOrder, ownersAtRest, type OwnerMap, type PlacedBitmap } from '@limber-sheaf/core';
import { held, type StateKey } from './held';
import { artOf, picture } from './pictures';

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
  const map = ownersAtRest(doc, viewId, await artOf(at, viewId, true));
  owners = { key, map };
  return map;
}

/** A view's design. */
export async function designOf(at: StateKey, viewId: string): Promise<PlacedBitmap> {
  const view = held(at).doc.views.find((v) => v.id === viewId);
  if (!view) throw new RangeError('no such view');
  return picture(view.designBlob);
}
