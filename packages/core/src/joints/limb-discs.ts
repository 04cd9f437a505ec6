import type { PlacedBitmap } from '../raster/bitmap.js';
import type { PlacedMask } from '../raster/mask.js';
import { measureLine } from '../raster/measure-line.js';
import type { JointFit } from './fit-joint.js';
import { RULED, crossing, halfAlong, placeAt, type Stretch } from './limb-stretch.js';
import type { SharedBorder } from './shared-border.js';

/** Two stretches of one limb are about as wide as each other, to within this. */
export const AS_WIDE = 1.6;
/** A disc narrower than this share of its limb is not the limb's. */
export const NARROW = 0.8;

/** Two stretches that run more than this apart (sine of 30°) are a bent limb, whatever their sides are like. */
const BENT = 0.5;

/**
 * A bent limb's joint: where the middle lines of its two stretches cross. Of a limb that is hardly bent that can be relied on
 * only where its sides are as if ruled, and both stretches as wide as each other there.
 */
export function bentHinge(
  child: Stretch | null,
  parent: Stretch | null,
  middle: { x: number; y: number },
  length: number,
): (Disc & { confidence: number; axis: number; contacts: JointFit['contacts']; wavers: number }) | null {
  const at = child && parent && crossing(child, parent);
  if (!at || Math.hypot(at.x - middle.x, at.y - middle.y) > length) return null;
  const halves = [child, parent].map((stretch) => halfAlong(stretch, at));
  const residual = Math.max(child.residual, parent.residual);
  const isRuled = residual < RULED * halves[0] && Math.abs(halves[0] - halves[1]) < RULED * halves[0];
  if (at.sin < BENT && !isRuled) return null;
  const disc = discAt(at, halves, child, residual);
  return disc && { ...disc, wavers: Math.max(child.residual / child.half, parent.residual / parent.half) };
}

/** A straight limb's joint under something that hides its border: on the middle line, where the border's own line crosses it. */
export function straightHinge(child: Stretch | null, parent: Stretch | null, border: SharedBorder) {
  const stretch = child ?? parent;
  if (!stretch) return null;
  const [bx, by] = [border.x1 - border.x0, border.y1 - border.y0];
  const sin = stretch.ux * by - stretch.uy * bx;
  if (Math.abs(sin) < 0.5 * border.length) return null;
  const along = ((border.x0 - stretch.x) * by - (border.y0 - stretch.y) * bx) / sin;
  const at = placeAt(stretch, along);
  const halves = [child, parent].flatMap((one) => (one ? [halfAlong(one, at)] : []));
  return discAt(at, halves, stretch, stretch.residual);
}

export interface Disc {
  x: number;
  y: number;
  radius: number;
}

function discAt(at: { x: number; y: number }, halves: readonly number[], along: Stretch, residual: number) {
  const [least, most] = [Math.min(...halves), Math.max(...halves)];
  if (!(least > 2) || most > AS_WIDE * least) return null;
  const radius = halves.reduce((sum, half) => sum + half, 0) / halves.length;
  const contacts = contactsAt(at, along.ux, along.uy, radius);
  const confidence = 0.85 * Math.max(0, 1 - residual / (1 + radius * 0.05));
  return { ...at, radius, contacts, axis: axisOf(along.ux, along.uy), confidence };
}

/** A limb's direction, degrees, 0 to 180. */
export function axisOf(ux: number, uy: number): number {
  const axis = (Math.atan2(uy, ux) * 180) / Math.PI;
  return ((axis % 180) + 180) % 180;
}

/** Where a disc touches a limb's sides that runs in a direction. */
export function contactsAt(at: { x: number; y: number }, ux: number, uy: number, radius: number): JointFit['contacts'] {
  return [
    { x: at.x + uy * radius, y: at.y - ux * radius },
    { x: at.x - uy * radius, y: at.y + ux * radius },
  ];
}

/** The line and fill measured about a disc. */
export function lineAt({ x, y, radius }: Disc, silhouette: PlacedMask, design: PlacedBitmap) {
  const line = measureLine(design, silhouette, { x, y, radius: radius * 1.3 + 4 });
  return { lineWidth: line.width, lineColour: line.colour, fillColour: line.fill, confidence: line.confidence };
}

/** A disc with the line measured there, which makes it less sure where that is not clear. */
export function withLine<D extends Disc & { confidence: number }>(
  disc: D,
  silhouette: PlacedMask,
  design: PlacedBitmap,
) {
  const line = lineAt(disc, silhouette, design);
  return { ok: true as const, ...disc, ...line, confidence: disc.confidence * (0.5 + 0.5 * line.confidence) };
}
