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

/** The drawing's named groups, each with the named groups around it, outermost first. */
function namedGroups(svg) {
  const groups = new Map();
  const open = [];
  for (const [tag, id] of svg.matchAll(/<g\b(?:[^>]*?\sid="([^"]+)")?[^>]*>|<\/g>/g)) {
    if (tag === '</g>') open.pop();
    else {
      if (id) groups.set(id, open.filter(Boolean));
      open.push(id);
    }
  }
  return groups;
}

/** The same drawing with only one of its groups shown: what a careful hand would trace. */
export function only(svg, id) {
  const groups = namedGroups(svg);
  const kept = new Set([id, ...groups.get(id)]);
  const beside = [...groups].filter(
    ([group, around]) => !kept.has(group) && around.every((outer) => kept.has(outer) && outer !== id),
  );
  return svg.replace('<style>', `<style>${beside.map(([group]) => `#${group}{display:none}`).join('')}`);
}

if (process.argv[1] === new URL(import.meta.url).pathname) {
  const [name = 'juniper-vane', out = `${name}.png`] = process.argv.slice(2);
  writeFileSync(out, await render(source(name)));
}
