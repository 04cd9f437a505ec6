import { applyDiff, DiffBuilder } from '../document/diff.js';
import type { CharacterDoc } from '../document/rows.js';
import { changeView } from '../document/view-edits.js';
import { drawLimb } from '../testing/limbs.js';
import { jointedLimb } from '../testing/jointed.js';
import type { OpenPlace } from '../under/open-places.js';
import { sayNothingAt } from '../under/under-edits.js';
import { findDoubts, settleDoubt } from './find-doubts.js';
import { openDoubts } from './open-doubts.js';

const { doc } = jointedLimb(drawLimb({ width: 36, angle: 0, line: 4 }));
const [joint] = doc.joints;
const loop = [40, 40, 60, 40, 60, 60, 40, 60];

/** A hole of some px, which opens when the limb turns to an angle. */
const hole = (area: number, angle = -40): OpenPlace => ({
  ...{ area, loop, place: { x: 50, y: 50 }, turns: [{ jointId: joint.id, angle }] },
});
const asked = (one: CharacterDoc) => findDoubts(one, 'v', []).filter(({ answers }) => answers.includes('nothing'));
const drafted = applyDiff(doc, changeView(doc, 'v', { drafted: openDoubts(doc, 'v', [hole(300)]) }));

test('a hole that opens is asked about, in the pose in which it opens, and leads to Under', () => {
  const [doubt, ...others] = asked(drafted);
  expect(others).toEqual([]);
  expect(doubt).toMatchObject({
    about: 'hidden-paint',
    sentence: '300 px open within the figure where lower arm A turns to -40°: is there nothing, or whose is it?',
    answers: ['nothing'],
    bends: { [joint.id]: -40 },
    place: { x: 50, y: 50 },
    pieceId: joint.childId,
  });
});

test('that there is nothing is an answer, and so is giving it to a piece, here or in Under', () => {
  const [{ key }] = asked(drafted);
  const { summary, diff } = settleDoubt(drafted, 'v', key, 'nothing');
  expect(summary).toBe('There is nothing where it opens');
  const settled = applyDiff(drafted, diff);
  expect(asked(settled)).toEqual([]);
  expect(settled.views[0].nothingAt).toEqual([{ x: 50, y: 50 }]);
  expect(() => settleDoubt(drafted, 'v', key, 'right')).toThrow('no answer');
  // Said in Under, a pixel beside.
  expect(asked(applyDiff(drafted, sayNothingAt(drafted, 'v', { x: 51, y: 50 })))).toEqual([]);
  const given = new DiffBuilder();
  given.update(drafted.pieces[0], { carried: [{ kind: 'line', points: loop }] });
  expect(asked(applyDiff(drafted, given.build()))).toEqual([]);
});

test('what turns no more opens nothing; small holes and more than a few are left to Under', () => {
  expect(asked({ ...drafted, joints: [] })).toEqual([]);
  const area = doc.views[0].designArea;
  expect(openDoubts(doc, 'v', [hole(0.002 * area), hole(0.0005 * area)])).toHaveLength(1);
  expect(
    openDoubts(
      doc,
      'v',
      Array.from({ length: 20 }, () => hole(0.01 * area)),
    ),
  ).toHaveLength(6);
});
