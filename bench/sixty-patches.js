// A character of 60 pieces at 4000 × 4000: a blob of shaded shapes that overlap, brought in as an OpenRaster file.
import { writeOpenRaster } from '@limber-sheaf/formats';
import sharp from 'sharp';

/** px. */
export const SIDE = 4000;
const ACROSS = 6;
const DOWN = 10;
/** px; each piece reaches over its neighbours by some of it. */
const PIECE = { width: 700, height: 480 };

const svg = (width, height, shape) =>
  sharp(Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}">${shape}</svg>`))
    .png()
    .toBuffer();

/** A blob of 60 shaded shapes that overlap, as an OpenRaster file with a layer for each. */
async function crowdedFile() {
  const shapes = Array.from({ length: ACROSS * DOWN }, (_, n) => {
    const hue = (n * 137) % 360;
    const fill =
      `<defs><linearGradient id="g${n}"><stop offset="0" stop-color="hsl(${hue} 45% 45%)"/>` +
      `<stop offset="1" stop-color="hsl(${hue} 50% 65%)"/></linearGradient></defs>`;
    const rect = `<rect width="${PIECE.width}" height="${PIECE.height}" rx="120" fill="url(#g${n})"/>`;
    const x = 120 + (n % ACROSS) * 600;
    const y = 120 + Math.floor(n / ACROSS) * 365;
    return { name: `patch ${n + 1}`, x, y, visible: true, shape: fill + rect };
  });
  const layers = [];
  for (const { shape, ...layer } of shapes)
    layers.push({ ...layer, png: new Uint8Array(await svg(PIECE.width, PIECE.height, shape)) });
  const all = shapes.map(({ x, y, shape }) => `<g transform="translate(${x} ${y})">${shape}</g>`).join('');
  const merged = new Uint8Array(await svg(SIDE, SIDE, all));
  return writeOpenRaster({ width: SIDE, height: SIDE, layers, merged, thumbnail: layers[0].png });
}

/** Brings it in and sorts its layers into pieces; answers with the character's id. */
export async function bringSixtyPatches(ask, productionId) {
  const form = new FormData();
  form.append('name', 'Sixty patches');
  form.append('design', new Blob([await crowdedFile()]), 'patches.ora');
  const { doc } = await ask('POST', `/productions/${productionId}/characters`, form);
  const [view] = doc.views;
  const layers = view.brought.layers.map((_, n) => ({
    role: 'fill',
    tokens: { group: 'patch', part: String(n + 1), side: null, index: null },
  }));
  await ask('POST', `/views/${view.id}/sort`, { layers, keepApart: false });
  return doc.character.id;
}
