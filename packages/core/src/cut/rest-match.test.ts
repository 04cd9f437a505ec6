import fc from 'fast-check';
import { pieceImages } from '../document/view-art.js';
import { createPlaced, uniteRects, wordsOf, type PlacedBitmap } from '../raster/bitmap.js';
import { compareBitmaps } from '../raster/compare.js';
import { composite } from '../raster/composite.js';
import { cutPart, rawCharacter } from '../testing/jointed.js';
import { compareAtRest, uncutOf } from './rest-match.js';

const SIDE = 12;
const canvas = { x: 0, y: 0, width: SIDE, height: SIDE };
const PIXELS = SIDE * SIDE;

function painted(words: readonly number[]): PlacedBitmap {
  const bitmap = createPlaced(canvas);
  wordsOf(bitmap).set(words);
  return bitmap;
}

/** A word that is opaque, half clear, or nothing. */
const paint = fc.tuple(fc.nat(0xffffff), fc.constantFrom(0, 96, 255)).map(([rgb, a]) => (rgb | (a << 24)) >>> 0);
const picture = fc.array(paint, { minLength: PIXELS, maxLength: PIXELS });
/** 0 for what is uncut, else the piece that has the pixel. */
const owners = fc.array(fc.nat(2), { minLength: PIXELS, maxLength: PIXELS });

test('what is drawn at rest is compared with the design as if it lay on what is uncut', () => {
  fc.assert(
    fc.property(
      picture,
      owners,
      picture,
      fc.boolean(),
      fc.nat(SIDE - 2),
      fc.nat(SIDE - 2),
      (words, owner, hidden, strays, above, left) => {
        fc.pre([1, 2].every((piece) => words.some((word, i) => word >>> 24 > 0 && owner[i] === piece)));
        const design = painted(words);
        const cut = [1, 2].reduce((state, piece) => {
          const data = Uint8Array.from(owner, (of) => (of === piece ? 255 : 0));
          return cutPart(state, `n${piece}`, { ...canvas, data });
        }, rawCharacter(design));
        const art = { ...cut.art, pieces: new Map(cut.art.pieces) };
        // Hidden paint that may reach past what its piece hides.
        const last = art.pieces.get('n2');
        if (strays && last) art.pieces.set('n2', { ...last, under: painted(hidden) });
        const uncut = uncutOf(art);
        const drawn = pieceImages(cut.doc, 'v', art).map(({ image }) => image);
        const plain = compareBitmaps(composite(SIDE, SIDE, uncut ? [uncut, ...drawn] : drawn), design);
        const { differing, largest, bounds } = compareAtRest(cut.doc, 'v', art);
        expect({ differing, largest, bounds }).toEqual({
          differing: plain.differing,
          largest: plain.largest,
          bounds: plain.bounds,
        });
        // Compared in tiles it comes to the same, each in its own place.
        const tiles = [
          { x: 0, y: 0, width: SIDE, height: above + 1 },
          { x: 0, y: above + 1, width: left + 1, height: SIDE - above - 1 },
          { x: left + 1, y: above + 1, width: SIDE - left - 1, height: SIDE - above - 1 },
        ].map((tile) => compareAtRest(cut.doc, 'v', art, tile));
        expect(tiles.reduce((sum, tile) => sum + tile.differing, 0)).toBe(differing);
        expect(Math.max(...tiles.map((tile) => tile.largest))).toBe(largest);
        const places = tiles.flatMap((tile) => tile.bounds ?? []);
        expect(places.length > 0 ? places.reduce(uniteRects) : null).toEqual(bounds);
      },
    ),
    { numRuns: 150 },
  );
});
