import { cropPlaced, wordsOf } from '../raster/bitmap.js';
import { composite } from '../raster/composite.js';
import { compareBitmaps } from '../raster/compare.js';
import { sweepJoint } from './sweep-joint.js';
import { jointedLimb, withRounding } from '../testing/jointed.js';
import { drawLimb, INK, type LimbSpec } from '../testing/limbs.js';
import { applyDiff } from '../document/diff.js';
import { drawSteps } from '../document/family.js';
import { changeJoint } from './joint-edits.js';
import { compareAtRest } from '../cut/rest-match.js';
import { pieceImages, type ViewArt } from '../document/view-art.js';
import { assembleJoint } from './assemble-joint.js';
import type { CharacterDoc } from '../document/rows.js';

/** A limb whose line lies under all, so much thicker than it was drawn. */
function underAll(spec: LimbSpec, lineMore = 0): { doc: CharacterDoc; art: ViewArt } {
  const limb = jointedLimb(drawLimb(spec));
  const doc = applyDiff(limb.doc, changeJoint(limb.doc, 'j', { outlineOn: 'under', lineMore }));
  return { doc, art: withRounding(doc, limb.art) };
}

describe.each<LimbSpec>([
  { width: 60, angle: 0, line: 8 },
  { width: 52, angle: 35, line: 12 },
  { width: 70, angle: 118, line: 5 },
])('a limb of $width px at $angle° with a line of $line px under all', (spec) => {
  const { doc, art } = underAll(spec);

  test('is the design at rest; both lines lie beneath both fills', () => {
    expect(compareAtRest(doc, 'v', art).differing).toBe(0);
    expect(drawSteps(doc, 'v').map(({ piece, sheet }) => `${piece.id} ${sheet}`)).toEqual([
      'upper line',
      'lower line',
      'upper piece',
      'lower piece',
    ]);
  });

  test('leaves no line in the fills, and all of it beneath them', () => {
    const darkIn = (sheet: 'line' | 'piece') =>
      pieceImages(doc, 'v', art)
        .filter((made) => made.sheet === sheet)
        .flatMap(({ image }) => [...wordsOf(image)])
        .filter((word) => word >>> 24 > 127 && (word & 255) < INK[0] + 12 && ((word >>> 8) & 255) < INK[1] + 12).length;
    expect(darkIn('piece')).toBeLessThan(0.02 * darkIn('line'));
  });

  test('is clean through ±120°, with no line across it at any angle', () => {
    const assembly = assembleJoint(doc, doc.joints[0], art);
    if (!assembly) throw new Error('no limb');
    const sweep = sweepJoint(assembly, [-120, 120], { step: 20 });
    expect(sweep.cleanRange).toEqual([-120, 120]);
    expect(Math.max(...sweep.bends.map((b) => b.strayLine))).toBeLessThanOrEqual(4);
  });
});

test('made thicker, the line grows by that much on its outside alone, and the rest says so', () => {
  const spec = { width: 60, angle: 0, line: 6 };
  const plain = underAll(spec);
  const thick = underAll(spec, 5);
  const shown = ({ doc, art }: { doc: CharacterDoc; art: ViewArt }) => {
    const { width, height } = art.design;
    return composite(
      width,
      height,
      pieceImages(doc, 'v', art).map(({ image }) => image),
    );
  };
  // Across the upper arm, away from its ends: only the outer 5 px on either side are new.
  const [before, after] = [shown(plain), shown(thick)];
  const { x, y } = plain.doc.joints[0];
  const column = { x: Math.round(x) - 60, y: Math.round(y) - 60, width: 1, height: 120 };
  const row = { x: Math.round(x) - 60, y: Math.round(y) - 60, width: 120, height: 1 };
  const changed = [column, row].map(
    (rect) => compareBitmaps(cropPlaced(before, rect), cropPlaced(after, rect)).differing,
  );
  expect(Math.max(...changed.filter((n) => n < 30))).toBeGreaterThanOrEqual(10);
  expect(Math.max(...changed.filter((n) => n < 30))).toBeLessThanOrEqual(12);
  expect(compareAtRest(thick.doc, 'v', thick.art).differing).toBeGreaterThan(0);
  // Going back to the drawn width gives the design back.
  const back = applyDiff(thick.doc, changeJoint(thick.doc, 'j', { lineMore: 0 }));
  expect(compareAtRest(back, 'v', withRounding(back, thick.art)).differing).toBe(0);
});

test('art without an outline has none to lie under, and no line gets thinner than nothing', () => {
  const { doc } = jointedLimb(drawLimb({ width: 40, angle: 0, line: 0 }));
  expect(() => changeJoint(doc, 'j', { outlineOn: 'under' })).toThrow(/no outline/);
  const lined = underAll({ width: 60, angle: 0, line: 6 });
  expect(() => changeJoint(lined.doc, 'j', { lineMore: -9 })).toThrow(/thinner/);
});
