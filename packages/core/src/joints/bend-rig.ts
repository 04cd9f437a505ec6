import { intersectRects, outsetRect, uniteRects, type PlacedBitmap, type Rect } from '../raster/bitmap.js';
import { createMask, createPlacedMask, maskOf, type PlacedMask } from '../raster/mask.js';
import { reachOf } from '../raster/morphology.js';
import {
  RIM,
  channelsOf,
  limbLayer,
  movingLayer,
  turnLayer,
  type MovingLayer,
  type SweepPiece,
} from './bend-layers.js';
import { lineShown, lookAtPixels, noteRestMutable, settleQuietMutable, type BendPixels } from './bend-pixels.js';
import { distancesFrom, nearerThan, openSpans, quietPixels, type BendSquare } from './bend-spans.js';
import { sharpestCorner } from './corner.js';
import { tornMeasure, type CutPoint } from './cut-border.js';
import { NOWHERE, type Vector } from './limb-axis.js';
import type { Disc } from './round-joint.js';
import { loosenessReach } from './round-joint.js';
import { TurnedSquare } from './turned-square.js';

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
  /** How far each half of a limb that is drawn bent goes straight on to its disc, px from the pivot. */
  straight?: { child: Vector; parent: Vector };
  /** The border along which the two are cut from one limb. */
  border?: readonly CutPoint[];
}

