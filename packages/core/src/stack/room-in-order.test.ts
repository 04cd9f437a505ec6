import fc from 'fast-check';
import { drawOrder } from '../document/family.js';
import { applyDiff } from '../document/diff.js';
import { moveInOrder } from './stack-edits.js';
import { box, draw, inside } from '../testing/drawing.js';
import { cutPart, rawCharacter } from '../testing/jointed.js';
import { roomInOrder } from './room-in-order.js';

const plain = (group: string) => ({ group, side: null, part: null, index: null });
/** Four boxes in a row, each with a copy of some of its right neighbour where `touching` says so. */
function boxes(touching: readonly boolean[]) {
  const spots = [0, 1, 2, 3].map((at) => box(4 + at * 20, 10, 20 + at * 20, 30));
  const design = draw(
    90,
    40,
    spots.map((shape) => ({ shape, colour: [90, 120, 60] as const })),
  );
  let made = rawCharacter(design);
  spots.forEach((shape, at) => (made = cutPart(made, `p${at}`, inside(90, 40, shape), plain(`p${at}`))));
  const order = drawOrder(made.doc, 'v').map(({ id }) => id);
  const pieces = new Map(made.art.pieces);
  order.forEach((id, at) => {
    const [own, next] = [pieces.get(id), pieces.get(order[at + 1])];
    if (own && touching[at] && next?.face) pieces.set(id, { ...own, under: next.face });
  });
  return { doc: made.doc, art: { ...made.art, pieces }, order };
}

test('a piece is free between the two nearest that it shares a pixel with', () => {
  fc.assert(
    fc.property(fc.array(fc.boolean(), { minLength: 3, maxLength: 3 }), fc.nat(3), (touching, at) => {
      const { doc, art, order } = boxes(touching);
      const room = roomInOrder(doc, 'v', art, order[at]);
      // Only neighbours touch here.
      const [behind, front] = [at > 0 && touching[at - 1], at < 3 && touching[at]];
      expect(room).toEqual({
        behind: behind ? order[at - 1] : null,
        front: front ? order[at + 1] : null,
        between: (behind ? 0 : at) + (front ? 0 : 3 - at),
      });
    }),
    { numRuns: 40 },
  );
});

test('it goes by the order as it is', () => {
  const { doc, art, order } = boxes([true, false, false]);
  const moved = applyDiff(doc, moveInOrder(doc, [order[1]], order[3]));
  expect(drawOrder(moved, 'v').at(-1)?.id).toBe(order[1]);
  expect(roomInOrder(moved, 'v', art, order[1])).toEqual({ behind: order[0], front: null, between: 2 });
});
