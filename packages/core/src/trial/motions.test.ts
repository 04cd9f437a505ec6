import { applyDiff } from '../document/diff.js';
import type { CharacterDoc } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import { fitAllJoints } from '../joints/place-fitted.js';
import type { JointProof } from '../joints/prove-joint.js';
import { onTheBench } from '../testing/troupe/index.js';
import { BEASTS } from '../testing/troupe/beasts.js';
import { PEOPLE } from '../testing/troupe/people.js';
import { partOf } from '../document/family.js';
import { pieceById } from '../document/find.js';
import { lengthsOf, reachChains } from './limbs.js';
import { keepPose } from './pose-edits.js';
import { measureMotion } from './measure-motion.js';
import { TRIAL_CHECKS } from './checks.js';
import { MOTION_KEYS, motionFrames, motionsFor } from './motions.js';
import { bendsOf, mirrorPose, poseOf } from './pose.js';

/** A person of the troupe with all joints, as it is seen in a view; its joints turn as far as their range says. */
function jointed(who: number, key = 'side', range = 150): CharacterDoc {
  const { doc, art } = onTheBench(PEOPLE[who]());
  const viewed = { ...doc, views: [{ ...doc.views[0], key }] };
  let count = 0;
  const after = applyDiff(viewed, fitAllJoints(viewed, viewed.views[0].id, art, () => `joint ${count++}`).diff);
  return { ...after, joints: after.joints.map((joint) => ({ ...joint, rangeLow: -range, rangeHigh: range })) };
}
const MOTH = 1;
const BUILDS = [0, 2, 7];
const people = new Map(BUILDS.map((who) => [who, jointed(who)]));
const proven = (doc: CharacterDoc, clean: [number, number] | null = [-180, 180]): JointProof[] =>
  doc.joints.map(({ id }) => ({ jointId: id, cleanRange: clean }) as JointProof);
const viewOf = (doc: CharacterDoc) => doc.views[0].id;

test.each(BUILDS)(
  'person %s walks and runs: feet stand while the floor goes by, and nothing is found on a clean character',
  (who) => {
    const doc = people.get(who) as CharacterDoc;
    for (const fps of [12, 24, 30] as const) {
      const run = motionFrames(doc, viewOf(doc), 'run', { fps, amount: 1 });
      expect(run.planted.some((parts) => parts.length === 0)).toBe(true);
      const amiss = measureMotion(doc, viewOf(doc), run, proven(doc));
      expect(amiss.filter(({ kind }) => kind !== 'outside').map(({ sentence }) => sentence)).toEqual([]);
      const walk = motionFrames(doc, viewOf(doc), 'walk', { fps, amount: 1 });
      expect(walk.poses).toHaveLength(fps);
      expect(walk.planted.every((parts) => parts.length >= 1)).toBe(true);
      const found = measureMotion(doc, viewOf(doc), walk, proven(doc));
      expect(found.filter(({ kind }) => kind !== 'outside').map(({ sentence }) => sentence)).toEqual([]);
    }
  },
);

test.each(BUILDS)('person %s sits down: feet stay where they are, the hip comes down by most of a thigh', (who) => {
  const doc = people.get(who) as CharacterDoc;
  const sit = motionFrames(doc, viewOf(doc), 'sit', { fps: 24, amount: 1 });
  expect(measureMotion(doc, viewOf(doc), sit, proven(doc)).filter(({ kind }) => kind === 'slides')).toEqual([]);
  const [leg] = reachChains(doc, viewOf(doc)).filter(({ group }) => group === 'leg');
  const thigh = lengthsOf(leg)[0];
  const down = Math.max(...sit.poses.map(({ root }) => root.y));
  expect(down / thigh).toBeGreaterThan(0.6);
  expect(down / thigh).toBeLessThan(1);
  expect(Math.hypot(sit.poses[0].root.x, sit.poses[0].root.y)).toBeLessThan(0.01);
});

test('through its poses it starts at rest, stands in each of them as it is kept, and comes back', () => {
  const doc = people.get(0) as CharacterDoc;
  const [arm] = reachChains(doc, viewOf(doc));
  const part = (pieceId: string) => partOf(doc, pieceById(doc, pieceId)).id;
  const kept = ['b', 'a'].reduce(
    (of, name, at) =>
      applyDiff(
        of,
        keepPose(
          of,
          { name, angles: { [part(arm.middle.childId)]: 20 + 20 * at }, root: { x: 6 * at, y: 0 }, drawingIds: [] },
          name,
        ),
      ),
    doc,
  );
  const { poses } = motionFrames(kept, viewOf(kept), 'poses', { fps: 30, amount: 1 });
  const bends = poses.map((pose) => bendsOf(kept, viewOf(kept), pose)[arm.middle.id] ?? 0);
  const third = poses.length / 3;
  // By their names, not as they were kept.
  expect([bends[0], bends[third], bends[2 * third]]).toEqual([0, 40, 20]);
  expect(poses[third].root).toEqual({ x: 6, y: 0 });
  expect(Math.max(...bends)).toBe(40);
  expect(motionFrames(doc, viewOf(doc), 'poses', { fps: 30, amount: 1 }).poses).toEqual([]);
});

