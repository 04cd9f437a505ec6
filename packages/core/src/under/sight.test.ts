import fc from 'fast-check';
import { drawOrder } from '../document/family.js';
import { imageOf } from '../document/view-art.js';
import { AT_REST, apply, placePieces, unapply } from '../joints/place-pieces.js';
import type { PlacedBitmap } from '../raster/bitmap.js';
import { hasPaint } from '../raster/sample.js';
import { jointedLimb } from '../testing/jointed.js';
import { drawLimb } from '../testing/limbs.js';
import { countSeen, seenAt } from './sight.js';

const { doc, art } = jointedLimb(drawLimb({ width: 40, angle: 15, line: 5 }));
const [back, front] = drawOrder(doc, 'v').map(({ id }) => id);
const cover = imageOf(art, front) as PlacedBitmap;
const { width, height } = art.design;

/** Is a place near no border between pixels, where the last bit of a float decides? */
const isClear = (value: number) => Math.abs(value - Math.round(value)) > 1e-6;

test('what is seen of the piece behind is what the one in front, turned, does not cover', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: -170, max: 170 }),
      fc.array(
        fc.tuple(fc.double({ min: 0, max: width, noNaN: true }), fc.double({ min: 0, max: height, noNaN: true })),
      ),
      (angle, places) => {
        const placed = placePieces(doc, 'v', { j: angle });
        const [own, other] = [back, front].map((id) => placed.get(id) ?? AT_REST);
        const sight = seenAt(doc, 'v', [{ jointId: 'j', angle }], 0, art, null);
        const looked = places.flatMap(([x, y]) => {
          const onCanvas = apply(own, x, y);
          const there = unapply(other, onCanvas.x, onCanvas.y);
          return isClear(there.x) && isClear(there.y) ? [{ x, y, there }] : [];
        });
        for (const { x, y, there } of looked) expect(sight.isSeen(x, y)).toBe(!hasPaint(cover, there.x, there.y));
        const seen = looked.filter(({ there }) => !hasPaint(cover, there.x, there.y)).length;
        expect(countSeen(looked, sight)).toBe(seen);
      },
    ),
  );
});

test('nothing hides the piece that is drawn last', () => {
  const sight = seenAt(doc, 'v', [{ jointId: 'j', angle: 40 }], 1, art, null);
  expect(sight.isSeen(cover.x + cover.width / 2, cover.y + cover.height / 2)).toBe(true);
});
