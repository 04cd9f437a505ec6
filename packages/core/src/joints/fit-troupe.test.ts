import { compareAtRest } from '../cut/rest-match.js';
import { applyDiff } from '../document/diff.js';
import { drawOrder, pieceName } from '../document/family.js';
import type { JointRow } from '../document/rows.js';
import { withRounding } from '../testing/jointed.js';
import { TROUPE, onTheBench, trueJoints, type Member, type TrueJoint } from '../testing/troupe/index.js';
import { connectedRegions, unionCoverage } from '../raster/mask.js';
import { uniteRects, type Rect } from '../raster/bitmap.js';
import type { SheetBitmaps } from '../document/compose-piece.js';
import { anyPaint } from '../raster/sample.js';
import { wholeDiscLimit } from './disc-paint.js';
import { fitAllJoints } from './place-fitted.js';
import { proveJoint, type BendProof } from './prove-joint.js';

/** A joint as it truly is, and what fit-all made of it. */
interface Outcome {
  who: string;
  truth: TrueJoint;
  /** null where it was left. */
  row: JointRow | null;
  /** Why it was left. */
  reason: string | null;
  /** px from the true place. */
  off: number;
  proof: BendProof | null;
}

interface Fitted {
  outcomes: Outcome[];
  differing: number;
  orderKept: boolean;
  /** px of the largest group of hidden paint that nowhere touches its piece's face. */
  free: number;
}

function fitMember(member: Member): Fitted {
  const { doc, art } = onTheBench(member);
  let made = 0;
  const { diff, notes } = fitAllJoints(doc, 'v', art, () => `joint ${made++}`);
  const jointed = applyDiff(doc, diff);
  const rounded = withRounding(jointed, art);
  const outcomes = trueJoints(member).flatMap(({ address, joint: truth }): Outcome[] => {
    const piece = doc.pieces.find(({ id }) => id === address);
    // What does not show at all cannot be fitted.
    if (!piece) return [];
    const row = jointed.joints.find(({ childId }) => childId === address) ?? null;
    const name = pieceName(doc, piece);
    return [
      {
        who: `${member.name}, ${address}`,
        truth,
        row,
        reason: notes.find((note) => note.startsWith(`${name} is left: `)) ?? null,
        off: row ? Math.hypot(row.x - truth.x, row.y - truth.y) : Infinity,
        proof: row && proveJoint(jointed, row, rounded),
      },
    ];
  });
  const order = (of: typeof doc) => drawOrder(of, 'v').map(({ id }) => id);
  const { differing } = compareAtRest(jointed, 'v', rounded);
  const free = Math.max(0, ...[...rounded.pieces.values()].map(largestFree));
  return { outcomes, differing, orderKept: order(doc).join() === order(jointed).join(), free };
}

function largestFree({ face, overlap, under }: SheetBitmaps): number {
  const hidden = [overlap, under].filter((sheet) => sheet !== null);
  if (!face || hidden.length === 0) return 0;
  const rect = hidden.reduce<Rect>(uniteRects, hidden[0]);
  const { labels, regions } = connectedRegions(unionCoverage(hidden, rect), 0);
  const held = new Set<number>();
  for (let i = 0; i < labels.length; i++) {
    const [x, y] = [rect.x + (i % rect.width), rect.y + Math.floor(i / rect.width)];
    if (labels[i] > 0 && !held.has(labels[i]))
      for (let k = 0; k < 9; k++) if (anyPaint([face], x + (k % 3) - 1, y + Math.floor(k / 3) - 1)) held.add(labels[i]);
  }
  return Math.max(0, ...regions.map(({ area }, index) => (held.has(index + 1) ? 0 : area)));
}

const members = TROUPE.map((make) => make());
const fitted = members.map(fitMember);
const all = fitted.flatMap(({ outcomes }) => outcomes);
const placed = all.filter(({ row }) => row !== null);
const share = (list: readonly Outcome[], good: (outcome: Outcome) => boolean) => list.filter(good).length / list.length;

test('the troupe is made of people and animals that nothing was fitted to', () => {
  expect(members.length).toBeGreaterThanOrEqual(12);
  expect(new Set(members.map(({ name }) => name)).size).toBe(members.length);
  expect(all.length).toBeGreaterThan(200);
});

