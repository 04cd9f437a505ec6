import { KNOWN_PARTS, partAddress } from '../../plan/known-parts.js';
import { maskArea, type PlacedMask } from '../../raster/mask.js';
import { TROUPE, drawMember } from '../../testing/troupe/index.js';
import { proposeParts, type Proposal } from './propose-parts.js';

/** Parts that show less than this are not asked for, px. */
const SEEN = 12;
/** What counts as found: shared by both, of what either has. */
const ALIKE = 0.75;

/** By part and by shape of a proposal, how many pixels they share. Masks are as large as the design, and share none. */
function shared({ labels, shapes }: Proposal, masks: readonly PlacedMask[]): Uint32Array[] {
  const owner = new Int16Array(labels.length).fill(-1);
  for (const [at, { data }] of masks.entries()) for (let i = 0; i < data.length; i++) if (data[i] > 127) owner[i] = at;
  const counts = masks.map(() => new Uint32Array(shapes.length));
  for (let i = 0; i < labels.length; i++) if (labels[i] > 0 && owner[i] >= 0) counts[owner[i]][labels[i] - 1]++;
  return counts;
}

/** Of a character's parts, how many are found without any correction, and how many of them bear their name. */
function judged(make: (typeof TROUPE)[number]) {
  const { design, masks } = drawMember(make());
  const parts = KNOWN_PARTS.filter((part) => masks.has(partAddress(part)));
  const proposal = proposeParts(design, parts);
  const both = shared(proposal, [...masks.values()]);
  let [all, found, named] = [0, 0, 0];
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
