import { intersectRects, uniteRects, type PlacedBitmap, type Rect } from '../raster/bitmap.js';
import { distanceField } from '../raster/distance-field.js';
import { createMask, createPlacedMask, type PlacedMask } from '../raster/mask.js';
import { reachOf } from '../raster/morphology.js';
import {
  FACE,
  FACE_LINE,
  LINE,
  channelsOf,
  movingLayer,
  turnLayer,
  type MovingLayer,
  type SweepPiece,
} from './bend-layers.js';
import { sharpestCorner } from './corner.js';
import { tornMeasure, type CutPoint } from './cut-border.js';
import type { Disc } from './round-joint.js';
import { loosenessReach } from './round-joint.js';

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
  /** Half the limb's width at the disc, px, where one limb was cut through there; less or nothing counts as the disc's. */
  limbHalf?: number;
  /** The border along which the two are cut from one limb. */
  border?: readonly CutPoint[];
}

/** What one angle shows; areas and lengths in px. */
export interface BendMeasure {
  /** Degrees, positive clockwise on screen. */
  angle: number;
  /** Area of the ideal silhouette that is not covered. */
  daylight: number;
  /** Area by which the silhouette sticks out of the ideal, or falls short of it along its edge; not what sticks out at rest. */
  kink: number;
  /** Length of the border that the two share at rest which lies open beyond the disc. */
  torn: number;
  /**
   * Length of the ideal silhouette's border, near the disc, with no line within one line width, where the design has one
   * at rest: a border that other pieces cover, or that was drawn without a line, is not broken by turning.
   */
  brokenLine: number;
  /** Line colour deep in the disc that the design does not have there. */
  strayLine: number;
  /** The middle of the daylight, px, or null. */
  place: { x: number; y: number } | null;
}

/** A prepared joint: measures one angle after another without new memory. */
export interface BendRig {
  /** Measures one angle, degrees clockwise. */
  measure(angle: number): BendMeasure;
  /** The sharpest outward corner of the silhouette near the disc at the angle measured last, degrees of turn. */
  corner(): number;
  /** Where the angle measured last shows daylight: a fresh mask of 0 and 255 over the measured square. */
  daylight(): PlacedMask;
}

/** Alpha and line of fill that covers fully and is free of line: most of any limb. */
const ALPHA_AND_LINE = 0xffff;
const PLAIN = 0x00ff;

/** Half the side of the square that a bend is measured in, px; what turns into it comes from the circle about it. */
export function bendHalf(radius: number, drawnOut: number): number {
  return Math.ceil(1.3 * radius + drawnOut) + 2;
}

