import type { Rgb } from './colour.js';

/** The colour of a pixel word (see `wordsOf`), its alpha aside. */
export function colourOf(word: number): Rgb {
  return [word & 255, (word >>> 8) & 255, (word >>> 16) & 255];
}

/** The opaque word of a colour; channels are rounded to 8 bits. */
export function opaqueWord(colour: Rgb): number {
  return (Math.round(colour[0]) | (Math.round(colour[1]) << 8) | (Math.round(colour[2]) << 16) | 0xff000000) >>> 0;
}

/** A word with another alpha, 0 to 255. */
export function withAlpha(word: number, alpha: number): number {
  return ((word & 0xffffff) | (alpha << 24)) >>> 0;
}

/** The opaque word some share of the way from one colour to another, 0 to 1; alpha aside. */
export function mixWords(from: number, to: number, share: number): number {
  const channel = (shift: number) =>
    Math.round(((from >>> shift) & 255) * (1 - share) + ((to >>> shift) & 255) * share) << shift;
  return (channel(0) | channel(8) | channel(16) | 0xff000000) >>> 0;
}

/** Do two words differ by at most 1/255 in every channel? */
export function alikeWords(a: number, b: number): boolean {
  for (let shift = 0; shift < 32; shift += 8)
    if (Math.abs(((a >>> shift) & 255) - ((b >>> shift) & 255)) > 1) return false;
  return true;
}
