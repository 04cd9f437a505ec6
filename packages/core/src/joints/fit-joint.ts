import { refuse, type Result } from '../errors.js';
import { withDefaults } from '../options.js';
import type { PlacedBitmap } from '../raster/bitmap.js';
import type { Rgb } from '../raster/colour.js';
import { contours, type Contour } from '../raster/contours.js';
import { INSIDE, cropMask, type PlacedMask } from '../raster/mask.js';
import { sampleMask } from '../raster/sample.js';
import { fitLocalContour, footOn, type Foot } from './line-fit.js';
import { measureLine } from '../raster/measure-line.js';

/** A cut across a limb, px: from one edge of the limb to the other. */
export interface CutLine {
  x0: number;
  y0: number;
  x1: number;
  y1: number;
}

/** A disc inscribed in a limb. */
export interface JointFit {
  x: number;
  y: number;
  /** px, to the outside of the outline. */
  radius: number;
  /** Where the disc touches the contour: left and right of the cut's run, px. */
  contacts: [{ x: number; y: number }, { x: number; y: number }];
  /** The limb's direction at the disc, degrees, 0 to 180. */
  axis: number;
  lineWidth: number;
  lineColour: Rgb;
  fillColour: Rgb;
  /** 0 to 1. */
  confidence: number;
}

export interface FitOptions {
  /** The design, for line width and colours; without it the line width is 0. */
  design: PlacedBitmap | null;
  /** How far along the limb the disc may slide from the cut's middle, in limb widths. */
  slide: number;
}

const FIT_DEFAULTS: FitOptions = { design: null, slide: 0.5 };

/** The most that a disc gives way to a border across the limb, in radii. */
const GIVES_WAY = 0.2;

/** Refused where the two sides' normals are nearer than this to each other (cosine): no limb has such sides. */
const OPPOSITE = -0.5;

/**
 * Fits the disc inscribed in a limb at a cut: tangent to the contour on both sides. The centre is the point
 * of the limb's middle line nearest to the middle of the cut; where the disc there would stick out (at a
 * crotch, a thumb, the limb's end), it slides along the limb, up to half a limb width.
 *
 * @param silhouette the limb's coverage, 0 to 255 (both pieces together)
 * @param cut any line across the limb, px; its ends are moved to the contour
 * @returns the disc, or a refusal: `not-on-limb`, `no-end`, `no-disc`, `not-opposite`
 */
export function fitJoint(silhouette: PlacedMask, cut: CutLine, options?: Partial<FitOptions>): Result<JointFit> {
  const { design, slide } = withDefaults(FIT_DEFAULTS, options);
  const chord = chordOf(silhouette, cut);
  if (!chord.ok) return chord;
  const middle = { x: (chord.x0 + chord.x1) / 2, y: (chord.y0 + chord.y1) / 2 };
  const width = Math.hypot(chord.x1 - chord.x0, chord.y1 - chord.y0);
  const window = windowAt(silhouette, middle, width);
  const outlines = contours(window).map((c) => shifted(c, window));
  const sides = [sectionAt(outlines, chord.x0, chord.y0, width), sectionAt(outlines, chord.x1, chord.y1, width)];
  if (!sides[0] || !sides[1]) return refuse('no-end', 'The limb has no contour on one side of the cut.', middle);
  const found = settle(window, sides as [Float64Array, Float64Array], outlines, middle, width, slide);
  if (!found.ok) return found;
  const { x, y, feet, residual, slack } = found;
  const tangent = (feet[0].distance + feet[1].distance) / 2;
  // Where the contour steps in elsewhere (a cuff's edge), the disc gives way to it and lies inside.
  const radius = slack > 0.5 ? tangent - slack : tangent;
  const axisRad = Math.atan2(feet[1].y - feet[0].y, feet[1].x - feet[0].x) + Math.PI / 2;
  const line = design
    ? measureLine(design, silhouette, { x, y, radius: radius * 1.3 + 4 })
    : { width: 0, colour: [0, 0, 0] as Rgb, fill: [0, 0, 0] as Rgb, confidence: 1 };
  // A drawn limb is no tube: its sides waver by a few hundredths of its width.
  const shape =
    Math.max(0, 1 - residual / (1 + radius * 0.05)) * Math.max(0, 1 - (0.6 * slack) / (1 + GIVES_WAY * radius));
  return {
    ok: true,
    x,
    y,
    radius,
    contacts: [
      { x: feet[0].x, y: feet[0].y },
      { x: feet[1].x, y: feet[1].y },
    ],
    axis: ((((axisRad * 180) / Math.PI) % 180) + 180) % 180,
    lineWidth: line.width,
    lineColour: line.colour,
    fillColour: line.fill,
    confidence: Math.max(0, Math.min(1, shape)) * (0.5 + 0.5 * line.confidence),
  };
}

