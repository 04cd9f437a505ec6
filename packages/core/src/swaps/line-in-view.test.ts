import fc from 'fast-check';
import { applyDiff } from '../document/diff.js';
import type { CharacterDoc } from '../document/rows.js';
import { jointedLimb } from '../testing/jointed.js';
import { drawLimb } from '../testing/limbs.js';
import { scenesOfLine, wornInLine } from './line-in-view.js';
import type { SpokenLine, SpokenShape } from './read-line.js';
import { addDrawings, startSet, type FreshDrawing } from './swap-edits.js';

const fresh = (set: string, shape: string, mood = 'neutral'): FreshDrawing => ({
  ...{ drawingId: `${set} ${shape} ${mood}`, drawingViewId: `v ${set} ${shape} ${mood}`, shape, mood, marks: [] },
  picture: { blob: 'a', x: 40, y: 40, width: 60, height: 40, area: 900 },
});
/** A mouth with a few shapes, one of them in a second mood, and lids that shut. */
const doc: CharacterDoc = (() => {
  const { doc: plain } = jointedLimb(drawLimb({ width: 60, angle: 0, line: 4 }));
  const mouth = applyDiff(plain, startSet(plain, 'upper', { setId: 'm', drawingId: 'm rest' }, 'mouth'));
  const shapes = [fresh('m', 'open'), fresh('m', 'closed'), fresh('m', 'open', 'happy')];
  const spoken = applyDiff(mouth, addDrawings(mouth, 'm', 'v', shapes));
  const lids = applyDiff(spoken, startSet(spoken, 'lower', { setId: 'l', drawingId: 'l open' }, 'lids'));
  return applyDiff(lids, addDrawings(lids, 'l', 'v', [fresh('l', 'shut')]));
})();
const said = (shape: string, frames: number, mood: string | null = null): SpokenShape => ({
  shape,
  frames,
  mood,
  word: '',
});
const line = (shapes: SpokenShape[], blinks: number[] = []): SpokenLine => ({
  ...{ shapes, blinks, guessed: [], unsaid: [] },
  frames: shapes.reduce((sum, { frames }) => sum + frames, 0),
});
const worn = (spoken: SpokenLine, frame: number | null) => wornInLine(doc, 'v', spoken, frame);

test('the mouth shows the shape that is said at a frame, in its mood; at rest its default drawing shows', () => {
  const spoken = line([said('open', 3), said('closed', 2), said('open', 2, 'happy')]);
  expect([0, 2, 3, 5].map((frame) => worn(spoken, frame).m)).toEqual([
    'm open neutral',
    'm open neutral',
    'm closed neutral',
    'm open happy',
  ]);
  expect([worn(spoken, null).m, worn(spoken, 7).m]).toEqual(['m rest', 'm rest']);
  // A mood that the chart lacks is the first one's.
  expect(worn(line([said('open', 2, 'furious')]), 0).m).toBe('m open neutral');
});

test('eyes are shut for the frames of a blink, and at no other', () => {
  const spoken = line([said('open', 20)], [5]);
  const shut = Array.from({ length: 20 }, (_, frame) => worn(spoken, frame).l).flatMap((id, frame) =>
    id === 'l shut neutral' ? [frame] : [],
  );
  expect(shut).toEqual([5, 6, 7, 8]);
});

test('the scenes of a line hold every frame once, each with what is worn then, and no two alike in a row', () => {
  const some = fc.record({
    shapes: fc.array(
      fc
        .tuple(fc.constantFrom('open', 'closed', 'rest', 'tongue'), fc.integer({ min: 1, max: 6 }))
        .map(([shape, frames]) => said(shape, frames)),
      { minLength: 1, maxLength: 10 },
    ),
    blinks: fc.array(fc.nat(30), { maxLength: 3 }),
  });
  fc.assert(
    fc.property(some, ({ shapes, blinks }) => {
      const spoken = line(shapes, blinks);
      const scenes = scenesOfLine(doc, 'v', spoken, { hat: 'a hat' });
      const frames = scenes.flatMap(({ drawingIds, frames: many }) => Array.from({ length: many }, () => drawingIds));
      expect(frames).toEqual(
        Array.from({ length: spoken.frames }, (_, frame) => ['a hat', ...Object.values(worn(spoken, frame))]),
      );
      const alike = scenes.filter(({ drawingIds }, at) => drawingIds.join() === scenes[at + 1]?.drawingIds.join());
      expect(alike).toEqual([]);
    }),
  );
});
