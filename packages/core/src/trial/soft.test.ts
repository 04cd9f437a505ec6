import { placesAlong } from '../document/soft-line.js';
import fc from 'fast-check';
import { apply } from '../joints/place-pieces.js';
import { createPlaced, trimToPaint, type PlacedBitmap } from '../raster/bitmap.js';
import { bendPicture, bendVertices, measureBend } from './bend-soft.js';
import { proposeSoftLine } from './propose-soft-line.js';
import { bentLine, broughtBack, carriedAlong, nearestOnLine, turnShares, weightsAlong } from './soft-line.js';
import { softMesh } from './soft-mesh.js';

/** A picture with paint where `isIn` says, each pixel another colour, its alpha now and then half. */
function painted(width: number, height: number, isIn: (x: number, y: number) => boolean): PlacedBitmap {
  const picture = createPlaced({ x: 40, y: 60, width, height });
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      if (isIn(x + 0.5, y + 0.5))
        picture.data.set(
          [(x * 7) % 256, (y * 5) % 256, (x + y) % 256, (x * y) % 11 === 0 ? 120 : 255],
          (y * width + x) * 4,
        );
  return picture;
}

/** A limb that hangs, three times as long as wide, with rounded ends, slanted by some degrees. */
function limb(wide: number, long: number, slant: number): { picture: PlacedBitmap; pivot: { x: number; y: number } } {
  const side = Math.ceil(long + 2 * wide) + 4;
  const [dx, dy] = [Math.sin((slant * Math.PI) / 180), Math.cos((slant * Math.PI) / 180)];
  const from = { x: side / 2 - (dx * (long - wide)) / 2, y: side / 2 - (dy * (long - wide)) / 2 };
  const isIn = (x: number, y: number) => {
    const along = Math.min(long - wide, Math.max(0, (x - from.x) * dx + (y - from.y) * dy));
    return Math.hypot(x - from.x - along * dx, y - from.y - along * dy) <= wide / 2;
  };
  return { picture: painted(side, side, isIn), pivot: { x: 40 + from.x, y: 60 + from.y } };
}

/** A tail curled by three quarters of a round. */
const curled = painted(260, 260, (x, y) => {
  const turn = (Math.atan2(y - 130, x - 130) + 2 * Math.PI) % (2 * Math.PI);
  return Math.abs(Math.hypot(x - 130, y - 130) - 95) < 18 && turn < 1.5 * Math.PI;
});
const curledPivot = { x: 40 + 130 + 95, y: 60 + 130 };

describe('a line is proposed', () => {
  it('through the middle of a limb, from its pivot to its tip', () => {
    const { picture, pivot } = limb(40, 160, 30);
    const line = placesAlong(proposeSoftLine(picture, pivot) ?? { points: [] });
    expect(line[0]).toEqual({ x: expect.closeTo(pivot.x, 0), y: expect.closeTo(pivot.y, 0) });
    for (const { x, y } of line.slice(1, -1)) {
      const off = (x - pivot.x) * Math.cos(Math.PI / 6) - (y - pivot.y) * Math.sin(Math.PI / 6);
      expect(Math.abs(off)).toBeLessThan(4);
    }
    const tip = line.at(-1) ?? pivot;
    const long = Math.hypot(tip.x - pivot.x, tip.y - pivot.y);
    expect(long).toBeGreaterThan(130);
  });

  it('round a curled tail, and not across its middle', () => {
    const line = placesAlong(proposeSoftLine(curled, curledPivot) ?? { points: [] });
    for (const { x, y } of line.slice(1, -1)) expect(Math.abs(Math.hypot(x - 170, y - 190) - 95)).toBeLessThan(12);
  });

  it('of nothing that is too short to bend', () => {
    expect(
      proposeSoftLine(
        painted(8, 8, () => true),
        { x: 44, y: 64 },
      ),
    ).toBeNull();
    expect(proposeSoftLine(createPlaced({ x: 0, y: 0, width: 9, height: 9 }), { x: 4, y: 4 })).toBeNull();
  });
});

