import { createPlaced, cropPlaced, outsetRect, wordsOf, type PlacedBitmap, type Rect } from '../raster/bitmap.js';
import { labDistance, toLab, type Rgb } from '../raster/colour.js';
import { compositeOverMutable } from '../raster/composite.js';
import { unionCoverage } from '../raster/mask.js';
import { reachOf } from '../raster/morphology.js';
import { offSegment, type Vector } from './limb-axis.js';

/** Channels of a layer, one byte each in a word: alpha, line, face alpha, face line. */
const ALPHA = 0;
export const LINE = 8;
export const FACE = 16;
export const FACE_LINE = 24;
/** px that hidden paint may reach past what shows or may show: a contour's own pixels, and the overlap along a cut. */
export const RIM = 2.5;

/** One piece as the sweep sees it. */
export interface SweepPiece {
  /** What it shows at rest; null for a line beneath a limb, which shows only as its piece's face does. */
  face: PlacedBitmap | null;
  /** The design's pixels that are its own, where they differ from `face`: line that the design has counts as such. */
  drawn?: PlacedBitmap;
  /** Its whole image: under, overlap and face composited. */
  image: PlacedBitmap;
  /** What the artist has put beneath: its whole shape goes on there, so that it may come into view. */
  beneath?: PlacedBitmap | null;
}

/** The moving pieces of one side of the parent. */
export interface MovingLayer {
  rect: Rect;
  words: Uint32Array;
  /** By pixel: 1 where it, the next, and the two below are the same, so that nothing needs blending. */
  even: Uint8Array;
  /** By pixel: above 0 where its paint may come into view. */
  mayShow: Uint8Array;
}

/** Which colours count as line. */
export interface LineColours {
  lineWidth: number;
  lineColour: Rgb;
  fillColour: Rgb;
}

/** A place about a joint where a piece counts as seen at rest though something hides it: its limb goes on there. */
export interface GoesOn {
  pivot: Vector;
  /** From the pivot along the limb, px; nowhere for none. */
  straight: Vector;
  /** px; half the width of what goes on. */
  radius: number;
}

/** One side of a joint over `rect`: what is drawn of it, what shows or counts as shown, and what may come into view. */
export function limbLayer(
  pieces: readonly SweepPiece[],
  rect: Rect,
  colours: LineColours,
  goesOn: GoesOn,
): Pick<MovingLayer, 'words' | 'mayShow'> {
  const words = channelsOf(pieces, rect, colours);
  showMutable(words, rect, goesOn);
  return { words, mayShow: mayShow(words, rect, pieces) };
}

/** The words of some pieces over `rect`, ready to turn. */
export function movingLayer(
  pieces: readonly SweepPiece[],
  rect: Rect,
  colours: LineColours,
  goesOn: GoesOn,
): MovingLayer {
  // A clear pixel all round, so that a look-up next to the border needs no test.
  const roomy = outsetRect(rect, 1);
  const layer = limbLayer(pieces, roomy, colours, goesOn);
  return { rect: roomy, ...layer, even: evenCells(layer.words, roomy.width) };
}

/** Marks the paint of a limb that goes on beneath as if it showed at rest. */
function showMutable(words: Uint32Array, rect: Rect, { pivot, straight, radius }: GoesOn): void {
  if (straight.x === 0 && straight.y === 0) return;
  for (let y = 0, i = 0; y < rect.height; y++)
    for (let x = 0; x < rect.width; x++, i++) {
      const alpha = words[i] & 255;
      if (alpha <= ((words[i] >>> FACE) & 255)) continue;
      const [dx, dy] = offSegment(rect.x + x + 0.5 - pivot.x, rect.y + y + 0.5 - pivot.y, straight);
      if (dx * dx + dy * dy > radius * radius) continue;
      words[i] = ((words[i] & ~(255 << FACE)) | (alpha << FACE)) >>> 0;
    }
}

/** Where paint may come into view: what shows, what the artist has put beneath, and the rim of both. */
function mayShow(words: Uint32Array, rect: Rect, pieces: readonly SweepPiece[]): Uint8Array {
  const allowed = unionCoverage(
    pieces.flatMap(({ beneath }) => beneath ?? []),
    rect,
  );
  for (let i = 0; i < words.length; i++) if ((words[i] >>> FACE) & 128) allowed.data[i] = 255;
  return reachOf(allowed, RIM);
}

