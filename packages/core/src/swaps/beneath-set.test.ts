import { applyDiff } from '../document/diff.js';
import type { CharacterDoc } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import { createPlaced, cropPlaced, wordsOf } from '../raster/bitmap.js';
import { compareBitmaps } from '../raster/compare.js';
import { box, circle, draw, inside, type Shape } from '../testing/drawing.js';
import { cutPart, rawCharacter } from '../testing/jointed.js';
import { beneathSet } from './beneath-set.js';
import { lidsAlone, withBlends } from './lids-over.js';
import { startSet } from './swap-edits.js';

const SIZE = 160;
const SKIN = [220, 180, 150] as const;
const DARK = [90, 30, 40] as const;
const head = circle(80, 80, 60);

/** A head with a mouth that hangs from it and has a set. */
function mouthed(mouth: Shape): { doc: CharacterDoc; art: ViewArt } {
  const design = draw(SIZE, SIZE, [
    { shape: head, colour: SKIN },
    { shape: mouth, colour: DARK },
  ]);
  const whole = cutPart(rawCharacter(design), 'head', inside(SIZE, SIZE, head));
  const { doc, art } = cutPart(whole, 'mouth', inside(SIZE, SIZE, mouth));
  const parts = doc.parts.map((part) => (part.id === 'part-mouth' ? { ...part, parentId: 'part-head' } : part));
  const hung = { ...doc, parts };
  return { doc: applyDiff(hung, startSet(hung, 'mouth', { setId: 's', drawingId: 'rest' }, 'mouth')), art };
}
const beneath = ({ doc, art }: { doc: CharacterDoc; art: ViewArt }) => beneathSet(doc, 'v', art, doc.swapSets[0]);

test('skin is painted beneath a mouth, everywhere that the mouth hides, in the skin’s own colour', () => {
  const mouth = box(60, 90, 100, 110);
  const made = beneath(mouthed(mouth));
  expect(made?.pieceId).toBe('head');
  const paint = made?.paint ?? createPlaced({ x: 0, y: 0, width: 1, height: 1 });
  const whole = cropPlaced(paint, { x: 62, y: 92, width: 36, height: 16 });
  const skin = wordsOf(draw(1, 1, [{ shape: box(-2, -2, 3, 3), colour: SKIN }]))[0];
  expect(wordsOf(whole).every((word) => word === skin)).toBe(true);
});

test('where the head is painted beneath already, and where nothing hangs behind, there is nothing to do', () => {
  const start = mouthed(box(60, 90, 100, 110));
  const pieces = new Map(start.art.pieces);
  const own = pieces.get('head');
  if (!own) throw new Error('no head');
  pieces.set('head', { ...own, under: draw(SIZE, SIZE, [{ shape: box(50, 80, 110, 120), colour: SKIN }]) });
  expect(beneath({ ...start, art: { ...start.art, pieces } })).toBeNull();
  const alone = { ...start.doc, parts: start.doc.parts.map((part) => ({ ...part, parentId: null })) };
  expect(beneath({ ...start, doc: alone })).toBeNull();
});

const eyes = draw(SIZE, SIZE, [{ shape: circle(80, 80, 20), colour: [250, 250, 250] }]);

test('of lids that were drawn on eyes, only what they add is kept; drawn as the eyes are, nothing is', () => {
  expect(lidsAlone(eyes, eyes)).toBeNull();
  const lids = draw(SIZE, SIZE, [
    { shape: circle(80, 80, 20), colour: [250, 250, 250] },
    { shape: box(70, 62, 90, 70), colour: SKIN },
  ]);
  const alone = lidsAlone(lids, eyes);
  expect([alone?.x, alone?.y, alone?.width, alone?.height]).toEqual([70, 62, 20, 8]);
});

test('a face’s own paint is taken two px above and below the eyes, and not beside them', () => {
  const design = draw(SIZE, SIZE, [
    { shape: head, colour: SKIN },
    { shape: circle(80, 80, 20), colour: [250, 250, 250] },
  ]);
  const more = withBlends(cropPlaced(eyes, { x: 55, y: 55, width: 50, height: 50 }), design);
  const has = (x: number, y: number) => wordsOf(cropPlaced(more, { x, y, width: 1, height: 1 }))[0] !== 0;
  expect([has(80, 58), has(80, 101), has(80, 56), has(58, 80), has(101, 80)]).toEqual([
    true,
    true,
    false,
    false,
    false,
  ]);
  // Within the eyes it is the design.
  const middle = { x: 70, y: 70, width: 20, height: 20 };
  expect(compareBitmaps(cropPlaced(more, middle), cropPlaced(design, middle)).differing).toBe(0);
});
