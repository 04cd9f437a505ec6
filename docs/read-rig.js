// How a package is read and the puppet put together: `node docs/read-rig.js <package folder> [piece=angle …]`.
// It draws every view at rest, says how far that is from the design, and with angles writes the pose as pose_<view>.png.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';

const [folder, ...wanted] = process.argv.slice(2);
const rig = JSON.parse(readFileSync(join(folder, 'rig.json'), 'utf8'));
const angles = Object.fromEntries(wanted.map((one) => one.split('=')).map(([name, angle]) => [name, Number(angle)]));

/** What a piece turns about, and with what: itself and all it hangs from, the nearest last. */
function turnsOf(view, piece) {
  const above = [...view.pieces, ...view.handles].find(({ name }) => name === piece.parent);
  const own = piece.pivot && angles[piece.name] ? [{ ...piece.pivot, angle: angles[piece.name] }] : [];
  return above ? [...turnsOf(view, above), ...own] : own;
}

/** The order in which pieces are drawn in this pose, back to front: `orderChanges` hold between two angles. */
function orderOf(view) {
  let order = [...view.drawOrder];
  for (const { turns, from, to, move, place, at } of view.orderChanges) {
    const angle = angles[turns] ?? 0;
    if (angle < from || angle > to) continue;
    order = order.filter((name) => !move.includes(name));
    order.splice(order.indexOf(at) + (place === 'in-front' ? 1 : 0), 0, ...move);
  }
  return order;
}

for (const view of rig.views) {
  const { width, height } = view.canvas;
  const layers = orderOf(view).map((name) => {
    const piece = view.pieces.find((one) => one.name === name);
    const { x, y } = piece.bounds;
    const image = readFileSync(join(folder, piece.image)).toString('base64');
    // Outermost first, as an SVG reads its transforms.
    const turn = turnsOf(view, piece).map((t) => `rotate(${t.angle} ${t.x} ${t.y})`);
    const box = `x="${x}" y="${y}" width="${piece.bounds.width}" height="${piece.bounds.height}"`;
    return `<g transform="${turn.join(' ')}"><image ${box} href="data:image/png;base64,${image}"/></g>`;
  });
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}">${layers.join('')}</svg>`;
  const drawn = sharp(Buffer.from(svg), { unlimited: true });
  if (wanted.length > 0) {
    await drawn.png().toFile(join(folder, `pose_${view.key}.png`));
    console.log(`${view.key}: pose_${view.key}.png`);
    continue;
  }
  const [made, design] = await Promise.all(
    [drawn, sharp(join(folder, view.design.image))].map((one) => one.ensureAlpha().raw().toBuffer()),
  );
  const largest = made.reduce((most, value, i) => Math.max(most, Math.abs(value - design[i])), 0);
  console.log(`${view.key}: ${view.pieces.length} pieces, at rest ${largest}/255 from the design at most`);
}
