import type { SoftLine } from '../document/rows.js';
import { apply } from '../joints/place-pieces.js';
import { createPlaced, wordsOf, type PlacedBitmap } from '../raster/bitmap.js';
import { overWord } from '../raster/composite.js';
import { sampleBitmap } from '../raster/sample.js';
import { opaqueWord, withAlpha } from '../raster/words.js';
import { bentLine } from './soft-line.js';
import type { SoftMesh } from './soft-mesh.js';

/** Where a mesh's vertices come to lie when its tip is turned by some degrees: x, y pairs, px. */
export function bendVertices({ vertices, joints, weights }: SoftMesh, soft: SoftLine, angle: number): Float64Array {
  const bent = bentLine(soft, angle);
  const out = new Float64Array(vertices.length);
  for (let i = 0; i < vertices.length; i += 2)
    for (let k = 0; k < 4; k++) {
      const weight = weights[2 * i + k];
      if (weight === 0) continue;
      const { x, y } = apply(bent[joints[2 * i + k]], vertices[i], vertices[i + 1]);
      out[i] += weight * x;
      out[i + 1] += weight * y;
    }
  return out;
}

/** What a bend does to a mesh. */
export interface BendMeasure {
  /** Triangles that are turned over, and the area that they have at rest, px². */
  folded: number;
  foldedArea: number;
  /** The area of all of it, of that at rest. */
  area: number;
}

/** Measures what a bend does to a mesh. */
export function measureBend(mesh: SoftMesh, soft: SoftLine, angle: number): BendMeasure {
  const bent = bendVertices(mesh, soft, angle);
  let [folded, foldedArea, before, after] = [0, 0, 0, 0];
  for (let i = 0; i < mesh.triangles.length; i += 3) {
    const [rest, now] = [areaOf(mesh.triangles, i, mesh.vertices), areaOf(mesh.triangles, i, bent)];
    if (Math.sign(now) !== Math.sign(rest)) {
      folded++;
      foldedArea += Math.abs(rest) / 2;
    }
    before += Math.abs(rest);
    after += Math.abs(now);
  }
  return { folded, foldedArea, area: before === 0 ? 1 : after / before };
}

/** Twice the area of a triangle, by its way round. */
function areaOf(triangles: Uint32Array, i: number, places: Float64Array): number {
  const [a, b, c] = [triangles[i] * 2, triangles[i + 1] * 2, triangles[i + 2] * 2];
  return (
    (places[b] - places[a]) * (places[c + 1] - places[a + 1]) -
    (places[c] - places[a]) * (places[b + 1] - places[a + 1])
  );
}

/** A pixel's corner of a triangle may lie this far outside for rounding. */
const EDGE = 1e-9;
/** Triangles this near along the line, in points, are one surface: they do not lie over one another. */
const SAME = 0.9;

/**
 * A picture bent along a line, sampled between pixels (premultiplied). What folds over the rest is drawn over it, the tip
 * uppermost or, where it is to lie beneath, the root. At 0 degrees it is the same pixels.
 */
export function bendPicture(picture: PlacedBitmap, mesh: SoftMesh, soft: SoftLine, angle: number): PlacedBitmap {
  const bent = bendVertices(mesh, soft, angle);
  const out = createPlaced(boxOf(bent));
  const words = wordsOf(out);
  const drawnBy = new Float32Array(out.width * out.height).fill(NaN);
  const colour = new Float64Array(4);
  const { triangles, vertices, along } = mesh;
  for (let i = 0; i < triangles.length; i += 3) {
    const [a, b, c] = [triangles[i], triangles[i + 1], triangles[i + 2]];
    const [ax, ay, bx, by, cx, cy] = [a, b, c].flatMap((corner) => [bent[2 * corner], bent[2 * corner + 1]]);
    const det = (bx - ax) * (cy - ay) - (cx - ax) * (by - ay);
    if (det === 0) continue;
    const at = (along[a] + along[b] + along[c]) / 3;
    const x1 = Math.ceil(Math.max(ax, bx, cx));
    const y1 = Math.ceil(Math.max(ay, by, cy));
    for (let y = Math.floor(Math.min(ay, by, cy)); y < y1; y++)
      for (let x = Math.floor(Math.min(ax, bx, cx)); x < x1; x++) {
        const [dx, dy] = [x + 0.5 - ax, y + 0.5 - ay];
        const v = (dx * (cy - ay) - (cx - ax) * dy) / det;
        const w = ((bx - ax) * dy - dx * (by - ay)) / det;
        if (v < -EDGE || w < -EDGE || v + w > 1 + EDGE) continue;
        const pixel = (y - out.y) * out.width + x - out.x;
        const isOver = Math.abs(drawnBy[pixel] - at) > SAME;
        if (!Number.isNaN(drawnBy[pixel]) && !isOver) continue;
        const u = 1 - v - w;
        sampleBitmap(
          picture,
          u * vertices[2 * a] + v * vertices[2 * b] + w * vertices[2 * c],
          u * vertices[2 * a + 1] + v * vertices[2 * b + 1] + w * vertices[2 * c + 1],
          colour,
        );
        if (colour[3] < 0.5) continue;
        const word = withAlpha(opaqueWord([colour[0], colour[1], colour[2]]), Math.round(colour[3]));
        words[pixel] = isOver ? overWord(word, words[pixel]) : word;
        drawnBy[pixel] = at;
      }
  }
  return out;
}

function boxOf(places: Float64Array) {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (let i = 0; i < places.length; i += 2) {
    left = Math.min(left, places[i]);
    right = Math.max(right, places[i]);
    top = Math.min(top, places[i + 1]);
    bottom = Math.max(bottom, places[i + 1]);
  }
  if (left > right) return { x: 0, y: 0, width: 1, height: 1 };
  const [x, y] = [Math.floor(left), Math.floor(top)];
  return { x, y, width: Math.ceil(right) - x + 1, height: Math.ceil(bottom) - y + 1 };
}
