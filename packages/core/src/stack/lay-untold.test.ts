import { applyDiff } from '../document/diff.js';
import { drawOrder } from '../document/family.js';
import type { CharacterDoc, PieceId } from '../document/rows.js';
import { TROUPE, onTheBench } from '../testing/troupe/index.js';
import { layUntold } from './lay-untold.js';
import { isPlain, layByContours, limbOrders } from './limb-order.js';
import { layAsUsual } from './order-hints.js';

const isInFront = (doc: CharacterDoc, one: PieceId, other: PieceId) => {
  const order = drawOrder(doc, 'v').map(({ id }) => id);
  return order.indexOf(one) > order.indexOf(other);
};

/** Who is drawn aslant, one arm before the body and one behind it. */
const ASLANT = ['Quill', 'Fen'];

/** Each of the troupe with its limbs laid as usual and then by their contours, and as they truly lie. */
const troupe = TROUPE.map((make) => {
  const member = make();
  const { doc: bench, art } = onTheBench(member);
  const key = ASLANT.includes(member.name) ? 'three-quarter' : 'front';
  const truly = { ...bench, views: bench.views.map((view) => ({ ...view, key })) };
  const orders = limbOrders(truly, 'v', art);
  const usual = applyDiff(truly, layAsUsual(truly, 'v'));
  const doc = applyDiff(usual, layByContours(usual, orders));
  return { truly, art, orders, doc, laid: applyDiff(doc, layUntold(doc, 'v', art, orders)) };
});

test('limbs of which no contour tells come to lie as they truly do, more often than as usual', () => {
  const untold = troupe.flatMap(({ truly, orders, doc, laid }) =>
    orders
      .filter((limb) => !isPlain(limb))
      .map(({ pieceId, trunkId }) => {
        const [truth, was, is] = [truly, doc, laid].map((one) => isInFront(one, pieceId, trunkId));
        return { was: was === truth, is: is === truth };
      }),
  );
  const share = (of: 'was' | 'is') => untold.filter((one) => one[of]).length / untold.length;
  if (process.env.FIGURES) console.log(untold.length, share('was'), share('is'));
  expect(untold.length).toBeGreaterThan(10);
  expect(share('is')).toBeGreaterThan(0.85);
  expect(share('is')).toBeGreaterThan(share('was') + 0.05);
});

test('where contours tell, they are believed', () => {
  for (const { orders, doc, laid } of troupe)
    for (const { pieceId, trunkId } of orders.filter(isPlain))
      expect(isInFront(laid, pieceId, trunkId)).toBe(isInFront(doc, pieceId, trunkId));
});

test('a limb of which nothing tells lies as its twin does from the front, and from the side as it usually does', () => {
  const { doc, art } = troupe[1];
  const [own, twin] = ['arm/upper/A', 'arm/upper/B'].map((id) => ({ pieceId: id, trunkId: 'torso//' }));
  const told = (lead: number) => [
    { ...own, lead },
    { ...twin, lead: null },
  ];
  // Nothing is seen, so that no joint tells.
  const blank = { ...art, pieces: new Map(doc.pieces.map(({ id }) => [id, { face: null } as never])) };
  const lies = (orders: ReturnType<typeof told>, key = 'front') => {
    const view = { ...doc, views: doc.views.map((one) => ({ ...one, key })) };
    const contour = applyDiff(view, layByContours(view, orders));
    return isInFront(applyDiff(contour, layUntold(contour, 'v', blank, orders)), twin.pieceId, twin.trunkId);
  };
  const usual = isInFront(doc, twin.pieceId, twin.trunkId);
  expect([lies(told(90)), lies(told(-90))]).toEqual([true, false]);
  expect([lies(told(90), 'side'), lies(told(-90), 'side')]).toEqual([usual, usual]);
});
