import { applyDiff } from '../document/diff.js';
import { drawOrder, parentPiece } from '../document/family.js';
import { pieceById } from '../document/find.js';
import { createPlaced, paintArea, type PlacedBitmap } from '../raster/bitmap.js';
import { compareAtRest } from '../cut/rest-match.js';
import { drawLimb } from '../testing/limbs.js';
import { jointedLimb } from '../testing/jointed.js';
import { moveInOrder } from '../stack/stack-edits.js';
import { shownImages } from './drawn-instead.js';
import { drawingById, inView } from './find-swaps.js';
import { heldBy, holdThing } from './hold-thing.js';
import { addDrawings, startSet } from './swap-edits.js';

const limb = jointedLimb(drawLimb({ width: 36, angle: 24, line: 4 }));
const hand = limb.doc.pieces[1];

const square = (x: number, side: number): PlacedBitmap => {
  const bitmap = createPlaced({ x, y: 20, width: side, height: side });
  bitmap.data.fill(255);
  return bitmap;
};
const refOf = (bitmap: PlacedBitmap, name: string) => {
  const { x, y, width, height } = bitmap;
  return { blob: name.repeat(64), x, y, width, height, area: paintArea(bitmap) };
};
const [grip, letter, fingers] = [square(30, 12), square(36, 5), square(34, 3)];
const clear = createPlaced({ x: 36, y: 20, width: 1, height: 1 });

/** A hand with a grip and its fingers over it, and a fist, that holds a letter in its grip. */
function heldLetter() {
  let doc = applyDiff(limb.doc, startSet(limb.doc, hand.id, { setId: 'hand', drawingId: 'rest' }, 'hand'));
  const drawn = (shape: string, picture: PlacedBitmap | null, over?: PlacedBitmap) => ({
    ...{ drawingId: shape, drawingViewId: `${shape} v`, shape, mood: 'neutral', marks: [] },
    picture: picture && refOf(picture, 'a'),
    ...(over && { over: refOf(over, 'b') }),
  });
  doc = applyDiff(doc, addDrawings(doc, 'hand', 'v', [drawn('grip', grip, fingers), drawn('fist', grip)]));
  let ids = 0;
  const thing = { name: 'A Letter', picture: refOf(letter, 'c'), face: refOf(clear, 'd') };
  const own = { pieceId: 'letter', partId: 'letter part', setId: 'letters', next: () => `fresh ${++ids}` };
  return applyDiff(doc, holdThing(doc, 'grip', 'v', thing, own));
}

test('a held thing lies between the hand and its fingers while it is held, moves with the hand, and is nothing at rest', () => {
  const doc = heldLetter();
  const pieces = new Map(limb.art.pieces);
  pieces.set('letter', { face: clear, overlap: null, under: null });
  const rows = doc.drawingViews.filter(({ picture }) => picture);
  const pictureOf = (blob: string) => (blob.startsWith('c') ? letter : grip);
  const art = {
    ...limb.art,
    pieces,
    drawings: new Map(rows.map(({ id, picture }) => [id, pictureOf(picture?.blob ?? '')])),
    overs: new Map([['grip v', fingers]]),
  };
  const at = (drawingIds: string[]) => shownImages(doc, 'v', art, drawingIds).map(({ image }) => image);
  const held = at(['grip']);
  expect(held.slice(held.indexOf(grip))).toEqual([grip, letter, fingers]);
  expect(at(['fist'])).not.toContain(letter);
  expect(at([])).not.toContain(letter);
  expect(shownImages(doc, 'v', art, ['grip']).find(({ image }) => image === fingers)?.of).toBe(hand.id);
  expect(parentPiece(doc, pieceById(doc, 'letter'))?.id).toBe(hand.id);
  expect(compareAtRest(doc, 'v', art).differing).toBe(0);
  // Where the hand goes in the draw order, the letter goes, in front of it still.
  const orderAfter = (behind: string | null) =>
    drawOrder(applyDiff(doc, moveInOrder(doc, [hand.id], behind)), 'v').map(({ id }) => id);
  const other = limb.doc.pieces[0].id;
  expect([orderAfter(null), orderAfter(other)]).toEqual([
    [hand.id, 'letter', other],
    [other, hand.id, 'letter'],
  ]);
  // It says of each drawing whether it holds the thing.
  const heldIn = (id: string) => heldBy(doc, 'v', drawingById(doc, id)).map((set) => set.id);
  expect([heldIn('grip'), heldIn('fist')]).toEqual([['letters'], []]);
  const blank = doc.drawings.find(({ setId, shape }) => setId === 'letters' && shape === 'fist');
  expect(blank && inView(doc, blank.id, 'v')?.picture).toBeNull();
});
