import { placedAt, type Rect } from '../../raster/bitmap.js';
import { distances, type CellGrid } from '../../raster/cell-grid.js';
import type { Mask } from '../../raster/mask.js';
import { trimMask } from '../../raster/morphology.js';
import { symmetryAxis } from './body-frame.js';
import { branchesOf, depths, gridOf, type Found } from './figure-grid.js';

/** Cells that an animal's longer side is divided in. */
const CELLS = 180;
/** What stands out less than this share of its longer side is no limb. */
const STANDS_OUT = 0.07;
/** A foot's tip lies within this share of the height from the floor. */
export const FOOT = 0.1;
/** An animal is seen from in front or above where this share of it is the same in the mirror. */
export const ALIKE = 0.8;

/** What a silhouette tells of a body that does not stand like a person. */
export interface AnimalBody {
  grid: CellGrid;
  bounds: Rect;
  axisX: number;
  /** By cell, how deep it lies inside, and how far it is from the body's midst. */
  deep: Float64Array;
  far: Float64Array;
  /** What stands out from it. */
  limbs: Found[];
}

/** The body in a silhouette, and what stands out from it; null where there is nothing. */
export function animalBody(silhouette: Mask): AnimalBody | null {
  const bounds = trimMask(placedAt(silhouette, 0, 0));
  if (!bounds) return null;
  const extent = Math.max(bounds.width, bounds.height);
  const grid = gridOf(silhouette, Math.max(1, Math.round(extent / CELLS)));
  const deep = depths(grid);
  const far = distances(grid, [midst(grid, deep)]);
  const limbs = branchesOf(grid, far, (STANDS_OUT * extent) / grid.size);
  return { grid, bounds, axisX: symmetryAxis(silhouette, bounds), deep, far, limbs };
}

/** The midst of the body: deep inside, and near the middle of all. */
function midst({ filled, columns }: CellGrid, deep: Float64Array): number {
  let [count, sumX, sumY] = [0, 0, 0];
  for (let cell = 0; cell < filled.length; cell++)
    if (filled[cell] === 1) {
      count++;
      sumX += cell % columns;
      sumY += Math.floor(cell / columns);
    }
  const off = (cell: number) => Math.hypot((cell % columns) - sumX / count, Math.floor(cell / columns) - sumY / count);
  let [best, most] = [0, -Infinity];
  for (let cell = 0; cell < filled.length; cell++) {
    const score = filled[cell] === 1 ? deep[cell] - 0.3 * off(cell) : -Infinity;
    if (score > most) [best, most] = [cell, score];
  }
  return best;
}

/** The share of an animal that is filled on the other side of its axis too. */
export function mirrors({ grid: { filled, columns, size }, axisX }: AnimalBody): number {
  let [all, same] = [0, 0];
  for (let cell = 0; cell < filled.length; cell++) {
    if (filled[cell] === 0) continue;
    const column = cell % columns;
    const other = Math.round((2 * axisX) / size - column - 1);
    all++;
    if (other >= 0 && other < columns && filled[cell - column + other] === 1) same++;
  }
  return all === 0 ? 0 : same / all;
}
