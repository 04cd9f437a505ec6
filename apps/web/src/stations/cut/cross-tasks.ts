import {
  coverageOf,
  crossCut,
  drawOrder,
  findOffcuts,
  placedAt,
  uncutMask,
  type PlacedMask,
  type Refusal,
} from '@limber-sheaf/core';
import * as Comlink from 'comlink';
import { held, type StateKey } from '../../bench/worker/held';
import { designOf, ownersOf } from '../../bench/worker/owners';
import { sheet } from '../../bench/worker/pictures';

/** An offcut with the piece it belongs to. */
export interface BenchOffcut {
  area: number;
  place: { x: number; y: number };
  bounds: { x: number; y: number; width: number; height: number };
  pieceId: string | null;
}

/** The two sides that a cross-cut would make. */
export interface CrossPreview {
  ok: true;
  /** Both sides tinted, over `rect`. */
  tint: ImageBitmap;
  rect: { x: number; y: number; width: number; height: number };
  centres: { left: { x: number; y: number }; right: { x: number; y: number } };
  areas: { left: number; right: number };
}

/** The coverage that a cross-cut works on: a piece's face, or what is still uncut. */
async function target(at: StateKey, viewId: string, pieceId: string | null): Promise<PlacedMask | null> {
  const { doc } = held(at);
  if (pieceId) {
    const piece = doc.pieces.find((p) => p.id === pieceId);
    const face = piece && (await sheet(piece.face));
    return face ? placedAt(coverageOf(face), face.x, face.y) : null;
  }
  return uncutMask(await designOf(at, viewId), await ownersOf(at, viewId));
}

const targets = new Map<string, Promise<PlacedMask | null>>();

/** The silhouette that a line is laid across, kept for as long as nothing of it changes: its pixels, its place, its view. */
function keptTarget(at: StateKey, viewId: string, pieceId: string | null): Promise<PlacedMask | null> {
  const { doc } = held(at);
  const here = doc.pieces.filter((p) => p.viewId === viewId && (!pieceId || p.id === pieceId));
  const view = doc.views.find((v) => v.id === viewId);
  const key = JSON.stringify([viewId, pieceId, view?.designBlob, here.map((p) => [p.face.blob, p.face.x, p.face.y])]);
  const kept = targets.get(key) ?? target(at, viewId, pieceId);
  targets.clear();
  targets.set(key, kept);
  return kept;
}

const LEFT_TINT = [43, 92, 134, 120];
const RIGHT_TINT = [181, 132, 42, 120];

/** Laying a line across a piece, and what of a design is left over. */
export const crossTasks = {
  async offcuts(at: StateKey, viewId: string): Promise<{ offcuts: BenchOffcut[]; untakenArea: number }> {
    const order = drawOrder(held(at).doc, viewId);
    const report = findOffcuts(await designOf(at, viewId), await ownersOf(at, viewId));
    return {
      untakenArea: report.untakenArea,
      offcuts: report.offcuts.slice(0, 200).map(({ area, place, bounds, belongsTo }) => ({
        area,
        place,
        bounds,
        pieceId: belongsTo === null ? null : order[belongsTo].id,
      })),
    };
  },

  async previewCross(
    at: StateKey,
    viewId: string,
    pieceId: string | null,
    line: number[],
  ): Promise<CrossPreview | Refusal> {
    const mask = await keptTarget(at, viewId, pieceId);
    if (!mask) return { ok: false, code: 'not-found', sentence: 'That piece has no paint to cut.' };
    const sides = crossCut(mask, line);
    if (!sides.ok) return sides;
    const { x, y, width, height } = mask;
    const tint = new ImageData(width, height);
    const sums = { left: { x: 0, y: 0, n: 0 }, right: { x: 0, y: 0, n: 0 } };
    for (let i = 0; i < mask.data.length; i++) {
      const side = sides.left.data[i] ? 'left' : sides.right.data[i] ? 'right' : null;
      if (!side) continue;
      tint.data.set(side === 'left' ? LEFT_TINT : RIGHT_TINT, i * 4);
      sums[side].x += i % width;
      sums[side].y += Math.floor(i / width);
      sums[side].n++;
    }
    const centre = (s: 'left' | 'right') => ({ x: x + sums[s].x / sums[s].n, y: y + sums[s].y / sums[s].n });
    const image = await createImageBitmap(tint);
    const preview: CrossPreview = {
      ok: true,
      tint: image,
      rect: { x, y, width, height },
      centres: { left: centre('left'), right: centre('right') },
      areas: { left: sums.left.n, right: sums.right.n },
    };
    return Comlink.transfer(preview, [image]);
  },
};