function evenCells(words: Uint32Array, width: number): Uint8Array {
  const even = new Uint8Array(words.length);
  for (let i = 0; i + width + 1 < words.length; i++) {
    const word = words[i];
    if (word === words[i + 1] && word === words[i + width] && word === words[i + width + 1]) even[i] = 1;
  }
  return even;
}

/**
 * Turns a layer about a pivot into a window's words, bilinearly; what it does not reach is cleared.
 * @param angle degrees clockwise
 * @param spans the stretches of the window that are wanted: row, first column, column after the last
 */
export function turnLayer(
  layer: MovingLayer | null,
  angle: number,
  pivot: { x: number; y: number },
  window: Rect,
  spans: Int32Array,
  out: Uint32Array,
): void {
  out.fill(0);
  if (!layer) return;
  const { rect, words, even } = layer;
  const { width } = window;
  const rad = (angle * Math.PI) / 180;
  // Whole turns of 0 must copy pixels exactly, so that rest stays rest.
  const cos = angle === 0 ? 1 : Math.cos(rad);
  const sin = angle === 0 ? 0 : Math.sin(rad);
  let row = -1;
  let [fx, fy, first, last] = [0, 0, 0, 0];
  for (let k = 0; k < spans.length; k += 3) {
    const y = spans[k];
    if (y !== row) {
      row = y;
      const dy = window.y + y + 0.5 - pivot.y;
      // Where the row's first pixel comes from; each next one lies (cos, -sin) further.
      const dx = window.x + 0.5 - pivot.x;
      fx = pivot.x + cos * dx + sin * dy - rect.x - 0.5;
      fy = pivot.y - sin * dx + cos * dy - rect.y - 0.5;
      const [fromX, toX] = stepsWithin(fx, cos, rect.width - 1);
      const [fromY, toY] = stepsWithin(fy, -sin, rect.height - 1);
      first = Math.max(0, fromX, fromY);
      last = Math.min(width, toX, toY);
    }
    const to = Math.min(last, spans[k + 2]);
    for (let x = Math.max(first, spans[k + 1]); x < to; x++) {
      const px = fx + cos * x;
      const py = fy - sin * x;
      const ix = px | 0;
      const iy = py | 0;
      const at = iy * rect.width + ix;
      if (even[at]) out[y * width + x] = words[at];
      else {
        const tl = words[at];
        const tr = words[at + 1];
        const bl = words[at + rect.width];
        const br = words[at + rect.width + 1];
        const u = Math.round((px - ix) * 256);
        const v = Math.round((py - iy) * 256);
        out[y * width + x] =
          (pair(tl, tr, bl, br, u, v) | (pair(tl >>> 8, tr >>> 8, bl >>> 8, br >>> 8, u, v) << 8)) >>> 0;
      }
    }
  }
}

/** What a layer shows on a whole circle about the pivot, whatever its angle. */
export type Ring = 'plain' | 'clear' | 'mixed';

/** The most line that still shows as fill, 0 to 255. */
export const FAINT_LINE = 100;

/** Does a word cover fully, and show no line? Most of any limb does. */
export function isPlain(word: number): boolean {
  return (word & 255) === 255 && ((word >>> LINE) & 255) <= FAINT_LINE;
}

/** A layer's rings about a pivot, by whole px of distance up to `most`; each counts what a look-up beside it could blend in. */
export function layerRings(layer: MovingLayer | null, pivot: { x: number; y: number }, most: number): Ring[] {
  if (!layer) return Array.from({ length: most + 1 }, () => 'clear');
  const { rect, words } = layer;
  const plain = new Int32Array(most + 3);
  const painted = new Int32Array(most + 3);
  const seen = new Int32Array(most + 3);
  const end = most + 2;
  for (let y = 0; y < rect.height; y++) {
    const dy = rect.y + y + 0.5 - pivot.y;
    if (Math.abs(dy) > end) continue;
    for (let x = 0; x < rect.width; x++) {
      const dx = rect.x + x + 0.5 - pivot.x;
      const ring = Math.round(Math.sqrt(dx * dx + dy * dy));
      if (ring > end) continue;
      const word = words[y * rect.width + x];
      seen[ring]++;
      if (word !== 0) painted[ring]++;
      if (isPlain(word)) plain[ring]++;
    }
  }
  const isWhole = (ring: number) => {
    // A circle that reaches past the layer's rectangle has clear pixels there.
    return (
      rect.x + ring + 2 <= pivot.x &&
      rect.y + ring + 2 <= pivot.y &&
      rect.x + rect.width - ring - 2 >= pivot.x &&
      rect.y + rect.height - ring - 2 >= pivot.y
    );
  };
  return Array.from({ length: most + 1 }, (_, ring): Ring => {
    const near = [Math.max(0, ring - 2), Math.max(0, ring - 1), ring, ring + 1, ring + 2];
    if (near.every((r) => painted[r] === 0)) return 'clear';
    return isWhole(ring) && near.every((r) => plain[r] === seen[r]) ? 'plain' : 'mixed';
  });
}