test('every joint is placed, or left with its reason', () => {
  expect(all.filter(({ row, reason }) => !row && !reason).map(({ who }) => who)).toEqual([]);
  expect(placed.length / all.length).toBeGreaterThan(0.9);
});

test('hinges lie where the limb truly bends', () => {
  const hinges = placed.filter(({ truth }) => truth.kind === 'hinge');
  expect(share(hinges, ({ off }) => off <= 0.5)).toBeGreaterThan(0.96);
  expect(share(hinges, ({ off }) => off <= 1)).toBeGreaterThan(0.98);
  expect(share(hinges, ({ truth, row }) => Math.abs((row?.radius ?? 0) - truth.radius) <= 1)).toBeGreaterThan(0.95);
});

test('roots lie on their limb, within 15 % of its width of where it truly turns', () => {
  const roots = placed.filter(({ truth }) => truth.kind === 'one-sided');
  expect(share(roots, ({ off, truth }) => off <= 0.15 * 2 * truth.radius)).toBeGreaterThan(0.9);
});

test('roots are as wide as their limb, also where the body covers one of its sides', () => {
  const roots = placed.filter(({ truth }) => truth.kind === 'one-sided');
  expect(
    share(roots, ({ truth, row }) => Math.abs((row?.radius ?? 0) - truth.radius) <= 0.1 * truth.radius),
  ).toBeGreaterThan(0.88);
});

test('a disc is about as wide as its limb, whatever else lies near', () => {
  expect(share(placed, ({ row, truth }) => (row?.radius ?? 0) >= 0.8 * truth.radius)).toBeGreaterThan(0.98);
});

const isNarrow = ({ row, truth }: Outcome) => (row?.radius ?? 0) < 0.8 * truth.radius;

test('no joint whose disc is narrower than its limb is called clean', () => {
  expect(placed.filter((one) => isNarrow(one) && one.proof?.cleanRange).map(({ who }) => who)).toEqual([]);
});

const isWhole = ({ row, proof }: Outcome) =>
  !!row && !!proof?.cleanRange && proof.cleanRange[0] <= row.rangeLow && proof.cleanRange[1] >= row.rangeHigh;

test('no joint is called clean whose pivot lies farther off than its disc reaches: there the limb comes away', () => {
  expect(placed.filter((one) => isWhole(one) && one.off > one.truth.radius).map(({ who }) => who)).toEqual([]);
});

test('most joints are clean through all of their range', () => {
  expect(share(placed, isWhole)).toBeGreaterThan(0.92);
});

test('nearly every rounded end carries its whole disc', () => {
  expect(share(placed, ({ row, proof }) => !row || !proof || proof.discBare <= wholeDiscLimit(row))).toBeGreaterThan(
    0.98,
  );
});

test('fitting never changes what lies in front of what', () => {
  expect(fitted.filter(({ orderKept }) => !orderKept)).toEqual([]);
});

test('no piece carries paint that floats free of it, but for a few pixels', () => {
  expect(Math.max(...fitted.map(({ free }) => free))).toBeLessThan(20);
});

test('put back together, every member of the troupe is its design', () => {
  expect(fitted.map(({ differing }) => differing)).toEqual(members.map(() => 0));
});

test('a joint that was placed shows nothing wrong at rest', () => {
  const foul = placed.filter(({ proof }) => proof?.cleanRange === null);
  expect(foul.length / placed.length).toBeLessThan(0.03);
});

const round = (value: number) => Math.round(value * 100) / 100;

if (process.env.FIGURES)
  test('figures', () => {
    const far = placed.filter(({ off, truth }) => off > (truth.kind === 'hinge' ? 0.5 : 0.3 * truth.radius));
    console.info(far.map(({ who, off, truth }) => `${who}: ${round(off)} px off, radius ${truth.radius}`).join('\n'));
    const foul = placed.filter((one) => !isWhole(one));
    console.info(foul.map(({ who, proof }) => `${who}: clean through ${String(proof?.cleanRange)}`).join('\n'));
    console.info(all.flatMap(({ who, reason }) => (reason ? [`${who}: ${reason}`] : [])).join('\n'));
  });
