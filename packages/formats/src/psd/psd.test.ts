import { LimberError } from '@limber-sheaf/core';
import { writePsd, type LayerEffectsInfo } from 'ag-psd';
import { zlibSync } from 'fflate';
import { readPsdLayers } from './read-psd';

/** A file of any mode and depth, which the library cannot write: a merged picture and at most one layer, 2 × 1 px. */
interface Given {
  mode: number;
  depth: number;
  /** Each channel's two samples, as bytes of the file. */
  merged: number[][];
  layer?: { id: number; samples: number[] }[];
  compression?: 0 | 2 | 3;
  modeData?: number[];
  seeThrough?: boolean;
}

const u16 = (v: number) => [(v >> 8) & 255, v & 255];
const u32 = (v: number) => [...u16(v >>> 16), ...u16(v & 0xffff)];
const text = (s: string) => [...s].map((c) => c.charCodeAt(0));
const float = (v: number) => [...new Uint8Array(new Float32Array([v]).buffer)].reverse();

function psdOf({ mode, depth, merged, layer, compression = 0, modeData = [], seeThrough }: Given): Uint8Array {
  const channels = (layer ?? []).map(({ id, samples }) => {
    const body = compression === 0 ? samples : [...zlibSync(Uint8Array.from(samples))];
    return { id, bytes: [...u16(compression), ...body] };
  });
  const record = layer
    ? [
        ...[...u32(0), ...u32(0), ...u32(1), ...u32(2), ...u16(channels.length)],
        ...channels.flatMap(({ id, bytes }) => [...u16(id & 0xffff), ...u32(bytes.length)]),
        ...[...text('8BIMnorm'), 255, 0, 0, 0, ...u32(12), ...u32(0), ...u32(0), 3, ...text('arm')],
      ]
    : [];
  const info = layer ? [...u16(seeThrough ? -1 & 0xffff : 1), ...record, ...channels.flatMap((c) => c.bytes)] : [];
  if (info.length % 2) info.push(0);
  const deep = depth > 8 && layer;
  const usual = deep ? u32(0) : [...u32(info.length), ...info];
  const section = [...usual, ...u32(0), ...(deep ? [...text(`8BIMLr${depth}`), ...u32(info.length), ...info] : [])];
  return Uint8Array.from([
    ...[
      ...text('8BPS'),
      0,
      1,
      0,
      0,
      0,
      0,
      0,
      0,
      ...u16(merged.length),
      ...u32(1),
      ...u32(2),
      ...u16(depth),
      ...u16(mode),
    ],
    ...[...u32(modeData.length), ...modeData, ...u32(0)],
    ...[...u32(section.length), ...section],
    ...[0, 0, ...merged.flat()],
  ]);
}

const pixels = (given: Given) => {
  const { nodes, merged, notes } = readPsdLayers(psdOf(given));
  const paint = nodes[0]?.picture;
  return {
    merged: merged && 'bitmap' in merged ? [...merged.bitmap.data] : null,
    layer: paint && 'bitmap' in paint ? [...paint.bitmap.data] : null,
    notes: notes.join(' '),
  };
};

