// Renders the demo's SVG sources to PNG, 2000 x 3000 (the skipper 3000 x 4000): `node demo/render.js [name] [out.png]`.
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { trimMask } from '@limber-sheaf/core';
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

/** Where the drawing has paint: its opacity, 0 to 255, row by row; of its own size no more than where it may have any. */
export async function opacity(svg, enlarge = 1) {
  const { svg: part, x, y } = enlarge === 1 ? await paintedPart(svg) : { svg, x: 0, y: 0 };
  const image = (await drawn(part, enlarge)).ensureAlpha().extractChannel(3).raw();
  const { data, info } = await image.toBuffer({ resolveWithObject: true });
  return { x, y, width: info.width, height: info.height, data };
}

/** By how much smaller a drawing is looked at to find where it has paint. */
const GLANCE = 8;

/** The part of a drawing that has any paint, on the same pixels, and where it lies, px. */
async function paintedPart(svg) {
  const [tag, across, down, width, height] = /<svg[^>]*viewBox="0 0 (\d+) (\d+)" width="(\d+)" height="(\d+)"[^>]*>/
    .exec(svg)
    .map((found, at) => (at === 0 ? found : Number(found)));
  const small = sharp(Buffer.from(svg), { density: 72 / GLANCE })
    .ensureAlpha()
    .extractChannel(3)
    .raw();
  const { data, info } = await small.toBuffer({ resolveWithObject: true });
  const painted = trimMask({ x: 0, y: 0, width: info.width, height: info.height, data });
  // A pixel of the small picture more on every side: what is thin may just reach into it.
  const [x, y] = [Math.max(0, painted.x - 1) * GLANCE, Math.max(0, painted.y - 1) * GLANCE];
  const w = Math.min(width, (painted.x + painted.width + 1) * GLANCE) - x;
  const h = Math.min(height, (painted.y + painted.height + 1) * GLANCE) - y;
  const box = [(x * across) / width, (y * down) / height, (w * across) / width, (h * down) / height];
  return {
    svg: svg.replace(
      tag,
      `<svg xmlns="http://www.w3.org/2000/svg" viewBox="${box.join(' ')}" width="${w}" height="${h}">`,
    ),
    x,
    y,
  };
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
