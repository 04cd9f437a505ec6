// Renders the demo's SVG sources to PNG, 2000 x 3000: `node demo/render.js [name] [out.png]`.
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';

const here = new URL('.', import.meta.url).pathname;

/** A demo design's SVG text. */
export function source(name) {
  return readFileSync(join(here, `${name}.svg`), 'utf8');
}

/** Renders SVG text to a PNG of its own size. */
export function render(svg) {
  return sharp(Buffer.from(svg), { density: 72, limitInputPixels: 40_000_000 }).png({ compressionLevel: 6 }).toBuffer();
}

/** The same drawing with only one of its groups shown: what a careful hand would trace. */
export function only(svg, id) {
  const groups = [...svg.matchAll(/^<g id="([^"]+)"/gm)].map((m) => m[1]);
  // Names nest: arm_A holds arm_A_hand, so neither what is inside nor what is around is hidden.
  const related = (group) => group === id || group.startsWith(`${id}_`) || id.startsWith(`${group}_`);
  const hidden = groups.filter((group) => !related(group)).map((group) => `#${group}{display:none}`);
  return svg.replace('<style>', `<style>${hidden.join('')}`);
}

if (process.argv[1] === new URL(import.meta.url).pathname) {
  const [name = 'juniper-vane', out = `${name}.png`] = process.argv.slice(2);
  writeFileSync(out, await render(source(name)));
}
