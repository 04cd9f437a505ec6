import type { Place } from '../errors.js';
import { carried, type Transform } from '../raster/transform.js';
import type { SoftLine } from './rows.js';

/** A line's points as places. */
export function placesAlong({ points }: Pick<SoftLine, 'points'>): Place[] {
  return Array.from({ length: points.length / 2 }, (_, i) => ({ x: points[2 * i], y: points[2 * i + 1] }));
}

/** A line carried elsewhere with its piece, to a tenth of a px. */
export function carriedLine(soft: SoftLine, way: Transform): SoftLine {
  const points = placesAlong(soft).flatMap((place) => {
    const { x, y } = carried(way, place);
    return [Math.round(x * 10) / 10, Math.round(y * 10) / 10];
  });
  return { ...soft, points };
}
