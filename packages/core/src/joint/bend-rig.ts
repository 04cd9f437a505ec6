import {
  createPlaced,
  cropPlaced,
  intersectRects,
  uniteRects,
  wordsOf,
  type PlacedBitmap,
  type Rect,
} from '../raster/bitmap.js';
import { labDistance, toLab } from '../raster/colour.js';
import { compositeOverMutable } from '../raster/composite.js';
import { distanceField } from '../raster/distance-field.js';
import { createMask, createPlacedMask, type PlacedMask } from '../raster/mask.js';
import { reachOf } from '../raster/morphology.js';
import { sharpestCorner } from './corner.js';
import type { Disc } from './round-joint.js';
import { loosenessReach } from './round-joint.js';

/** One piece as the sweep sees it. */
export interface SweepPiece {
  /** What it shows at rest; null for a line beneath a limb, which shows only as its piece's face does. */
  face: PlacedBitmap | null;
  /** The design's pixels that are its own, where they differ from `face`: line that the design has counts as such. */
  drawn?: PlacedBitmap;
  /** Its whole image: under, overlap and face composited. */
  image: PlacedBitmap;
}

/** A joint with the pieces it moves, in draw order. */
export interface Assembly {
  parent: SweepPiece;
  /** The parent's outline beneath the limb's fills, drawn before all else. */
  parentLine?: PlacedBitmap | null;
  /** The turned piece and all that hang from it, drawn before the parent, back to front. */
  movingBehind: readonly SweepPiece[];
  /** Those drawn after the parent, back to front. */
  movingInFront: readonly SweepPiece[];
  disc: Disc & { fillColour: readonly [number, number, number] };
}

/** What one angle shows; areas and lengths in px. */
export interface BendMeasure {
  /** Degrees, positive clockwise on screen. */
  angle: number;
  /** Area of the ideal silhouette that is not covered. */
  daylight: number;
  /** Area by which the silhouette sticks out of the ideal, or falls short of it along its edge. */
  kink: number;
  /**
   * Length of the ideal silhouette's border, near the disc, with no line within one line width, where the design has one
   * at rest: a border that other pieces cover, or that was drawn without a line, is not broken by turning.
   */
  brokenLine: number;
  /** Line colour deep in the disc that the design does not have there. */
  strayLine: number;
  /** The sharpest outward corner of the silhouette near the disc, degrees of turn. */
  corner: number;
  /** The middle of the daylight, px, or null. */
  place: { x: number; y: number } | null;
}

/** A prepared joint: measures one angle after another without new memory. */
export interface BendRig {
  /** Measures one angle, degrees clockwise. */
  measure(angle: number): BendMeasure;
  /** Where the angle measured last shows daylight: a fresh mask of 0 and 255 over the measured square. */
  daylight(): PlacedMask;
}

/** Channels of a moving layer, one byte each in a word: alpha, line, face alpha, face line. */
const ALPHA = 0;
const LINE = 8;
const FACE = 16;
const FACE_LINE = 24;

/** Fill that the face shows, fully covering and free of line: most of any limb. */
const SOLID = 0x00ff00ff;

