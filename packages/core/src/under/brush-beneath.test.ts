import fc from 'fast-check';
import { ownersAtRest } from '../cut/owners.js';
import { TROUPE, onTheBench } from '../testing/troupe/index.js';
import { brushBeneath, piecesAtStroke } from './brush-beneath.js';

test('what lies elsewhere makes no difference to a stroke', () => {
  const member = TROUPE[0]();
  const { doc, art } = onTheBench(member);
  // In the midst of some piece, so that most strokes meet what hides the one at the back.
  const point = fc
    .record({
      piece: fc.constantFrom(...doc.pieces),
      across: fc.double({ min: 0, max: 1, noNaN: true }),
      down: fc.double({ min: 0, max: 1, noNaN: true }),
      radius: fc.double({ min: 1, max: 30, noNaN: true }),
    })
    .map(({ piece: { face }, across, down, radius }) => ({
      ...{ x: face.x + across * face.width, y: face.y + down * face.height, radius },
    }));
  const index = fc.integer({ min: 0, max: 2 });
  let painted = 0;
  fc.assert(
    fc.property(fc.array(point, { minLength: 1, maxLength: 4 }), index, (points, at) => {
      const stroke = { stroke: points.flatMap(({ x, y, radius }) => [x, y, radius]), colour: [9, 80, 200] as const };
      const gesture = { ...stroke, softness: 0.3, erase: false };
      const near = piecesAtStroke(doc, 'v', gesture);
      const some = { ...art, pieces: new Map([...art.pieces].filter(([id]) => near.has(id))) };
      const whole = brushBeneath(null, gesture, at, () => ownersAtRest(doc, 'v', art), art.design);
      const part = brushBeneath(null, gesture, at, (rect) => ownersAtRest(doc, 'v', some, rect), art.design);
      expect(part).toEqual(whole);
      if (whole.ok && whole.beneath) painted++;
    }),
    { numRuns: 60 },
  );
  expect(painted).toBeGreaterThan(5);
});