describe('a soft piece', () => {
  const limbs = fc.record({
    wide: fc.integer({ min: 12, max: 60 }),
    slant: fc.integer({ min: 0, max: 359 }),
    angle: fc.integer({ min: -90, max: 90 }),
  });

  it('turns no triangle over within 90 degrees, and keeps its area, three times as long as wide', () => {
    let worst = 0;
    fc.assert(
      fc.property(limbs, ({ wide, slant, angle }) => {
        const { picture, pivot } = limb(wide, 3 * wide, slant);
        const soft = proposeSoftLine(picture, pivot);
        if (!soft) throw new Error('no line');
        const { folded, area } = measureBend(softMesh(picture, soft), soft, angle);
        worst = Math.max(worst, Math.abs(area - 1));
        expect(folded).toBe(0);
        expect(Math.abs(area - 1)).toBeLessThan(0.15);
      }),
      { numRuns: 60 },
    );
    if (process.env.FIGURES) console.log('area of soft limbs at most', worst);
  });

  it('lies over itself where it folds with the tip uppermost, or with the tip beneath', () => {
    const strip = painted(16, 220, () => true);
    // Red at the root, blue at the tip.
    for (let i = 0; i < strip.width * strip.height; i++)
      strip.data.set(i < (strip.width * strip.height) / 2 ? [200, 40, 40, 255] : [40, 40, 200, 255], 4 * i);
    const { x, y } = strip;
    const points = [0, 1, 2, 3, 4, 5, 6].flatMap((k) => [x + 8, y + 4 + 35 * k]);
    const soft = { points, stiffness: [0, 0, 0, 0, 0, 0, 0] };
    const [over, beneath] = [soft, { ...soft, tipBeneath: true }].map((one) =>
      bendPicture(strip, softMesh(strip, one), one, 420),
    );
    const counts = { tip: 0, root: 0 };
    for (let i = 0; i < over.data.length; i += 4) {
      if (over.data[i] === beneath.data[i] || over.data[i + 3] < 255 || beneath.data[i + 3] < 255) continue;
      if (over.data[i + 2] > over.data[i]) counts.tip++;
      if (beneath.data[i] > beneath.data[i + 2]) counts.root++;
    }
    expect(counts.tip).toBeGreaterThan(40);
    expect(Math.abs(counts.root - counts.tip)).toBeLessThan(10);
  });

  it('is the same to the pixel at rest, whatever its shape', () => {
    const shapes = fc.tuple(fc.integer({ min: 0, max: 40 }), fc.integer({ min: 3, max: 40 }), fc.integer());
    fc.assert(
      fc.property(shapes, ([hole, wide, seed]) => {
        const noise = (x: number, y: number) => Math.sin(x * 0.31 + seed) * Math.cos(y * 0.27 - seed) > -0.4;
        const picture = painted(
          90,
          140,
          (x, y) => Math.abs(x - 45) < wide + 4 && Math.hypot(x - 45, y - 70) > hole && noise(x, y),
        );
        const soft = { points: [85, 62, 85, 130, 85, 198], stiffness: [0, 0.9, 0] };
        const mesh = softMesh(picture, soft);
        const bent = bendPicture(picture, mesh, soft, 0);
        const [drawn, whole] = [trimToPaint(bent), trimToPaint(picture)];
        expect({ ...drawn, data: null }).toEqual({ ...whole, data: null });
        expect(Buffer.compare(drawn?.data ?? Buffer.of(1), whole?.data ?? Buffer.of(1))).toBe(0);
      }),
      { numRuns: 25 },
    );
  });

  it('bends a curled tail open without tearing it towards what it lies beside', () => {
    const soft = proposeSoftLine(curled, curledPivot);
    if (!soft) throw new Error('no line');
    for (const angle of [-90, 90]) {
      const { folded, area } = measureBend(softMesh(curled, soft), soft, angle);
      expect(folded).toBe(0);
      expect(area).toBeCloseTo(1, 0.7);
    }
  });

  it('keeps its root where it is, and carries its tip by the whole turn', () => {
    const { picture, pivot } = limb(30, 150, 0);
    const soft = proposeSoftLine(picture, pivot);
    if (!soft) throw new Error('no line');
    const bent = bentLine(soft, 80);
    expect(bent.at(-1)?.angle).toBeCloseTo(80, 6);
    expect(bent[0].angle).toBeLessThan(15);
    const tip = placesAlong(soft).at(-1) ?? pivot;
    expect(carriedAlong(soft, 80, tip).angle).toBeCloseTo(80, 0);
    for (const place of [pivot, tip, { x: pivot.x + 9, y: pivot.y + 60 }]) {
      const { angle, tx, ty } = carriedAlong(soft, 80, place);
      const to = apply({ angle, tx, ty }, place.x, place.y);
      const back = broughtBack(soft, 80, to);
      expect(Math.hypot(back.x - place.x, back.y - place.y)).toBeLessThan(1);
    }
    const mesh = softMesh(picture, soft);
    const moved = bendVertices(mesh, soft, 80);
    for (const [i, at] of mesh.along.entries())
      if (at === 0) {
        const turned = Math.hypot(moved[2 * i] - mesh.vertices[2 * i], moved[2 * i + 1] - mesh.vertices[2 * i + 1]);
        expect(turned).toBeLessThan(2 * 30 * Math.sin((bent[0].angle * Math.PI) / 360));
      }
  });

  it('bends where it is soft, and has a coarser mesh where it is stiff', () => {
    const { picture, pivot } = limb(40, 240, 0);
    const soft = proposeSoftLine(picture, pivot);
    if (!soft) throw new Error('no line');
    const stiff = { ...soft, stiffness: soft.stiffness.map((_, i) => (i < 3 ? 1 : 0)) };
    expect(turnShares(stiff).slice(0, 3)).toEqual([0, 0, 0]);
    expect(bentLine(stiff, 60)[2].angle).toBe(0);
    expect(softMesh(picture, stiff).vertices.length).toBeLessThan(softMesh(picture, soft).vertices.length);
    expect(turnShares({ ...soft, stiffness: soft.stiffness.map(() => 1) })).toEqual(
      soft.stiffness.map((_, i) => (i === 0 ? 1 : 0)),
    );
  });
});