/** Composites the moving pieces once, so that each angle is one rotated look-up per layer. */
export function prepareBend(assembly: Assembly): BendRig {
  const { disc } = assembly;
  // geometry.md measures in a square of 4 radii. Every sheet lies within the disc, and beyond it both pieces
  // cover exactly what they show at rest, so nothing can be found outside 1.25 radii: a smaller square gives
  // the same figures in less than half the time.
  const limbRadius = idealRadius(disc.radius, assembly.limbHalf);
  const half = bendHalf(limbRadius, disc.stretch ? Math.hypot(disc.stretch.x, disc.stretch.y) : 0);
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
  const layers = [assembly.movingBehind, assembly.movingInFront].map((pieces): MovingLayer | null => {
    if (pieces.length === 0) return null;
    // What turns into the window comes from a circle about the pivot through its corners.
    const far = Math.ceil(half * Math.SQRT2) + 2;
    const around = { x: window.x + half - far, y: window.y + half - far, width: 2 * far + 1, height: 2 * far + 1 };
    const bounds = pieces.map((piece) => uniteRects(piece.image, piece.face ?? piece.image)).reduce(uniteRects);
    const rect = intersectRects(around, bounds);
    if (rect.width <= 0 || rect.height <= 0) return null;
    return movingLayer(pieces, rect, disc);
  });
  const tornAt = tornMeasure(assembly.border ?? [], disc, {
    still: [assembly.parent.image],
    moving: [...assembly.movingBehind, ...assembly.movingInFront].map(({ image }) => image),
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
  const inDisc = Uint8Array.from(fromPivot, (d) => (d <= innerDisc ? 1 : 0));
  /** 1 where the rest itself sticks out of the ideal: hidden paint of other joints. */
  const outAtRest = new Uint8Array(size);
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
    turnLayer(layers[0], angle, disc, window, behind);
    turnLayer(layers[1], angle, disc, window, ahead);
    let daylight = 0;
    let sumX = 0;
    let sumY = 0;
    let outside = 0;
    let strayLine = 0;
    for (let i = 0; i < size; i++) {
      const p = parent[i];
      const b = behind[i];
      const a = ahead[i];
      const u = base[i];
      const top = (a & 255) !== 0 ? a : (p & 255) !== 0 ? p : b;
      // Plain fill on top, or nothing at all, is most of the square and needs no arithmetic.
      if ((top & ALPHA_AND_LINE) === PLAIN) {
        const wanted = inDisc[i] | (p >>> 23) | (b >>> 23) | (a >>> 23);
        ideal[i] = wanted & 1;
        covered[i] = 255;
        lines[i] = 0;
        if ((wanted & 1) === 0 && fromPivot[i] > limbRadius + 0.5 && !outAtRest[i]) outside++;
        continue;
      }
      const bare = inDisc[i] === 1;
      if ((p | b | a | u) === 0) {
        ideal[i] = inDisc[i];
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
      const wanted = faces > 127 || bare;
      ideal[i] = wanted ? 1 : 0;
      covered[i] = shown;
      if (wanted && shown < 127.5) {
        daylight++;
        sumX += i % width;
        sumY += Math.floor(i / width);
      } else if (!wanted && shown > 127.5 && fromPivot[i] > limbRadius + 0.5 && !outAtRest[i]) outside++;
      if (!lined) continue;
      const line =
        ((a >>> LINE) & 255) +
        ((255 - aAlpha) / 255) *
          (((p >>> LINE) & 255) +
            ((255 - pAlpha) / 255) * (((b >>> LINE) & 255) + ((255 - bAlpha) / 255) * ((u >>> LINE) & 255)));
      lines[i] = line > 100 ? 255 : 0;
      if (
        line > 127 &&
        fromPivot[i] < deep &&
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
      torn: tornAt(angle),
      brokenLine: lined ? brokenLine() : 0,
      strayLine,
      place: daylight > 0 ? { x: window.x + sumX / daylight + 0.5, y: window.y + sumY / daylight + 0.5 } : null,
    };
  }

  function brokenLine(): number {
    let broken = 0;
    for (let y = 1; y < height - 1; y++) {
      // Only the stretch of the row that crosses the circle.
      const dy = window.y + y + 0.5 - pivotY;
      const reach = Math.sqrt(Math.max(0, nearDisc * nearDisc - dy * dy));
      const from = Math.max(1, Math.floor(pivotX - reach - window.x) - 1);
      const to = Math.min(width - 1, Math.ceil(pivotX + reach - window.x) + 1);
      for (let x = from; x < to; x++) {
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

  function daylight(): PlacedMask {
    const mask = createPlacedMask(window);
    for (let i = 0; i < size; i++) if (ideal[i] === 1 && covered[i] < 128) mask.data[i] = 255;
    return mask;
  }

  measure(0);
  for (let i = 0; i < size; i++) {
    const out = !ideal[i] && covered[i] > 127 && fromPivot[i] > limbRadius + 0.5;
    if (out) outAtRest[i] = 1;
    // Where the disc is narrower than the limb, the limb's own round end is wanted, as far as it is there at rest.
    if (covered[i] > 127 && fromPivot[i] <= limbRadius - 1) inDisc[i] = 1;
  }
  if (lined) bare = bareBorder();
  const corner = () => sharpestCorner(cover, { x: pivotX - window.x, y: pivotY - window.y }, disc.radius);
  return { measure, corner, daylight };
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

/** A disc may be narrower than its limb by this share before the limb's own width counts. */
const NARROWER = 1.1;

/** The radius of the round end that a joint should show, px. */
function idealRadius(radius: number, limb = 0): number {
  return limb > NARROWER * radius ? limb : radius;
}
