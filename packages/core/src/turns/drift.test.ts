import type { JointRow, ViewRow } from '../document/rows.js';
import type { Rgb } from '../raster/colour.js';
import { COLOUR_LIMIT, NO_DRIFT, driftOf, type PieceHere, type Side } from './drift.js';
import type { PieceMeasure } from './measure-view.js';

const RED: Rgb = [200, 60, 50];
const BLUE: Rgb = [50, 80, 190];

/** A satchel 100 px tall on a figure of 1000, its floor at 1100. */
const satchel: PieceMeasure = {
  bounds: { x: 40, y: 500, width: 80, height: 100 },
  ...{ top: 500, bottom: 600, nearly: false, covered: false, length: null, colours: [RED], area: 6000 },
};
const side = (measure: Partial<PieceMeasure> | null, more: Partial<PieceHere> = {}, tall = 1000): Side => ({
  view: {} as ViewRow,
  marks: [],
  floor: 1100,
  tall,
  pieces: new Map([
    [
      'bag',
      {
        ...{ id: 'piece', inLimb: false, pivot: null, next: null, ...more },
        measure: measure && { ...satchel, ...measure },
      },
    ],
  ]),
});
const drift = (here: Side, there: Side = side({})) => driftOf('bag', here, there);

test('a part that is as it was does not drift, however large the figure is drawn', () => {
  expect(drift(side({}))).toMatchObject({ size: 0, height: 0, colour: { distance: 0, limit: COLOUR_LIMIT } });
  // All of it twice as large, on the same floor.
  const twice = side({ top: 1100 - 2 * 600, bottom: 1100 - 2 * 500, area: 4 * 6000 }, {}, 2000);
  expect(drift(twice)).toMatchObject({ size: 0, height: 0 });
});

test('it is told by how much a part is larger, less what whole pixels may be off, and by how much it lies higher', () => {
  const larger = drift(side({ top: 490, bottom: 610 }));
  // A fifth; both ends of both may be off by three quarters of a pixel in all.
  expect(larger.size).toBeCloseTo(20 - (100 * 0.75) / 120 - (100 * 0.75) / 100, 6);
  expect(larger.height).toBeCloseTo(0, 6);
  expect(drift(side({ top: 470, bottom: 570 }))).toMatchObject({ size: 0, height: expect.closeTo(3, 6) as number });
  // Half a pixel of either end is no drift at all.
  expect(drift(side({ top: 500.5 })).size).toBeCloseTo(0, 6);
});

test('where something in front hides an end, nothing is told by it', () => {
  expect(drift(side({ top: null }))).toMatchObject({ size: null, height: 0 });
  expect(drift(side({ top: null, bottom: null }))).toMatchObject({ size: null, height: null });
  expect(drift(side(null))).toEqual(NO_DRIFT);
  expect(driftOf('none', side({}), side({}))).toEqual(NO_DRIFT);
});

test('a brow that is partly covered tells nothing of its size', () => {
  const brow = { bounds: { x: 40, y: 500, width: 60, height: 20 }, top: 500, bottom: 524 };
  expect(drift(side({ ...brow, covered: true }), side(brow)).size).toBeNull();
  expect(drift(side(brow), side({ ...brow, bottom: 520 })).size).toBeGreaterThan(10);
});

test('a colour is told by the main one, which may be the second largest in the other view; of a sliver none is told', () => {
  expect(drift(side({ colours: [BLUE, RED] })).colour?.distance).toBe(0);
  const other = drift(side({ colours: [BLUE] })).colour;
  expect(other).toMatchObject({ here: BLUE, there: RED });
  expect(other?.distance).toBeGreaterThan(COLOUR_LIMIT);
  expect(drift(side({ colours: [BLUE], area: 700 })).colour).toBeNull();
  // Of less than half one side of the shading may show alone.
  expect(drift(side({ colours: [BLUE], area: 2000 })).colour?.limit).toBeGreaterThan(COLOUR_LIMIT);
});

test('a stretch of a limb is measured from joint to joint, not where it was cut', () => {
  const joint = (y: number, kind: JointRow['kind'] = 'hinge') => ({ x: 80, y, radius: 20, kind }) as JointRow;
  const limb = (length: number, kind: JointRow['kind'] = 'hinge') => ({
    ...{ inLimb: true, pivot: joint(500, kind), next: joint(500 + length) },
  });
  const off = (kind: JointRow['kind'], length: number) => (100 * 20 * (kind === 'hinge' ? 0.06 : 0.33)) / length;
  const longer = drift(side({ top: 300, bottom: 900 }, limb(120)), side({}, limb(100)));
  expect(longer.size).toBeCloseTo(20 - off('hinge', 120) - off('hinge', 100), 6);
  expect(longer.height).toBeNull();
  // A hidden root is placed by less than a hinge is: as much is no drift.
  expect(drift(side({}, limb(104, 'one-sided')), side({}, limb(100))).size).toBeCloseTo(0, 6);
  expect(drift(side({}, { ...limb(100), next: null }), side({}, limb(100))).size).toBeNull();
});
