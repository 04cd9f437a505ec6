import type { SoftLine } from '../document/rows.js';
import type { Place } from '../errors.js';
import { paintArea, type PlacedBitmap } from '../raster/bitmap.js';
import { distances, eachBeside, nearestFilled, type CellGrid } from '../raster/cell-grid.js';
import { paintLattice } from './paint-lattice.js';

/** Points of a proposed line: two for every time that it is as long as wide, within limits. */
const POINTS = { least: 5, most: 9 };
/** CellGrid of paint that a line is looked for on, about. */
const CELLS = 4000;
/** A piece that reaches less far than this from its pivot has no line, px. */
const SHORT = 12;

/**
 * Proposes the line along which a piece bends: from its pivot to the paint that is farthest from it by way of the paint, through
 * the middle of what lies as far. It follows a curled tail round and one of several strands.
 * @param picture the piece as it is drawn alone, px of the canvas
 * @returns null for a piece that is too short to bend
 */
export function proposeSoftLine(picture: PlacedBitmap, pivot: Place): SoftLine | null {
  const area = paintArea(picture);
  const lattice = paintLattice(picture, Math.max(1, Math.round(Math.sqrt(area / CELLS))));
  const { size, columns } = lattice;
  const root = nearestFilled(lattice, (pivot.x - picture.x) / size + 1, (pivot.y - picture.y) / size + 1);
  if (root < 0) return null;
  const far = distances(lattice, [root]);
  let tip = root;
  for (const [cell, distance] of far.entries()) if (Number.isFinite(distance) && distance > far[tip]) tip = cell;
  const long = far[tip];
  if (long * size < SHORT) return null;
  const points = Math.round((2 * long * long * size * size) / Math.max(1, area)) + 1;
  const last = Math.min(POINTS.most, Math.max(POINTS.least, points)) - 1;
  const placeOf = (column: number, row: number): Place => ({
    x: picture.x + (column - 0.5) * size,
    y: picture.y + (row - 0.5) * size,
  });
  const way = wayBack(lattice, far, tip);
  const places = [pivot];
  for (let i = 1; i <= last; i++) {
    const wanted = (long * i) / last;
    const cell = way.reduce((best, one) => (Math.abs(far[one] - wanted) < Math.abs(far[best] - wanted) ? one : best));
    const band = bandAt(lattice, far, cell, long / last / 4);
    const mean = (of: (cell: number) => number) => band.reduce((sum, one) => sum + of(one), 0) / band.length;
    places.push(
      placeOf(
        mean((one) => one % columns),
        mean((one) => Math.floor(one / columns)),
      ),
    );
  }
  return {
    points: evenlySpaced(evened(places)).flatMap(({ x, y }) => [x, y]),
    stiffness: places.map(() => 0),
  };
}

/** As many points along a line, each as far from the next. */
function evenlySpaced(line: readonly Place[]): Place[] {
  const lengths = line.slice(1).map(({ x, y }, i) => Math.hypot(x - line[i].x, y - line[i].y));
  const all = lengths.reduce((sum, length) => sum + length, 0);
  return line.map((_, i) => {
    let left = (all * i) / (line.length - 1);
    let at = 0;
    while (at < lengths.length - 1 && left > lengths[at]) left -= lengths[at++];
    const [from, to] = [line[at], line[at + 1]];
    const share = Math.min(1, left / Math.max(lengths[at], 1e-9));
    return { x: from.x + (to.x - from.x) * share, y: from.y + (to.y - from.y) * share };
  });
}

/** A line whose points between its ends are drawn towards their neighbours: the cells it was found on show no more. */
function evened(line: readonly Place[]): Place[] {
  return line.map((place, i) => {
    const [before, after] = [line[i - 1], line[i + 1]];
    if (!before || !after) return place;
    return { x: (before.x + 2 * place.x + after.x) / 4, y: (before.y + 2 * place.y + after.y) / 4 };
  });
}

function wayBack(lattice: CellGrid, far: Float64Array, tip: number): number[] {
  const way = [tip];
  for (let cell = tip; far[cell] > 0;) {
    let nearer = cell;
    eachBeside(lattice, cell, (beside) => {
      if (far[beside] < far[nearer]) nearer = beside;
    });
    cell = nearer;
    way.push(cell);
  }
  return way;
}

/** The cells that lie about as far as one does, and hang together with it. */
function bandAt(lattice: CellGrid, far: Float64Array, from: number, within: number): number[] {
  const band = [from];
  const taken = new Set(band);
  for (let next = 0; next < band.length; next++)
    eachBeside(lattice, band[next], (cell) => {
      if (taken.has(cell) || Math.abs(far[cell] - far[from]) > Math.max(0.8, within)) return;
      taken.add(cell);
      band.push(cell);
    });
  return band;
}
