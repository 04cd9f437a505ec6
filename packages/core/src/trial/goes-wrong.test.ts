import { applyDiff } from '../document/diff.js';
import { drawOrder } from '../document/family.js';
import { orderAtPose } from '../document/order-at-pose.js';
import { pieceById } from '../document/find.js';
import type { CharacterDoc } from '../document/rows.js';
import { changeJoint, placeJoint } from '../joints/joint-edits.js';
import { AT_REST } from '../joints/place-pieces.js';
import type { PairFit } from '../joints/fit-between.js';
import { sweepJoint, type Fault } from '../joints/sweep-joint.js';
import { assembleJoint } from '../joints/assemble-joint.js';
import { setParent } from '../stack/stack-edits.js';
import { addOrderChange } from '../stack/order-by-pose.js';
import { addDrawings, setMarks, startSet } from '../swaps/swap-edits.js';
import { box, circle, draw, inside, type Shape } from '../testing/drawing.js';
import { cutPart, jointedLimb, rawCharacter } from '../testing/jointed.js';
import { drawLimb } from '../testing/limbs.js';
import { setEndsHere } from '../under/under-edits.js';
import { bendsInMotion } from './bends-in-motion.js';
import { faultsInMotion } from './faults-in-motion.js';
import { opensInMotion, pupilsOut, staysBehind } from './goes-wrong.js';
import { measureMotion } from './measure-motion.js';
import { NO_FAULTS } from './motion-faults.js';
import { motionFrames, type MotionFrames } from './motions.js';
import { placeSoftly } from './place-softly.js';
import { gazeIn, mirrorPose, poseOf, type Pose } from './pose.js';

const SIZE = 240;
const FIT: PairFit = {
  ...{ kind: 'swivel', discOn: 'both', x: 120, y: 130, radius: 14, axis: 0, lineWidth: 0, confidence: 1 },
  contacts: [
    { x: 106, y: 130 },
    { x: 134, y: 130 },
  ],
  ...{ lineColour: [0, 0, 0], fillColour: [200, 180, 160] },
};
/** A trunk, a head on it with two eyes, and a hat. */
const SHAPES: [name: string, shape: Shape, on: string | null, side: 'A' | 'B' | null][] = [
  ['torso', box(80, 130, 160, 230), null, null],
  ['head', box(70, 40, 170, 130), 'torso', null],
  ['hat', box(60, 20, 180, 40), 'head', null],
  ['eye_A', circle(95, 85, 16), 'head', 'A'],
  ['pupil_A', circle(95, 85, 6), 'eye_A', 'A'],
  ['eye_B', circle(145, 85, 16), 'head', 'B'],
  ['pupil_B', circle(145, 85, 6), 'eye_B', 'B'],
];

function face(): { doc: CharacterDoc; art: ReturnType<typeof rawCharacter>['art'] } {
  const strokes = SHAPES.map(([, shape], i) => ({ shape, colour: [30 * i + 40, 200 - 20 * i, 90] as const }));
  const { doc, art } = SHAPES.reduce(
    (start, [name, shape, , side]) =>
      cutPart(start, name, inside(SIZE, SIZE, shape), { group: name.split('_')[0], side, part: null, index: null }),
    rawCharacter(draw(SIZE, SIZE, strokes)),
  );
  const hung = SHAPES.reduce(
    (now, [name, , on]) => (on ? applyDiff(now, setParent(now, [`part-${name}`], `part-${on}`)) : now),
    doc,
  );
  const jointed = applyDiff(hung, placeJoint(hung, 'neck', 'head', 'torso', FIT));
  return { doc: applyDiff(jointed, changeJoint(jointed, 'neck', { rangeLow: -60, rangeHigh: 60 })), art };
}
const { doc, art } = face();
const looks = (x: number, y: number): Pose => poseOf(doc, {}, undefined, { pupil_A: { x, y }, pupil_B: { x, y } });
const motion = (poses: Pose[], wears: string[][] = poses.map(() => [])): MotionFrames => ({
  ...{ key: 'poses', fps: 12, poses, wears, planted: poses.map(() => []), floor: 0 },
});
const told = (of: CharacterDoc, ...[frames, faults]: [MotionFrames, typeof NO_FAULTS?]) =>
  measureMotion(of, 'v', frames, [], faults).map(({ kind, sentence, frames: all }) => ({ kind, sentence, all }));

test('a pupil goes with its eye, and as far within it as it looks; in the mirror both look the other way', () => {
  const pose = { ...looks(5, -2), angles: { 'part-head': 90 } };
  const placed = placeSoftly(doc, 'v', { neck: 90 }, undefined, gazeIn(doc, 'v', pose));
  const [eye, pupil] = [placed.get('eye_A') ?? AT_REST, placed.get('pupil_A') ?? AT_REST];
  // The head lies on its side: what was to the right is down.
  expect(pupil.angle).toBe(90);
  expect([pupil.tx - eye.tx, pupil.ty - eye.ty].map(Math.round)).toEqual([2, 5]);
  const mirrored = mirrorPose(doc, { ...looks(5, -2), gaze: { 'part-pupil_A': { x: 5, y: -2 } } });
  expect(mirrored.gaze).toEqual({ 'part-pupil_B': { x: -5, y: -2 } });
});

