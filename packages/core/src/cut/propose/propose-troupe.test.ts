import { KNOWN_PARTS, partAddress } from '../../plan/known-parts.js';
import { maskArea, type PlacedMask } from '../../raster/mask.js';
import { TROUPE, drawMember } from '../../testing/troupe/index.js';
import { proposeParts, type Proposal } from './propose-parts.js';

/** Parts that show less than this are not asked for, px. */
const SEEN = 12;
/** What counts as found: shared by both, of what either has. */
const ALIKE = 0.75;

/** By shape of a proposal, how many pixels it has, and how many of them a mask has. */
function sharedWith({ labels, shapes, width }: Proposal, mask: PlacedMask): { own: number; both: number }[] {
  const counts = shapes.map(() => ({ own: 0, both: 0 }));
  for (let i = 0; i < labels.length; i++) {
    if (labels[i] === 0) continue;
    const [x, y] = [(i % width) - mask.x, ((i / width) | 0) - mask.y];
    const isIn = x >= 0 && y >= 0 && x < mask.width && y < mask.height && mask.data[y * mask.width + x] > 127;
    counts[labels[i] - 1].own++;
    if (isIn) counts[labels[i] - 1].both++;
  }
  return counts;
}

/** Of a character's parts, how many are found without any correction, and how many of them bear their name. */
function judged(make: (typeof TROUPE)[number]) {
  const { design, masks } = drawMember(make());
  const parts = KNOWN_PARTS.filter((part) => masks.has(partAddress(part)));
  const proposal = proposeParts(design, parts);
  let [all, found, named] = [0, 0, 0];
  for (const [address, mask] of masks) {
    const area = maskArea(mask);
    if (area < SEEN) continue;
    const counts = sharedWith(proposal, mask);
    const alike = (taken: readonly { own: number; both: number }[]) => {
      const [own, both] = [taken.reduce((sum, one) => sum + one.own, 0), taken.reduce((sum, one) => sum + one.both, 0)];
      return both / (area + own - both);
    };
    const ofPart = (part: number | null) => counts.filter((_, at) => proposal.shapes[at].part === part);
    const best = [...counts.map((one) => alike([one])), ...parts.map((_, part) => alike(ofPart(part)))];
    all++;
    if (Math.max(...best) >= ALIKE) found++;
    if (alike(ofPart(parts.findIndex((part) => partAddress(part) === address))) >= ALIKE) named++;
  }
  return { all, found, named };
}

test('most parts of characters that nobody has tuned it to are found and rightly named, of each at least two in five', () => {
  const figures = TROUPE.map((make) => ({ name: make().name, ...judged(make) }));
  if (process.env.FIGURES) console.log(figures.map((one) => JSON.stringify(one)).join('\n'));
  const sum = (of: 'all' | 'found' | 'named') => figures.reduce((total, one) => total + one[of], 0);
  expect(sum('found') / sum('all')).toBeGreaterThan(0.8);
  expect(sum('named') / sum('all')).toBeGreaterThan(0.7);
  expect(figures.filter(({ all, named }) => named < 0.4 * all)).toEqual([]);
});
