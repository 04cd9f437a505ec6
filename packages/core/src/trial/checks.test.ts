import { applyDiff } from '../document/diff.js';
import { drawOrder } from '../document/family.js';
import { changeJoint } from '../joints/joint-edits.js';
import { jointedLimb } from '../testing/jointed.js';
import { drawLimb } from '../testing/limbs.js';
import { TRIAL_CHECKS } from './checks.js';
import { keepPose } from './pose-edits.js';
import { proposeUnder, viewUnder } from '../under/propose-under.js';
import { poseOf } from './pose.js';
import { withMotions } from './shown-in-motions.js';

const start = jointedLimb(drawLimb({ width: 36, angle: 24, line: 4 }));
const wide = applyDiff(start.doc, changeJoint(start.doc, 'j', { rangeLow: -90, rangeHigh: 90 }));
const posed = applyDiff(wide, keepPose(wide, { ...poseOf(wide, { j: 70 }), name: 'bent', drawingIds: [] }, 'p'));
const [back] = drawOrder(posed, 'v').map(({ id }) => id);
const [check] = TRIAL_CHECKS;

const sheets = start.art.pieces.get(back);
const bareArt = {
  ...start.art,
  pieces: new Map([...start.art.pieces, [back, { ...sheets, face: sheets?.face ?? null, under: null, overlap: null }]]),
};
const measured = (art: typeof start.art) => check.measures(posed, 'v', {}).map(({ measure }) => measure(art));

test('motions of a limb that is painted all round show nothing bare', () => {
  expect(check.report(posed, 'v', measured(start.art), [])).toEqual({ figure: 0, unit: 'px', findings: [] });
});

test('what is bare in a motion is told with its motion, its frame and the pose, unless it was found already', () => {
  const { figure, findings } = check.report(posed, 'v', measured(bareArt), []);
  expect(findings).toHaveLength(1);
  const [{ sentence, pieceId, bends }] = findings;
  expect(sentence).toMatch(
    /^arm_A_upper comes into view without paint in a motion: \d+ px, Through its poses, frame \d+\. Paint it in Under\.$/,
  );
  expect(sentence).toContain(`${figure} px`);
  expect(pieceId).toBe(back);
  expect(bends?.j).toBeCloseTo(70, 0);
  const known = check.report(posed, 'v', measured(bareArt), [{ sentence: 'It is bare.', pieceId: back }]);
  expect(known).toEqual({ figure: 0, unit: 'px', findings: [] });
});

test('its key goes by the poses that are kept', () => {
  const key = (of: typeof posed) => check.measures(of, 'v', {})[0].key;
  expect(key(posed)).not.toBe(key(wide));
  expect(key({ ...posed })).toBe(key(posed));
});

test('what motions show besides is painted with the rest, and nothing is found then', () => {
  const turned = viewUnder(posed, 'v', bareArt);
  // As if no joint showed any of it by itself.
  const hidden = turned.intoView.map((one) => ({
    ...one,
    shows: { ...one.shows, data: new Uint8Array(one.shows.data.length) },
  }));
  const blind = { ...turned, intoView: hidden };
  expect(proposeUnder(posed, back, bareArt, blind)).toBeNull();
  const made = proposeUnder(posed, back, bareArt, withMotions(posed, 'v', bareArt, blind));
  expect(made?.pieceId).toBe(back);
  const before = bareArt.pieces.get(back) ?? null;
  const painted = { ...bareArt, pieces: new Map(bareArt.pieces) };
  if (before) painted.pieces.set(back, { ...before, under: made?.paint ?? null });
  expect(check.report(posed, 'v', measured(painted), []).figure).toBe(0);
  // What the joints show already stays as it was.
  const [plain, more] = [turned, withMotions(posed, 'v', bareArt, turned)].map(({ intoView }) =>
    intoView.find(({ pieceId }) => pieceId === back),
  );
  expect(plain?.shows.data.every((on, i) => on === 0 || more?.shows.data[i] === on)).toBe(true);
});