test('every motion is a round: its steps are as small at the seam as elsewhere', () => {
  const doc = people.get(0) as CharacterDoc;
  for (const key of MOTION_KEYS) {
    const { poses } = motionFrames(doc, viewOf(doc), key, { fps: 24, amount: 1 });
    if (poses.length === 0) continue;
    const far = (a: number, b: number) => {
      const [from, to] = [poses[a].angles, poses[b].angles];
      return Math.max(
        0,
        ...[...new Set([...Object.keys(from), ...Object.keys(to)])].map((id) =>
          Math.abs((from[id] ?? 0) - (to[id] ?? 0)),
        ),
      );
    };
    const steps = poses.map((_, at) => far(at, (at + 1) % poses.length));
    const seam = steps.at(-1) ?? 0;
    expect([key, seam <= Math.max(...steps.slice(0, -1)) * 1.05 + 0.01]).toEqual([key, true]);
  }
});

test('ranges are kept in every frame, and standing still is rest', () => {
  const doc = jointed(2, 'side', 12);
  for (const key of MOTION_KEYS) {
    for (const pose of motionFrames(doc, viewOf(doc), key, { fps: 12, amount: 1.5 }).poses)
      for (const angle of Object.values(pose.angles)) expect(Math.abs(angle)).toBeLessThanOrEqual(12);
  }
  const still = motionFrames(doc, viewOf(doc), 'nod', { fps: 12, amount: 0 });
  expect(still.poses.every(({ angles }) => Object.keys(angles).length === 0)).toBe(true);
});

test('what a view lacks for a motion is said, and it has no frames', () => {
  const bare = onTheBench(PEOPLE[0]()).doc;
  const lacking = motionsFor(bare, viewOf(bare));
  expect(lacking.every(({ lacks }) => lacks !== null)).toBe(true);
  expect(motionFrames(bare, viewOf(bare), 'wave', { fps: 24, amount: 1 }).poses).toEqual([]);
  const front = jointed(0, 'front');
  const words = motionsFor(front, viewOf(front)).filter(({ lacks }) => lacks !== null);
  expect(words.map(({ key }) => key)).toEqual([...['blink', 'sit', 'walk', 'run', 'wag', 'wing-beat', 'say', 'poses']]);
});

test('wings of a moth beat alike on both sides, and lift it', () => {
  const { doc, art } = onTheBench(BEASTS[MOTH]());
  let count = 0;
  const fitted = fitAllJoints(doc, viewOf(doc), art, () => `joint ${count++}`).diff;
  const moth = applyDiff(doc, fitted);
  const wings = moth.joints.filter(({ childId }) => partOf(moth, pieceById(moth, childId)).group === 'wing');
  const open = { ...moth, joints: moth.joints.map((joint) => ({ ...joint, rangeLow: -90, rangeHigh: 90 })) };
  const { poses } = motionFrames(open, viewOf(open), 'wing-beat', { fps: 24, amount: 1 });
  expect(wings.length).toBeGreaterThanOrEqual(2);
  expect(poses.length).toBeGreaterThan(10);
  const upper = (side: string) =>
    open.parts.find((part) => part.group === 'wing' && part.part === 'upper' && part.side === side)?.id ?? '';
  for (const { angles } of poses) expect((angles[upper('A')] ?? 0) + (angles[upper('B')] ?? 0)).toBeCloseTo(0, 6);
  expect(Math.max(...poses.map(({ angles }) => angles[upper('A')] ?? 0))).toBeGreaterThan(30);
  expect(Math.max(...poses.map(({ root }) => -root.y))).toBeGreaterThan(5);
});

