import { refuse, type Result } from '../errors.js';
import type { PlacedBitmap } from '../raster/bitmap.js';
import type { Rgb } from '../raster/colour.js';
import { contours } from '../raster/contours.js';
import { INSIDE, type PlacedMask } from '../raster/mask.js';
import { sampleMask } from '../raster/sample.js';
import type { CutLine, JointFit } from './fit-joint.js';
import { measureLine } from '../raster/measure-line.js';

/**
 * Fits the disc of a one-sided joint (shoulder, hip, ear, tail root): its radius is half the cut's length,
 * and it is tangent to the outer contour on the side where the cut meets it; the other side lies inside the
 * body.
 *
 * @param silhouette both pieces' coverage, 0 to 255
 * @param cut the border between the two, px
 * @returns the disc, or a refusal: `not-on-limb`, `no-end`, `no-disc` where it would stick out of the two pieces
 */
export function fitOneSided(
  silhouette: PlacedMask,
  cut: CutLine,
  design: PlacedBitmap | null = null,
): Result<JointFit> {
  const length = Math.hypot(cut.x1 - cut.x0, cut.y1 - cut.y0);
  const radius = length / 2;
  const middle = { x: (cut.x0 + cut.x1) / 2, y: (cut.y0 + cut.y1) / 2 };
  if (radius < 3) return refuse('not-on-limb', 'The two pieces touch along too short a border for a joint.', middle);
  let { x, y } = middle;
  let contact: { x: number; y: number } | null = null;
  const outlines = contours(silhouette);
  for (let round = 0; round < 40; round++) {
    let nearest = Infinity;
    for (const contour of outlines) {
      for (let i = 0; i < contour.length; i += 2) {
        const px = contour[i] + silhouette.x;
        const py = contour[i + 1] + silhouette.y;
        const d = Math.hypot(px - x, py - y);
        if (d < nearest) {
          nearest = d;
          contact = { x: px, y: py };
        }
      }
    }
    if (!contact || nearest > 3 * radius)
      return refuse('no-end', 'The border reaches no outer contour that a joint could lie against.', middle);
    if (Math.abs(nearest - radius) < 0.05 || nearest < 0.25) break;
    // Slide along the line through the contact: away from the contour when too near, towards it when too far.
    x += ((x - contact.x) / nearest) * (radius - nearest);
    y += ((y - contact.y) / nearest) * (radius - nearest);
  }
  if (!contact) return refuse('no-end', 'The border reaches no outer contour that a joint could lie against.', middle);
  // A disc that has slid off the border joins nothing; one that sticks out would show daylight at rest.
  const slid = Math.hypot(x - middle.x, y - middle.y);
  if (slid > 0.6 * radius || areaOutside(silhouette, x, y, radius - 1) > Math.max(2, radius / 20)) {
    return refuse(
      'no-disc',
      'No disc lies inside both pieces where they touch. Draw one by hand, or leave it without a joint.',
      middle,
    );
  }
  const black: Rgb = [0, 0, 0];
  const line = design
    ? measureLine(design, silhouette, { x: contact.x, y: contact.y, radius: Math.max(8, radius * 0.6) })
    : { width: 0, colour: black, fill: black, confidence: 0.5 };
  const opposite = { x: 2 * x - contact.x, y: 2 * y - contact.y };
  const axisRad = Math.atan2(contact.y - y, contact.x - x) + Math.PI / 2;
  return {
    ok: true,
    x,
    y,
    radius,
    contacts: [contact, opposite],
    axis: ((((axisRad * 180) / Math.PI) % 180) + 180) % 180,
    lineWidth: line.width,
    lineColour: line.colour,
    fillColour: line.fill,
    confidence: 0.5 * line.confidence,
  };
}

/** The disc's pixels that are outside the silhouette. */
function areaOutside(mask: PlacedMask, x: number, y: number, radius: number): number {
  let outside = 0;
  for (let py = Math.floor(y - radius); py <= y + radius; py++) {
    for (let px = Math.floor(x - radius); px <= x + radius; px++) {
      const within = Math.hypot(px + 0.5 - x, py + 0.5 - y) <= radius;
      if (within && sampleMask(mask, px + 0.5, py + 0.5) <= INSIDE) outside++;
    }
  }
  return outside;
}