/** Moves the cut's ends to the contour, walking outwards from its middle. */
function chordOf(mask: PlacedMask, cut: CutLine): Result<CutLine> {
  const length = Math.hypot(cut.x1 - cut.x0, cut.y1 - cut.y0);
  if (length < 1) return refuse('not-on-limb', 'The cut is too short to fit a joint to.', { x: cut.x0, y: cut.y0 });
  const dx = (cut.x1 - cut.x0) / length;
  const dy = (cut.y1 - cut.y0) / length;
  const mx = (cut.x0 + cut.x1) / 2;
  const my = (cut.y0 + cut.y1) / 2;
  if (sampleMask(mask, mx, my) <= INSIDE) {
    return refuse('not-on-limb', 'The middle of the cut is not on the limb.', { x: mx, y: my });
  }
  const limit = mask.width + mask.height;
  const leave = (sign: number) => {
    for (let s = 0; s < limit; s += 0.5) {
      if (sampleMask(mask, mx + sign * dx * s, my + sign * dy * s) <= INSIDE) return s;
    }
    return limit;
  };
  const back = leave(-1);
  const ahead = leave(1);
  return { ok: true, x0: mx - dx * back, y0: my - dy * back, x1: mx + dx * ahead, y1: my + dy * ahead };
}

/** The silhouette around the cut, with an empty rim, so that the canvas' own border counts as contour. */
function windowAt(mask: PlacedMask, middle: { x: number; y: number }, width: number): PlacedMask {
  const reach = Math.ceil(width * 1.6 + 8);
  const rect = {
    x: Math.floor(middle.x) - reach,
    y: Math.floor(middle.y) - reach,
    width: 2 * reach + 1,
    height: 2 * reach + 1,
  };
  return cropMask(mask, rect);
}

function shifted(contour: Contour, by: { x: number; y: number }): Contour {
  return contour.map((v, i) => v + (i % 2 === 0 ? by.x : by.y));
}

/** A side ends where its contour has turned by more than this (cosine of 60°): there the limb is cut off by its neighbour. */
const CORNER = 0.5;

/**
 * The stretch of contour that runs past a point, a limb width either way or up to a corner, x, y pairs.
 */
function sectionAt(outlines: readonly Contour[], x: number, y: number, width: number): Float64Array | null {
  let best: { contour: Contour; index: number } | null = null;
  let nearest = Math.max(3, width * 0.1);
  for (const contour of outlines) {
    // Specks and holes of a painted edge are no side of a limb.
    if (contour.length < width) continue;
    for (let i = 0; i < contour.length; i += 2) {
      const d = Math.hypot(contour[i] - x, contour[i + 1] - y);
      if (d < nearest) {
        nearest = d;
        best = { contour, index: i / 2 };
      }
    }
  }
  if (!best) return null;
  const { contour, index } = best;
  const n = contour.length / 2;
  const at = (i: number) => ({ x: contour[2 * i], y: contour[2 * i + 1] });
  const span = Math.max(3, Math.round(width * 0.06));
  const heading = (from: number, to: number) => {
    const [p, q] = [at((from + n) % n), at((to + n) % n)];
    const far = Math.hypot(q.x - p.x, q.y - p.y) || 1;
    return { x: (q.x - p.x) / far, y: (q.y - p.y) / far };
  };
  const along = heading(index - span, index + span);
  const walk = (step: number) => {
    const points: number[] = [];
    let travelled = 0;
    let i = index;
    for (let k = 1; k < n / 2 && travelled < width; k++) {
      const j = (i + step + n) % n;
      const ahead = heading(j, j + step * span);
      if (step * (ahead.x * along.x + ahead.y * along.y) < CORNER) break;
      travelled += Math.hypot(at(j).x - at(i).x, at(j).y - at(i).y);
      points.push(j);
      i = j;
    }
    return points;
  };
  const order = [...walk(-1).reverse(), index, ...walk(1)];
  const section = new Float64Array(order.length * 2);
  order.forEach((j, k) => {
    section[2 * k] = contour[2 * j];
    section[2 * k + 1] = contour[2 * j + 1];
  });
  return section;
}

interface Settled {
  x: number;
  y: number;
  feet: [Foot, Foot];
  residual: number;
  slack: number;
}

