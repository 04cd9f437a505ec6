import { applyDiff } from '../document/diff.js';
import { fitAllJoints } from '../joints/place-fitted.js';
import { withDerived } from '../joints/derive-sheets.js';
import { limbOrders } from '../stack/limb-order.js';
import { TROUPE, onTheBench } from '../testing/troupe/index.js';
import { drawBothWays } from './draw-both-ways.js';

const SIDE = 300;

test('a limb is drawn in front of its trunk and behind it, bent so that the two pictures differ', () => {
  const raw = onTheBench(TROUPE[0]());
  let made = 0;
  const doc = applyDiff(raw.doc, fitAllJoints(raw.doc, 'v', raw.art, () => `joint ${made++}`).diff);
  const art = withDerived(doc, 'v', raw.art);
  const limbs = limbOrders(doc, 'v', art).map(({ pieceId }) => pieceId);
  expect(limbs).toHaveLength(4);
  for (const id of limbs) {
    const ways = drawBothWays(doc, art, id, SIDE);
    if (!ways) throw new Error('no limb');
    const [{ width, height }, { data }] = [ways.inFront, ways.behind];
    expect([ways.behind.width, ways.behind.height]).toEqual([width, height]);
    expect(Math.max(width, height)).toBeLessThanOrEqual(1.5 * SIDE);
    let differing = 0;
    for (let i = 0; i < data.length; i += 4) if (data[i] !== ways.inFront.data[i]) differing++;
    expect(differing).toBeGreaterThan(100);
  }
  expect(drawBothWays(doc, art, doc.pieces.find(({ id }) => id === 'torso//')?.id ?? '', SIDE)).toBeNull();
});
