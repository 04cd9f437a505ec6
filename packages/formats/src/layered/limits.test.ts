import { crc32, deflateSync } from 'node:zlib';
import { LimberError } from '@limber-sheaf/core';
import fc from 'fast-check';
import { strToU8, zipSync } from 'fflate';
import { PNG_END, inspectPng } from '../png/inspect-png';
import { decodePng, encodePng, reachesPastPalette } from '../png/png';
import { readZip } from '../zip/zip';
import { layerName } from './layer-name';
import { LAYER_LIMITS, PixelBudget } from './layered-file';

/** The error that work ends with; null where it ends well. */
function errorOf(work: () => unknown): LimberError | null {
  try {
    work();
    return null;
  } catch (error) {
    if (error instanceof LimberError) return error;
    throw error;
  }
}

describe('the budget of a file’s pixels', () => {
  test('counts the canvas and every layer, whatever their order, and says no before there is too much', () => {
    fc.assert(
      fc.property(fc.array(fc.nat({ max: 6000 }), { maxLength: 40 }), (sides) => {
        const canvas = 1000 * 1000;
        const total = canvas + sides.reduce((sum, side) => sum + side * side, 0);
        const budget = new PixelBudget({ width: 1000, height: 1000 });
        const error = errorOf(() => sides.forEach((side) => budget.take({ width: side, height: side })));
        expect(error?.code ?? null).toBe(total > LAYER_LIMITS.pixels ? 'too-large' : null);
      }),
    );
  });

  test('refuses a canvas by its area or its side, with its size in the sentence', () => {
    expect(errorOf(() => new PixelBudget({ width: 5280, height: 5280 }))).toBeNull();
    expect(errorOf(() => new PixelBudget({ width: 7000, height: 7000 }))?.message).toContain('7000 × 7000 px');
    expect(errorOf(() => new PixelBudget({ width: 20_000, height: 10 }))?.code).toBe('too-large');
  });
});

describe('names of layers', () => {
  test.each([
    ['Hair &#38; cap', 'Hair & cap', 0],
    ['caf&#xe9;', 'café', 0],
    ['a &lt; b &amp; c', 'a < b & c', 0],
    ['&amp;#38;', '&#38;', 0],
    ['&#0;hidden&#x202e;', 'hidden', 1],
    ['  arm\n A ', 'arm A', 1],
    ['\ud800', 'layer', 1],
    ['&#xd800;arm', 'arm', 0],
  ])('%j is called %j', (raw, name, noted) => {
    const notes: string[] = [];
    expect(layerName(raw, notes)).toBe(name);
    expect(notes).toHaveLength(noted);
  });

  test('whatever a file calls a layer, its name can be kept', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary' }), (raw) => {
        const name = layerName(raw, []);
        expect(name).not.toBe('');
        expect(name).not.toMatch(/\p{Surrogate}/u);
        // eslint-disable-next-line no-control-regex -- none may be left
        expect(name).not.toMatch(/[\u0000-\u001f]/);
        expect(name.trim()).toBe(name);
      }),
    );
  });
});

describe('archives', () => {
  /** The same archive with the flag of an encrypted entry, in its list at the end as in the entry's own header. */
  function locked(archive: Uint8Array): Uint8Array {
    const bytes = archive.slice();
    const view = new DataView(bytes.buffer);
    for (let at = 0; at + 4 <= bytes.length; at++) {
      if (view.getUint32(at, true) === 0x04034b50) bytes[at + 6] |= 1;
      if (view.getUint32(at, true) === 0x02014b50) bytes[at + 8] |= 1;
    }
    return bytes;
  }

  test('one with an encrypted entry is refused for that reason', () => {
    const archive = zipSync({ mimetype: strToU8('image/openraster'), 'stack.xml': strToU8('<image/>') });
    expect(readZip(archive)).toHaveLength(2);
    expect(errorOf(() => readZip(locked(archive)))?.message).toMatch(/encrypted|password/);
  });
});

describe('PNG', () => {
  const picture = { width: 5, height: 4, data: Uint8Array.from({ length: 80 }, (_, i) => (i * 37) & 255) };

  test('one that lacks only its end chunk is told apart, and whole again with it', () => {
    const whole = encodePng(picture);
    const cut = whole.slice(0, -PNG_END.length);
    expect(inspectPng(whole).endless).toBe(false);
    expect(inspectPng(cut).endless).toBe(true);
    expect(decodePng(Uint8Array.from([...cut, ...PNG_END])).data).toEqual(picture.data);
    expect(errorOf(() => inspectPng(whole.slice(0, -PNG_END.length - 3)))?.code).toBe('damaged-file');
  });

  /** A PNG of one byte of indices and a palette of one colour. */
  function indexed(depth: number, byte: number): Uint8Array {
    const chunk = (type: string, body: Uint8Array) => {
      const tail = Buffer.concat([Buffer.from(type), body]);
      const [length, sum] = [Buffer.alloc(4), Buffer.alloc(4)];
      length.writeUInt32BE(body.length);
      sum.writeUInt32BE(crc32(tail));
      return Buffer.concat([length, tail, sum]);
    };
    const header = Uint8Array.of(0, 0, 0, 8 / depth, 0, 0, 0, 1, depth, 3, 0, 0, 0);
    return Buffer.concat([
      Buffer.from([0x89, 0x50, 0x4e, 0x47, 13, 10, 26, 10]),
      chunk('IHDR', header),
      chunk('PLTE', Uint8Array.of(1, 2, 3)),
      chunk('IDAT', deflateSync(Uint8Array.of(0, byte))),
      PNG_END,
    ]);
  }

  test.each([1, 2, 4, 8])('a colour past the palette is found, at %i bits', (depth) => {
    expect(inspectPng(indexed(depth, 0)).colour).toBe('palette');
    expect(reachesPastPalette(indexed(depth, 0))).toBe(false);
    expect(reachesPastPalette(indexed(depth, 1))).toBe(true);
    expect(reachesPastPalette(indexed(depth, 1 << (8 - depth)))).toBe(true);
  });
});