/** Finds the tangent disc nearest to the middle of the cut that lies inside the limb. */
function settle(
  silhouette: PlacedMask,
  sides: [Float64Array, Float64Array],
  outlines: readonly Contour[],
  middle: { x: number; y: number },
  width: number,
  slide: number,
): Result<Settled> {
  let refusal = refuse(
    'no-disc',
    'No disc fits here: move the cut along the limb, or place the joint by hand.',
    middle,
  );
  // Where a limb is cut off close by, the roomiest disc gives way to that border.
  let stub: Settled | null = null;
  const first = tangentDisc(sides, middle, width);
  const axis = first ? first.axis : { x: (sides[0][1] - sides[1][1]) / width, y: (sides[1][0] - sides[0][0]) / width };
  const length = Math.hypot(axis.x, axis.y) || 1;
  const steps = 12;
  for (let k = 0; k <= 2 * steps; k++) {
    const along = (((k + 1) >> 1) / steps) * slide * width * (k % 2 === 0 ? 1 : -1);
    const anchor = { x: middle.x + (axis.x / length) * along, y: middle.y + (axis.y / length) * along };
    const disc = k === 0 ? first : tangentDisc(sides, anchor, width);
    // Rough sides may also meet a disc beside the limb.
    if (!disc || sampleMask(silhouette, disc.x, disc.y) <= INSIDE) continue;
    if (disc.opposition > OPPOSITE) {
      refusal = refuse(
        'not-opposite',
        'The two sides of the limb do not face each other here, so no disc touches both.',
        middle,
      );
      continue;
    }
    const radius = (disc.feet[0].distance + disc.feet[1].distance) / 2;
    let clear = Infinity;
    for (const contour of outlines) {
      for (let i = 0; i < contour.length; i += 2) {
        const d = Math.hypot(contour[i] - disc.x, contour[i + 1] - disc.y);
        if (d < clear) clear = d;
      }
    }
    const slack = Math.max(0, radius - clear);
    const { x, y, feet, residual } = disc;
    if (slack <= 0.75 + residual + radius * 0.01) return { ok: true, x, y, feet, residual, slack };
    if (slack < GIVES_WAY * radius && slack < (stub?.slack ?? Infinity)) stub = { x, y, feet, residual, slack };
  }
  return stub ? { ok: true, ...stub } : refusal;
}

interface TangentDisc extends Settled {
  axis: { x: number; y: number };
  opposition: number;
}

/** Newton's method for the disc tangent to both sides whose centre is the point of the middle line nearest to `anchor`. */
function tangentDisc(
  sides: [Float64Array, Float64Array],
  anchor: { x: number; y: number },
  width: number,
): TangentDisc | null {
  const reach = Math.max(4, Math.min(60, width * 0.35));
  let { x, y } = anchor;
  let result: TangentDisc | null = null;
  for (let round = 0; round < 24; round++) {
    const fits = sides.map((side) => fitLocalContour(side, nearestIndex(side, x, y), reach));
    const feet = fits.map((fit) => footOn(fit, x, y)) as [Foot, Foot];
    if (feet[0].distance < 0.5 || feet[1].distance < 0.5) return null;
    const n0 = { x: (feet[0].x - x) / feet[0].distance, y: (feet[0].y - y) / feet[0].distance };
    const n1 = { x: (feet[1].x - x) / feet[1].distance, y: (feet[1].y - y) / feet[1].distance };
    const spread = Math.hypot(n0.x - n1.x, n0.y - n1.y);
    if (spread < 0.1) return null;
    const across = { x: (n0.x - n1.x) / spread, y: (n0.y - n1.y) / spread };
    const axis = { x: -across.y, y: across.x };
    // Moving by δ changes each distance by -n·δ; along the limb, go back to the anchor.
    const stepAcross = (feet[0].distance - feet[1].distance) / spread;
    const stepAlong = (anchor.x - x) * axis.x + (anchor.y - y) * axis.y;
    result = {
      x,
      y,
      feet,
      residual: Math.max(fits[0].residual, fits[1].residual),
      slack: 0,
      axis,
      opposition: n0.x * n1.x + n0.y * n1.y,
    };
    if (Math.abs(stepAcross) + Math.abs(stepAlong) < 1e-3) return result;
    x += stepAcross * across.x + stepAlong * axis.x;
    y += stepAcross * across.y + stepAlong * axis.y;
    if (Math.hypot(x - anchor.x, y - anchor.y) > width) return null;
  }
  return result && Math.abs(result.feet[0].distance - result.feet[1].distance) < 0.2 ? result : null;
}

function nearestIndex(section: Float64Array, x: number, y: number): number {
  let best = 0;
  let nearest = Infinity;
  for (let i = 0; i < section.length; i += 2) {
    const d = (section[i] - x) ** 2 + (section[i + 1] - y) ** 2;
    if (d < nearest) {
      nearest = d;
      best = i / 2;
    }
  }
  return best;
}
