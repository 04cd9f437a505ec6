import fc from 'fast-check';
import { conversionNotes, takeWhiteOut, toRgba } from './psd-colour.js';

const byte = fc.integer({ min: 0, max: 255 });
const of = (...values: number[]) => Uint8Array.from(values);

test('colours of every mode come to what they are in sRGB', () => {
  const plain = { palette: null };
  expect([...toRgba([of(10), of(20), of(30)], of(40), { mode: 'RGB', ...plain })]).toEqual([10, 20, 30, 40]);
  expect([...toRgba([of(90)], null, { mode: 'grey', ...plain })]).toEqual([90, 90, 90, 255]);
  expect([...toRgba([of(90)], null, { mode: 'duotone', ...plain })]).toEqual([90, 90, 90, 255]);
  // No ink at all is paper, all black ink is black, and cyan alone takes the red.
  const cmyk = (c: number, m: number, y: number, k: number) => [
    ...toRgba([of(c), of(m), of(y), of(k)], null, { mode: 'CMYK', ...plain }),
  ];
  expect(cmyk(255, 255, 255, 255)).toEqual([255, 255, 255, 255]);
  expect(cmyk(255, 255, 255, 0)).toEqual([0, 0, 0, 255]);
  expect(cmyk(0, 255, 255, 255)).toEqual([0, 255, 255, 255]);
  // CIE: L 0 to 100, a and b about 128.
  const lab = (l: number, a: number, b: number) => [...toRgba([of(l), of(a), of(b)], null, { mode: 'Lab', ...plain })];
  expect(lab(255, 128, 128)).toEqual([255, 255, 255, 255]);
  expect(lab(0, 128, 128)).toEqual([0, 0, 0, 255]);
  const [red, green] = lab(136, 208, 195);
  expect(red - green).toBeGreaterThan(200);
  const palette = new Uint8Array(768);
  palette.set([1, 2], 0);
  palette.set([3, 4], 256);
  palette.set([5, 6], 512);
  expect([...toRgba([of(1, 0)], null, { mode: 'indexed', palette })]).toEqual([2, 4, 6, 255, 1, 3, 5, 255]);
});

test('a layer that was blended with a white ground is what it was before, as near as 8 bits tell', () => {
  fc.assert(
    fc.property(fc.tuple(byte, byte, byte), fc.integer({ min: 60, max: 255 }), (colour, alpha) => {
      const share = alpha / 255;
      const onWhite = colour.map((value) => Math.round(value * share + 255 * (1 - share)));
      const rgba = of(...onWhite, alpha);
      takeWhiteOut(rgba);
      // Half a step of what is blended is half a step over the share of what is not.
      colour.forEach((value, c) => expect(Math.abs(rgba[c] - value)).toBeLessThanOrEqual(0.5 / share + 0.5));
      expect(rgba[3]).toBe(alpha);
    }),
  );
  const bare = of(9, 8, 7, 0);
  takeWhiteOut(bare);
  expect([...bare]).toEqual([9, 8, 7, 0]);
});

test('what is converted is said, and of plain RGB nothing', () => {
  expect(conversionNotes({ mode: 'RGB', depth: 8 })).toEqual([]);
  for (const mode of ['CMYK', 'duotone', 'Lab', 'grey', 'indexed', 'bitmap'] as const)
    expect(conversionNotes({ mode, depth: 8 })).toHaveLength(1);
  expect(conversionNotes({ mode: 'Lab', depth: 16 })).toEqual([
    'The colours were converted from Lab to sRGB.',
    '16 bits a channel were reduced to 8.',
  ]);
});