/** Composites the moving pieces once, so that each angle is one rotated look-up per layer. */
export function prepareBend(assembly: Assembly): BendRig {
  const { disc } = assembly;
  // geometry.md measures in a square of 4 radii. Every sheet lies within the disc, and beyond it both pieces
  // cover exactly what they show at rest, so nothing can be found outside 1.25 radii: a smaller square gives
  // the same figures in less than half the time.
  const drawnOut = disc.stretch ? Math.hypot(disc.stretch.x, disc.stretch.y) : 0;
  const half = Math.ceil(1.3 * disc.radius + drawnOut) + 2;
  const window: Rect = {
    x: Math.floor(disc.x) - half,
    y: Math.floor(disc.y) - half,
    width: 2 * half + 1,
    height: 2 * half + 1,
  };
  const { width, height } = window;
  const size = width * height;
  const parent = channelsOf([assembly.parent], window, disc);
  const base = channelsOf(assembly.parentLine ? [{ face: null, image: assembly.parentLine }] : [], window, disc);
  const layers = [assembly.movingBehind, assembly.movingInFront].map((pieces) => {
    if (pieces.length === 0) return null;
    // What turns into the window comes from a circle about the pivot through its corners.
    const far = Math.ceil(half * Math.SQRT2) + 2;
    const around = { x: window.x + half - far, y: window.y + half - far, width: 2 * far + 1, height: 2 * far + 1 };
    const bounds = pieces.map((piece) => uniteRects(piece.image, piece.face ?? piece.image)).reduce(uniteRects);
    const rect = intersectRects(around, bounds);
    if (rect.width <= 0 || rect.height <= 0) return null;
    // A clear pixel all round, so that a look-up next to the border needs no test.
    const roomy = { x: rect.x - 1, y: rect.y - 1, width: rect.width + 2, height: rect.height + 2 };
    return { rect: roomy, words: channelsOf(pieces, roomy, disc) };
  });
  const pivotX = disc.x;
  const pivotY = disc.y;
  const lined = disc.lineWidth > 0;
  const innerDisc = disc.radius - 1 - loosenessReach(disc);
  const deep = disc.radius - 1.5 * disc.lineWidth;
  const nearDisc = 1.25 * disc.radius;
  const fromPivot = new Float32Array(size);
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++)
      fromPivot[i] = Math.hypot(window.x + x + 0.5 - pivotX, window.y + y + 0.5 - pivotY);
  }
  const restLine = createMask(width, height);
  const behind = new Uint32Array(size);
  const ahead = new Uint32Array(size);
  const ideal = new Uint8Array(size);
  const cover = createMask(width, height);
  const lineMask = createMask(width, height);
  const covered = cover.data;
  const lines = lineMask.data;
  const lineReach = spiral(Math.max(1.5, disc.lineWidth));

  // Line of the design that the rest already shows, a pixel wider: it is not stray.
  for (let i = 0; i < size; i++) if (((parent[i] >>> FACE_LINE) & 255) > 90) restLine.data[i] = 255;
  const nearRestLine = distanceField(restLine);

  // Borders that have no line at rest, a line width wider: 255 in the frame of the parent, and turned back in the child's.
  let bare: Uint8Array | null = null;
  let turned = 0;

  function measure(angle: number): BendMeasure {
    turned = angle;
    turn(layers[0], angle, behind);
    turn(layers[1], angle, ahead);
    let daylight = 0;
    let sumX = 0;
    let sumY = 0;
    let outside = 0;
    let strayLine = 0;
    for (let i = 0; i < size; i++) {
      const p = parent[i];
      const b = behind[i];
      const a = ahead[i];
      // Plain fill on top, or nothing at all, is most of the square and needs no arithmetic.
      if (a === SOLID || (a === 0 && (p === SOLID || (p === 0 && b === SOLID)))) {
        ideal[i] = 1;
        covered[i] = 255;
        lines[i] = 0;
        continue;
      }
      const d = fromPivot[i];
      const u = base[i];
      if ((p | b | a | u) === 0) {
        const bare = d <= innerDisc;
        ideal[i] = bare ? 1 : 0;
        covered[i] = 0;
        lines[i] = 0;
        if (bare) {
          daylight++;
          sumX += i % width;
          sumY += Math.floor(i / width);
        }
        continue;
      }
      const pAlpha = p & 255;
      const bAlpha = b & 255;
      const aAlpha = a & 255;
      const uAlpha = u & 255;
      const shown =
        pAlpha === 255 || aAlpha === 255 || bAlpha === 255 || uAlpha === 255
          ? 255
          : 255 - ((255 - pAlpha) * (255 - bAlpha) * (255 - aAlpha) * (255 - uAlpha)) / 16581375;
      const faces = Math.max((p >>> FACE) & 255, (b >>> FACE) & 255, (a >>> FACE) & 255);
      const wanted = faces > 127 || d <= innerDisc;
      ideal[i] = wanted ? 1 : 0;
      covered[i] = shown;
      if (wanted && shown < 127.5) {
        daylight++;
        sumX += i % width;
        sumY += Math.floor(i / width);
      } else if (!wanted && shown > 127.5 && d > disc.radius + 0.5) outside++;
      if (!lined) continue;
      const line =
        ((a >>> LINE) & 255) +
        ((255 - aAlpha) / 255) *
          (((p >>> LINE) & 255) +
            ((255 - pAlpha) / 255) * (((b >>> LINE) & 255) + ((255 - bAlpha) / 255) * ((u >>> LINE) & 255)));
      lines[i] = line > 100 ? 255 : 0;
      if (
        line > 127 &&
        d < deep &&
        nearRestLine[i] > 1.5 &&
        ((a >>> FACE_LINE) & 255) < 60 &&
        ((b >>> FACE_LINE) & 255) < 60
      )
        strayLine++;
    }
    return {
      angle,
      daylight,
      kink: outside + daylight,
      brokenLine: lined ? brokenLine() : 0,
      strayLine,
      corner: sharpestCorner(cover, { x: pivotX - window.x, y: pivotY - window.y }, disc.radius),
      place: daylight > 0 ? { x: window.x + sumX / daylight + 0.5, y: window.y + sumY / daylight + 0.5 } : null,
    };
  }

  function brokenLine(): number {
    let broken = 0;
    for (let y = 1; y < height - 1; y++) {
      for (let x = 1; x < width - 1; x++) {
        const i = y * width + x;
        if (ideal[i] === 0 || (ideal[i - 1] & ideal[i + 1] & ideal[i - width] & ideal[i + width]) === 1) continue;
        if (fromPivot[i] > nearDisc) continue;
        if (!lineNear(x, y) && !bareAtRest(x, y)) broken++;
      }
    }
    return broken;
  }

  /** Was there no line at this place of the border at rest, seen with the parent or with what turns? */
  function bareAtRest(x: number, y: number): boolean {
    if (!bare) return false;
    if (bare[y * width + x]) return true;
    const rad = (turned * Math.PI) / 180;
    const dx = window.x + x + 0.5 - pivotX;
    const dy = window.y + y + 0.5 - pivotY;
    const bx = Math.floor(pivotX + Math.cos(rad) * dx + Math.sin(rad) * dy - window.x);
    const by = Math.floor(pivotY - Math.sin(rad) * dx + Math.cos(rad) * dy - window.y);
    return bx >= 0 && by >= 0 && bx < width && by < height && bare[by * width + bx] > 0;
  }

  function bareBorder(): Uint8Array {
    measure(0);
    const found = createMask(width, height);
    for (let y = 1; y < height - 1; y++)
      for (let x = 1; x < width - 1; x++) {
        const i = y * width + x;
        if (ideal[i] === 0 || (ideal[i - 1] && ideal[i + 1] && ideal[i - width] && ideal[i + width])) continue;
        if (!lineNear(x, y)) found.data[i] = 255;
      }
    return reachOf(found, disc.lineWidth);
  }

  /** Is there line colour within one line width? Looks nearest first, so that a drawn border is done at once. */
  function lineNear(x: number, y: number): boolean {
    for (let k = 0; k < lineReach.length; k += 2) {
      const px = x + lineReach[k];
      const py = y + lineReach[k + 1];
      if (px >= 0 && py >= 0 && px < width && py < height && lines[py * width + px] !== 0) return true;
    }
    return false;
  }

  function turn(layer: { rect: Rect; words: Uint32Array } | null, angle: number, out: Uint32Array): void {
    out.fill(0);
    if (!layer) return;
    const { rect, words } = layer;
    const rad = (angle * Math.PI) / 180;
    // Whole turns of 0 must copy pixels exactly, so that rest stays rest.
    const cos = angle === 0 ? 1 : Math.cos(rad);
    const sin = angle === 0 ? 0 : Math.sin(rad);
    for (let y = 0; y < height; y++) {
      const dy = window.y + y + 0.5 - pivotY;
      // Where the row's first pixel comes from; each next one lies (cos, -sin) further.
      const dx = window.x + 0.5 - pivotX;
      const fx = pivotX + cos * dx + sin * dy - rect.x - 0.5;
      const fy = pivotY - sin * dx + cos * dy - rect.y - 0.5;
      const [fromX, toX] = stepsWithin(fx, cos, rect.width - 1);
      const [fromY, toY] = stepsWithin(fy, -sin, rect.height - 1);
      const to = Math.min(width, toX, toY);
      for (let x = Math.max(0, fromX, fromY); x < to; x++) {
        const px = fx + cos * x;
        const py = fy - sin * x;
        const ix = Math.floor(px);
        const iy = Math.floor(py);
        const at = iy * rect.width + ix;
        const tl = words[at];
        const tr = words[at + 1];
        const bl = words[at + rect.width];
        const br = words[at + rect.width + 1];
        if (tl === tr && tl === bl && tl === br) out[y * width + x] = tl;
        else {
          const u = Math.round((px - ix) * 256);
          const v = Math.round((py - iy) * 256);
          out[y * width + x] =
            (pair(tl, tr, bl, br, u, v) | (pair(tl >>> 8, tr >>> 8, bl >>> 8, br >>> 8, u, v) << 8)) >>> 0;
        }
      }
    }
  }

  function daylight(): PlacedMask {
    const mask = createPlacedMask(window);
    for (let i = 0; i < size; i++) if (ideal[i] === 1 && covered[i] < 128) mask.data[i] = 255;
    return mask;
  }

  if (lined) bare = bareBorder();
  return { measure, daylight };
}