describe('weights along a line', () => {
  it('are four at most, above 0, one together, and never go back, however the points lie', () => {
    const lines = fc.array(fc.integer({ min: 1, max: 60 }), { minLength: 2, maxLength: 11 });
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1, noNaN: true }), lines, (share, lengths) => {
        let x = 0;
        const line = [{ x, y: 0 }, ...lengths.map((length) => ({ x: (x += length), y: 0 }))];
        const follows = weightsAlong(line);
        const meanOf = (weights: { joint: number; weight: number }[]) =>
          weights.reduce((sum, { joint, weight }) => sum + joint * weight, 0);
        const weights = follows(share * (line.length - 1));
        expect(weights.length).toBeLessThanOrEqual(4);
        expect(weights.every(({ joint, weight }) => weight > 0 && joint >= 0 && joint < line.length - 1)).toBe(true);
        expect(weights.reduce((sum, { weight }) => sum + weight, 0)).toBeCloseTo(1, 9);
        expect(meanOf(follows(0))).toBeLessThanOrEqual(meanOf(weights) + 0.5);
      }),
    );
  });

  it('fold nothing where two points lie close together', () => {
    const { picture, pivot } = limb(60, 240, 0);
    const soft = {
      points: [0, 8, 16, 60, 120, 170].flatMap((down) => [pivot.x, pivot.y + down]),
      stiffness: [0, 0, 0, 0, 0, 0],
    };
    for (const angle of [-60, 60]) expect(measureBend(softMesh(picture, soft), soft, angle).folded).toBe(0);
  });

  it('belong to the nearest place of the line', () => {
    const line = [
      { x: 0, y: 0 },
      { x: 10, y: 0 },
      { x: 10, y: 10 },
    ];
    expect(nearestOnLine(line, { x: 4, y: 3 })).toEqual({ at: 0.4, distance: 3 });
    expect(nearestOnLine(line, { x: 12, y: 5 })).toEqual({ at: 1.5, distance: 2 });
    expect(nearestOnLine(line, { x: 12, y: 5 }, 0, 1)).toEqual({ at: 1, distance: expect.closeTo(Math.hypot(2, 5)) });
  });
});