test('while a line is said it breathes, and each frame shows the drawings of its scene', () => {
  const doc = people.get(0) as CharacterDoc;
  const set = { table: 'swapSet' as const, id: 's', version: 1, characterId: 'c', partId: doc.pieces[0].partId };
  const rules = { kind: 'mouth' as const, shapes: [], moods: ['neutral'], linkedTo: null, overPartId: null };
  const drawing = { table: 'drawing' as const, version: 1, setId: 's', mood: 'neutral', hides: [] };
  const speaking: CharacterDoc = {
    ...doc,
    swapSets: [{ ...set, ...rules }],
    drawings: [
      { ...drawing, id: 'shut', shape: 'rest', isDefault: true },
      { ...drawing, id: 'ah', shape: 'open', isDefault: false },
    ],
    drawingViews: [
      {
        ...{
          table: 'drawingView',
          id: 'r',
          version: 1,
          drawingId: 'ah',
          viewId: viewOf(doc),
          picture: null,
          over: null,
        },
        ...{ marks: [], madeOf: null, steps: [], madeKey: '' },
      },
    ],
  };
  const says = [
    { drawingIds: ['shut'], frames: 3 },
    { drawingIds: ['ah'], frames: 5 },
    { drawingIds: ['shut'], frames: 40 },
  ];
  const said = motionFrames(speaking, viewOf(doc), 'say', { fps: 12, amount: 1, says });
  expect(said.poses).toHaveLength(48);
  expect([said.wears[2], said.wears[3], said.wears[7], said.wears[8]]).toEqual([['shut'], ['ah'], ['ah'], ['shut']]);
  expect(said.poses[0].root.y).toBeCloseTo(0, 6);
  expect(said.poses.some(({ root }) => root.y < -1)).toBe(true);
  expect(motionFrames(speaking, viewOf(doc), 'say', { fps: 12, amount: 1 }).poses).toEqual([]);
  expect(motionFrames(doc, viewOf(doc), 'say', { fps: 12, amount: 1, says }).poses).toEqual([]);
});

test('feet that slide in a motion count among the checks, each by its joint; those that stand do not', () => {
  const feet = TRIAL_CHECKS.find(({ id }) => id === 'joints-clean');
  const checked = (doc: CharacterDoc) => {
    const view = viewOf(doc);
    const measured = feet?.measures(doc, view, {}).map(({ measure }) => measure({} as ViewArt)) ?? [];
    return feet?.report(doc, view, measured, []);
  };
  const doc = people.get(0) as CharacterDoc;
  expect(checked(doc)).toEqual({ figure: 0, unit: 'joints', findings: [] });
  const stiff = { ...doc, joints: doc.joints.map((joint) => ({ ...joint, rangeLow: -4, rangeHigh: 4 })) };
  const found = checked(stiff);
  expect(found?.findings.length).toBeGreaterThan(0);
  expect(found?.figure).toBe(-(found?.findings.length ?? 0));
  for (const { sentence, jointId, bends } of found?.findings ?? []) {
    expect(sentence).toMatch(/^leg_._foot slides by \d+\.\d px a frame while it stands: \w+, frame \d+\./);
    expect(Object.keys(bends ?? {})).toContain(jointId);
  }
});

test('a joint that is not clean, a range that holds a foot back and a small canvas are found, each once', () => {
  const doc = people.get(0) as CharacterDoc;
  const view = viewOf(doc);
  const walk = motionFrames(doc, view, 'walk', { fps: 24, amount: 1 });
  const knee = doc.joints.find(({ id }) => walk.poses.some((pose) => Math.abs(bendsOf(doc, view, pose)[id] ?? 0) > 15));
  const proofs = proven(doc).map((proof) =>
    proof.jointId === knee?.id ? { ...proof, cleanRange: [-5, 5] as [number, number] } : proof,
  );
  const unclean = measureMotion(doc, view, walk, proofs).filter(({ kind }) => kind === 'unclean');
  expect(unclean).toHaveLength(1);
  expect(unclean[0]).toMatchObject({ jointId: knee?.id });
  expect(unclean[0].frames).toContain(unclean[0].worst);
  const unproven = measureMotion(doc, view, walk, []).filter(({ kind }) => kind === 'unproven');
  expect(unproven.length).toBeGreaterThan(3);
  const stiff = { ...doc, joints: doc.joints.map((joint) => ({ ...joint, rangeLow: -4, rangeHigh: 4 })) };
  const slow = motionFrames(stiff, view, 'walk', { fps: 24, amount: 1 });
  expect(measureMotion(stiff, view, slow, proven(stiff)).some(({ kind }) => kind === 'slides')).toBe(true);
  const short = { ...doc, views: [{ ...doc.views[0], width: 10 }] };
  expect(measureMotion(short, view, walk, proven(doc)).some(({ kind }) => kind === 'outside')).toBe(true);
});

test('a pose holds by its parts, and mirrored twice it is itself', () => {
  const doc = people.get(0) as CharacterDoc;
  const bends = Object.fromEntries(doc.joints.map(({ id }, at) => [id, at - 3]));
  const pose = poseOf(doc, bends, { x: 3, y: -2 });
  for (const [id, angle] of Object.entries(bendsOf(doc, viewOf(doc), pose))) expect(angle).toBe(bends[id]);
  expect(mirrorPose(doc, mirrorPose(doc, pose))).toEqual(pose);
});
