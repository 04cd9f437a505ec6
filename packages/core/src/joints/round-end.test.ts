import { applyDiff } from '../document/diff.js';
import { paintArea } from '../raster/bitmap.js';
import { anyPaint } from '../raster/sample.js';
import { draw, type Shape } from '../testing/drawing.js';
import { cutPart, jointedLimb, rawCharacter, withRounding } from '../testing/jointed.js';
import { drawLimb } from '../testing/limbs.js';
import { composePiece } from '../document/compose-piece.js';
import { compareAtRest } from '../cut/rest-match.js';
import { createPlacedMask } from '../raster/mask.js';
import { changeJoint, placeJoint } from './joint-edits.js';
import { offSegment } from './limb-axis.js';
import { proveJoint } from './prove-joint.js';

const SLEEVE = [206, 90, 70] as const;

test('beside its disc the piece in front keeps a seam of two pixels, and the rest is the design', () => {
  const { doc, art } = jointedLimb(drawLimb({ width: 48, angle: 0, line: 0 }));
  const narrow = applyDiff(doc, changeJoint(doc, 'j', { radius: 10 }));
  const rounded = withRounding(narrow, art);
  const [joint] = narrow.joints;
  const lower = composePiece(rounded.pieces.get('lower') ?? { face: null, overlap: null, under: null });
  const face = rounded.pieces.get('lower')?.face;
  if (!lower || !face) throw new Error('no lower piece');
  // The cut runs straight across; the seam lies just beyond it, 18 px from the pivot. The piece lies above it.
  for (const x of [joint.x - 18, joint.x + 18]) {
    let border = Math.floor(joint.y) - 8;
    while (anyPaint([face], x, border)) border++;
    expect([0, 1, 3].map((below) => anyPaint([lower], x, border + below))).toEqual([true, true, false]);
  }
  expect(compareAtRest(narrow, 'v', rounded)).toMatchObject({ differing: 0 });
});

test('the outline of the piece in front comes to a point beyond the cut, within the disc, and the rest is the design', () => {
  const { doc, art } = jointedLimb(drawLimb({ width: 60, angle: 0, line: 6 }));
  const [joint] = doc.joints;
  const lower = composePiece(art.pieces.get('lower') ?? { face: null, overlap: null, under: null });
  const face = art.pieces.get('lower')?.face;
  if (!lower || !face) throw new Error('no lower piece');
  for (const side of [-1, 1]) {
    // The piece lies above the cut; pixels between the disc less its line and the limb's contour.
    let border = Math.floor(joint.y) - 8;
    while (anyPaint([face], joint.x + side * 28, border)) border++;
    const thickness = (below: number) =>
      Array.from({ length: 7 }, (_, k) => joint.x + side * (24.5 + k)).filter((x) =>
        anyPaint([lower], x, border + below),
      ).length;
    const along = Array.from({ length: 18 }, (_, below) => thickness(below));
    expect(along[0]).toBeGreaterThanOrEqual(4);
    for (let below = 1; below < along.length; below++) expect(along[below]).toBeLessThanOrEqual(along[below - 1]);
    expect([along[6] < along[0], along[17]]).toEqual([true, 0]);
  }
  expect(compareAtRest(doc, 'v', art)).toMatchObject({ differing: 0 });
  // Where the piece in front carries the outline itself, or none, nothing is added.
  const none = applyDiff(doc, changeJoint(doc, 'j', { outlineOn: 'none' }));
  const plain = composePiece(withRounding(none, art).pieces.get('lower') ?? { face: null, overlap: null, under: null });
  if (!plain) throw new Error('no lower piece');
  expect(paintArea(plain)).toBeLessThan(paintArea(lower));
});

/** An arm drawn with its elbow bent by some degrees, cut along the line that halves the bend. */
function bentArm(degrees: number) {
  const half = 22;
  const elbow = { x: 130.5, y: 130.5 };
  const rad = (degrees * Math.PI) / 180;
  const tube =
    (x: number, y: number): Shape =>
    (px, py) =>
      half - Math.hypot(...offSegment(px - elbow.x, py - elbow.y, { x, y }));
  const [upper, lower] = [tube(0, -100), tube(100 * Math.sin(rad), 100 * Math.cos(rad))];
  const design = draw(260, 260, [{ shape: (x, y) => Math.max(upper(x, y), lower(x, y)), colour: SLEEVE }]);
  // Below the line that halves the bend lies the lower arm.
  const isLower = (x: number, y: number) => (x - elbow.x) * Math.sin(rad / 2) + (y - elbow.y) * Math.cos(rad / 2) > 0;
  const side = (lowerSide: boolean) => {
    const mask = createPlacedMask({ x: 0, y: 0, width: 260, height: 260 });
    for (let i = 0; i < mask.data.length; i++) {
      const [x, y] = [(i % 260) + 0.5, Math.floor(i / 260) + 0.5];
      if (design.data[i * 4 + 3] > 0 && isLower(x, y) === lowerSide) mask.data[i] = 255;
    }
    return mask;
  };
  const cut = cutPart(cutPart(rawCharacter(design), 'upper', side(false)), 'lower', side(true));
  const disc = { ...elbow, radius: half, lineWidth: 0, lineColour: SLEEVE, fillColour: SLEEVE, confidence: 1, axis: 0 };
  const fit = { ...disc, kind: 'hinge' as const, discOn: 'both' as const, contacts: [elbow, elbow] as const };
  const placed = applyDiff(cut.doc, placeJoint(cut.doc, 'j', 'lower', 'upper', { ...fit, contacts: [elbow, elbow] }));
  const doc = applyDiff(placed, changeJoint(placed, 'j', { rounded: true, rangeLow: -10, rangeHigh: 130 }));
  return { doc, art: withRounding(doc, cut.art), elbow, half };
}

test.each([30, 60, 90])('an arm drawn bent by %i degrees can be opened and closed without a notch', (degrees) => {
  const { doc, art, elbow, half } = bentArm(degrees);
  expect(compareAtRest(doc, 'v', art)).toMatchObject({ differing: 0 });
  const [joint] = doc.joints;
  expect(proveJoint(doc, joint, art)?.cleanRange).toEqual([joint.rangeLow, joint.rangeHigh]);
  // Beside the elbow the upper arm goes straight down to its disc, also where the crook is the lower arm's.
  const upper = composePiece(art.pieces.get('upper') ?? { face: null, overlap: null, under: null });
  if (!upper) throw new Error('no upper arm');
  for (let up = 1; up < half; up++)
    for (const across of [-half + 2, 0, half - 2]) expect(anyPaint([upper], elbow.x + across, elbow.y - up)).toBe(true);
});
