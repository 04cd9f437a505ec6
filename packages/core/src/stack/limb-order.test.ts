import { applyDiff } from '../document/diff.js';
import { drawOrder, pieceName } from '../document/family.js';
import { pieceById } from '../document/find.js';
import type { CharacterDoc, PieceId } from '../document/rows.js';
import { TROUPE, onTheBench } from '../testing/troupe/index.js';
import { isPlain, layByContours, layLimb, limbOrders } from './limb-order.js';
import { layAsUsual } from './order-hints.js';

const isInFront = (doc: CharacterDoc, one: PieceId, other: PieceId) => {
  const order = drawOrder(doc, 'v').map(({ id }) => id);
  return order.indexOf(one) > order.indexOf(other);
};

const looked = TROUPE.map((make) => {
  const { doc, art } = onTheBench(make());
  return { doc, art, orders: limbOrders(doc, 'v', art) };
});
const all = looked.flatMap(({ doc, orders }) =>
  orders.map((one) => ({ ...one, doc, truly: isInFront(doc, one.pieceId, one.trunkId) })),
);

test('contours tell of most limbs whether they lie in front of what they hang from, and are never plainly wrong', () => {
  const plain = all.filter(isPlain);
  const wrong = plain.filter(({ lead, truly }) => (lead ?? 0) > 0 !== truly);
  expect(wrong.map(({ doc, pieceId }) => pieceName(doc, pieceById(doc, pieceId)))).toEqual([]);
  expect(plain.length / all.length).toBeGreaterThan(0.65);
  // Some of either kind.
  expect(new Set(plain.map(({ truly }) => truly)).size).toBe(2);
});

test('limbs that were laid as usual are laid by their contours, whole limbs at once', () => {
  let turned = 0;
  for (const { doc, orders } of looked) {
    const usual = applyDiff(doc, layAsUsual(doc, 'v'));
    const laid = applyDiff(usual, layByContours(usual, orders));
    for (const { pieceId, trunkId } of orders.filter(isPlain)) {
      expect(isInFront(laid, pieceId, trunkId)).toBe(isInFront(doc, pieceId, trunkId));
      if (isInFront(usual, pieceId, trunkId) !== isInFront(laid, pieceId, trunkId)) turned++;
    }
  }
  expect(turned).toBeGreaterThan(5);
});

test('a limb that lies where it is to lie stays', () => {
  const [{ doc, orders }] = looked;
  const [{ pieceId, trunkId }] = orders;
  const [to, other] = isInFront(doc, pieceId, trunkId)
    ? (['in-front', 'behind'] as const)
    : (['behind', 'in-front'] as const);
  expect(applyDiff(doc, layLimb(doc, pieceById(doc, pieceId), to))).toEqual(doc);
  const turned = applyDiff(doc, layLimb(doc, pieceById(doc, pieceId), other));
  expect(isInFront(turned, pieceId, trunkId)).toBe(other === 'in-front');
});
