import { placedAt, type PlacedBitmap } from '../raster/bitmap.js';
import { colourDistance } from '../raster/colour.js';
import { coverageOf } from '../raster/mask.js';
import type { JointFit } from './fit-joint.js';
import { measureLine, type LineMeasure } from '../raster/measure-line.js';

/** How much the runs round the whole figure must agree before its line counts as the usual one. */
const SURE = 0.8;
/** A local width this many times the usual one, or less than one by it, is a neighbour's line or none. */
const FAR_OFF = 1.6;
/** Colours farther apart than this (OKLab × 100) are not the same line. */
const OTHER_LINE = 12;
/** The confidence of a fit whose line was not measured where it is. */
const FAIR = 0.6;

/** By a design's pixels: these are decoded once, and the picture that holds them is made anew for each task. */
const known = new WeakMap<PlacedBitmap['data'], LineMeasure>();

/** The outline round the whole figure; measured once a design. */
export function usualLine(design: PlacedBitmap): LineMeasure {
  let line = known.get(design.data);
  if (!line) {
    const { width, height } = design;
    const whole = placedAt(coverageOf(design), design.x, design.y);
    const zone = { x: design.x + width / 2, y: design.y + height / 2, radius: Math.max(width, height) };
    line = measureLine(design, whole, zone);
    known.set(design.data, line);
  }
  return line;
}

/**
 * A fit with the figure's usual line where what was measured on the spot is something else: a chin's border against hair
 * or a scarf's fold has no outline of its own, and yet the figure is outlined throughout.
 */
export function withUsualLine<Fit extends Pick<JointFit, 'lineWidth' | 'lineColour' | 'confidence'>>(
  fit: Fit,
  design: PlacedBitmap,
): Fit {
  const usual = usualLine(design);
  if (usual.confidence < SURE || usual.width < 1) return fit;
  const alike =
    fit.lineWidth > usual.width / FAR_OFF &&
    fit.lineWidth < usual.width * FAR_OFF &&
    colourDistance(fit.lineColour, usual.colour) < OTHER_LINE;
  if (alike) return fit;
  return {
    ...fit,
    lineWidth: usual.width,
    lineColour: usual.colour,
    confidence: Math.min(FAIR, fit.confidence),
  };
}
