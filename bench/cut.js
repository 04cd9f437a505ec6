// Times of the cutting tools, and what proposals and unmixing get right, on the demo's drawings.
import {
  bodyFrame,
  cleanMatte,
  coverageOf,
  cropMask,
  crossCut,
  hugPath,
  mapOwners,
  partAddress,
  planEntries,
  planFrom,
  proposeParts,
  segmentDesign,
  soak,
  switchPart,
  takePalette,
  trimMask,
  unmixEdges,
} from '@limber-sheaf/core';
import { JUNIPER_CUTS, JUNIPER_GROUPS, JUNIPER_PLAN } from '../demo/juniper-parts.js';
import { tokens } from '../demo/seed.js';
import { opacity, only, source } from '../demo/render.js';

/** Her plan's parts that are to be cut. */
export function pilotParts() {
  let plan = planFrom('people-standard');
  for (const address of JUNIPER_PLAN.off) plan = switchPart(plan, tokens(address), false);
  for (const address of JUNIPER_PLAN.on) plan = switchPart(plan, tokens(address), true);
  return planEntries(plan).filter((part) => !part.hidden);
}

/** The design laid larger on a canvas, pixel by pixel. */
function enlarged(design, by, width, height) {
  const out = new Uint32Array(width * height);
  const from = new Uint32Array(design.data.buffer, design.data.byteOffset, design.data.length / 4);
  for (let y = 0; y < Math.min(height, Math.floor(design.height * by)); y++)
    for (let x = 0; x < Math.min(width, Math.floor(design.width * by)); x++)
      out[y * width + x] = from[Math.floor(y / by) * design.width + Math.floor(x / by)];
  return { x: 0, y: 0, width, height, data: new Uint8Array(out.buffer) };
}

/** Rows of times for soak, hug, unmix, propose, palette and white edge. */
export async function cutting(design, time, row) {
  const copyMs = await time(() => design.data.slice(), 15);
  const peer = 'a copy of the canvas';
  const coat = { x: 900, y: 1500 };
  row('soak the coat, 2000 × 3000', await time(() => soak(design, coat, { lineWidth: 8 })), peer, copyMs);
  const large = enlarged(design, 4 / 3, 4000, 4000);
  const largeMs = await time(() => large.data.slice(), 9);
  row(
    'soak the coat, 4000 × 4000',
    await time(() => soak(large, { x: 1200, y: 2000 }, { lineWidth: 10 })),
    peer,
    largeMs,
  );
  const path = () => hugPath(design, { x: 700, y: 1100 }, { x: 560, y: 1360 });
  row('hug an edge, a window of 300 px', await time(path), peer, copyMs);
  row('find the regions of the whole design', await time(() => segmentDesign(design), 3), peer, copyMs);
  row('propose the whole cut', await time(() => proposeParts(design, pilotParts()), 3), peer, copyMs);
  row('find the body frame', await time(() => bodyFrame(coverageOf(design)), 3), peer, copyMs);
  row('take the palette', await time(() => takePalette(design), 3), peer, copyMs);
  const onPaper = { ...design, data: design.data.slice() };
  for (let i = 0; i < onPaper.data.length; i += 4) {
    const a = onPaper.data[i + 3] / 255;
    for (let c = 0; c < 3; c++) onPaper.data[i + c] = Math.round(onPaper.data[i + c] * a + 246 * (1 - a));
    onPaper.data[i + 3] = 255;
  }
  row('free a design of its backdrop', await time(() => cleanMatte(onPaper), 3), peer, copyMs);
  const faces = await pilotFaces(design);
  const owners = mapOwners(faces, design);
  row(
    'unmix all borders of 24 pieces',
    await time(
      () =>
        unmixEdges(
          design,
          owners,
          faces.map(() => true),
        ),
      3,
    ),
    peer,
    copyMs,
  );
}

/** The pixels of each of the pilot's 24 parts, as a careful hand cuts them: by address, a byte a pixel. */
async function pilotTruth(design) {
  const { width, height } = design;
  const svg = source('juniper-vane');
  const drawn = await Promise.all(JUNIPER_GROUPS.map(([group]) => opacity(only(svg, group))));
  const shapes = drawn.map((shape) => cropMask(shape, { x: 0, y: 0, width, height }));
  const owner = new Uint8Array(width * height);
  shapes.forEach((shape, k) => shape.data.forEach((v, i) => v > 0 && design.data[i * 4 + 3] > 0 && (owner[i] = k + 1)));
  const truth = new Map(JUNIPER_GROUPS.map(([, address], k) => [address, owner.map((o) => (o === k + 1 ? 255 : 0))]));
  for (const [from, line, take, address] of JUNIPER_CUTS) {
    const whole = truth.get(from);
    const sides = crossCut({ x: 0, y: 0, width, height, data: whole }, line);
    const part = new Uint8Array(width * height);
    const side = sides[take];
    for (let y = 0; y < side.height; y++)
      for (let x = 0; x < side.width; x++)
        if (side.data[y * side.width + x]) part[(side.y + y) * width + side.x + x] = 255;
    part.forEach((v, i) => v && (whole[i] = 0));
    truth.set(address, part);
  }
  return truth;
}

/** The pieces of the pilot: their faces, in the order they are cut. */
async function pilotFaces(design) {
  const { width, height } = design;
  return [...(await pilotTruth(design)).values()].map((data) => {
    const { x, y, width: w, height: h } = trimMask({ x: 0, y: 0, width, height, data });
    const face = { x, y, width: w, height: h, data: new Uint8Array(w * h * 4) };
    for (let row = 0; row < h; row++)
      for (let col = 0; col < w; col++) {
        const i = (y + row) * width + x + col;
        if (data[i]) face.data.set(design.data.subarray(i * 4, i * 4 + 4), (row * w + col) * 4);
      }
    return face;
  });
}

/** How much of each of the pilot's parts the proposal finds by itself: shared pixels over all pixels of either. */
export async function proposalFigures(design) {
  const parts = pilotParts();
  const { labels, shapes } = proposeParts(design, parts);
  const truth = await pilotTruth(design);
  const shares = parts.map((part, at) => {
    const own = truth.get(partAddress(part));
    let both = 0;
    let either = 0;
    for (let i = 0; i < labels.length; i++) {
      const proposed = labels[i] > 0 && shapes[labels[i] - 1].part === at;
      const cut = own[i] > 0;
      if (proposed && cut) both++;
      if (proposed || cut) either++;
    }
    return [partAddress(part), both / either];
  });
  const right = (least) => shares.filter(([, share]) => share >= least).length;
  console.log(
    `proposals for the pilot: ${right(0.9)} of ${parts.length} parts at least 90 % right, ${right(0.75)} at least 75 %`,
  );
  for (const [address, share] of shares)
    console.log(`  ${address.padEnd(18)} ${(100 * share).toFixed(1).padStart(5)} %`);
}
