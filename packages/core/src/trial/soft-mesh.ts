import Delaunator from 'delaunator';
import type { SoftLine } from '../document/rows.js';
import { placesAlong } from '../document/soft-line.js';
import type { Place } from '../errors.js';
import { paintArea, type PlacedBitmap } from '../raster/bitmap.js';
import { isFilled, type CellGrid } from '../raster/cell-grid.js';
import { filledAround, nodePlace, paintLattice } from './paint-lattice.js';
import { nearestOnLine, turnShares, weightsAlong } from './soft-line.js';

/** Triangles over a picture, and how each corner of them follows the points of a line. */
export interface SoftMesh {
  /** x, y pairs at rest, px of the canvas. */
  vertices: Float64Array;
  /** Corners, three a triangle, nearest to the root first. */
  triangles: Uint32Array;
  /** By vertex: up to four points of the line that it follows, and by how much; together 1. */
  joints: Uint8Array;
  weights: Float32Array;
  /** By vertex: where on the line it belongs, in points. */
  along: Float64Array;
}

/** CellGrid across a limb, and vertices of a mesh at most. */
const ACROSS = 5;
const MOST_VERTICES = 4000;
/** What bends by less than this share of the mean has a mesh half as fine. */
const HARDLY = 0.5;
/** Times that places on the line are evened out over neighbours. */
const EVENED = 4;

/**
 * A mesh over all of a piece's paint, let out by 1 px: Delaunay triangles of a lattice's nodes, every second one left out within
 * what hardly bends. Each vertex belongs to the place on the line that is nearest by way of the paint, so that a curled tail does
 * not follow what it lies beside.
 * @param line px of the canvas, as the picture's place is
 */
export function softMesh(picture: PlacedBitmap, soft: SoftLine): SoftMesh {
  const line = placesAlong(soft).map(({ x, y }) => ({ x: x - picture.x, y: y - picture.y }));
  const lattice = latticeFor(picture, line);
  const places = evened(lattice, placesOnLine(lattice, line));
  const bends = bendOf(soft);
  const kept: { x: number; y: number; at: number }[] = [];
  for (let row = 0, node = 0; row <= lattice.rows; row++)
    for (let column = 0; column <= lattice.columns; column++, node++) {
      const around = filledAround(lattice, column, row);
      const at = places[node];
      if (around === 0) continue;
      if (around === 4 && (column % 2 === 1 || row % 2 === 1) && bends(at) < HARDLY) continue;
      kept.push({ ...nodePlace(lattice, column, row), at });
    }
  const triangles = trianglesOf(lattice, kept, soft.tipBeneath === true);
  const mesh: SoftMesh = {
    vertices: Float64Array.from(kept.flatMap(({ x, y }) => [x + picture.x, y + picture.y])),
    triangles: Uint32Array.from(triangles),
    joints: new Uint8Array(kept.length * 4),
    weights: new Float32Array(kept.length * 4),
    along: Float64Array.from(kept, ({ at }) => at),
  };
  const follows = weightsAlong(line);
  for (const [vertex, { at }] of kept.entries())
    for (const [k, { joint, weight }] of follows(at).entries()) {
      mesh.joints[vertex * 4 + k] = joint;
      mesh.weights[vertex * 4 + k] = weight;
    }
  return mesh;
}

/** `softMesh`, made once for a picture and a line. */
export function meshOf(picture: PlacedBitmap, soft: SoftLine): SoftMesh {
  const key = JSON.stringify(soft);
  const known = meshes.get(picture);
  if (known?.key === key) return known.mesh;
  const mesh = softMesh(picture, soft);
  meshes.set(picture, { key, mesh });
  return mesh;
}

/** A piece's image is composed once, and is never changed then. */
const meshes = new WeakMap<PlacedBitmap, { key: string; mesh: SoftMesh }>();

function latticeFor(picture: PlacedBitmap, line: readonly Place[]): CellGrid {
  const area = paintArea(picture);
  const long = line.slice(1).reduce((sum, { x, y }, i) => sum + Math.hypot(x - line[i].x, y - line[i].y), 0);
  // A line that is shorter than its piece says nothing of how wide that is.
  const wide = Math.min(area / Math.max(1, long), Math.sqrt(area));
  const fine = Math.round(wide / ACROSS);
  const coarse = Math.ceil(Math.sqrt(area / MOST_VERTICES));
  return paintLattice(picture, Math.max(2, fine, coarse));
}

