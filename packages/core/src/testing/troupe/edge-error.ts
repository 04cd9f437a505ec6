import { mergeSheets } from '../../document/compose-piece.js';
import { drawOrder } from '../../document/family.js';
import { derivedSheets } from '../../joints/derive-sheets.js';
import type { PlacedBitmap } from '../../raster/bitmap.js';
import { composite } from '../../raster/composite.js';
import { colourDistance, type Rgb } from '../../raster/colour.js';
import { drawMember, type Member } from './member.js';
import { onTheBench } from './on-the-bench.js';

/** How far edges are from what was truly drawn, laid over a saturated backdrop (OKLab × 100). */
export interface EdgeErrors {
  /** By border pixel, with edges unmixed and as they were cut. */
  unmixed: number[];
  cut: number[];
}

const BACKDROP: Rgb = [255, 0, 255];
/** Two paints nearer than this (RGB) cannot be told apart in a blend. */
const ALIKE = 36;
/** Coverage, 0 to 255, from and up to which a pixel is a blend. */
const BLEND: readonly [number, number] = [6, 249];

/** The errors of all pixels where a layer's soft edge lies over other paint that can be told from its own. */
export function edgeErrors(member: Member): EdgeErrors {
  const { doc, art } = onTheBench(member);
  const sheets = derivedSheets(doc, 'v', art);
  const alone = member.layers.map((layer) => drawMember({ ...member, layers: [layer] }).design);
  const errors: EdgeErrors = { unmixed: [], cut: [] };
  for (const [at, { parts }] of member.layers.entries()) {
    if (at === 0) continue;
    const below = composite(member.width, member.height, alone.slice(0, at));
    const own = new Set<string>(parts.map(({ address }) => address));
    const pieces = drawOrder(doc, 'v').filter(({ id }) => own.has(id));
    const faces = pieces.map(({ id }) => art.pieces.get(id)?.face ?? null);
    const cut = mergeSheets(faces);
    const unmixed = mergeSheets(pieces.map(({ id }, k) => sheets.get(id)?.clean ?? faces[k]));
    if (!cut || !unmixed) continue;
    const coverage = alone[at].data;
    for (let y = 0, i = 3; y < member.height; y++)
      for (let x = 0; x < member.width; x++, i += 4) {
        if (coverage[i] < BLEND[0] || coverage[i] > BLEND[1] || below.data[i] < 255) continue;
        const [truth, behind] = [pixel(alone[at], x, y), pixel(below, x, y)];
        if (Math.hypot(truth[0] - behind[0], truth[1] - behind[1], truth[2] - behind[2]) < ALIKE) continue;
        if (alone.some((layer, k) => k > at && pixel(layer, x, y)[3] >= BLEND[0])) continue;
        const wanted = laid(truth);
        errors.unmixed.push(colourDistance(laid(pixel(unmixed, x, y)), wanted));
        errors.cut.push(colourDistance(laid(pixel(cut, x, y)), wanted));
      }
  }
  return errors;
}

type Pixel = readonly [number, number, number, number];

function pixel({ x: left, y: top, width, height, data }: PlacedBitmap, x: number, y: number): Pixel {
  const [column, row] = [x - left, y - top];
  if (column < 0 || row < 0 || column >= width || row >= height) return [0, 0, 0, 0];
  const i = (row * width + column) * 4;
  return [data[i], data[i + 1], data[i + 2], data[i + 3]];
}

/** A pixel laid over the backdrop. */
function laid([r, g, b, a]: Pixel): Rgb {
  const over = (value: number, under: number) => (value * a + under * (255 - a)) / 255;
  return [over(r, BACKDROP[0]), over(g, BACKDROP[1]), over(b, BACKDROP[2])];
}
