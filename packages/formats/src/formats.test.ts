import fc from 'fast-check';
import { zipSync } from 'fflate';
import { groupInRuns } from './layered/layer-tree';
import { readOpenRaster, writeOpenRaster, type OraLayer } from './ora/ora';
import { inspectPng } from './png/inspect-png';
import { decodePng, encodePng } from './png/png';
import { packageName } from './rig/rig';
import { rigFaults } from './rig/validate-rig';
import { codeOf } from './testing/code-of';
import { readZip, writeZip } from './zip/zip';

const anyPicture = fc
  .tuple(fc.integer({ min: 1, max: 9 }), fc.integer({ min: 1, max: 9 }))
  .chain(([width, height]) =>
    fc
      .uint8Array({ minLength: width * height * 4, maxLength: width * height * 4 })
      .map((data) => ({ width, height, data: new Uint8Array(data) })),
  );

const PNG = encodePng({ width: 2, height: 1, data: Uint8Array.from([1, 2, 3, 4, 5, 6, 7, 255]) });

test('a PNG written is read back the same, and the same picture gives the same bytes', () => {
  fc.assert(
    fc.property(anyPicture, (picture) => {
      const bytes = encodePng(picture);
      expect(decodePng(bytes)).toEqual(picture);
      expect(encodePng(picture)).toEqual(bytes);
      expect(inspectPng(bytes)).toMatchObject({
        width: picture.width,
        height: picture.height,
        colour: 'rgba',
        depth: 8,
        notes: [],
      });
    }),
  );
});

test('a PNG is read at any offset of a larger buffer', () => {
  const larger = new Uint8Array(PNG.length + 7);
  larger.set(PNG, 5);
  expect(inspectPng(larger.subarray(5, 5 + PNG.length))).toMatchObject({ width: 2, height: 1 });
});

test('any cut or flipped byte of a PNG is told, never passed on', () => {
  const END = 12;
  for (let length = 0; length < PNG.length; length++) {
    const cut = () => inspectPng(PNG.subarray(0, length));
    // A file that lacks only its end mark is whole, and says so.
    if (length === PNG.length - END)
      expect(cut()).toMatchObject({ endless: true, notes: [expect.stringContaining('end mark')] });
    else expect(['not-a-png', 'damaged-file']).toContain(codeOf(cut));
  }
  for (let at = 0; at < PNG.length; at++) {
    const flipped = PNG.slice();
    flipped[at] ^= 0x41;
    expect(['not-a-png', 'damaged-file', 'too-large']).toContain(codeOf(() => inspectPng(flipped)));
  }
});

test('a zip written is read back the same; the same files give the same bytes', () => {
  const file = fc.record({
    path: fc.stringMatching(/^[a-z]{1,8}(\/[a-z]{1,8})?\.(png|txt)$/),
    bytes: fc.uint8Array({ maxLength: 60 }).map((b) => new Uint8Array(b)),
  });
  fc.assert(
    fc.property(fc.uniqueArray(file, { selector: (f) => f.path, maxLength: 6 }), (files) => {
      const bytes = writeZip(files);
      expect(readZip(bytes)).toEqual(files);
      const isText = (path: string) => path.endsWith('.txt');
      expect(readZip(bytes, isText)).toEqual(files.filter(({ path }) => isText(path)));
      expect(writeZip(files)).toEqual(bytes);
    }),
  );
});

test('a zip that leads out of its folder, bombs, or is no zip is refused', () => {
  expect(codeOf(() => readZip(zipSync({ '../out.txt': new Uint8Array(3) })))).toBe('damaged-file');
  expect(codeOf(() => readZip(zipSync({ 'a.txt': [new Uint8Array(30_000_000), { level: 9 }] })))).toBe(null);
  expect(
    codeOf(() =>
      readZip(zipSync(Object.fromEntries(Array.from({ length: 4100 }, (_, i) => [`${i}`, new Uint8Array()])))),
    ),
  ).toBe('too-large');
  expect(codeOf(() => readZip(Uint8Array.from([1, 2, 3])))).toBe('damaged-file');
});

test('limits hold for what is not wanted, too', () => {
  const isText = (path: string) => path.endsWith('.txt');
  const outside = zipSync({ 'a.txt': new Uint8Array(3), '../out.png': new Uint8Array(3) });
  expect(codeOf(() => readZip(outside, isText))).toBe('damaged-file');
});

const layer = (name: string, x = 0, y = 0): OraLayer => ({ name, x, y, png: PNG, visible: true });

test('OpenRaster: layers come back in order, with their names, places and pixels; mimetype is first and stored', () => {
  const name = fc.stringMatching(/^[A-Za-z][A-Za-z0-9_&<>"' -]{0,12}$/);
  const anyLayer = fc.record({
    layer: fc.tuple(name, fc.nat(500), fc.nat(500)).map(([n, x, y]) => layer(n, x, y)),
    group: fc.constantFrom('arm A', 'leg B', null),
  });
  fc.assert(
    fc.property(fc.array(anyLayer, { minLength: 1, maxLength: 7 }), (layers) => {
      const bytes = writeOpenRaster({
        width: 600,
        height: 700,
        layers: groupInRuns(layers),
        merged: PNG,
        thumbnail: PNG,
      });
      expect(new TextDecoder().decode(bytes.subarray(30, 54))).toBe('mimetypeimage/openraster');
      const read = readOpenRaster(bytes);
      expect([read.width, read.height]).toEqual([600, 700]);
      expect(read.layers.map(({ path: _, ...rest }) => rest)).toEqual(layers.map((l) => l.layer));
    }),
  );
  expect(codeOf(() => readOpenRaster(writeZip([{ path: 'mimetype', bytes: new Uint8Array(3) }])))).toBe('damaged-file');
});

test('limbs are grouped in runs, and the order never changes', () => {
  const nodes = groupInRuns([
    { layer: layer('a'), group: 'arm A' },
    { layer: layer('b'), group: 'arm A' },
    { layer: layer('c'), group: null },
    { layer: layer('d'), group: 'arm A' },
  ]);
  expect(nodes.map((n) => ('group' in n ? [n.group, n.layers.length] : n.name))).toEqual([['arm A', 2], 'c', 'd']);
});

test('the manifest’s schema tells what is wrong, and the package is named by code, version and day', () => {
  expect(rigFaults({ format: 'limber-sheaf-rig' }).length).toBeGreaterThan(3);
  expect(packageName('juniper-vane', 3, '2026-05-14T09:12:00Z')).toBe('juniper-vane_v003_2026-05-14');
});
