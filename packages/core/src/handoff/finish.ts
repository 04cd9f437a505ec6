import { LimberError } from '../errors.js';
import { copyPlaced, createBitmap, type Bitmap, type PlacedBitmap } from '../raster/bitmap.js';
import type { Rgb } from '../raster/colour.js';
import { distanceField } from '../raster/distance-field.js';
import { INSIDE, maskOf } from '../raster/mask.js';

/** What may be laid over all pieces. */
export const FINISH_NAMES = ['paper', 'cloth', 'tint', 'edge-shade', 'edge-light', 'own'] as const;
export type FinishName = (typeof FINISH_NAMES)[number];
export const FINISH_BLENDS = ['multiply', 'screen', 'tint'] as const;
export type FinishBlend = (typeof FINISH_BLENDS)[number];

/** A texture or a tint that is baked into every image of a package. */
export interface Finish {
  name: FinishName;
  blend: FinishBlend;
  /** 0 to 1. */
  strength: number;
  /** Along whose edges: the whole figure's, or each piece's, which changes what shows at rest. */
  scope: 'figure' | 'piece';
  /** Of a tint; null for everything else. */
  colour: Rgb | null;
  /** The blob of a texture that was brought in; null for everything else. */
  texture: string | null;
}

/** @throws LimberError `bad-finish` for shade by the piece of what has no edges, and for a texture without its picture */
export function refuseBadFinish({ name, scope, texture }: Finish): void {
  if (scope === 'piece' && name !== 'edge-shade' && name !== 'edge-light')
    throw new LimberError('bad-finish', 'Only shade and light along edges go piece by piece.');
  if (name === 'own' && !texture)
    throw new LimberError('bad-finish', 'The finish has no picture yet.', 'Choose one, or another finish.');
}

/** How each begins, before its numbers are changed. */
export const USUAL_FINISHES: Readonly<Record<FinishName, Finish>> = {
  paper: begun('paper', 'multiply', 0.5),
  cloth: begun('cloth', 'multiply', 0.5),
  tint: { ...begun('tint', 'tint', 0.2), colour: [214, 168, 96] },
  'edge-shade': begun('edge-shade', 'multiply', 0.6),
  'edge-light': begun('edge-light', 'screen', 0.4),
  own: begun('own', 'multiply', 0.5),
};

function begun(name: FinishName, blend: FinishBlend, strength: number): Finish {
  return { name, blend, strength, scope: 'figure', colour: null, texture: null };
}

/**
 * Lays a finish over a picture: for each channel c and the texture's value t at that place of the canvas, both 0 to 1, and
 * strength s, multiply gives c·(1 − s + s·t), screen 1 − (1 − c)·(1 − s·t), tint c·(1 − s) + s·t. Alpha stays. All are
 * affine in c, so that finishing the pieces or the whole is the same but for a rounding each.
 * @param texture as large as the canvas; null for a tint, which has one colour everywhere
 */
export function withFinish(
  picture: PlacedBitmap,
  { blend, strength: s, colour }: Pick<Finish, 'blend' | 'strength' | 'colour'>,
  texture: Bitmap | null,
): PlacedBitmap {
  const out = copyPlaced(picture);
  const { data, width, height } = out;
  for (let y = 0, i = 0; y < height; y++) {
    let from = texture ? ((y + out.y) * texture.width + out.x) * 4 : 0;
    for (let x = 0; x < width; x++, i += 4, from += 4) {
      if (data[i + 3] === 0) continue;
      for (let k = 0; k < 3; k++) {
        const t = texture ? texture.data[from + k] / 255 : (colour?.[k] ?? 0) / 255;
        const c = data[i + k] / 255;
        const value =
          blend === 'multiply'
            ? c * (1 - s + s * t)
            : blend === 'screen'
              ? 1 - (1 - c) * (1 - s * t)
              : c * (1 - s) + s * t;
        data[i + k] = Math.round(value * 255);
      }
    }
  }
  return out;
}

/** A number of 0 to 1 that a place always has, and that its neighbours' say nothing of. */
function hash(x: number, y: number, seed: number): number {
  let h = Math.imul(x, 374761393) ^ Math.imul(y, 668265263) ^ Math.imul(seed, 2147483647);
  h = Math.imul(h ^ (h >>> 13), 1274126177);
  return ((h ^ (h >>> 16)) >>> 0) / 0xffffffff;
}

