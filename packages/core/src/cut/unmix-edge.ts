import { createPlaced, growRect, wordsOf, type PlacedBitmap, type Rect } from '../raster/bitmap.js';
import { colourOf } from '../raster/words.js';
import type { OwnerMap } from './owners.js';

/** A border pixel taken apart: the piece in front at partial alpha over the piece behind at full alpha. */
export interface Unmixed {
  /** Index of the pixel in the owner map. */
  at: number;
  /** Indices (from 0) of the two pieces. */
  front: number;
  behind: number;
  /** The pieces' own colours there: RGBA words. */
  frontWord: number;
  behindWord: number;
}

/** Colours of two sides nearer than this (RGB, Euclidean) are one paint: nothing to take apart. */
const LEAST_CONTRAST = 36;
/** How far a blend may lie from the straight line between the two pure colours (RGB). */
const MOST_RESIDUAL = 26;
/** px along the border's normal within which the pure colours are looked for. */
const REACH = 4;

/**
 * Takes the blends along the borders of pieces apart: C = a F + (1 - a) B is solved for the coverage a and the
 * two pure colours, F the nearest steady colour on the side in front, B the one behind, both along the border's
 * normal. The rounding error goes into F (or B where F would leave the gamut), so that F at alpha a over B gives C
 * back to 1/255.
 *
 * @param owners who owns each pixel, pieces in draw order
 * @param steady for each piece, whether its edges may be unmixed
 * @param wanted only pairs that touch one of these pieces, by index; all where not given
 */
export function unmixEdges(
  design: PlacedBitmap,
  owners: OwnerMap,
  steady: readonly boolean[],
  wanted?: ReadonlySet<number>,
): Unmixed[] {
  const { width, height, owner } = owners;
  const art = wordsOf(cropTo(design, owners));
  const found: Unmixed[] = [];
  const sum = new Float64Array(4);
  for (let y = 2; y < height - 2; y++) {
    for (let x = 2; x < width - 2; x++) {
      const at = y * width + x;
      const own = owner[at];
      if (own === 0 || art[at] >>> 24 !== 255) continue;
      const other = neighbourOf(owner, width, at, own);
      if (other === 0 || !steady[own - 1] || !steady[other - 1]) continue;
      if (wanted && !wanted.has(own - 1) && !wanted.has(other - 1)) continue;
      const front = Math.max(own, other);
      const behind = Math.min(own, other);
      normalAt(owner, width, height, x, y, front, behind, sum);
      if (sum[2] === 0 || sum[3] === 0) continue;
      const length = Math.hypot(sum[0], sum[1]);
      if (length < 0.4) continue;
      const nx = sum[0] / length;
      const ny = sum[1] / length;
      const f = pureAlong(owner, art, width, height, x, y, -nx, -ny, front, art[at]);
      const b = pureAlong(owner, art, width, height, x, y, nx, ny, behind, art[at]);
      if (f === 0 || b === 0) continue;
      const solved = solve(art[at], f, b);
      if (!solved) continue;
      // A pure pixel on its own side is as it should be.
      if (own === front && solved.alpha >= 250) continue;
      if (own === behind && solved.alpha <= 5) continue;
      if (solved.alpha === 0) {
        // All of the colour behind: the piece in front lets go of it.
        found.push({ at, front: front - 1, behind: behind - 1, frontWord: 0, behindWord: art[at] });
        continue;
      }
      found.push({ at, front: front - 1, behind: behind - 1, frontWord: solved.front, behindWord: solved.behind });
    }
  }
  return found;
}

/** The design's pixels in the owner map's rectangle, which may reach past the canvas. */
function cropTo(design: PlacedBitmap, rect: Rect): PlacedBitmap {
  const dst = createPlaced(rect);
  const from = wordsOf(design);
  const to = wordsOf(dst);
  const common = growRect(rect, 0, design);
  for (let y = common.y; y < common.y + common.height; y++) {
    const start = (y - design.y) * design.width + common.x - design.x;
    to.set(from.subarray(start, start + common.width), (y - rect.y) * rect.width + common.x - rect.x);
  }
  return dst;
}

/** Another piece within two pixels, straight or across, the nearest first; 0 where there is none: most pixels, so no loop. */
function neighbourOf(owner: Uint16Array, width: number, at: number, own: number): number {
  let other = owner[at - 1];
  if (other !== own && other !== 0) return other;
  other = owner[at + 1];
  if (other !== own && other !== 0) return other;
  other = owner[at - width];
  if (other !== own && other !== 0) return other;
  other = owner[at + width];
  if (other !== own && other !== 0) return other;
  other = owner[at - 2];
  if (other !== own && other !== 0) return other;
  other = owner[at + 2];
  if (other !== own && other !== 0) return other;
  other = owner[at - 2 * width];
  if (other !== own && other !== 0) return other;
  other = owner[at + 2 * width];
  return other === own ? 0 : other;
}