/** What one angle shows; areas and lengths in px. */
export interface BendMeasure {
  /** Degrees, positive clockwise on screen. */
  angle: number;
  /** Area of the ideal silhouette that is not covered. */
  daylight: number;
  /**
   * Area by which the silhouette sticks out of the ideal, or falls short of it along its edge; not what sticks out at rest, nor
   * what the artist has put beneath, which is the piece's whole shape.
   */
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

/** Line widths within which a contour's line is looked for where paint goes on beyond the ideal. */
const BEYOND = 4;
/** px about a place that are covered where it is no contour. */
const DEEP = 2;

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
  const goesOn = (straight: Vector = NOWHERE) => ({ pivot: disc, straight, radius: disc.radius - 1 });
  const still = limbLayer([assembly.parent], window, disc, goesOn(assembly.straight?.parent));
  const parent = still.words;
  const base = channelsOf(assembly.parentLine ? [{ face: null, image: assembly.parentLine }] : [], window, disc);
  const layers = [assembly.movingBehind, assembly.movingInFront].map((pieces): MovingLayer | null => {
    if (pieces.length === 0) return null;
    // What turns into the window comes from a circle about the pivot through its corners.
    const far = Math.ceil(half * Math.SQRT2) + 2;
    const around = { x: window.x + half - far, y: window.y + half - far, width: 2 * far + 1, height: 2 * far + 1 };
    const bounds = pieces.map((piece) => uniteRects(piece.image, piece.face ?? piece.image)).reduce(uniteRects);
    // The rim of what may come into view lies in it whole, so that how far a piece reaches elsewhere makes no difference.
    const rect = intersectRects(around, outsetRect(bounds, Math.ceil(RIM)));
    if (rect.width <= 0 || rect.height <= 0) return null;
    return movingLayer(pieces, rect, disc, goesOn(assembly.straight?.child));
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
  const fromPivot = distancesFrom(disc, window);
  const inDisc = nearerThan(innerDisc, fromPivot);
  const square: BendSquare = { width, height, fromPivot };
  const outAtRest = new Uint8Array(size);
  const behind = new Uint32Array(size);
  const ahead = new Uint32Array(size);
  const ideal = new Uint8Array(size);
  const cover = createMask(width, height);
  const lineMask = createMask(width, height);
  const covered = cover.data;
  const lines = lineMask.data;
  const lineLooks: LineLooks = {
    near: spiral(Math.max(1.5, disc.lineWidth)),
    beyond: spiral(Math.max(1.5, BEYOND * disc.lineWidth)),
    nearDisc: 1.25 * disc.radius,
    bare: null,
  };
  // Nothing is looked for in the square's corners, nor at its very border.
  const farthest = half - 1;

  // Line of the design that the rest already shows, a pixel wider: it is not stray.
  const nearRestLine = reachOf(maskOf({ width, height }, lineShown(parent)), 1.5);
  const turned = new TurnedSquare(window, disc, still.mayShow, layers);

  const pixels: BendPixels = {
    spans: openSpans(square, farthest),
    width,
    parent,
    base,
    behind,
    ahead,
    inDisc,
    fromPivot,
    outAtRest,
    nearRestLine,
    limbRadius,
    deep,
    lined,
    ideal,
    covered,
    lines,
    border: new Int32Array(size),
    borderLength: 0,
    noted: new Int32Array(size),
    angles: 0,
    turned,
  };

  function measure(angle: number): BendMeasure {
    turned.turnTo(angle);
    turnLayer(layers[0], angle, disc, window, pixels.spans, behind);
    turnLayer(layers[1], angle, disc, window, pixels.spans, ahead);
    const { daylight, sumX, sumY, outside, strayLine } = lookAtPixels(pixels);
    return {
      angle,
      daylight,
      kink: outside + daylight,
      torn: tornAt(angle),
      brokenLine: lined ? brokenLine(pixels, lineLooks) : 0,
      strayLine,
      place: daylight > 0 ? { x: window.x + sumX / daylight + 0.5, y: window.y + sumY / daylight + 0.5 } : null,
    };
  }

  function daylight(): PlacedMask {
    const mask = createPlacedMask(window);
    for (let i = 0; i < size; i++) if (ideal[i] === 1 && covered[i] < 128) mask.data[i] = 255;
    return mask;
  }

  measure(0);
  noteRestMutable(pixels);
  if (lined) {
    measure(0);
    lineLooks.bare = bareBorder(pixels, lineLooks, disc.lineWidth);
  }
  const quiet = quietPixels(square, disc, inDisc, { parent, base, behind: layers[0], ahead: layers[1] });
  settleQuietMutable(pixels, quiet);
  pixels.spans = openSpans(square, farthest, quiet);
  const corner = () => sharpestCorner(cover, { x: pivotX - window.x, y: pivotY - window.y }, disc.radius);
  return { measure, corner, daylight };
}

/** How a joint's line is looked for along the border. */
interface LineLooks {
  /** Steps about a pixel of the border, nearest first, x, y pairs, px; and those where paint goes on beyond it. */
  near: Int32Array;
  beyond: Int32Array;
  /** px from the pivot within which it is looked for. */
  nearDisc: number;
  /** Borders that have no line at rest, a line width wider: 255 in the parent's frame, and turned back in the child's. */
  bare: Uint8Array | null;
}

/** px of border without a line, at the angle. */
function brokenLine(pixels: BendPixels, { near, beyond, nearDisc, bare }: LineLooks): number {
  const { border, borderLength, fromPivot, turned, width } = pixels;
  let broken = 0;
  for (let k = 0; k < borderLength; k++) {
    const i = border[k];
    // A border that was drawn without a line, seen with the parent or with what turns, is not broken by turning.
    if (fromPivot[i] > nearDisc || bare?.[i]) continue;
    const x = i % width;
    const y = (i - x) / width;
    if ((bare && turned.isMarkedBack(bare, x, y)) || isLineNear(pixels, x, y, near)) continue;
    // Where hidden paint that has come into view goes on beyond, the contour and its line lie farther out.
    if (!isDeep(pixels, x, y) || !isLineNear(pixels, x, y, beyond)) broken++;
  }
  return broken;
}

/** Where the border has no line at the angle, a line width wider. */
function bareBorder(pixels: BendPixels, { near }: LineLooks, lineWidth: number): Uint8Array {
  const { border, borderLength, width, covered } = pixels;
  const found = createMask(width, covered.length / width);
  for (let k = 0; k < borderLength; k++) {
    const i = border[k];
    if (!isLineNear(pixels, i % width, Math.floor(i / width), near)) found.data[i] = 255;
  }
  return reachOf(found, lineWidth);
}

/** Is there line colour at one of some steps? They are looked at nearest first, so that a drawn border is done at once. */
function isLineNear({ lines, width }: BendPixels, x: number, y: number, steps: Int32Array): boolean {
  const height = lines.length / width;
  for (let k = 0; k < steps.length; k += 2) {
    const px = x + steps[k];
    const py = y + steps[k + 1];
    if (px >= 0 && py >= 0 && px < width && py < height && lines[py * width + px] !== 0) return true;
  }
  return false;
}

/** Is a place of the square covered all round, so that it is no contour? */
function isDeep({ covered, width }: BendPixels, x: number, y: number): boolean {
  for (let dy = -DEEP; dy <= DEEP; dy += DEEP)
    for (let dx = -DEEP; dx <= DEEP; dx += DEEP) if (!(covered[(y + dy) * width + x + dx] > 127)) return false;
  return true;
}

/** Whole-pixel steps up to `reach` px away, nearest first, x, y pairs; those of the reaches asked for last are kept. */
function spiral(reach: number): Int32Array {
  const known = spirals.get(reach);
  if (known) return known;
  const steps: [x: number, y: number, far: number][] = [];
  const whole = Math.floor(reach);
  for (let y = -whole; y <= whole; y++)
    for (let x = -whole; x <= whole; x++) if (x * x + y * y <= reach * reach) steps.push([x, y, x * x + y * y]);
  steps.sort((a, b) => a[2] - b[2]);
  const found = Int32Array.from(steps.flatMap(([x, y]) => [x, y]));
  if (spirals.size >= SPIRALS) spirals.clear();
  spirals.set(reach, found);
  return found;
}

const SPIRALS = 16;
const spirals = new Map<number, Int32Array>();

/** A disc may be narrower than its limb by this share before the limb's own width counts. */
const NARROWER = 1.1;

/** The radius of the round end that a joint should show, px. @param limb half the limb's width, px */
export function idealRadius(radius: number, limb = 0): number {
  return limb > NARROWER * radius ? limb : radius;
}
