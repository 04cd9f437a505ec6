import { applyDiff } from '../document/diff.js';
import type { CharacterDoc } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import type { PlacedBitmap } from '../raster/bitmap.js';
import { maskArea } from '../raster/mask.js';
import { box, circle, draw, inside, maskedPaint, type Shape } from '../testing/drawing.js';
import { cutPart, rawCharacter } from '../testing/jointed.js';
import { bareUnder } from './bare-under.js';
import { addDrawings, changeDrawing, startSet } from './swap-edits.js';

const SIZE = 200;
const body = circle(100, 100, 80);
const SKIN = [220, 180, 150] as const;
const DARK = [90, 30, 40] as const;

/** A round face with a mouth of a shape on it, drawn in one picture, both cut; the mouth has a set. */
function face(mouth: Shape): { doc: CharacterDoc; art: ViewArt } {
  const design = draw(SIZE, SIZE, [
    { shape: body, colour: SKIN },
    { shape: mouth, colour: DARK },
  ]);
  const whole = cutPart(rawCharacter(design), 'upper', inside(SIZE, SIZE, body));
  const cut = cutPart(whole, 'lower', inside(SIZE, SIZE, mouth));
  return {
    doc: applyDiff(cut.doc, startSet(cut.doc, 'lower', { setId: 's', drawingId: 'rest' }, 'mouth')),
    art: cut.art,
  };
}
/** The face with another drawing of its mouth, or a blank one. */
function withDrawing(start: { doc: CharacterDoc; art: ViewArt }, picture: PlacedBitmap | null) {
  const ref = picture && { blob: 'other', x: 0, y: 0, width: SIZE, height: SIZE, area: 1 };
  const drawing = {
    drawingId: 'other',
    drawingViewId: 'v other',
    shape: 'open',
    mood: 'neutral',
    marks: [],
    picture: ref,
  };
  const doc = applyDiff(start.doc, addDrawings(start.doc, 's', 'v', [drawing]));
  const drawings = new Map(picture ? [['v other', picture]] : []);
  return { doc, art: { ...start.art, drawings } };
}
const bare = ({ doc, art }: { doc: CharacterDoc; art: ViewArt }) => bareUnder(doc, 'v', art, doc.swapSets[0]);
const pixels = (shape: Shape) => maskArea(inside(SIZE, SIZE, shape));
const small = draw(SIZE, SIZE, [{ shape: circle(100, 120, 10), colour: DARK }]);

test('where the default drawing covered and a smaller one does not, every pixel is bare, round the middle of it', () => {
  const [found, ...more] = bare(withDrawing(face(circle(100, 120, 20)), small));
  expect(more).toEqual([]);
  expect(found.drawingId).toBe('other');
  // Give or take the soft rims of both.
  expect(Math.abs(found.area - (pixels(circle(100, 120, 20)) - pixels(circle(100, 120, 10))))).toBeLessThan(70);
  expect(Math.hypot(found.place.x - 100, found.place.y - 120)).toBeLessThan(1);
});

test('a blank drawing leaves all of it bare; one as large as the default leaves none', () => {
  const [blank] = bare(withDrawing(face(circle(100, 120, 20)), null));
  expect(Math.abs(blank.area - pixels(circle(100, 120, 20)))).toBeLessThan(70);
  const large = draw(SIZE, SIZE, [{ shape: circle(100, 120, 24), colour: DARK }]);
  expect(bare(withDrawing(face(circle(100, 120, 20)), large))).toEqual([]);
});

test('paint beneath covers it, as far as it goes', () => {
  const start = withDrawing(face(circle(100, 120, 20)), small);
  const skin = draw(SIZE, SIZE, [{ shape: body, colour: SKIN }]);
  const under = (shape: Shape) => {
    const pieces = new Map(start.art.pieces);
    const upper = pieces.get('upper');
    if (!upper) throw new Error('no face');
    pieces.set('upper', { ...upper, under: maskedPaint(skin, inside(SIZE, SIZE, shape)) });
    return bare({ ...start, art: { ...start.art, pieces } });
  };
  expect(under(circle(100, 120, 24))).toEqual([]);
  // The left half alone.
  const [half] = under(box(60, 80, 100, 160));
  const [all] = bare(start);
  expect(half.area / all.area).toBeGreaterThan(0.4);
  expect(half.area / all.area).toBeLessThan(0.6);
  expect(half.place.x).toBeGreaterThan(105);
});

test('where the background reaches in from outside, the outline is another one and nothing is bare', () => {
  // A muzzle that stands out of the face on one side.
  expect(bare(withDrawing(face(circle(180, 100, 20)), null))).toEqual([]);
});

test('what a drawing hides covers nothing any more', () => {
  const tooth = box(92, 110, 108, 122);
  const start = cutPart(face(circle(100, 120, 20)), 'tooth', inside(SIZE, SIZE, tooth), {
    ...{ group: 'tooth', side: null, part: null, index: null },
  });
  const drawn = withDrawing(start, draw(SIZE, SIZE, [{ shape: circle(100, 132, 6), colour: DARK }]));
  const hiding = applyDiff(drawn.doc, changeDrawing(drawn.doc, 'other', { hides: ['part-tooth'] }));
  const [[shown], [hidden]] = [bare(drawn), bare({ ...drawn, doc: hiding })];
  expect(hidden.area - shown.area).toBe(pixels(tooth));
});
