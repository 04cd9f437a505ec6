import fc from 'fast-check';
import { FAULTS } from '../joints/sweep-joint.js';
import { jointedLimb } from '../testing/jointed.js';
import { drawLimb } from '../testing/limbs.js';
import { findingWords, type Happening, type MotionFault } from './finding-words.js';

const { doc } = jointedLimb(drawLimb({ width: 40, angle: 0, line: 4 }));
const told = (happening: Partial<Happening>, frames = 3) =>
  findingWords(
    doc,
    { kind: 'unclean', cause: 'a cause', frame: 4, figure: 12.4, jointId: 'j', pieceId: 'lower', ...happening },
    frames,
  );

test('a joint that was measured in the pose says what it shows, each by its px; another how far past clean it goes', () => {
  expect(told({ shows: { daylight: 14.2 } })).toMatch(
    / shows 14 px of daylight at worst, in 3 frames\. Mend it in Joints\.$/,
  );
  expect(told({ shows: { daylight: 14, brokenLine: 9 } })).toMatch(/14 px of daylight and 9 px of broken line/);
  expect(told({ shows: { daylight: 2, kink: 3, torn: 5 } })).toMatch(
    /2 px of daylight, 3 px of kink and 5 px of open cut/,
  );
  expect(told({})).toMatch(/ goes 12° past where it is clean, in 3 frames\./);
});

test('one frame is one frame, and small slides are told to a tenth', () => {
  expect(told({}, 1)).toContain('in 1 frame.');
  expect(told({ kind: 'slides', figure: 1.25 })).toMatch(/ slides by 1\.3 px a frame while it stands, in 3 frames/);
});

const KINDS: readonly MotionFault[] = [
  'unclean',
  'unproven',
  'bare',
  'open',
  'folds',
  'outside',
  'slides',
  'order',
  'behind',
  'out',
];

test('whatever happens is told in one sentence or two, with a capital and the part’s name', () => {
  const shows = fc.option(
    fc.dictionary(fc.constantFrom(...FAULTS), fc.double({ min: 0.6, max: 400, noNaN: true }), { minKeys: 1 }),
    { nil: undefined },
  );
  fc.assert(
    fc.property(
      fc.constantFrom(...KINDS),
      fc.double({ min: 0.6, max: 900, noNaN: true }),
      fc.integer({ min: 1, max: 60 }),
      shows,
      (kind, figure, frames, shown) => {
        const sentence = told({ kind, figure, shows: shown }, frames);
        expect(sentence).toMatch(/^(Elbow A|Lower arm A) [^.]*(\.\d[^.]*)?\.( [A-Z][^.]*\.)?$/);
        expect(sentence).not.toMatch(/NaN|undefined|null| 1 frames/);
      },
    ),
  );
});
