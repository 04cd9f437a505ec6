import fc from 'fast-check';
import { maskOf } from './mask.js';
import { nearestWords } from './nearest-word.js';

const SIDE = 12;

test('every pixel gets the word of one that is marked and as near as any', () => {
  const marks = fc.array(fc.boolean(), { minLength: SIDE * SIDE, maxLength: SIDE * SIDE });
  fc.assert(
    fc.property(marks, (marked) => {
      // Each word tells where it lies.
      const words = Uint32Array.from(marked, (_, i) => i + 1);
      const mask = maskOf(
        { width: SIDE, height: SIDE },
        Uint8Array.from(marked, (is) => (is ? 255 : 0)),
      );
      const found = nearestWords(words, mask);
      const far = (i: number, j: number) =>
        Math.hypot((i % SIDE) - (j % SIDE), Math.floor(i / SIDE) - Math.floor(j / SIDE));
      const all = marked.flatMap((is, i) => (is ? [i] : []));
      const wrong = [...found].filter((word, i) => {
        if (all.length === 0) return word !== 0;
        return !marked[word - 1] || far(i, word - 1) > Math.min(...all.map((j) => far(i, j))) + 1e-9;
      });
      expect(wrong).toEqual([]);
    }),
    { numRuns: 40 },
  );
});