/** How much of the turn is done at a place of the line, of the mean. */
function bendOf(soft: SoftLine): (at: number) => number {
  const shares = turnShares(soft);
  const mean = 1 / (shares.length - 1);
  return (at) => Math.max(shares[Math.floor(at)], shares[Math.min(shares.length - 1, Math.ceil(at))]) / mean;
}

/** By node: the place on the line that is nearest by way of filled cells. */
function placesOnLine(lattice: CellGrid, line: readonly Place[]): Float64Array {
  const { size, columns, rows } = lattice;
  const wide = columns + 1;
  const at = new Float64Array(wide * (rows + 1)).fill(NaN);
  const far = new Float64Array(at.length).fill(Infinity);
  const waiting: number[] = [];
  const take = (node: number, from: number, to: number) => {
    const place = nodePlace(lattice, node % wide, Math.floor(node / wide));
    const nearest = nearestOnLine(line, place, Math.max(0, from), Math.min(line.length - 1, to));
    if (nearest.distance >= far[node] - 1e-6) return;
    at[node] = nearest.at;
    far[node] = nearest.distance;
    waiting.push(node);
  };
  const nodesOf = (column: number, row: number) => [0, 1, wide, wide + 1].map((k) => row * wide + column + k);
  for (const [i, to] of line.slice(1).entries()) {
    const from = line[i];
    const steps = Math.max(1, Math.ceil((2 * Math.hypot(to.x - from.x, to.y - from.y)) / size));
    for (let k = 0; k <= steps; k++) {
      const [x, y] = [from.x + ((to.x - from.x) * k) / steps, from.y + ((to.y - from.y) * k) / steps];
      const [column, row] = [Math.floor(x / size) + 1, Math.floor(y / size) + 1];
      if (isFilled(lattice, column, row)) for (const node of nodesOf(column, row)) take(node, i, i + 1);
    }
  }
  for (let next = 0; next < waiting.length; next++) {
    const node = waiting[next];
    const [column, row] = [node % wide, Math.floor(node / wide)];
    for (let k = 0; k < 4; k++) {
      const [cellColumn, cellRow] = [column - (k & 1), row - (k >> 1)];
      if (!isFilled(lattice, cellColumn, cellRow)) continue;
      for (const other of nodesOf(cellColumn, cellRow)) if (other !== node) take(other, at[node] - 1, at[node] + 1);
    }
  }
  // What hangs together with nothing of the line belongs to whatever of it is nearest.
  for (let node = 0; node < at.length; node++)
    if (Number.isNaN(at[node]))
      at[node] = nearestOnLine(line, nodePlace(lattice, node % wide, Math.floor(node / wide))).at;
  return at;
}

/** Places on the line evened out over neighbours, so that the inside of a sharp bend does not fall from one to another. */
function evened({ columns, rows }: CellGrid, places: Float64Array): Float64Array {
  const wide = columns + 1;
  let from = places;
  for (let time = 0; time < EVENED; time++) {
    const to = from.slice();
    for (let row = 1; row < rows; row++)
      for (let column = 1; column < columns; column++) {
        const node = row * wide + column;
        const around = [node - 1, node + 1, node - wide, node + wide].map((other) => from[other]);
        // A neighbour that belongs elsewhere on the line is no neighbour.
        if (around.some((other) => Math.abs(other - from[node]) > 1)) continue;
        to[node] = (from[node] * 4 + around.reduce((sum, other) => sum + other, 0)) / 8;
      }
    from = to;
  }
  return from;
}

/** Triangles that lie over filled cells, from the root to the tip or the other way: what comes later is drawn over it where it folds. */
function trianglesOf(
  lattice: CellGrid,
  nodes: readonly { x: number; y: number; at: number }[],
  tipFirst: boolean,
): number[] {
  if (nodes.length < 3) return [];
  const { triangles } = new Delaunator(nodes.flatMap(({ x, y }) => [x, y]));
  const kept: { corners: number[]; at: number }[] = [];
  for (let i = 0; i < triangles.length; i += 3) {
    const corners = [triangles[i], triangles[i + 1], triangles[i + 2]];
    const mean = (of: 'x' | 'y' | 'at') => corners.reduce((sum, corner) => sum + nodes[corner][of], 0) / 3;
    const [column, row] = [Math.floor(mean('x') / lattice.size) + 1, Math.floor(mean('y') / lattice.size) + 1];
    if (isFilled(lattice, column, row)) kept.push({ corners, at: mean('at') });
  }
  const way = tipFirst ? -1 : 1;
  return kept.sort((a, b) => way * (a.at - b.at)).flatMap(({ corners }) => corners);
}
