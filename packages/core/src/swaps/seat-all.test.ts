import { applyDiff } from '../document/diff.js';
import { jointedLimb } from '../testing/jointed.js';
import { drawLimb } from '../testing/limbs.js';
import { defaultOf, inView } from './find-swaps.js';
import { seatDrift } from './seat.js';
import { seatAll } from './seat-all.js';
import { addDrawings, setMarks, startSet, type FreshDrawing } from './swap-edits.js';

const { doc: plain } = jointedLimb(drawLimb({ width: 60, angle: 0, line: 4 }));
const started = applyDiff(plain, startSet(plain, 'upper', { setId: 's', drawingId: 'rest' }, 'mouth'));
const SEAT = [50, 60, 90, 60];
const fresh = (shape: string, marks: number[]): FreshDrawing => ({
  ...{ drawingId: shape, drawingViewId: `v ${shape}`, shape, mood: 'neutral', marks },
  picture: { blob: shape, x: 40, y: 40, width: 60, height: 40, area: 900 },
});
const drawn = applyDiff(
  started,
  addDrawings(started, 's', 'v', [
    fresh('open', [53, 58, 93, 58]),
    fresh('wide', SEAT),
    fresh('narrow', []),
    fresh('rounded', []),
  ]),
);
const marked = applyDiff(drawn, setMarks(drawn, defaultOf(drawn, drawn.swapSets[0]).id, 'v', SEAT, 'v rest'));

test('every drawing whose marks are known is moved onto its seat; what has none stays, and is said', () => {
  const { diff, moved, notes } = seatAll(marked, 'v');
  const after = applyDiff(marked, diff);
  expect(moved).toBe(1);
  const open = inView(after, 'open', 'v');
  expect(seatDrift(SEAT, open?.marks ?? [])).toBe(0);
  expect([open?.picture?.x, open?.picture?.y]).toEqual([37, 42]);
  expect(inView(after, 'wide', 'v')).toEqual(inView(marked, 'wide', 'v'));
  expect(notes).toEqual([expect.stringMatching(/^2 drawings of .* have no marks of their own and stay\.$/)]);
  // Once is enough.
  expect(seatAll(after, 'v').moved).toBe(0);
});

test('a set without marks says where to set them, and another view or set is left alone', () => {
  const { moved, notes } = seatAll(drawn, 'v');
  expect([moved, notes]).toEqual([0, [expect.stringMatching(/has no marks: set two on its default drawing\.$/)]]);
  expect(seatAll(marked, 'another view')).toMatchObject({ moved: 0, notes: [] });
  expect(seatAll(marked, 'v', 'another set')).toMatchObject({ moved: 0, notes: [] });
});
