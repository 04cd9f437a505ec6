import fc from 'fast-check';
import { zlibSync } from 'fflate';
import { codeOf } from '../testing/code-of';
import { unpackChannel, unpackMerged, type ChannelShape } from './psd-channels.js';

const [RAW, RUNS, ZIP, ZIP_OF_STEPS] = [0, 1, 2, 3];
/** Packs rows as the format says: lengths of all rows, then each row, of literal bytes in heads of at most 128. */
function packRows(plane: Uint8Array, width: number): Uint8Array {
  const rows: number[][] = [];
  for (let from = 0; from < plane.length; from += width) {
    const row: number[] = [];
    for (let x = 0; x < width;) {
      let run = 1;
      while (run < 128 && x + run < width && plane[from + x + run] === plane[from + x]) run++;
      if (run > 2) row.push(257 - run, plane[from + x]);
      else row.push(run - 1, ...plane.subarray(from + x, from + x + run));
      x += run;
    }
    rows.push(row);
  }
  return Uint8Array.from([...rows.flatMap(({ length }) => [length >> 8, length & 255]), ...rows.flat()]);
}

/** Differences to the byte before, row by row. */
function steps(plane: Uint8Array, width: number): Uint8Array {
  return plane.map((value, i) => (i % width === 0 ? value : value - plane[i - 1]));
}

const channel = fc
  .record({ width: fc.integer({ min: 1, max: 12 }), height: fc.integer({ min: 1, max: 8 }) })
  .chain(({ width, height }) =>
    fc.record({
      shape: fc.constant<ChannelShape>({ width, height, depth: 8, colour: true }),
      // Few values, so that there are runs.
      plane: fc
        .array(fc.constantFrom(0, 7, 128, 255), { minLength: width * height, maxLength: width * height })
        .map((bytes) => Uint8Array.from(bytes)),
      from: fc.integer({ min: 0, max: height }),
    }),
  );

test('however a channel is packed, it is unpacked the same, and so are some of its rows', () => {
  fc.assert(
    fc.property(channel, ({ shape, plane, from }) => {
      const packed: [Uint8Array, number][] = [
        [plane, RAW],
        [packRows(plane, shape.width), RUNS],
        [zlibSync(plane), ZIP],
        [zlibSync(steps(plane, shape.width)), ZIP_OF_STEPS],
      ];
      for (const [data, compression] of packed) {
        expect(unpackChannel(data, compression, shape)).toEqual(plane);
        expect(unpackChannel(data, compression, shape, { from, to: shape.height })).toEqual(
          plane.subarray(from * shape.width),
        );
      }
    }),
  );
});

test('channels that lie one after the other behind one compression come apart', () => {
  fc.assert(
    fc.property(channel, ({ shape, plane }) => {
      const { width, height } = shape;
      const merged = { width, height, depth: 8, channels: 2, colours: 1 };
      const both = Uint8Array.from([...plane, ...plane.map((value) => 255 - value)]);
      const wanted = [plane, plane.map((value) => 255 - value)];
      expect(unpackMerged(Uint8Array.from([0, RAW, ...both]), merged)).toEqual(wanted);
      expect(unpackMerged(Uint8Array.from([0, RUNS, ...packRows(both, width)]), merged)).toEqual(wanted);
    }),
  );
});

test('16 bits, floating point and single bits become a byte each', () => {
  const shape = { width: 3, height: 1, depth: 16, colour: true };
  expect([...unpackChannel(Uint8Array.from([0, 0, 0x80, 0x80, 0xff, 0xff]), RAW, shape)]).toEqual([0, 128, 255]);
  const deltas = zlibSync(Uint8Array.from([0x01, 0x01, 0x7f, 0x7f, 0x7f, 0x7f]));
  expect([...unpackChannel(deltas, ZIP_OF_STEPS, shape)]).toEqual([1, 128, 255]);
  const floats = new DataView(new ArrayBuffer(12));
  [-1, 0.5, 2].forEach((value, i) => floats.setFloat32(4 * i, value));
  const bytes = new Uint8Array(floats.buffer);
  // Half of linear light is 188 of sRGB (IEC 61966-2-1), and half a coverage is half.
  expect([...unpackChannel(bytes, RAW, { ...shape, depth: 32 })]).toEqual([0, 188, 255]);
  expect([...unpackChannel(bytes, RAW, { ...shape, depth: 32, colour: false })]).toEqual([0, 128, 255]);
  const bits = { width: 10, height: 1, depth: 1, colour: true };
  expect([...unpackChannel(Uint8Array.from([0b10000001, 0b01000000]), RAW, bits)]).toEqual([
    ...[0, 255, 255, 255, 255, 255, 255, 0],
    ...[255, 0],
  ]);
});

test('a channel that ends too early, or is packed in no known way, is refused; runs that go past their row are cut there', () => {
  const shape = { width: 4, height: 2, depth: 8, colour: true };
  const plane = Uint8Array.from([1, 1, 1, 1, 2, 3, 4, 5]);
  const packed: [Uint8Array, number][] = [
    [plane, RAW],
    [packRows(plane, 4), RUNS],
    [zlibSync(plane), ZIP],
  ];
  for (const [data, compression] of packed)
    for (let length = 0; length < data.length; length++)
      expect([null, 'damaged-file']).toContain(
        codeOf(() => unpackChannel(data.subarray(0, length), compression, shape)),
      );
  expect(codeOf(() => unpackChannel(plane.subarray(1), RAW, shape))).toBe('damaged-file');
  expect(codeOf(() => unpackChannel(plane, 4, shape))).toBe('damaged-file');
  expect(codeOf(() => unpackMerged(Uint8Array.from([0]), { ...shape, channels: 1, colours: 1 }))).toBe('damaged-file');
  const tooLong = Uint8Array.from([0, 2, 0, 2, 129, 9, 129, 8]);
  expect([...unpackChannel(tooLong, RUNS, shape)]).toEqual([9, 9, 9, 9, 8, 8, 8, 8]);
});