describe('colour modes and depths are converted, with a note', () => {
  test('grey, duotone, bitmap and indexed', () => {
    const grey = pixels({ mode: 1, depth: 8, merged: [[40, 200]] });
    expect(grey.merged).toEqual([40, 40, 40, 255, 200, 200, 200, 255]);
    expect(grey.notes).toMatch(/from grey colour to sRGB/);
    expect(pixels({ mode: 8, depth: 8, merged: [[40, 200]] })).toMatchObject({ merged: grey.merged });
    // One bit a pixel, the first at the top: black, then white.
    const bitmap = pixels({ mode: 0, depth: 1, merged: [[0b10000000]] });
    expect(bitmap.merged).toEqual([0, 0, 0, 255, 255, 255, 255, 255]);
    const palette = Array.from({ length: 768 }, (_, i) =>
      i === 7 ? 200 : i === 256 + 7 ? 100 : i === 512 + 7 ? 50 : 0,
    );
    const indexed = pixels({ mode: 2, depth: 8, merged: [[7, 1]], modeData: palette });
    expect(indexed.merged).toEqual([200, 100, 50, 255, 0, 0, 0, 255]);
  });

  test('CMYK, in the merged picture and in layers', () => {
    // Inks are kept turned round: 255 is none of it.
    const { merged, layer, notes } = pixels({
      mode: 4,
      depth: 8,
      merged: [
        [255, 0],
        [255, 255],
        [255, 255],
        [255, 128],
      ],
      layer: [-1, 0, 1, 2, 3].map((id) => ({ id, samples: id === -1 ? [255, 128] : id === 1 ? [0, 255] : [255, 255] })),
    });
    expect(merged).toEqual([255, 255, 255, 255, 0, 128, 128, 255]);
    expect(layer).toEqual([255, 0, 255, 255, 255, 255, 255, 128]);
    expect(notes).toMatch(/CMYK to sRGB/);
  });

  test('Lab: grey of half lightness is the middle grey of sRGB', () => {
    const { merged } = pixels({
      mode: 9,
      depth: 8,
      merged: [
        [128, 255],
        [128, 128],
        [128, 128],
      ],
    });
    expect(Math.abs((merged?.[0] ?? 0) - 119)).toBeLessThanOrEqual(2);
    expect(merged?.slice(4)).toEqual([255, 255, 255, 255]);
  });

  test('16 bits, raw, deflated and deflated as differences, in layers kept in their own block', () => {
    const plain = [u16(0x8080), u16(0x4040)].flat();
    const steps = [...u16(0x8080), ...u16((0x4040 - 0x8080) & 0xffff)];
    for (const compression of [0, 2, 3] as const) {
      const samples = compression === 3 ? steps : plain;
      const { layer, notes } = pixels({
        mode: 3,
        depth: 16,
        compression,
        merged: [plain, plain, plain],
        layer: [-1, 0, 1, 2].map((id) => ({ id, samples })),
      });
      expect(layer).toEqual([128, 128, 128, 128, 64, 64, 64, 64]);
      expect(notes).toMatch(/16 bits a channel were reduced to 8/);
    }
  });

  test('32 bits are linear light; a see-through merged picture loses the white it was blended with', () => {
    const light = [...float(0.2158605), ...float(1)];
    const alpha = [...float(0.5), ...float(1)];
    const { layer } = pixels({
      mode: 3,
      depth: 32,
      merged: [light, light, light],
      layer: [{ id: -1, samples: alpha }, ...[0, 1, 2].map((id) => ({ id, samples: light }))],
    });
    expect(layer).toEqual([128, 128, 128, 128, 255, 255, 255, 255]);
    const given = { mode: 3, depth: 16, layer: [{ id: 0, samples: [0, 0, 0, 0] }] };
    const half = [...u16(0x8000), ...u16(0xffff)];
    const { merged } = pixels({ ...given, seeThrough: true, merged: [half, half, half, half] });
    expect(merged?.slice(0, 4)).toEqual([2, 2, 2, 128]);
    // An alpha channel of an opaque picture is a saved selection, and not how far it covers.
    expect(pixels({ ...given, merged: [half, half, half, half] }).merged?.slice(0, 4)).toEqual([128, 128, 128, 255]);
  });

  test('what cannot be read is refused in words, and a channel cannot unpack to more than its room', () => {
    const codeOf = (given: Given) => {
      try {
        readPsdLayers(psdOf(given));
      } catch (error) {
        return error instanceof LimberError ? error.code : error;
      }
      return null;
    };
    expect(codeOf({ mode: 7, depth: 8, merged: [[1, 2]] })).toBe('unreadable-file');
    expect(codeOf({ mode: 4, depth: 32, merged: [[1, 2]] })).toBe('unreadable-file');
    expect(codeOf({ mode: 4, depth: 8, merged: [[1, 2]] })).toBe('damaged-file');
    expect(codeOf({ mode: 1, depth: 8, merged: [[1]] })).toBe('damaged-file');
    const bomb = Array.from({ length: 100_000 }, () => 0);
    const { layer } = pixels({
      mode: 1,
      depth: 8,
      merged: [[1, 2]],
      layer: [{ id: 0, samples: bomb }],
      compression: 2,
    });
    expect(layer).toEqual([0, 0, 0, 255, 0, 0, 0, 255]);
  });
});

test('effects are read with their figures; what is not drawn is named', () => {
  const square = { width: 4, height: 4, data: new Uint8ClampedArray(64).fill(255) };
  const effects: LayerEffectsInfo = {
    stroke: [
      {
        enabled: true,
        size: { units: 'Pixels', value: 3 },
        position: 'outside',
        fillType: 'color',
        color: { r: 9, g: 8, b: 7 },
      },
    ],
    dropShadow: [
      {
        enabled: true,
        blendMode: 'multiply',
        opacity: 0.5,
        angle: 90,
        useGlobalLight: false,
        distance: { units: 'Pixels', value: 6 },
        size: { units: 'Pixels', value: 4 },
        choke: { units: 'Pixels', value: 0 },
        color: { r: 0, g: 0, b: 0 },
      },
    ],
    solidFill: [{ enabled: false, color: { r: 1, g: 1, b: 1 }, opacity: 1, blendMode: 'normal' }],
    satin: { enabled: true, size: { units: 'Pixels', value: 3 }, distance: { units: 'Pixels', value: 3 } },
  };
  const file = writePsd({ width: 8, height: 8, children: [{ name: 'torso', imageData: square, effects }] });
  const [torso] = readPsdLayers(new Uint8Array(file)).nodes;
  expect(torso.effects.map((e) => [e.word, e.kind, e.blend])).toEqual([
    ['drop shadow', 'shadow', 'multiply'],
    ['stroke', 'stroke', 'normal'],
  ]);
  const [shadow, stroke] = torso.effects;
  // Light from above: the shadow falls down.
  expect(shadow).toMatchObject({ opacity: expect.closeTo(0.5, 2), dx: expect.closeTo(0), dy: expect.closeTo(6) });
  expect(stroke).toMatchObject({ width: 3, where: 'outside', colour: [9, 8, 7] });
  expect(torso.undrawn).toEqual(['satin']);
});