test('a pupil that reaches out of its eye is found by how far; one with a rim in front of it is hidden', () => {
  const poses = [looks(0, 0), looks(8, 0), looks(16, 0)];
  const out = pupilsOut(doc, 'v', art, poses);
  expect(out.map(({ pieceId, frame }) => [pieceId, frame])).toEqual([
    ['pupil_A', 2],
    ['pupil_B', 2],
  ]);
  for (const { area } of out) expect(Math.abs(area - 6)).toBeLessThan(1);
  expect(told(doc, motion(poses), { ...NO_FAULTS, out: [out[0]] })).toEqual([
    { kind: 'out', all: [2], sentence: expect.stringMatching(/^Pupil A reaches \d px out of its eye, in 1 frame\./) },
  ]);
  const rims = doc.parts.map((part) =>
    part.id === 'part-hat' ? { ...part, parentId: 'part-eye_A', part: 'rim' } : part,
  );
  expect(pupilsOut({ ...doc, parts: rims }, 'v', art, poses).map(({ pieceId }) => pieceId)).toEqual(['pupil_B']);
});

test('eyes look about before the head does, both alike, to either side and within their whites', () => {
  const { poses } = motionFrames(doc, 'v', 'look-about', { fps: 24, amount: 1 });
  const turned = poses.map(({ angles }) => angles['part-head'] ?? 0);
  const looked = poses.map(({ gaze }) => gaze?.['part-pupil_A']?.x ?? 0);
  expect(poses.map(({ gaze }) => gaze?.['part-pupil_B']?.x ?? 0)).toEqual(looked);
  expect([looked[0], Math.max(...looked), Math.min(...looked)]).toEqual([0, 6, -6]);
  const reaches = (values: number[]) => values.findIndex((value) => value > 0.9 * Math.max(...values));
  expect(reaches(looked)).toBeLessThan(reaches(turned));
  expect(pupilsOut(doc, 'v', art, poses)).toEqual([]);
  // More than as usual goes no farther than the white.
  const much = motionFrames(doc, 'v', 'look-about', { fps: 24, amount: 3 }).poses;
  expect(pupilsOut(doc, 'v', art, much)).toEqual([]);
  // One pupil that has no room beside it keeps both where they are.
  const full = {
    ...doc,
    pieces: doc.pieces.map((p) => (p.id === 'pupil_B' ? { ...p, face: pieceById(doc, 'eye_B').face } : p)),
  };
  expect(motionFrames(full, 'v', 'look-about', { fps: 24, amount: 1 }).poses.every(({ gaze }) => !gaze)).toBe(true);
});

test('a hat that hangs from the trunk stays behind while the head nods; on the head it goes along', () => {
  const nod: Record<string, number>[] = [{}, { neck: 8 }, { neck: -20 }];
  expect(staysBehind(doc, 'v', art, nod)).toEqual([]);
  const left = applyDiff(doc, setParent(doc, ['part-hat'], 'part-torso'));
  const stays = staysBehind(left, 'v', art, nod);
  expect(stays.map(({ pieceId, frame }) => [pieceId, frame])).toEqual([
    ['hat', 1],
    ['hat', 2],
  ]);
  expect(stays[1].area).toBeGreaterThan(stays[0].area);
  const [finding] = told(left, motion(nod.map((bends) => poseOf(left, bends))), {
    ...NO_FAULTS,
    behind: stays,
    measured: ['neck'],
  });
  expect(finding).toMatchObject({
    kind: 'behind',
    sentence: expect.stringMatching(/^Hat stays while what it sits on/),
  });
});

test('a hole that a joint opens is told in the frames that turn it so far', () => {
  const patch: Shape = box(100, 150, 140, 190);
  const design = draw(SIZE, SIZE, [
    { shape: box(60, 60, 200, 230), colour: [200, 150, 70] },
    { shape: patch, colour: [90, 120, 170] },
  ]);
  const plain = (group: string) => ({ group, side: null, part: null, index: null });
  const coat = cutPart(rawCharacter(design), 'coat', inside(SIZE, SIZE, box(60, 60, 200, 230)), plain('coat'));
  const made = cutPart(coat, 'patch', inside(SIZE, SIZE, patch), plain('patch'));
  const placed = applyDiff(made.doc, placeJoint(made.doc, 'j', 'patch', 'coat', { ...FIT, x: 104, y: 154, radius: 4 }));
  const wide = applyDiff(placed, changeJoint(placed, 'j', { rangeLow: -90, rangeHigh: 90 }));
  const frames: Record<string, number>[] = [{}, { j: 10 }, { j: 88 }, { j: -90 }];
  expect(opensInMotion(wide, 'v', made.art, frames)).toEqual([]);
  const ends = applyDiff(wide, setEndsHere(wide, 'coat', true));
  const open = opensInMotion(ends, 'v', made.art, frames);
  expect(open.length).toBeGreaterThan(0);
  expect(open.every(({ jointId, frame, area }) => jointId === 'j' && frame >= 2 && area > 500)).toBe(true);
});

