import {
  bodyFrame,
  coverageOf,
  drawOrder,
  fillLoop,
  faceMask,
  hugPath,
  islandsOf,
  mapOwners,
  maskArea,
  measureLine,
  mirrorCut,
  refuse,
  settleBorder,
  soak,
  toRuns,
  wordsOf,
  holesOf,
  type CharacterDoc,
  type MaskRuns,
  type OwnerMap,
  type PlacedBitmap,
  type PlacedMask,
  type Refusal,
  type SheetRef,
} from '@limber-sheaf/core';
import * as Comlink from 'comlink';
import { artOf, picture, sheet } from './pictures';
import { tintColour, tintMask, type Tint } from './tint';

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

let owners: { key: string; map: OwnerMap } | null = null;

/** Who owns each pixel of a view; kept until a face changes. */
export async function ownersOf(doc: CharacterDoc, viewId: string): Promise<OwnerMap> {
  const order = drawOrder(doc, viewId);
  const key = viewId + order.map((p) => `${p.id}${p.face.blob}${p.face.x},${p.face.y}`).join();
  if (owners?.key === key) return owners.map;
  const art = await artOf(doc, viewId, true);
  const map = mapOwners(
    order.map((p) => art.pieces.get(p.id)?.face ?? null),
    art.design,
  );
  owners = { key, map };
  return map;
}

async function designOf(doc: CharacterDoc, viewId: string): Promise<PlacedBitmap> {
  const view = doc.views.find((v) => v.id === viewId);
  if (!view) throw new RangeError('no such view');
  return picture(view.designBlob);
}

const lines = new Map<string, { width: number }>();

/** Width of the design's outline, px, measured once a design. */
async function lineOf(doc: CharacterDoc, viewId: string): Promise<{ width: number }> {
  const blob = doc.views.find((v) => v.id === viewId)?.designBlob ?? '';
  const kept = lines.get(blob);
  if (kept) return kept;
  const design = await designOf(doc, viewId);
  const { width, height } = design;
  const { width: line } = measureLine(
    design,
    { ...coverageOf(design), x: 0, y: 0 },
    { x: width / 2, y: height / 2, radius: Math.max(width, height) },
  );
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
    doc: CharacterDoc,
    viewId: string,
    seed: { x: number; y: number },
    settings: SoakSettings,
  ): Promise<ShapePreview | Refusal> {
    const design = await designOf(doc, viewId);
    const map = await ownersOf(doc, viewId);
    const at = Math.floor(seed.y) * map.width + Math.floor(seed.x);
    if (seed.x < 0 || seed.y < 0 || seed.x >= map.width || seed.y >= map.height)
      return refuse('nothing-there', 'There is no paint to soak up here.');
    const owner = map.owner[at];
    const { width: lineWidth } = await lineOf(doc, viewId);
    const found = soak(design, seed, {
      ...settings,
      lineWidth,
      within: sameOwner(map, owner, `${owners?.key}#${owner}`),
    });
    if (!found.ok) return found;
    const tint = await tintMask(found.mask, WOAD, 130);
    return Comlink.transfer({ ok: true, mask: toRuns(found.mask), tint, area: found.area } as ShapePreview, [
      tint.image,
    ]);
  },

  /** The way along the drawn edge between two places, x, y pairs, px. */
  async hug(
    doc: CharacterDoc,
    viewId: string,
    from: { x: number; y: number },
    to: { x: number; y: number },
  ): Promise<number[]> {
    return Array.from(hugPath(await designOf(doc, viewId), from, to));
  },

  /** A loop drawn roughly, its border moved to the drawn edge nearby. */
  async settleLoop(doc: CharacterDoc, viewId: string, loop: number[], band: number): Promise<ShapePreview | Refusal> {
    const design = await designOf(doc, viewId);
    const mask = settleBorder(design, fillLoop(loop, design), Math.max(2, Math.min(24, Math.round(band))));
    if (!mask) return refuse('nothing-there', 'There is no paint of the design in there.');
    const tint = await tintMask(mask, WOAD, 130);
    const area = maskArea(mask);
    return Comlink.transfer({ ok: true as const, mask: toRuns(mask), tint, area }, [tint.image]);
  },

  /** A piece's cut on the other side of the figure. */
  async previewMirror(
    doc: CharacterDoc,
    viewId: string,
    face: SheetRef,
  ): Promise<(ShapePreview & { match: number }) | Refusal> {
    const design = await designOf(doc, viewId);
    const frame = bodyFrame(coverageOf(design));
    const bitmap = await sheet(face);
    if (!frame || !bitmap) return refuse('no-match', 'There is nothing to mirror.');
    const map = await ownersOf(doc, viewId);
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

  /** All pieces in flat tints, what is uncut left out. */
  async xray(doc: CharacterDoc, viewId: string): Promise<Tint> {
    const map = await ownersOf(doc, viewId);
    const data = new ImageData(map.width, map.height);
    const words = new Uint32Array(data.data.buffer);
    const colours = drawOrder(doc, viewId).map((_, i) => {
      const [r, g, b] = tintColour(i);
      return (r | (g << 8) | (b << 16) | (235 << 24)) >>> 0;
    });
    const design = wordsOf(await designOf(doc, viewId));
    for (let i = 0; i < words.length; i++)
      if (map.owner[i] && design[i] >>> 24 > 60) words[i] = colours[map.owner[i] - 1];
    const image = await createImageBitmap(data);
    return Comlink.transfer({ image, x: 0, y: 0 }, [image]);
  },
};
