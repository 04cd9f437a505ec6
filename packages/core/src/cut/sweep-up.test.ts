import fc from 'fast-check';
import { createPlaced, wordsOf, type PlacedBitmap } from '../raster/bitmap.js';
import { createPlacedMask } from '../raster/mask.js';
import { cutPart, rawCharacter } from '../testing/jointed.js';
import { drawOrder } from '../document/family.js';
import { cutByOrder, type CutOutcome } from './cut-order.js';
import { findOffcuts } from './offcuts.js';
import { mapOwners } from './owners.js';

/** A painted square of which two parts have all but some crumbs: pixels picked by `isCrumb`. */
function crumbed(side: number, isCrumb: (x: number, y: number) => boolean) {
  const design = createPlaced({ x: 0, y: 0, width: side, height: side });
  wordsOf(design).fill(0xff3c78c8);
  const half = (right: boolean) => {
    const mask = createPlacedMask(design);
    for (let i = 0; i < mask.data.length; i++) {
      const [x, y] = [i % side, Math.floor(i / side)];
      if (x >= side / 2 === right && !isCrumb(x, y)) mask.data[i] = 255;
    }
    return mask;
  };
  return cutPart(cutPart(rawCharacter(design), 'left', half(false)), 'right', half(true));
}

const facesOf = ({ doc, art }: ReturnType<typeof crumbed>, done?: CutOutcome) =>
  drawOrder(doc, 'v').map(
    ({ id }): PlacedBitmap | null =>
      done?.sheets.find((one) => one.pieceId === id)?.change.face ?? art.pieces.get(id)?.face ?? null,
  );

const swept = (state: ReturnType<typeof crumbed>, place: { x: number; y: number } | null = null) => {
  const done = cutByOrder(state.doc, 'v', state.art, { op: 'sweep-up', place });
  if (!done.ok) throw new Error(done.sentence);
  return done;
};

test('more than a thousand crumbs are swept up in one go, each to the piece it lies in', () => {
  const state = crumbed(160, (x, y) => x % 4 === 1 && y % 4 === 1);
  const before = findOffcuts(state.art.design, mapOwners(facesOf(state), state.art.design));
  expect(before.offcuts).toHaveLength(1600);
  const done = swept(state);
  expect(done).toMatchObject({ swept: 1600, left: 0 });
  const after = facesOf(state, done);
  expect(findOffcuts(state.art.design, mapOwners(after, state.art.design)).untakenArea).toBe(0);
  // Nobody has got a pixel of the other half.
  const [left, right] = after;
  expect([left?.x, left?.width, right?.x, right?.width]).toEqual([0, 80, 80, 80]);
});

test('one crumb alone is swept up where it is pointed at, and no other', () => {
  const state = crumbed(40, (x, y) => x % 10 === 3 && y % 10 === 3);
  const done = swept(state, { x: 13.5, y: 23.5 });
  expect(done).toMatchObject({ swept: 1, left: 0 });
  expect(findOffcuts(state.art.design, mapOwners(facesOf(state, done), state.art.design)).offcuts).toHaveLength(15);
  const again = cutByOrder(state.doc, 'v', state.art, { op: 'sweep-up', place: { x: 1, y: 1 } });
  expect(again).toMatchObject({ ok: false, code: 'nothing-there' });
});

test('whatever is crumbed, sweeping up leaves nothing that touches a piece, and takes from nobody', () => {
  fc.assert(
    fc.property(fc.uint8Array({ minLength: 400, maxLength: 400 }), (values) => {
      const state = crumbed(20, (x, y) => values[y * 20 + x] < 90 && x > 0 && x < 19);
      const untaken = findOffcuts(state.art.design, mapOwners(facesOf(state), state.art.design)).untakenArea;
      fc.pre(untaken > 0);
      const done = swept(state);
      const area = (faces: (PlacedBitmap | null)[]) =>
        faces.reduce((sum, face) => sum + (face ? wordsOf(face).filter((word) => word !== 0).length : 0), 0);
      expect(area(facesOf(state, done))).toBe(area(facesOf(state)) + untaken);
    }),
    { numRuns: 60 },
  );
});
