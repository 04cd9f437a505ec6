import { applyDiff } from '../document/diff.js';
import { drawOrder } from '../document/family.js';
import { pieceById } from '../document/find.js';
import type { CharacterDoc, JointRow } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import { fitAllJoints } from '../joints/place-fitted.js';
import type { JointProof } from '../joints/prove-joint.js';
import { addOrderChange } from '../stack/order-by-pose.js';
import { onTheBench } from '../testing/troupe/index.js';
import { PEOPLE } from '../testing/troupe/people.js';
import { seenInMotion } from './faults-in-motion.js';
import { NO_FAULTS } from './motion-faults.js';
import { measureMotion } from './measure-motion.js';
import { motionFrames, type MotionFrames, type MotionKey } from './motions.js';
import { bendsOf } from './pose.js';

/** Three people of other builds, from the side, with joints that turn far and are clean all the way. */
const WHO = [0, 2, 7];
const OPTIONS = { fps: 12, amount: 1 } as const;

function onStage(who: number): { doc: CharacterDoc; art: ViewArt } {
  const { doc, art } = onTheBench(PEOPLE[who]());
  const viewed = { ...doc, views: [{ ...doc.views[0], key: 'side' }] };
  let count = 0;
  const jointed = applyDiff(viewed, fitAllJoints(viewed, viewed.views[0].id, art, () => `joint ${count++}`).diff);
  return {
    doc: { ...jointed, joints: jointed.joints.map((one) => ({ ...one, rangeLow: -150, rangeHigh: 150 })) },
    art,
  };
}
const STAGE = WHO.map(onStage);
const view = (doc: CharacterDoc) => doc.views[0].id;
const clean = (doc: CharacterDoc): JointProof[] =>
  doc.joints.map(({ id }) => ({ jointId: id, cleanRange: [-180, 180] as [number, number] }) as JointProof);
const kindsIn = (doc: CharacterDoc, motion: MotionFrames, proofs = clean(doc)) =>
  measureMotion(doc, view(doc), motion, proofs).filter(({ kind }) => kind !== 'outside');

/** The joints that a motion turns by more than some degrees, those that it turns most first. */
function turnedIn(doc: CharacterDoc, motion: MotionFrames, by: number): JointRow[] {
  const most = ({ id }: JointRow) =>
    Math.max(...motion.poses.map((pose) => Math.abs(bendsOf(doc, view(doc), pose)[id] ?? 0)));
  return doc.joints.filter((joint) => most(joint) > by).sort((a, b) => most(b) - most(a));
}

test('nothing is found on clean characters', () => {
  for (const { doc } of STAGE)
    for (const key of ['walk', 'run', 'nod', 'breathe'] as MotionKey[])
      expect(kindsIn(doc, motionFrames(doc, view(doc), key, OPTIONS))).toEqual([]);
});

test('30 planted faults of 30 are found, each by its kind and at its place', () => {
  let planted = 0;
  for (const { doc, art } of STAGE) {
    const walk = motionFrames(doc, view(doc), 'walk', OPTIONS);
    const turned = turnedIn(doc, walk, 8);
    // Four joints that are not clean where they go, one that nobody proved.
    for (const joint of turned.slice(0, 4)) {
      const dirty = clean(doc).map((one): JointProof =>
        one.jointId === joint.id ? { ...one, cleanRange: [-2, 2] } : one,
      );
      expect(kindsIn(doc, walk, dirty)).toMatchObject([{ kind: 'unclean', jointId: joint.id }]);
      planted++;
    }
    const unproven = clean(doc).filter(({ jointId }) => jointId !== turned[0].id);
    expect(kindsIn(doc, walk, unproven)).toMatchObject([{ kind: 'unproven', jointId: turned[0].id }]);
    planted++;
    // A knee that cannot bend as far as its foot needs.
    const knee = turned.find(({ childId }) => pieceById(doc, childId).id.includes('lower')) ?? turned[1];
    const stiff = {
      ...doc,
      joints: doc.joints.map((one) => (one.id === knee.id ? { ...one, rangeLow: -3, rangeHigh: 3 } : one)),
    };
    const held = kindsIn(stiff, motionFrames(stiff, view(doc), 'walk', OPTIONS));
    expect(held.map(({ kind }) => kind)).toContain('slides');
    planted++;
    // A canvas that ends where it walks.
    const small = { ...doc, views: [{ ...doc.views[0], width: Math.round(doc.views[0].width * 0.55) }] };
    expect(measureMotion(small, view(doc), walk, clean(doc)).some(({ kind }) => kind === 'outside')).toBe(true);
    planted++;
    // A card that changes its place while it lies over what it passes.
    const { childId, parentId, id } = turned[0];
    const angles = walk.poses.map((pose) => bendsOf(doc, view(doc), pose)[id] ?? 0);
    const [least, most] = [Math.min(...angles), Math.max(...angles)];
    const [low, high] = most > -least ? [most / 2, 150] : [-150, least / 2];
    const order = drawOrder(doc, view(doc)).map((piece) => piece.id);
    const place = order.indexOf(childId) > order.indexOf(parentId) ? ('behind' as const) : ('in-front' as const);
    const change = { id: 'o', jointId: id, low, high, movedIds: [childId], place, atId: parentId };
    const jumping = applyDiff(doc, addOrderChange(doc, change));
    expect(kindsIn(jumping, walk).some(({ kind, pieceId }) => kind === 'order' && pieceId === childId)).toBe(true);
    planted++;
    // Nothing is painted beneath anything.
    const { bare } = seenInMotion(doc, view(doc), art, walk.poses);
    const seen = measureMotion(doc, view(doc), walk, clean(doc), { ...NO_FAULTS, bare });
    expect(seen.some(({ kind }) => kind === 'bare')).toBe(true);
    planted++;
    // A soft limb that is bent far more sharply than it is wide.
    const [sharp] = turned;
    const soft = { points: [0, 3, 6].flatMap((down) => [sharp.x, sharp.y + down]), stiffness: [1, 0, 0] };
    const folding = {
      ...doc,
      pieces: doc.pieces.map((piece) => (piece.id === sharp.childId ? { ...piece, soft } : piece)),
    };
    const { folds } = seenInMotion(folding, view(doc), art, walk.poses);
    const folded = measureMotion(folding, view(doc), walk, clean(doc), { ...NO_FAULTS, folds });
    expect(folded.some(({ kind, pieceId }) => kind === 'folds' && pieceId === sharp.childId)).toBe(true);
    planted++;
  }
  expect(planted).toBe(30);
});
