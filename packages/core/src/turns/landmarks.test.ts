import { applyDiff } from '../document/diff.js';
import { fitAllJoints } from '../joints/place-fitted.js';
import { onTheBench, trueJoints } from '../testing/troupe/index.js';
import { PEOPLE } from '../testing/troupe/people.js';
import { landmarks } from './landmarks.js';
import { viewMeasure } from './measure-view.js';

/** Heights that joints tell, with the parts that turn there. */
const AT_JOINTS: Readonly<Record<string, string>> = {
  shoulders: 'arm/upper',
  elbows: 'arm/lower',
  wrists: 'arm/hand',
  hip: 'leg/upper',
  knees: 'leg/lower',
  ankles: 'leg/foot',
};
/** Per cent of the height. */
const WITHIN = 1;

test.each([0, 2, 4, 7, 10])('heights of joints lie where person %s of the troupe has them, to 1 %', (who) => {
  const member = PEOPLE[who]();
  const { doc: cut, art } = onTheBench(member);
  const viewId = cut.views[0].id;
  let count = 0;
  const doc = applyDiff(cut, fitAllJoints(cut, viewId, art, () => `joint ${count++}`).diff);
  const measure = viewMeasure(doc, viewId).measure(art);
  const tall = measure.bounds?.height ?? 0;
  const found = landmarks(doc, viewId, measure).filter(({ key }) => key in AT_JOINTS);
  expect(found.length).toBeGreaterThanOrEqual(5);
  for (const { key, y } of found) {
    const there = trueJoints(member).filter(({ address }) => address.startsWith(AT_JOINTS[key]));
    const truth = there.reduce((sum, { joint }) => sum + joint.y, 0) / there.length;
    expect([key, (100 * Math.abs(y - truth)) / tall < WITHIN]).toEqual([key, true]);
  }
});
