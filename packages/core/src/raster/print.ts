import { intersectRects, wordsOf, type PlacedBitmap, type Rect } from './bitmap.js';

/**
 * A short print of the paint within a rectangle, 16 hex digits: the same paint at the same places has the same print, however
 * much room the picture has round it, and no paint that of no picture. For telling pictures of one's own apart, 64 bits: two
 * 32-bit MurmurHash3 bodies (Appleby, public domain) over each pixel that is not clear and where it lies.
 */
export function printOf(picture: PlacedBitmap | null | undefined, rect: Rect): string {
  let one = 0x9747b28c;
  let other = 0x5bd1e995;
  let count = 0;
  if (picture) {
    const words = wordsOf(picture);
    const { x, y, width, height } = intersectRects(picture, rect);
    for (let row = y; row < y + height; row++) {
      let at = (row - picture.y) * picture.width + x - picture.x;
      let place = (row - rect.y) * rect.width + x - rect.x;
      for (const end = at + width; at < end; at++, place++) {
        const word = words[at];
        if (word >>> 24 === 0) continue;
        one = mixed(mixed(one, word, 0xcc9e2d51, 0x1b873593), place, 0xcc9e2d51, 0x1b873593);
        other = mixed(mixed(other, place, 0x239b961b, 0xab0e9789), word, 0x239b961b, 0xab0e9789);
        count++;
      }
    }
  }
  return [one ^ count, other ^ count].map((part) => (part >>> 0).toString(16).padStart(8, '0')).join('');
}

function mixed(hash: number, word: number, first: number, second: number): number {
  let k = Math.imul(word, first);
  k = (k << 15) | (k >>> 17);
  hash ^= Math.imul(k, second);
  hash = (hash << 13) | (hash >>> 19);
  return (Math.imul(hash, 5) + 0xe6546b64) | 0;
}