/** Smooth noise, 0 to 1, with so many px from one of its values to the next (value noise on a square grid). */
function noise(x: number, y: number, step: number, seed: number): number {
  const [gx, gy] = [Math.floor(x / step), Math.floor(y / step)];
  const ease = (v: number) => v * v * (3 - 2 * v);
  const [fx, fy] = [ease(x / step - gx), ease(y / step - gy)];
  const row = (dy: number) => hash(gx, gy + dy, seed) * (1 - fx) + hash(gx + 1, gy + dy, seed) * fx;
  return row(0) * (1 - fy) + row(1) * fy;
}

/** Value of a sheet of paper: grain of two sizes, and soft clouds. */
function paper(x: number, y: number): number {
  return 1 - 0.3 * (0.45 * noise(x, y, 2, 1) + 0.35 * noise(x, y, 7, 2) + 0.2 * noise(x, y, 60, 3));
}

/** px from one thread to the next. */
const THREAD = 6;

/** Value of plain-woven cloth: threads that go over and under by turns, none quite like the other. */
function cloth(x: number, y: number): number {
  const [column, row] = [Math.floor(x / THREAD), Math.floor(y / THREAD)];
  const isOver = (column + row) % 2 === 0;
  const across = ((isOver ? x : y) % THREAD) / THREAD - 0.5;
  const round = 1 - 4 * across * across;
  const thread = isOver ? hash(column, 0, 4) : hash(row, 0, 5);
  return 0.68 + 0.22 * round + 0.1 * (0.6 * thread + 0.4 * noise(x, y, 3, 6));
}

/** Share of a canvas's height over which an edge's shade or light fades, and px that it takes at least. */
const EDGE = { share: 0.012, least: 4 };

/** px over which shade or light along an edge fades. */
export function edgeReach({ height }: { height: number }): number {
  return Math.max(EDGE.least, EDGE.share * height);
}

/**
 * The texture of a finish, opaque and as large as its canvas: the same for the same canvas always.
 * @param figure whose edges are meant, on the canvas; only looked at for shade and light along edges
 * @param own the picture of a texture that was brought in, laid side by side until the canvas is full
 * @param reach px over which shade or light along an edge fades
 * @returns null for a tint
 */
export function finishTexture(
  { name }: Pick<Finish, 'name'>,
  canvas: { width: number; height: number },
  figure: PlacedBitmap,
  own: Bitmap | null,
  reach = edgeReach(canvas),
): Bitmap | null {
  if (name === 'tint' || (name === 'own' && !own)) return null;
  const texture = createBitmap(canvas.width, canvas.height);
  const { data, width, height } = texture;
  const edge = name === 'edge-shade' || name === 'edge-light' ? depthIn(figure, canvas) : null;
  for (let y = 0, i = 0; y < height; y++)
    for (let x = 0; x < width; x++, i += 4) {
      data[i + 3] = 255;
      if (own && name === 'own') {
        const from = ((y % own.height) * own.width + (x % own.width)) * 4;
        for (let k = 0; k < 3; k++) data[i + k] = own.data[from + k];
        continue;
      }
      let t = name === 'paper' ? paper(x, y) : name === 'cloth' ? cloth(x, y) : 1;
      if (edge) {
        const near = Math.max(0, 1 - edge[i >> 2] / reach);
        t = name === 'edge-shade' ? 1 - near * near : near * near;
      }
      data[i] = data[i + 1] = data[i + 2] = Math.round(t * 255);
    }
  return texture;
}

/** px by which each pixel of a canvas lies within a picture's silhouette; 0 outside. */
function depthIn(picture: PlacedBitmap, { width, height }: { width: number; height: number }): Float32Array {
  const outside = maskOf({ width, height }, new Uint8Array(width * height).fill(255));
  for (let y = 0; y < picture.height; y++)
    for (let x = 0; x < picture.width; x++)
      if (picture.data[(y * picture.width + x) * 4 + 3] > INSIDE)
        outside.data[(y + picture.y) * width + x + picture.x] = 0;
  return distanceField(outside);
}