/** The direction from the front piece's pixels to the other's, in a window of 7 x 7; out: x, y, and the two counts. */
function normalAt(
  owner: Uint16Array,
  width: number,
  height: number,
  x: number,
  y: number,
  front: number,
  behind: number,
  out: Float64Array,
): void {
  let fx = 0;
  let fy = 0;
  let fn = 0;
  let bx = 0;
  let by = 0;
  let bn = 0;
  for (let dy = -3; dy <= 3; dy++) {
    if (y + dy < 0 || y + dy >= height) continue;
    for (let dx = -3; dx <= 3; dx++) {
      if (x + dx < 0 || x + dx >= width) continue;
      const o = owner[(y + dy) * width + x + dx];
      if (o === front) {
        fx += dx;
        fy += dy;
        fn++;
      } else if (o === behind) {
        bx += dx;
        by += dy;
        bn++;
      }
    }
  }
  out[0] = fn && bn ? bx / bn - fx / fn : 0;
  out[1] = fn && bn ? by / bn - fy / fn : 0;
  out[2] = fn;
  out[3] = bn;
}

/** Colours nearer than this (RGB) are one. */
const STEADY = 7;
/** A step that is a smaller share than this of the way so far is shading, and no longer the edge. */
const SHADING = 0.45;

/**
 * The pure colour of a piece along a direction from a blend: colours go away from the blend until they are steady, or turn
 * back, as behind a thin line, which is a colour of its own. 0 for none.
 */
function pureAlong(
  owner: Uint16Array,
  art: Uint32Array,
  width: number,
  height: number,
  x: number,
  y: number,
  nx: number,
  ny: number,
  piece: number,
  blend: number,
): number {
  let before = 0;
  let own = 0;
  for (let t = 1; t <= REACH + 1; t++) {
    const px = x + Math.round(nx * t);
    const py = y + Math.round(ny * t);
    if (px < 0 || py < 0 || px >= width || py >= height) break;
    const i = py * width + px;
    if (owner[i] !== piece || art[i] >>> 24 !== 255) {
      if (before !== 0) break;
      continue;
    }
    if (before !== 0) {
      const step = rgbDistance(before, art[i]);
      if (step < STEADY || turnsBack(blend, before, art[i])) return before;
      // Shading goes on in small steps; where an edge goes on for long it is soft, and its steps are large.
      if (own > 1 && step < SHADING * rgbDistance(blend, before)) return shadedBack(before, art[i], t - 1);
    }
    own++;
    before = art[i];
  }
  return before;
}

/** What a colour was some px earlier, where it goes on to another in one. */
function shadedBack(colour: number, next: number, px: number): number {
  const at = colourOf(colour);
  const after = colourOf(next);
  return pack(
    at.map((value, k) => byte(value - (after[k] - value) * px)),
    255,
  );
}

/** Does the way from one colour over a second to a third turn back at the second, or only begin there? */
function turnsBack(from: number, over: number, to: number): boolean {
  if (rgbDistance(from, over) < STEADY) return true;
  let dot = 0;
  for (const shift of [0, 8, 16]) {
    const at = (over >>> shift) & 255;
    dot += (at - ((from >>> shift) & 255)) * (((to >>> shift) & 255) - at);
  }
  return dot < 0;
}

function rgbDistance(a: number, b: number): number {
  return Math.hypot(
    (a & 255) - (b & 255),
    ((a >>> 8) & 255) - ((b >>> 8) & 255),
    ((a >>> 16) & 255) - ((b >>> 16) & 255),
  );
}

/** Coverage and both colours of a blend; null where it is none of these two colours. */
function solve(blend: number, f: number, b: number): { alpha: number; front: number; behind: number } | null {
  const c = colourOf(blend);
  const fc = colourOf(f);
  const bc = colourOf(b);
  const d = [fc[0] - bc[0], fc[1] - bc[1], fc[2] - bc[2]];
  const square = d[0] * d[0] + d[1] * d[1] + d[2] * d[2];
  if (square < LEAST_CONTRAST * LEAST_CONTRAST) return null;
  const raw = ((c[0] - bc[0]) * d[0] + (c[1] - bc[1]) * d[1] + (c[2] - bc[2]) * d[2]) / square;
  const share = raw < 0 ? 0 : raw > 1 ? 1 : raw;
  const residual = Math.hypot(...c.map((v, i) => v - bc[i] - share * d[i]));
  if (residual > MOST_RESIDUAL) return null;
  const alpha = Math.round(share * 255);
  if (alpha === 0) return { alpha, front: 0, behind: blend };
  const a = alpha / 255;
  // What rounding and residual leave over goes into the front colour, and what that cannot hold into the one behind.
  // Neither leaves the way between the two pure colours far: a faint front would turn into any colour at all.
  const front = fc.map((_, i) => within((c[i] - (1 - a) * bc[i]) / a, fc[i], bc[i]));
  const behind = alpha === 255 ? bc : bc.map((_, i) => byte((c[i] - a * front[i]) / (1 - a)));
  for (let i = 0; i < 3; i++) if (Math.abs(a * front[i] + (1 - a) * behind[i] - c[i]) > 1) return null;
  return { alpha, front: pack(front, alpha), behind: pack(behind, 255) };
}

/** How far past the two pure colours a channel may go. */
const PAST = 10;

function within(value: number, one: number, other: number): number {
  return byte(Math.max(Math.min(one, other) - PAST, Math.min(Math.max(one, other) + PAST, value)));
}

function byte(v: number): number {
  return v <= 0 ? 0 : v >= 255 ? 255 : Math.round(v);
}

function pack(c: readonly number[], alpha: number): number {
  return (c[0] | (c[1] << 8) | (c[2] << 16) | (alpha << 24)) >>> 0;
}