/** The whole steps k, from and to (not included), for which 0 <= start + step * k < end. */
function stepsWithin(start: number, step: number, end: number): [number, number] {
  // At a right angle a step is only what rounding left of nothing.
  if (Math.abs(step) < 1e-9) return start >= 0 && start < end ? [-Infinity, Infinity] : [0, 0];
  const [near, far] = step > 0 ? [-start / step, (end - start) / step] : [(end - start) / step, -start / step];
  let from = Math.ceil(near);
  let to = Math.ceil(far);
  const within = (k: number) => start + step * k >= 0 && start + step * k < end;
  // Rounding may put either end a step off.
  while (from < to && !within(from)) from++;
  while (from < to && !within(to - 1)) to--;
  return [from, to];
}

/** Bilinear blend of the channels at bits 0 and 16 of four packed words, both in one go; u and v are 0 to 256. */
function pair(tl: number, tr: number, bl: number, br: number, u: number, v: number): number {
  const m = 0x00ff00ff;
  const top = ((Math.imul(tl & m, 256 - u) + Math.imul(tr & m, u)) >>> 8) & m;
  const bottom = ((Math.imul(bl & m, 256 - u) + Math.imul(br & m, u)) >>> 8) & m;
  return ((Math.imul(top, 256 - v) + Math.imul(bottom, v)) >>> 8) & m;
}

/** Alpha, line, face alpha and face line of some pieces over `rect`, composited back to front and packed. */
export function channelsOf(pieces: readonly SweepPiece[], rect: Rect, colours: LineColours): Uint32Array {
  const over = (pictures: (PlacedBitmap | null | undefined)[]): PlacedBitmap => {
    const present = pictures.flatMap((picture) => picture ?? []);
    // One alone is what it is.
    if (present.length === 1) return cropPlaced(present[0], rect);
    const all = createPlaced(rect);
    for (const picture of present) compositeOverMutable(all, picture);
    return all;
  };
  const image = over(pieces.map((piece) => piece.image));
  const face = over(pieces.map((piece) => piece.face));
  const drawn = over(pieces.map((piece) => piece.face && (piece.drawn ?? piece.face)));
  const lineness = linenessOf(colours);
  const imageWords = wordsOf(image);
  const faceWords = wordsOf(face);
  const drawnWords = wordsOf(drawn);
  const out = new Uint32Array(rect.width * rect.height);
  let [lastP, lastQ, lastOwn, last] = [0, 0, 0, 0];
  for (let i = 0; i < out.length; i++) {
    const p = imageWords[i];
    const q = faceWords[i];
    const own = drawnWords[i];
    if (p < 0x01000000 && q < 0x01000000 && own < 0x01000000) continue;
    // Most of a limb is one paint after the other.
    if (p !== lastP || q !== lastQ || own !== lastOwn) {
      const line = lineness(p);
      const ownLine = own === p ? line : lineness(own);
      const faceLine = q === p ? line : q === own ? ownLine : lineness(q);
      last =
        (((p >>> 24) << ALPHA) | (line << LINE) | ((q >>> 24) << FACE) | (Math.max(ownLine, faceLine) << FACE_LINE)) >>>
        0;
      lastP = p;
      lastQ = q;
      lastOwn = own;
    }
    out[i] = last;
  }
  return out;
}

/** How much of a pixel is line, 0 to 255: full within a third of the way from line to fill colour, none past two thirds. */
export function linenessOf(colours: LineColours): (word: number) => number {
  if (colours.lineWidth === 0) return () => 0;
  const line = toLab(...colours.lineColour);
  const apart = Math.max(6, Math.min(30, labDistance(line, toLab(...colours.fillColour))));
  const known = new Map<number, number>();
  return (word) => {
    const colour = word & 0xffffff;
    let share = known.get(colour);
    if (share === undefined) {
      const d = labDistance(line, toLab(word & 255, (word >>> 8) & 255, (word >>> 16) & 255)) / apart;
      share = Math.max(0, Math.min(1, 2 - 3 * d));
      known.set(colour, share);
    }
    return Math.round(share * (word >>> 24));
  };
}
