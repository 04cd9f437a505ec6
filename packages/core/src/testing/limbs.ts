import { createPlaced, type PlacedBitmap } from '../raster/bitmap.js';
import type { Rgb } from '../raster/colour.js';
import { coverageOf, type PlacedMask } from '../raster/mask.js';

/** A drawn limb with a known answer. */
export interface LimbSpec {
  /** Full width at the joint, px, to the outside of the outline. */
  width: number;
  /** Direction of the limb, degrees clockwise from straight down. */
  angle: number;
  /** Outline, px. */
  line: number;
  /** Full angle between the two sides, degrees. */
  taper?: number;
  /** Radius of the bent middle line, px; straight where not given. */
  bendRadius?: number;
  fill?: Rgb;
  lineColour?: Rgb;
}

/** A limb's picture and the disc that is inscribed in it at the middle of `cut`. */
export interface Limb {
  design: PlacedBitmap;
  silhouette: PlacedMask;
  cut: { x0: number; y0: number; x1: number; y1: number };
  centre: { x: number; y: number };
  radius: number;
}

export const FILL: Rgb = [228, 169, 58];
export const INK: Rgb = [43, 35, 51];

/**
 * Draws a limb from its signed distance, so that edges are antialiased by true distance, and tells the
 * answer: centre on the middle line where the cut crosses it, radius of the disc tangent to both sides.
 */
export function drawLimb(spec: LimbSpec, offset = { x: 0.31, y: -0.17 }): Limb {
  const { width, angle, line, taper = 0, bendRadius, fill = FILL, lineColour = INK } = spec;
  const half = width / 2;
  const size = Math.ceil(width * 5 + 24);
  const centre = { x: size / 2 + offset.x, y: size / 2 + offset.y };
  const rad = (angle * Math.PI) / 180;
  const ax = -Math.sin(rad);
  const ay = Math.cos(rad);
  const slope = Math.tan(((taper / 2) * Math.PI) / 180);
  const cos = Math.cos(((taper / 2) * Math.PI) / 180);
  const reach = width * 1.8;
  const depthAt = (x: number, y: number) => {
    const dx = x - centre.x;
    const dy = y - centre.y;
    let along = dx * ax + dy * ay;
    let across = dx * ay - dy * ax;
    if (bendRadius) {
      // The middle line is a circle of bendRadius; measure along and across it.
      const cx = across - bendRadius;
      const r = Math.hypot(cx, along);
      along = bendRadius * Math.atan2(along, -cx);
      across = bendRadius - r;
    }
    const side = (half - Math.abs(across) + slope * along) * cos;
    return Math.min(side, reach - Math.abs(along));
  };
  const design = createPlaced({ x: 0, y: 0, width: size, height: size });
  const clamp = (v: number) => Math.max(0, Math.min(1, v));
  for (let y = 0; y < size; y++) {
    for (let x = 0; x < size; x++) {
      const depth = depthAt(x + 0.5, y + 0.5);
      const alpha = clamp(depth + 0.5);
      if (alpha === 0) continue;
      const onLine = line > 0 ? clamp(line - depth + 0.5) : 0;
      const i = (y * size + x) * 4;
      for (let c = 0; c < 3; c++) design.data[i + c] = Math.round(fill[c] + (lineColour[c] - fill[c]) * onLine);
      design.data[i + 3] = Math.round(alpha * 255);
    }
  }
  const silhouette = { ...coverageOf(design), x: 0, y: 0 };
  const cut = {
    x0: centre.x - ay * half * 1.2,
    y0: centre.y + ax * half * 1.2,
    x1: centre.x + ay * half * 1.2,
    y1: centre.y - ax * half * 1.2,
  };
  return { design, silhouette, cut, centre, radius: half * cos };
}
