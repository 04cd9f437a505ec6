import type { PartRow, PieceRow } from '../document/rows.js';
import { drawLimb } from '../testing/limbs.js';
import { jointedLimb } from '../testing/jointed.js';
import { missingParts } from './missing-parts.js';
import { planFrom } from './plan.js';

const { doc: limb } = jointedLimb(drawLimb({ width: 36, angle: 0, line: 4 }));
const planned = planFrom('people-standard').parts.filter(({ group, side }) => group === 'arm' && side === 'A');
const [arm] = planned;

/** A plan of an arm, and of a tail in two stretches of which the first is cut. */
function withTail() {
  const stretch = (index: number) => ({ ...arm, group: 'tail', side: null, part: null, index });
  const [part] = limb.parts;
  const [piece] = limb.pieces;
  const tail: PartRow = { ...part, id: 'tail', group: 'tail', side: null, part: null, index: 1 };
  const cut: PieceRow = { ...piece, id: 'tail', partId: 'tail' };
  const plan = { ...planFrom('people-standard'), parts: [...planned, stretch(1), stretch(2)] };
  return {
    ...limb,
    character: { ...limb.character, plan },
    parts: [...limb.parts, tail],
    pieces: [...limb.pieces, cut],
  };
}
const doc = withTail();
const words = (from = doc) => missingParts(from, 'v').map(({ group, part, index }) => [group, part, index]);

test('planned parts without a piece are missing, each stretch of several by itself', () => {
  expect(words()).toEqual([
    ['arm', 'hand', null],
    ['tail', null, 2],
  ]);
});

test('a part that is said not to be seen in a view is not missing there', () => {
  const hand: PartRow = { ...doc.parts[0], id: 'hand', group: 'arm', side: 'A', part: 'hand', index: null };
  const said = (viewId: string) => ({
    ...doc,
    parts: [...doc.parts, hand],
    exceptions: [{ table: 'exception' as const, id: 'e', version: 1, partId: 'hand', viewId, what: 'unseen' as const }],
  });
  expect(words(said('v') as typeof doc)).toEqual([['tail', null, 2]]);
  expect(words(said('another view') as typeof doc)).toHaveLength(2);
});
