import fc from 'fast-check';
import { drawLimb } from '../testing/limbs.js';
import { jointedLimb } from '../testing/jointed.js';
import { offDesign } from './off-design.js';

const { doc } = jointedLimb(drawLimb({ width: 36, angle: 24, line: 4 }));
const [joint] = doc.joints;
const child = doc.pieces.find(({ id }) => id === joint.childId) ?? doc.pieces[0];

test('at rest everything sits on the design; turned, only what turns is off it, by as far as its farthest corner goes', () => {
  expect(offDesign(doc, 'v', {})).toEqual([]);
  fc.assert(
    fc.property(fc.integer({ min: 2, max: 150 }), fc.boolean(), (angle, back) => {
      const [one, ...others] = offDesign(doc, 'v', { [joint.id]: back ? -angle : angle });
      expect([one.pieceId, others]).toEqual([child.id, []]);
      const { x, y, width, height } = child.face;
      const corners = [x, x + width].flatMap((cx) =>
        [y, y + height].map((cy) => Math.hypot(cx - joint.x, cy - joint.y)),
      );
      // A place at some distance from the pivot goes along a chord of its circle.
      const chord = 2 * Math.max(...corners) * Math.sin((angle * Math.PI) / 360);
      expect(one.far).toBeCloseTo(chord, 6);
      const [before, after] = [one.from, one.to].map((at) => Math.hypot(at.x - joint.x, at.y - joint.y));
      expect(after).toBeCloseTo(before, 6);
    }),
  );
});

test('a character that is moved as a whole is off the design everywhere, alike', () => {
  const all = offDesign(doc, 'v', {}, { x: 30, y: -40 });
  expect(all).toHaveLength(doc.pieces.length);
  for (const { far, from, to } of all) expect([far, to.x - from.x, to.y - from.y]).toEqual([50, 30, -40]);
  expect(offDesign(doc, 'v', {}, { x: 0.3, y: 0 })).toEqual([]);
});

test('a soft piece is off by as far as its tip goes, though it stays where it hangs', () => {
  const tip = { x: child.face.x + child.face.width / 2, y: child.face.y + child.face.height };
  const middle = { x: (joint.x + tip.x) / 2, y: (joint.y + tip.y) / 2 };
  const soft = { points: [joint.x, joint.y, middle.x, middle.y, tip.x, tip.y], stiffness: [0, 0, 0] };
  const softDoc = { ...doc, pieces: doc.pieces.map((piece) => (piece.id === child.id ? { ...piece, soft } : piece)) };
  const [one] = offDesign(softDoc, 'v', { [joint.id]: 60 });
  expect(one.pieceId).toBe(child.id);
  expect(one.far).toBeGreaterThan(20);
  expect(one.far).toBeLessThan(offDesign(doc, 'v', { [joint.id]: 60 })[0].far);
});