/** Whole-pixel steps up to `reach` px away, nearest first, x, y pairs. */
function spiral(reach: number): Int32Array {
  const steps: [number, number][] = [];
  const whole = Math.floor(reach);
  for (let y = -whole; y <= whole; y++)
    for (let x = -whole; x <= whole; x++) if (Math.hypot(x, y) <= reach) steps.push([x, y]);
  steps.sort((a, b) => Math.hypot(...a) - Math.hypot(...b));
  return Int32Array.from(steps.flat());
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
  const top = (((tl & m) * (256 - u) + (tr & m) * u) / 256) & m;
  const bottom = (((bl & m) * (256 - u) + (br & m) * u) / 256) & m;
  return ((top * (256 - v) + bottom * v) / 256) & m;
}

/** Alpha, line, face alpha and face line of some pieces over `rect`, composited back to front and packed. */
function channelsOf(pieces: readonly SweepPiece[], rect: Rect, disc: Assembly['disc']): Uint32Array {
  const image = createPlaced(rect);
  const face = createPlaced(rect);
  const drawn = createPlaced(rect);
  for (const piece of pieces) {
    compositeOverMutable(image, cropPlaced(piece.image, rect));
    if (!piece.face) continue;
    compositeOverMutable(face, cropPlaced(piece.face, rect));
    compositeOverMutable(drawn, cropPlaced(piece.drawn ?? piece.face, rect));
  }
  const lineness = linenessOf(disc);
  const imageWords = wordsOf(image);
  const faceWords = wordsOf(face);
  const drawnWords = wordsOf(drawn);
  const out = new Uint32Array(rect.width * rect.height);
  for (let i = 0; i < out.length; i++) {
    const p = imageWords[i];
    const q = faceWords[i];
    const own = drawnWords[i];
    if (p >>> 24 === 0 && q >>> 24 === 0 && own >>> 24 === 0) continue;
    out[i] =
      (((p >>> 24) << ALPHA) |
        (lineness(p) << LINE) |
        ((q >>> 24) << FACE) |
        (Math.max(lineness(own), q === p ? lineness(p) : lineness(q)) << FACE_LINE)) >>>
      0;
  }
  return out;
}

/** How much of a pixel is line, 0 to 255: full within a third of the way from line to fill colour, none past two thirds. */
function linenessOf(disc: Assembly['disc']): (word: number) => number {
  if (disc.lineWidth === 0) return () => 0;
  const line = toLab(...disc.lineColour);
  const apart = Math.max(6, Math.min(30, labDistance(line, toLab(...disc.fillColour))));
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