test('a drawing that shows off its seat is told in the frames in which it shows', () => {
  const begun = applyDiff(doc, startSet(doc, 'hat', { setId: 's', drawingId: 'rest' }, 'mouth'));
  const picture = { blob: 'a'.repeat(64), x: 60, y: 20, width: 120, height: 20, area: 900 };
  const fresh = ['open', 'closed'].map((shape, at) => ({
    ...{ drawingId: shape, drawingViewId: `v ${shape}`, shape, mood: 'neutral', picture },
    marks: at === 0 ? [70, 30, 170, 30] : [70, 34, 170, 33],
  }));
  const drawn = applyDiff(begun, addDrawings(begun, 's', 'v', fresh));
  const seated = applyDiff(drawn, setMarks(drawn, 'rest', 'v', [70, 30, 170, 30], 'own'));
  const frames = motion([looks(0, 0), looks(0, 0), looks(0, 0)], [['open'], ['closed'], []]);
  expect(told(seated, frames)).toEqual([
    { kind: 'seat', all: [1], sentence: expect.stringMatching(/is 4\.0 px off its seat, in 1 frame\./) },
  ]);
});

test('what a joint shows is measured in the pose: cut straight through it shows daylight, rounded nothing, as its sweep says', () => {
  const limb = drawLimb({ width: 36, angle: 24, line: 4 });
  const [butt, round] = [jointedLimb(limb, false), jointedLimb(limb)];
  const frames: Record<string, number>[] = [{}, { j: 20.3 }, { j: -45 }];
  const wide = (of: typeof butt) => applyDiff(of.doc, changeJoint(of.doc, 'j', { rangeLow: -90, rangeHigh: 90 }));
  expect(bendsInMotion(wide(round), 'v', round.art, frames)).toEqual({ measured: ['j'], bends: [] });
  const { bends } = bendsInMotion(wide(butt), 'v', butt.art, frames);
  expect(bends.map(({ frame }) => frame)).toEqual([1, 2]);
  const [joint] = wide(butt).joints;
  const assembly = assembleJoint(wide(butt), joint, butt.art);
  const swept = assembly && sweepJoint(assembly, [-45, 0], { step: 45 }).bends[0];
  expect(bends[1].shows.daylight).toBeCloseTo(swept?.daylight ?? 0, 1);
  const [finding] = told(wide(butt), motion(frames.map((bent) => poseOf(wide(butt), bent))), {
    ...NO_FAULTS,
    ...{ measured: ['j'], bends },
  });
  expect(finding).toMatchObject({
    kind: 'unclean',
    all: [1, 2],
    sentence: expect.stringMatching(/ shows [\d,]+ px of daylight.* at worst, in 2 frames\. Mend it in Joints\.$/),
  });
});

test('a joint is measured in the draw order of the whole pose; what nothing turns is not measured', () => {
  const limb = jointedLimb(drawLimb({ width: 36, angle: 24, line: 4 }), false);
  const [back, front] = drawOrder(limb.doc, 'v').map(({ id }) => id);
  const change = { id: 'o', jointId: 'j', low: 10, high: 90, movedIds: [front], place: 'behind' as const, atId: back };
  const wide = applyDiff(limb.doc, changeJoint(limb.doc, 'j', { rangeLow: -90, rangeHigh: 90 }));
  const behind = applyDiff(wide, addOrderChange(wide, change));
  const [joint] = behind.joints;
  const assembly = assembleJoint(behind, joint, limb.art, orderAtPose(behind, 'v', { j: 40 }));
  const [swept] = assembly ? sweepJoint(assembly, [40, 40], { step: 1 }).bends : [];
  const { bends } = bendsInMotion(behind, 'v', limb.art, [{ j: 40 }]);
  expect(bends).toHaveLength(1);
  for (const [fault, px] of Object.entries(bends[0].shows)) expect(px).toBeCloseTo(swept[fault as Fault], 1);
  expect(bendsInMotion(wide, 'v', limb.art, [{}])).toEqual({ measured: [], bends: [] });
  expect(faultsInMotion(wide, 'v', limb.art, { poses: [poseOf(wide, {})] })).toEqual(NO_FAULTS);
});
