import { DEFAULT_SCHEME, PLAIN_PIECE, type CharacterDoc, type JointRow, type PieceRow } from '@limber-sheaf/core';
import fc from 'fast-check';
import { apply, placePieces, unapply } from '@limber-sheaf/core';
import { smallerFor } from './usePicture';
import { isSeen, viewportFor, zoomAbout } from './useViewport';

const piece = (id: string): PieceRow => ({
  table: 'piece',
  id,
  version: 1,
  viewId: 'v',
  partId: `part-${id}`,
  depth: 0,
  face: { blob: id, x: 0, y: 0, width: 1, height: 1, area: 1 },
  ...PLAIN_PIECE,
});
const joint = (childId: string, parentId: string, x: number, y: number) =>
  ({ id: `j-${childId}`, viewId: 'v', childId, parentId, x, y }) as unknown as JointRow;

/** upper ← lower ← hand, with an elbow at (0, 100) and a wrist at (0, 200). */
const doc: CharacterDoc = {
  character: {
    table: 'character',
    id: 'c',
    version: 1,
    productionId: 'p',
    name: '',
    code: '',
    scheme: DEFAULT_SCHEME,
    plan: null,
    palette: null,
    deleted: false,
  },
  views: [],
  motions: [],
  parts: ['upper', 'lower', 'hand'].map((name, i, all) => ({
    table: 'part',
    alone: false,
    id: `part-${name}`,
    version: 1,
    characterId: 'c',
    group: 'arm',
    side: 'A',
    part: name,
    index: null,
    parentId: i === 0 ? null : `part-${all[i - 1]}`,
  })),
  pieces: ['hand', 'upper', 'lower'].map(piece),
  handles: [],
  orderChanges: [],
  swapSets: [],
  drawings: [],
  drawingViews: [],
  looks: [],
  cycles: [],
  exceptions: [],
  poses: [],
  joints: [joint('lower', 'upper', 0, 100), joint('hand', 'lower', 0, 200)],
};

test('a bent elbow takes the hand along, and the wrist turns about where it has come to', () => {
  const placed = placePieces(doc, 'v', { 'j-lower': 90, 'j-hand': 90 });
  const at = (id: string, x: number, y: number) => {
    const { x: px, y: py } = apply(placed.get(id) ?? { angle: 0, tx: 0, ty: 0 }, x, y);
    return [Math.round(px), Math.round(py)];
  };
  expect(at('upper', 0, 50)).toEqual([0, 50]);
  expect(at('lower', 0, 200)).toEqual([-100, 100]);
  expect(at('hand', 0, 200)).toEqual([-100, 100]);
  expect(at('hand', 0, 250)).toEqual([-100, 50]);
});

test('unapply takes every point back to where it came from', () => {
  const number = fc.double({ min: -900, max: 900, noNaN: true });
  fc.assert(
    fc.property(number, number, number, number, number, (angle, tx, ty, x, y) => {
      const there = apply({ angle, tx, ty }, x, y);
      const back = unapply({ angle, tx, ty }, there.x, there.y);
      expect(back.x).toBeCloseTo(x, 6);
      expect(back.y).toBeCloseTo(y, 6);
    }),
  );
});

test('zooming keeps the point under the pointer, and stays within bounds', () => {
  const viewport = { scale: 0.5, x: 30, y: -20 };
  const zoomed = zoomAbout(viewport, 1.7, 200, 120);
  expect((200 - zoomed.x) / zoomed.scale).toBeCloseTo((200 - viewport.x) / viewport.scale, 9);
  expect((120 - zoomed.y) / zoomed.scale).toBeCloseTo((120 - viewport.y) / viewport.scale, 9);
  expect(zoomAbout(viewport, 1e9, 0, 0).scale).toBe(24);
});

test('what is looked at comes into view whole', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 5000 }), fc.integer({ min: 1, max: 5000 }), (width, height) => {
      const { scale, x, y } = viewportFor({ x: 100, y: 50, width, height }, { width: 794, height: 616 });
      expect(100 * scale + x).toBeGreaterThanOrEqual(0);
      expect(50 * scale + y).toBeGreaterThanOrEqual(0);
      expect((100 + width) * scale + x).toBeLessThanOrEqual(794.01);
      expect((50 + height) * scale + y).toBeLessThanOrEqual(616.01);
    }),
  );
});

test('pictures are as small as the zoom allows without showing it, and never more', () => {
  expect([2, 1, 0.6, 0.5, 0.3, 0.2, 0.12, 0.02].map(smallerFor)).toEqual([1, 1, 1, 2, 2, 4, 8, 16]);
  fc.assert(
    fc.property(fc.double({ min: 0.02, max: 24, noNaN: true }), (scale) => {
      // A pixel of the picture is never larger than one of the screen, unless it is the design's own.
      const by = smallerFor(scale);
      expect(by === 1 || by * scale <= 1).toBe(true);
    }),
  );
});

test('a piece beside the window is not seen; one that is turned may be anywhere', () => {
  const table = { width: 800, height: 600 };
  const viewport = { scale: 2, x: -1000, y: 0 };
  const at = (x: number) => ({ x, y: 100, width: 100, height: 100 });
  expect(isSeen(at(450), undefined, viewport, table)).toBe(true);
  expect(isSeen(at(300), undefined, viewport, table)).toBe(false);
  expect(isSeen(at(950), { angle: 0, tx: 0, ty: 0 }, viewport, table)).toBe(false);
  expect(isSeen(at(950), { angle: 5, tx: 0, ty: 0 }, viewport, table)).toBe(true);
});
