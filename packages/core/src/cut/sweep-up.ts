import { drawOrder } from '../document/family.js';
import type { CharacterDoc } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import { refuse, type Refusal } from '../errors.js';
import type { PlacedBitmap } from '../raster/bitmap.js';
import { findOffcuts, offcutsMask } from './offcuts.js';
import { ownersAtRest } from './owners.js';
import { takePixels } from './take.js';

/** What sweeping up comes to. */
interface Swept {
  ok: true;
  changed: Map<string, PlacedBitmap>;
  /** Pixels that found a piece. */
  area: number;
  /** How many offcuts went to a piece, and how many touch none. */
  swept: number;
  left: number;
}

/** Gives offcuts to the piece each belongs to: all of them, or the one at a place. */
export function sweepUp(
  doc: CharacterDoc,
  viewId: string,
  art: ViewArt,
  place: { x: number; y: number } | null,
): Swept | Refusal {
  const order = drawOrder(doc, viewId);
  const { width } = art.design;
  const report = findOffcuts(art.design, ownersAtRest(doc, viewId, art));
  const at = place ? report.labels[Math.floor(place.y) * width + Math.floor(place.x)] - 1 : -1;
  if (place && at < 0) return refuse('nothing-there', 'That offcut has been taken already.', place);
  const wanted = report.offcuts.map((_, index) => index).filter((index) => !place || index === at);
  const changed = new Map<string, PlacedBitmap>();
  const faces = new Map(order.map((p) => [p.id as string, art.pieces.get(p.id)?.face ?? null]));
  let area = 0;
  // A piece takes all that belongs to it in one go: a raw design has a thousand crumbs.
  const belonging = new Map<number, number[]>();
  for (const index of wanted) {
    const owner = report.offcuts[index].belongsTo;
    if (owner !== null) belonging.set(owner, [...(belonging.get(owner) ?? []), index]);
  }
  let swept = 0;
  for (const [owner, indices] of belonging) {
    const { id } = order[owner];
    const taken = takePixels(art.design, faces, id, offcutsMask(report, indices, width), () => id);
    if (!taken.ok) continue;
    area += taken.area;
    swept += indices.length;
    for (const [changedId, face] of taken.changed) {
      changed.set(changedId, face);
      faces.set(changedId, face);
    }
  }
  const left = wanted.filter((index) => report.offcuts[index].belongsTo === null).length;
  if (changed.size === 0)
    return refuse('nothing-there', 'No offcut touches a piece. Trace them into a part.', place ?? undefined);
  return { ok: true, changed, area, swept, left };
}
