import { maskOfShapes, sureOfPart } from '../cut/propose/parts-of-proposal.js';
import { proposeParts, type Proposal } from '../cut/propose/propose-parts.js';
import { KNOWN_PARTS, partAddress, type KnownPart } from '../plan/known-parts.js';
import type { PlacedBitmap } from '../raster/bitmap.js';
import { maskArea, type PlacedMask } from '../raster/mask.js';
import { cutPart, rawCharacter } from '../testing/jointed.js';
import { TROUPE, drawMember } from '../testing/troupe/index.js';
import { limbOrders } from '../stack/limb-order.js';
import { sidesTogether } from './asked-together.js';
import { draftedDoubts } from './drafted-doubts.js';

/** Parts that show less than this are not asked for, px. */
const SEEN = 12;
/** What counts as found: shared by both, of what either has. */
const ALIKE = 0.75;

/** By part and by shape of a proposal, how many pixels they share. */
function shared({ labels, shapes }: Proposal, { width }: PlacedBitmap, masks: readonly PlacedMask[]): Uint32Array[] {
  return masks.map((mask) => {
    const counts = new Uint32Array(shapes.length);
    for (let row = 0, i = 0; row < mask.height; row++)
      for (let at = (mask.y + row) * width + mask.x, column = 0; column < mask.width; column++, i++, at++)
        if (mask.data[i] > 0 && labels[at] > 0) counts[labels[at] - 1]++;
    return counts;
  });
}

/** What a draft is not sure of, once each proposed part is cut: how many things, and the parts that they are about. */
function doubted(design: Parameters<typeof proposeParts>[0], proposal: Proposal, parts: readonly KnownPart[]) {
  let cut = rawCharacter(design);
  const sure = new Map<string, number>();
  const missing: string[] = [];
  for (const [at, part] of parts.entries()) {
    const mask = maskOfShapes(proposal, (shape) => proposal.shapes[shape].part === at);
    const address = partAddress(part);
    if (!mask) missing.push(address);
    else cut = cutPart(cut, address, mask, part);
    sure.set(address, sureOfPart(proposal.shapes, at));
  }
  const orders = limbOrders(cut.doc, 'v', cut.art);
  const all = draftedDoubts(cut.doc, 'v', cut.art, sure, orders);
  // Where a limb lies is asked whether it is cut rightly or not.
  const doubts = all.filter(({ kind }) => kind !== 'order');
  const asked = all.length - doubts.length;
  return {
    count: sidesTogether(doubts).length + missing.length,
    asked,
    about: new Set([...missing, ...doubts.flatMap((one) => one.parts)]),
  };
}

/** Of a character's parts, how many are found without any correction, bear their name, and of the others are doubted. */
function judged(make: (typeof TROUPE)[number]) {
  const { design, masks } = drawMember(make());
  const parts = KNOWN_PARTS.filter((part) => masks.has(partAddress(part)));
  const proposal = proposeParts(design, parts);
  const both = shared(proposal, design, [...masks.values()]);
  const { count: doubts, asked, about } = doubted(design, proposal, parts);
  let [all, found, named, told] = [0, 0, 0, 0];
  for (const [at, [address, mask]] of [...masks].entries()) {
    const area = maskArea(mask);
    if (area < SEEN) continue;
    const counts = proposal.shapes.map((shape, k) => ({ part: shape.part, own: shape.area, both: both[at][k] }));
    const alike = (taken: readonly { own: number; both: number }[]) => {
      const [own, common] = [
        taken.reduce((sum, one) => sum + one.own, 0),
        taken.reduce((sum, one) => sum + one.both, 0),
      ];
      return common / (area + own - common);
    };
    const ofPart = (part: number | null) => counts.filter((one) => one.part === part);
    const best = [...counts.map((one) => alike([one])), ...parts.map((_, part) => alike(ofPart(part)))];
    all++;
    if (Math.max(...best) >= ALIKE) found++;
    if (alike(ofPart(parts.findIndex((part) => partAddress(part) === address))) >= ALIKE) named++;
    else if (about.has(address)) told++;
  }
  return { all, found, named, wrong: all - named, told, doubts, asked };
}

const figures = TROUPE.map((make) => ({ name: make().name, ...judged(make) }));
const sum = (of: Exclude<keyof (typeof figures)[number], 'name'>) => figures.reduce((total, one) => total + one[of], 0);

test('most parts of characters that nobody has tuned it to are found and rightly named, of each at least two in five', () => {
  if (process.env.FIGURES) console.log(figures.map((one) => JSON.stringify(one)).join('\n'));
  expect(sum('found') / sum('all')).toBeGreaterThan(0.8);
  expect(sum('named') / sum('all')).toBeGreaterThan(0.75);
  expect(figures.filter(({ all, named }) => named < 0.4 * all)).toEqual([]);
});

test('of the parts that are wrong, nearly all are among the doubts', () => {
  expect(sum('told') / sum('wrong')).toBeGreaterThan(0.9);
  expect(sum('doubts') / figures.length).toBeLessThan(7);
  // How limbs lie is asked of a few.
  expect(sum('asked') / figures.length).toBeLessThan(2.5);
});
