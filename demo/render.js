// Renders the demo's SVG sources to PNG, 2000 x 3000 (the skipper 3000 x 4000): `node demo/render.js [name] [out.png]`.
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';

const here = new URL('.', import.meta.url).pathname;

/** A demo design's SVG text. */
export function source(name) {
  return readFileSync(join(here, `${name}.svg`), 'utf8');
}

/** Renders SVG text to a PNG of its own size, or enlarged: painted art is drawn smaller, as its soft edges want it, without the rings of sharper kernels. */
export async function render(svg, enlarge = 1) {
  return (await drawn(svg, enlarge)).png({ compressionLevel: 6 }).toBuffer();
}

async function drawn(svg, enlarge) {
  const image = sharp(Buffer.from(svg), { density: 72, limitInputPixels: 40_000_000 });
  if (enlarge === 1) return image;
  const { data, info } = await image.raw().toBuffer({ resolveWithObject: true });
  return sharp(data, { raw: info }).resize(info.width * enlarge, info.height * enlarge, { kernel: 'mitchell' });
}

/** Where the drawing has paint: its opacity, 0 to 255, row by row. */
export async function opacity(svg, enlarge = 1) {
  const image = (await drawn(svg, enlarge)).ensureAlpha().extractChannel(3).raw();
  const { data, info } = await image.toBuffer({ resolveWithObject: true });
  return { x: 0, y: 0, width: info.width, height: info.height, data };
}

/** How much a demo design is enlarged when it is rendered. */
export const ENLARGE = { 'skipper-oake': 4 };

/** The same drawing with only one of its groups shown, in its place: what a careful hand would trace. */
export function only(svg, id) {
  if (!svg.includes(`<g id="${id}"`)) throw new Error(`The drawing has no group ${id}.`);
  const shown = `svg>:not(defs){visibility:hidden}#${id}{visibility:visible}`;
  return svg.replace(/<svg[^>]*>/, (tag) => `${tag}<style>${shown}</style>`);
}

if (process.argv[1] === new URL(import.meta.url).pathname) {
  const [name = 'juniper-vane', out = `${name}.png`] = process.argv.slice(2);
  writeFileSync(out, await render(source(name), ENLARGE[name]));
}
