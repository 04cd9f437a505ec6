// The benchmarks: each step as a ratio to a peer that does the same in the same run. `npm run bench [-- --figures | -- --crowd SECONDS | -- --page | -- --package]`.
import { availableParallelism, cpus } from 'node:os';
import { performance } from 'node:perf_hooks';
import {
  composePiece,
  composite,
  crossCut,
  findOffcuts,
  fitJoint,
  mapOwners,
  prepareBend,
  roundJoint,
  sweepJoint,
  takePixels,
} from '@limber-sheaf/core';
import sharp from 'sharp';
import { only, render, source } from '../demo/render.js';
import { drawnLimb } from './limbs.js';
import { cutting, proposalFigures } from './cut.js';
import { printFigures } from './figures.js';
import { largePackage } from './package.js';
import { page } from './page.js';
import { service } from './service.js';

/** The median of several runs, ms, after one that does not count. */
async function time(work, runs = 7) {
  await work();
  const times = [];
  for (let i = 0; i < runs; i++) {
    const start = performance.now();
    await work();
    times.push(performance.now() - start);
  }
  return times.sort((a, b) => a - b)[runs >> 1];
}

function row(name, ms, peer, peerMs) {
  const ratio = peerMs ? (ms / peerMs).toFixed(2) : '';
  console.log(
    `${name.padEnd(46)} ${ms.toFixed(1).padStart(9)} ms   ${ratio.padStart(7)}${peerMs ? ` × ${peer} (${peerMs.toFixed(1)} ms)` : ''}`,
  );
}

async function raw(png) {
  const { data, info } = await sharp(png).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  return {
    x: 0,
    y: 0,
    width: info.width,
    height: info.height,
    data: new Uint8Array(data.buffer, data.byteOffset, data.byteLength),
  };
}

async function canvas() {
  const svg = source('juniper-vane');
  const design = await raw(await render(svg));
  const groups = [
    'hair_back',
    'arm_B',
    'legs',
    'neck',
    'coat',
    'satchel',
    'arm_A',
    'head',
    'hair_front',
    'cap',
    'scarf',
  ];
  const layers = [];
  for (const group of groups) layers.push(await raw(await render(only(svg, group))));
  // 24 layers, as a standard character has.
  const pieces = Array.from({ length: 24 }, (_, i) => layers[i % layers.length]).map((layer) => {
    const taken = takePixels(
      layer,
      new Map(),
      'p',
      { x: 0, y: 0, width: 2000, height: 3000, data: new Uint8Array(6_000_000).fill(255) },
      (id) => id,
    );
    return taken.changed.get('p');
  });
  const copy = new Uint8Array(design.data.length);
  const copyMs = await time(() => copy.set(design.data), 15);
  const kept = new Uint8Array(24_000_000);
  const ours = await time(() => composite(2000, 3000, pieces, kept), 15);
  const base = { raw: { width: 2000, height: 3000, channels: 4 } };
  const overlays = pieces.map((p) => ({
    input: Buffer.from(p.data.buffer, p.data.byteOffset, p.data.byteLength),
    raw: { width: p.width, height: p.height, channels: 4 },
    left: p.x,
    top: p.y,
  }));
  const vips = await time(() => sharp(Buffer.alloc(24_000_000), base).composite(overlays).raw().toBuffer(), 3);
  row('composite at rest, 24 pieces, 2000 × 3000', ours, 'libvips', vips);
  row('', ours, 'a bare copy of the canvas', copyMs);
  row(
    'offcuts of a raw design, 2000 × 3000',
    await time(() => findOffcuts(design, mapOwners([], design))),
    'a bare copy',
    copyMs,
  );
}

async function joints() {
  for (const radius of [50, 150]) {
    const limb = drawnLimb({ width: 2 * radius, angle: 20, line: 8 });
    const { cut, design, silhouette } = limb;
    const copyMs = await time(() => design.data.slice(), 15);
    const line = [cut.x0, cut.y0, cut.x1, cut.y1];
    const sides = crossCut(silhouette, line);
    const face = (mask) => takePixels(design, new Map(), 'x', mask, (id) => id).changed.get('x');
    const [child, parent] = [face(sides.left), face(sides.right)];
    const fit = fitJoint(silhouette, cut, { design });
    const disc = { ...fit, outlineOn: 'back', looseness: 0 };
    const ends = roundJoint({ design, front: child, behind: parent, disc });
    const assembly = {
      parent: { face: parent, image: composePiece({ face: parent, ...ends.behind }) },
      movingBehind: [],
      movingInFront: [{ face: child, image: composePiece({ face: child, ...ends.front }) }],
      disc,
    };
    const peer = 'a copy of the limb';
    row(`cross-cut, radius ${radius}`, await time(() => crossCut(silhouette, line)), peer, copyMs);
    row(`fit with line width, radius ${radius}`, await time(() => fitJoint(silhouette, cut, { design })), peer, copyMs);
    row(
      `round both ends, radius ${radius}`,
      await time(() => roundJoint({ design, front: child, behind: parent, disc })),
      peer,
      copyMs,
    );
    const rig = prepareBend(assembly);
    let angle = 0;
    row(`one bend angle, radius ${radius}`, await time(() => rig.measure((angle += 7) % 120), 21), peer, copyMs);
    row(
      `sweep of 151 angles, radius ${radius}`,
      await time(() => sweepJoint(assembly, [-75, 75], { step: 1 }), 3),
      peer,
      copyMs,
    );
  }
}

console.log(`Node.js ${process.version}, ${availableParallelism()} × ${cpus()[0].model}`);
if (process.argv.includes('--figures')) {
  printFigures();
  await proposalFigures(await raw(await render(source('juniper-vane'))));
} else if (process.argv.includes('--crowd')) {
  await service(row, { seconds: Number(process.argv[process.argv.indexOf('--crowd') + 1] ?? 180) });
} else if (process.argv.includes('--page')) {
  await page();
} else if (process.argv.includes('--package')) {
  await largePackage();
} else {
  await canvas();
  await cutting(await raw(await render(source('juniper-vane'))), time, row);
  await joints();
  await service(row, {});
}
