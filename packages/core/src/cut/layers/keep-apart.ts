import { copyPlaced, createPlaced, cropPlaced, trimToPaint, wordsOf, type PlacedBitmap } from '../../raster/bitmap.js';
import { overWord } from '../../raster/composite.js';
import { alikeWords } from '../../raster/words.js';

/** Shade and line of a piece as sheets of their own, and the piece without them. */
export interface KeptApart {
  /** Drawn first: the piece's image where it cannot be taken apart, its fill elsewhere. */
  base: PlacedBitmap;
  shade: PlacedBitmap | null;
  line: PlacedBitmap | null;
}

/**
 * Takes a piece's finished image apart into the sheets that its layers came as. Where fill, shade and line do not give
 * the image back to 1/255 (rounded ends, settled edges), all of it stays in the base, so that base, shade and line drawn
 * over one another are the image.
 */
export function keepApart(
  image: PlacedBitmap,
  sheets: { fill: PlacedBitmap; shade: PlacedBitmap | null; line: PlacedBitmap | null },
): KeptApart {
  const base = copyPlaced(image);
  const shade = createPlaced(image);
  const line = createPlaced(image);
  const words = wordsOf(base);
  const within = (sheet: PlacedBitmap | null) => (sheet ? wordsOf(cropPlaced(sheet, image)) : null);
  const [fills, shades, lines] = [sheets.fill, sheets.shade, sheets.line].map(within);
  const shadeWords = wordsOf(shade);
  const lineWords = wordsOf(line);
  for (let i = 0; i < words.length; i++) {
    const [f, s, l] = [fills?.[i] ?? 0, shades?.[i] ?? 0, lines?.[i] ?? 0];
    if ((s >>> 24 === 0 && l >>> 24 === 0) || !alikeWords(overWord(l, overWord(s, f)), words[i])) continue;
    words[i] = f;
    shadeWords[i] = s;
    lineWords[i] = l;
  }
  return { base, shade: trimToPaint(shade), line: trimToPaint(line) };
}
