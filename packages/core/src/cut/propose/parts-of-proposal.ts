import type { PlacedMask } from '../../raster/mask.js';
import { trimMask } from '../../raster/morphology.js';
import type { Proposal, ProposedShape } from './propose-parts.js';

/** Less sure than this of a part's name, 0 to 1, and it is worth a look. */
export const SURE_OF_NAME = 0.55;

/** How sure a proposal is of a part's name, 0 to 1: over all its shapes, the larger ones the more; 0 where it has none. */
export function sureOfPart(
  shapes: readonly Pick<ProposedShape, 'part' | 'area' | 'confidence'>[],
  part: number,
): number {
  const own = shapes.filter((shape) => shape.part === part);
  const area = own.reduce((sum, shape) => sum + shape.area, 0);
  return own.reduce((sum, shape) => sum + shape.area * shape.confidence, 0) / Math.max(1, area);
}

/** The pixels of some of a proposal's shapes, by index; null where those have none. */
export function maskOfShapes(
  { width, height, labels, shapes }: Proposal,
  wanted: (shape: number) => boolean,
): PlacedMask | null {
  const isWanted = shapes.map((_, shape) => wanted(shape));
  const data = new Uint8Array(labels.length);
  for (let i = 0; i < labels.length; i++) if (labels[i] > 0 && isWanted[labels[i] - 1]) data[i] = 255;
  return trimMask({ x: 0, y: 0, width, height, data });
}
