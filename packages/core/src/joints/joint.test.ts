import fc from 'fast-check';
import { crossCut } from '../cut/cross-cut.js';
import { takePixels } from '../cut/take.js';
import { compareBitmaps } from '../raster/compare.js';
import { composite } from '../raster/composite.js';
import { createPlaced, type PlacedBitmap } from '../raster/bitmap.js';
import { drawLimb, FILL, INK, type Limb, type LimbSpec } from '../testing/limbs.js';
import { composePiece, mergeSheets } from '../document/compose-piece.js';
import { createPlacedMask } from '../raster/mask.js';
import { settleDisc } from './settle-disc.js';
import { fitJoint, type JointFit } from './fit-joint.js';
import type { OutlineOn } from '../document/row-types.js';
import { roundJoint } from './round-joint.js';
import type { Assembly } from './bend-rig.js';
import { roughCleanRange, sweepJoint } from './sweep-joint.js';
import { colourDistance } from '../raster/colour.js';

/** A spread of limbs; `npm run bench` measures hundreds more, up to 400 px wide. */
function specs(): LimbSpec[] {
  const all: LimbSpec[] = [];
  const widths = [24, 40, 64, 100];
  const angles = [0, 45, 73, 161];
  widths.forEach((width, w) =>
    angles.forEach((angle, a) => {
      const line = [0, 2, 4, 8, 12][(w + a) % 5];
      const fits = line < width / 5 ? line : 4;
      const kind = (w + a) % 3;
      all.push({
        width,
        angle,
        line: fits,
        ...(kind === 1 ? { bendRadius: width * (2 + (a % 3)) } : {}),
        ...(kind === 2 ? { taper: 15 } : {}),
      });
    }),
  );
  return all;
}

function fitted(limb: Limb): JointFit {
  const fit = fitJoint(limb.silhouette, limb.cut, { design: limb.design });
  if (!fit.ok) throw new Error(fit.sentence);
  return fit;
}

test('fits the inscribed disc within the figures of geometry.md', () => {
  const errors = { centre: [] as number[], radius: [] as number[], line: [] as number[], tapered: [] as number[] };
  for (const spec of specs()) {
    const limb = drawLimb(spec);
    const fit = fitted(limb);
    const centre = Math.hypot(fit.x - limb.centre.x, fit.y - limb.centre.y);
    const radius = Math.abs(fit.radius - limb.radius);
    if (spec.taper) errors.tapered.push(centre, radius);
    else {
      errors.centre.push(centre);
      errors.radius.push(radius);
    }
    if (spec.line >= 2) errors.line.push(Math.abs(fit.lineWidth - spec.line));
    else expect(fit.lineWidth).toBe(0);
  }
  const worst = (list: number[]) => Math.max(...list);
  expect(worst(errors.centre)).toBeLessThan(0.5);
  expect(worst(errors.radius)).toBeLessThan(0.5);
  expect(worst(errors.tapered)).toBeLessThan(1);
  expect(worst(errors.line)).toBeLessThan(0.5);
});

test('measures the colours of line and fill', () => {
  const fit = fitted(drawLimb({ width: 90, angle: 30, line: 8 }));
  expect(colourDistance(fit.lineColour, INK)).toBeLessThan(2);
  expect(colourDistance(fit.fillColour, FILL)).toBeLessThan(2);
});

test('refuses a cut beside the limb, and one with no opposite sides, with a reason', () => {
  const limb = drawLimb({ width: 60, angle: 0, line: 4 });
  expect(fitJoint(limb.silhouette, { x0: 2, y0: 2, x1: 30, y1: 2 })).toMatchObject({ ok: false, code: 'not-on-limb' });
  expect(fitJoint(limb.silhouette, { x0: 5, y0: 5, x1: 5, y1: 5.2 })).toMatchObject({ ok: false, code: 'not-on-limb' });
});

interface Rig {
  assembly: Assembly;
  images: PlacedBitmap[];
  design: PlacedBitmap;
}

/** Cuts a limb at its joint and rounds it, or leaves it as a butt joint. */
function rigFor(spec: LimbSpec, { rounded = true, childInFront = true, outlineOn = 'back' as OutlineOn } = {}): Rig {
  const limb = drawLimb(spec);
  const { cut, design } = limb;
  const sides = crossCut(limb.silhouette, [cut.x0, cut.y0, cut.x1, cut.y1]);
  if (!sides.ok) throw new Error(sides.sentence);
  const faces = [sides.left, sides.right].map((mask) => {
    const taken = takePixels(design, new Map(), 'x', mask, (id) => id);
    if (!taken.ok) throw new Error(taken.sentence);
    return taken.changed.get('x') as PlacedBitmap;
  });
  const [child, parent] = faces;
  const fit = fitted(limb);
  const disc = { ...fit, outlineOn, looseness: 0, lineColour: fit.lineColour, fillColour: fit.fillColour };
  const [front, behind] = childInFront ? [child, parent] : [parent, child];
  const ends = rounded ? roundJoint({ design, front, behind, disc }) : null;
  const image = (face: PlacedBitmap, end: 'front' | 'behind') =>
    composePiece({ face, overlap: ends?.[end].overlap ?? null, under: ends?.[end].under ?? null }) as PlacedBitmap;
  const parentPiece = { face: parent, image: image(parent, childInFront ? 'behind' : 'front') };
  const childPiece = { face: child, image: image(child, childInFront ? 'front' : 'behind') };
  return {
    design,
    images: childInFront ? [parentPiece.image, childPiece.image] : [childPiece.image, parentPiece.image],
    assembly: {
      parent: parentPiece,
      movingBehind: childInFront ? [] : [childPiece],
      movingInFront: childInFront ? [childPiece] : [],
      disc,
    },
  };
}

