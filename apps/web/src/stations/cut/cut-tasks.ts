import {
  bodyFrame,
  coverageOf,
  drawOrder,
  fillLoop,
  faceMask,
  hugPath,
  islandsOf,
  maskArea,
  measureLine,
  mirrorCut,
  placedAt,
  refuse,
  settleBorder,
  soak,
  toRuns,
  holesOf,
  type MaskRuns,
  type OwnerMap,
  type PlacedMask,
  type Refusal,
  type SheetRef,
} from '@limber-sheaf/core';
import * as Comlink from 'comlink';
import { held, type StateKey } from '../../bench/worker/held';
import { designOf, ownersKey, ownersOf } from '../../bench/worker/owners';
import { sheet } from '../../bench/worker/pictures';
import { tintMask, type Tint } from '../../bench/worker/tint';

/** A region that a click would take. */
export interface ShapePreview {
  ok: true;
  mask: MaskRuns;
  tint: Tint;
  area: number;
}

/** How soak is set. */
export interface SoakSettings {
  tolerance: number;
  gap: number;
  takeOutline: boolean;
}

const WOAD: [number, number, number] = [43, 92, 134];

const lines = new Map<string, { width: number }>();

/** Width of the design's outline, px, measured once a design. */
async function lineOf(at: StateKey, viewId: string): Promise<{ width: number }> {
  const { doc } = held(at);
  const blob = doc.views.find((v) => v.id === viewId)?.designBlob ?? '';
  const kept = lines.get(blob);
  if (kept) return kept;
  const design = await designOf(at, viewId);
  const { width, height } = design;
  const { width: line } = measureLine(design, placedAt(coverageOf(design), 0, 0), {
    x: width / 2,
    y: height / 2,
    radius: Math.max(width, height),
  });
  lines.set(blob, { width: line });
  return { width: line };
}

let allowed: { key: string; mask: PlacedMask } | null = null;

/** What a region may be soaked from: what has the same owner as the seed. */
function sameOwner(map: OwnerMap, owner: number, key: string): PlacedMask {
  if (allowed?.key === key) return allowed.mask;
  const data = new Uint8Array(map.owner.length);
  for (let i = 0; i < data.length; i++) if (map.owner[i] === owner) data[i] = 255;
  allowed = { key, mask: { x: 0, y: 0, width: map.width, height: map.height, data } };
  return allowed.mask;
}

export const cutTasks = {
  /** The region that soak would take at a place, of what is uncut or of the piece there. */
  async previewSoak(
    at: StateKey,
    viewId: string,
    seed: { x: number; y: number },
    settings: SoakSettings,
  ): Promise<ShapePreview | Refusal> {
    const design = await designOf(at, viewId);
    const map = await ownersOf(at, viewId);
    const pixel = Math.floor(seed.y) * map.width + Math.floor(seed.x);
    if (seed.x < 0 || seed.y < 0 || seed.x >= map.width || seed.y >= map.height)
      return refuse('nothing-there', 'There is no paint to soak up here.');
    const owner = map.owner[pixel];
    const { width: lineWidth } = await lineOf(at, viewId);
    const found = soak(design, seed, {
      ...settings,
      lineWidth,
      within: sameOwner(map, owner, `${ownersKey()}#${owner}`),
    });
    if (!found.ok) return found;
    const tint = await tintMask(found.mask, WOAD, 130);
    return Comlink.transfer({ ok: true, mask: toRuns(found.mask), tint, area: found.area }, [tint.image]);
  },

  /** The way along the drawn edge between two places, x, y pairs, px. */
  async hug(
    at: StateKey,
    viewId: string,
    from: { x: number; y: number },
    to: { x: number; y: number },
  ): Promise<number[]> {
    return Array.from(hugPath(await designOf(at, viewId), from, to));
  },

  /** A loop drawn roughly, its border moved to the drawn edge nearby. */
  async settleLoop(at: StateKey, viewId: string, loop: number[], band: number): Promise<ShapePreview | Refusal> {
    const design = await designOf(at, viewId);
    const mask = settleBorder(design, fillLoop(loop, design), Math.max(2, Math.min(24, Math.round(band))));
    if (!mask) return refuse('nothing-there', 'There is no paint of the design in there.');
    const tint = await tintMask(mask, WOAD, 130);
    const area = maskArea(mask);
    return Comlink.transfer({ ok: true as const, mask: toRuns(mask), tint, area }, [tint.image]);
  },

  /** A piece's cut on the other side of the figure. */
  async previewMirror(
    at: StateKey,
    viewId: string,
    face: SheetRef,
  ): Promise<(ShapePreview & { match: number }) | Refusal> {
    const { doc } = held(at);
    const design = await designOf(at, viewId);
    const frame = bodyFrame(coverageOf(design));
    const bitmap = await sheet(face);
    if (!frame || !bitmap) return refuse('no-match', 'There is nothing to mirror.');
    const map = await ownersOf(at, viewId);
    const own = drawOrder(doc, viewId).findIndex((p) => p.face.blob === face.blob) + 1;
    // The other side may be uncut, or still part of another piece; it may not be this piece itself.
    const free = new Uint8Array(map.owner.length);
    for (let i = 0; i < free.length; i++) if (map.owner[i] !== own) free[i] = 255;
    const found = mirrorCut(design, faceMask(bitmap), frame.axisX, free);
    if (!found.ok) return found;
    const tint = await tintMask(found.mask, WOAD, 130);
    const area = maskArea(found.mask);
    return Comlink.transfer({ ok: true as const, mask: toRuns(found.mask), tint, area, match: found.match }, [
      tint.image,
    ]);
  },

  /** How many islands and holes a piece has. */
  async shapeOf(face: SheetRef): Promise<{ islands: number; islandArea: number; holes: number }> {
    const bitmap = await sheet(face);
    if (!bitmap) return { islands: 0, islandArea: 0, holes: 0 };
    const mask = faceMask(bitmap);
    const islands = islandsOf(mask).slice(1);
    const area = islands.reduce((sum, island) => sum + maskArea(island), 0);
    const holes = maskArea(holesOf(mask));
    return { islands: islands.length, islandArea: area, holes };
  },
};
