import { composite, type PlacedBitmap } from '@limber-sheaf/core';
import ReadAgain from '@webtoon/psd';
import fc from 'fast-check';
import { XMLParser } from 'fast-xml-parser';
import { packAtlas } from './atlas/pack-atlas';
import { groupInRuns } from './layered/layer-tree';
import { decodePng, encodePng } from './png/png';
import { writePsd } from './psd/write-psd';
import { writeSvg } from './svg/write-svg';

const [width, height] = [60, 40];

/** A picture of one colour, half clear at its left edge. */
function plate(x: number, y: number, wide: number, high: number, colour: readonly number[]): PlacedBitmap {
  const data = new Uint8Array(wide * high * 4);
  for (let i = 0; i < wide * high; i++) data.set([...colour, i % wide === 0 ? 128 : 255], i * 4);
  return { x, y, width: wide, height: high, data };
}

const plates = [
  plate(4, 6, 20, 30, [180, 60, 50]),
  plate(10, 2, 9, 12, [60, 90, 160]),
  plate(30, 20, 25, 16, [70, 120, 60]),
];
const names = ['arm_A_upper', 'arm_A_lower', 'Hat & <scarf>'];
const layers = groupInRuns(
  plates.map((image, at) => ({
    layer: { name: names[at], x: image.x, y: image.y, image, png: encodePng(image), visible: at !== 1 },
    group: at < 2 ? 'arm A' : null,
  })),
);
const merged = composite(width, height, plates);

test('a PSD is read by another reader: groups, names, order, places and pixels', async () => {
  const psd = ReadAgain.parse(writePsd(layers, merged).slice().buffer);
  expect([psd.width, psd.height]).toEqual([width, height]);
  // From the front backwards.
  const [hat, arm] = psd.children;
  expect([hat.name, arm.name, arm.type]).toEqual([names[2], 'arm A', 'Group']);
  const read = [...(arm.children ?? [])].reverse().concat(hat);
  for (const [at, layer] of read.entries()) {
    if (layer.type !== 'Layer') throw new Error('no layer');
    const { x, y, data } = plates[at];
    expect([layer.name, layer.left, layer.top, layer.width, layer.height, layer.isHidden]).toEqual([
      ...[names[at], x, y, plates[at].width, plates[at].height, at === 1],
    ]);
    expect([...(await layer.composite(false, false))]).toEqual([...data]);
  }
});

test('an SVG has a group a layer, under its name, and the picture as it is', () => {
  const parsed = new XMLParser({ ignoreAttributes: false }).parse(
    new TextDecoder().decode(writeSvg(layers, { width, height })),
  ) as { svg: { g: { title: string; '@_id': string; g?: object[]; image: Record<string, string> }[] } };
  const [arm, hat] = parsed.svg.g;
  expect([arm.title, arm.g?.length, hat.title]).toEqual(['arm A', 2, names[2]]);
  expect(arm.g?.[1]).toMatchObject({ '@_id': names[1], '@_display': 'none' });
  const { image } = hat;
  expect([image['@_x'], image['@_y']]).toEqual(['30', '20']);
  const png = Uint8Array.from(atob(image['@_href'].split(',')[1]), (c) => c.charCodeAt(0));
  expect(decodePng(png).data).toEqual(plates[2].data);
});

test('pictures are packed 2 px apart, none on another, the same way every time', () => {
  const size = fc.record({ width: fc.integer({ min: 1, max: 300 }), height: fc.integer({ min: 1, max: 300 }) });
  fc.assert(
    fc.property(fc.array(size, { minLength: 1, maxLength: 40 }), (sizes) => {
      const plan = packAtlas(sizes);
      expect(plan.places.map(({ width: w, height: h }) => ({ width: w, height: h }))).toEqual(sizes);
      for (const [at, a] of plan.places.entries()) {
        expect(a.x >= 0 && a.y >= 0 && a.x + a.width <= plan.width && a.y + a.height <= plan.height).toBe(true);
        for (const b of plan.places.slice(at + 1)) {
          const apart = Math.max(b.x - a.x - a.width, a.x - b.x - b.width, b.y - a.y - a.height, a.y - b.y - b.height);
          expect(apart).toBeGreaterThanOrEqual(2);
        }
      }
      expect(packAtlas(sizes)).toEqual(plan);
    }),
    { numRuns: 60 },
  );
  expect(() => packAtlas([{ width: 20_000, height: 10 }])).toThrow(/do not fit on one sheet/);
  const many = Array.from({ length: 24 }, (_, at) => ({
    width: 200 + ((at * 37) % 90),
    height: 150 + ((at * 53) % 120),
  }));
  const { width: wide, height: high } = packAtlas(many);
  const filled = many.reduce((sum, one) => sum + one.width * one.height, 0) / (wide * high);
  expect(filled).toBeGreaterThan(0.75);
});