const limbs: LimbSpec[] = [
  { width: 40, angle: 12, line: 4 },
  { width: 60, angle: 63, line: 6 },
  { width: 56, angle: 140, line: 0 },
];

describe.each(limbs)('a straight limb of $width px at $angle° with a line of $line px', (spec) => {
  test.each([true, false])(
    'is the design at rest and clean through ±120° once rounded (child in front: %s)',
    (childInFront) => {
      const rig = rigFor(spec, { childInFront });
      const atRest = composite(rig.design.width, rig.design.height, rig.images);
      expect(compareBitmaps(atRest, rig.design).differing).toBe(0);
      const sweep = sweepJoint(rig.assembly, [-120, 120], { step: 20 });
      expect(sweep.cleanRange).toEqual([-120, 120]);
    },
  );

  test('is measured at right angles and turned right round like at any other angle', () => {
    const { bends } = sweepJoint(rigFor(spec).assembly, [-180, 180], { step: 45 });
    expect(bends.map((b) => b.angle)).toEqual([-180, -135, -90, -45, 0, 45, 90, 135, 180]);
    for (const bend of bends) expect(bend.daylight).toBe(0);
  });

  test('is not clean past ±5° as a butt joint', () => {
    const sweep = sweepJoint(rigFor(spec, { rounded: false }).assembly, [-15, 15], { step: 1 });
    const [low, high] = sweep.cleanRange ?? [0, 0];
    expect(low).toBeGreaterThanOrEqual(-5);
    expect(high).toBeLessThanOrEqual(5);
  });

  test.each([true, false])(
    'has the same range when it is looked at from rest to the first fault (rounded: %s)',
    (rounded) => {
      const { assembly } = rigFor(spec, { rounded });
      for (const [range, step] of [
        [[-40, 60], 10],
        [[-7, 3], 1],
        [[5, 40], 10],
      ] as const)
        expect(roughCleanRange(assembly, range, step)).toEqual(sweepJoint(assembly, range, { step }).cleanRange);
    },
  );
});

test('hidden paint that sticks out of a turned limb is a kink, and none where the artist has put it beneath', () => {
  const { assembly } = rigFor({ width: 60, angle: 0, line: 0 });
  const [child] = assembly.movingInFront;
  const { disc, parent } = assembly;
  // A flap along the upper arm, 30 px beside the pivot at rest, which turns out into the open.
  const flap = createPlaced({ x: Math.round(disc.x) - 34, y: Math.round(disc.y) - 12, width: 68, height: 24 });
  for (let i = 3; i < flap.data.length; i += 4) flap.data[i] = 255;
  const image = mergeSheets([flap, child.image]) as PlacedBitmap;
  const kinksWith = (beneath: PlacedBitmap | null) => {
    const piece = { ...child, image, beneath };
    return sweepJoint({ ...assembly, parent, movingInFront: [piece] }, [-90, 90], { step: 30 });
  };
  const stray = kinksWith(null);
  expect(Math.max(...stray.bends.map(({ kink }) => kink))).toBeGreaterThan(disc.radius / 2);
  expect(stray.cleanRange).not.toEqual([-90, 90]);
  expect(kinksWith(flap).cleanRange).toEqual([-90, 90]);
});

test.each<OutlineOn>(['back', 'front', 'both', 'none'])('rest stays the design with the outline on %s', (outlineOn) => {
  const rig = rigFor({ width: 80, angle: 25, line: 6 }, { outlineOn });
  const atRest = composite(rig.design.width, rig.design.height, rig.images);
  expect(compareBitmaps(atRest, rig.design)).toMatchObject({ differing: 0 });
});

test('a stub as long as it is wide gets its disc across, and within it, however rough its edges are painted', () => {
  // 120 wide, cut off above and below by other pieces after 62 px; the sides waver as a dry brush's do.
  const mask = createPlacedMask({ x: 0, y: 0, width: 240, height: 200 });
  for (let y = 38; y < 162; y++) {
    const waver = Math.round(2 * Math.sin(y * 0.9) + Math.cos(y * 2.3));
    for (let x = 60 + waver; x < 180 - waver; x++) mask.data[y * mask.width + x] = 255;
  }
  mask.data[100 * mask.width + 190] = 255;
  const fit = fitJoint(mask, { x0: 40, y0: 100, x1: 200, y1: 100 });
  if (!fit.ok) throw new Error(fit.sentence);
  expect(Math.abs(fit.axis - 90)).toBeLessThan(12);
  expect(Math.hypot(fit.x - 120, fit.y - 100)).toBeLessThan(8);
  expect(fit.radius).toBeGreaterThan(48);
  expect(fit.radius).toBeLessThan(64);
});

test('a disc settles into the limb wherever the hand is near it', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 170 }),
      fc.double({ min: -0.35, max: 0.35, noNaN: true }),
      fc.double({ min: -0.6, max: 0.6, noNaN: true }),
      (angle, across, along) => {
        const width = 48;
        const limb = drawLimb({ width, angle, line: 4 });
        const rad = (angle * Math.PI) / 180;
        const [ax, ay] = [-Math.sin(rad), Math.cos(rad)];
        const at = {
          x: limb.centre.x + width * (along * ax + across * ay),
          y: limb.centre.y + width * (along * ay - across * ax),
        };
        const settled = settleDisc(limb.silhouette, at, 2.4 * limb.radius);
        expect(settled.ok).toBe(true);
        if (!settled.ok) return;
        expect(Math.abs(settled.radius - limb.radius)).toBeLessThan(0.5);
        const off = (settled.x - limb.centre.x) * ay - (settled.y - limb.centre.y) * ax;
        expect(Math.abs(off)).toBeLessThan(0.5);
      },
    ),
    { numRuns: 15 },
  );
});
