import { trimToPaint, type PlacedBitmap } from '../raster/bitmap.js';
import { box, draw } from '../testing/drawing.js';
import { drawLimb } from '../testing/limbs.js';
import { jointedLimb, withRounding } from '../testing/jointed.js';
import { applyDiff } from '../document/diff.js';
import { assembleJoint } from './assemble-joint.js';
import { faultOf, worstFault } from './bend-words.js';
import { cutBorder, limbHalf } from './cut-border.js';
import { changeJoint } from './joint-edits.js';
import { bestArrangement } from './mend-joint.js';
import { proveJoint } from './prove-joint.js';
import { cleanLimits, sweepJoint } from './sweep-joint.js';

const piece = (left: number, top: number, right: number, bottom: number, colour: [number, number, number]) =>
  trimToPaint(draw(120, 120, [{ shape: box(left, top, right, bottom), colour }])) as PlacedBitmap;

test('a border is cut through one limb where both sides are one paint, and not where two paints meet', () => {
  const upper = piece(40, 10, 80, 60, [200, 120, 60]);
  const lower = piece(40, 60, 80, 110, [200, 120, 60]);
  const one = draw(120, 120, [{ shape: box(40, 10, 80, 110), colour: [200, 120, 60] }]);
  const border = cutBorder(lower, upper, one);
  expect(border).toHaveLength(40);
  expect(border.every(({ y, ny }) => y === 60 && ny === -1)).toBe(true);
  const two = draw(120, 120, [
    { shape: box(40, 10, 80, 60), colour: [200, 120, 60] },
    { shape: box(40, 60, 80, 110), colour: [40, 80, 160] },
  ]);
  expect(cutBorder(lower, upper, two)).toEqual([]);
});

test('a limb is as wide as the shortest way across it', () => {
  const faces = [piece(40, 10, 80, 60, [1, 2, 3]), piece(40, 60, 80, 110, [1, 2, 3])];
  expect(limbHalf(faces, { x: 60, y: 60 }, 200)).toBeCloseTo(20, 0);
  expect(limbHalf(faces, { x: 60, y: 60 }, 12)).toBeCloseTo(12, 0);
  expect(limbHalf(faces, { x: 10, y: 60 }, 200)).toBeLessThanOrEqual(0);
  // A neck on a trunk is no wider for the shoulders below it.
  const onTrunk = [piece(50, 10, 70, 60, [1, 2, 3]), piece(10, 60, 110, 110, [1, 2, 3])];
  expect(limbHalf(onTrunk, { x: 60, y: 60 }, 200)).toBe(0);
});

describe('a disc that is narrower than its limb', () => {
  const start = jointedLimb(drawLimb({ width: 60, angle: 12, line: 4 }));
  const withRadius = (radius: number) => {
    const doc = applyDiff(start.doc, changeJoint(start.doc, 'j', { radius }));
    const art = withRounding(doc, start.art);
    return { doc, art, joint: doc.joints[0] };
  };

  test('is not clean: its border opens beside it, and daylight shows within the limb’s own round end', () => {
    const { doc, art, joint } = withRadius(18);
    const assembly = assembleJoint(doc, joint, art);
    if (!assembly) throw new Error('no paint');
    const { bends } = sweepJoint(assembly, [0, 60], { step: 60 });
    const [rest, bent] = bends;
    expect(rest).toMatchObject({ torn: 0, daylight: 0 });
    expect(bent.torn).toBeGreaterThan(8);
    expect(bent.daylight).toBeGreaterThan(20);
    const [low, high] = proveJoint(doc, joint, art)?.cleanRange ?? [NaN, NaN];
    expect(high - low).toBeLessThan(40);
  });

  test('is clean as wide as the limb', () => {
    const { doc, art, joint } = withRadius(30);
    expect(proveJoint(doc, joint, art)?.cleanRange).toEqual([joint.rangeLow, joint.rangeHigh]);
    expect(proveJoint(doc, joint, art)?.worst.torn).toBe(0);
  });
});

test('a joint that falls short by how it is drawn gets the arrangement that holds; one that holds is left as it is', () => {
  const { doc, art } = jointedLimb(drawLimb({ width: 44, angle: 0, line: 5 }));
  expect(bestArrangement(doc, 'j', art)).toBeNull();
  const bare = applyDiff(doc, changeJoint(doc, 'j', { outlineOn: 'none' }));
  const change = bestArrangement(bare, 'j', withRounding(bare, art));
  expect(change).toMatchObject({ outlineOn: expect.stringMatching(/back|both|under/) as string });
  const mended = applyDiff(bare, changeJoint(bare, 'j', change ?? {}));
  const [joint] = mended.joints;
  expect(proveJoint(mended, joint, withRounding(mended, art))?.cleanRange).toEqual([joint.rangeLow, joint.rangeHigh]);
});

test('the fault that goes farthest past its limit is named, in its own word', () => {
  const limits = cleanLimits({ radius: 40, lineWidth: 5 });
  const bend = { angle: 30, daylight: 3, kink: 0, torn: 20, brokenLine: 12, strayLine: 1, place: null };
  expect(worstFault(bend, limits)).toBe('torn');
  expect(faultOf(bend, limits)).toBe('20 px of torn border');
  expect(faultOf({ ...bend, torn: 0 }, limits)).toBe('3 px of daylight');
});
