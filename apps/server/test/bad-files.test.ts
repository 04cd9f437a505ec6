import { deflateSync } from 'node:zlib';
import { compareBitmaps, type CharacterDoc, makeSmaller } from '@limber-sheaf/core';
import { decodePng } from '@limber-sheaf/formats';
import sharp from 'sharp';
import { call, design, end, limbPng, startOwnServer, type Running } from './server-under-test';

let server: Running;
let production: string;

beforeAll(async () => {
  server = await startOwnServer();
  production = (await call<{ id: string }>(server, 'POST', '/productions', { name: 'Bad weather' })).body.id;
});
afterAll(() => end(server));

const bring = (bytes: Uint8Array, name = 'Mast') =>
  call<{ code: string; sentence: string; notes: string[]; doc: CharacterDoc }>(
    server,
    'POST',
    `/productions/${production}/characters`,
    design(name, bytes),
  );

const CRC = (bytes: Uint8Array) => {
  let crc = ~0;
  for (const byte of bytes) {
    crc ^= byte;
    for (let k = 0; k < 8; k++) crc = crc & 1 ? (crc >>> 1) ^ 0xedb88320 : crc >>> 1;
  }
  return ~crc >>> 0;
};

function chunk(type: string, data: Uint8Array): Uint8Array {
  const out = Buffer.alloc(12 + data.length);
  out.writeUInt32BE(data.length, 0);
  out.write(type, 4, 'ascii');
  out.set(data, 8);
  out.writeUInt32BE(CRC(out.subarray(4, 8 + data.length)), 8 + data.length);
  return out;
}

/** A PNG whose header claims a size. */
function claiming(width: number, height: number): Uint8Array {
  const header = Buffer.alloc(13);
  header.writeUInt32BE(width, 0);
  header.writeUInt32BE(height, 4);
  header.set([8, 6, 0, 0, 0], 8);
  const body = [chunk('IHDR', header), chunk('IDAT', deflateSync(Buffer.alloc(100))), chunk('IEND', new Uint8Array())];
  return Buffer.concat([Uint8Array.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]), ...body]);
}

test('hostile and broken files are refused in one sentence, and nothing is left half made', async () => {
  const good = limbPng();
  const wrongSum = good.slice();
  wrongSum[45] ^= 0xff;
  const files: [string, Uint8Array, string][] = [
    ['empty', new Uint8Array(), 'unreadable-file'],
    ['text', Buffer.from('low water at nine'), 'unreadable-file'],
    ['cut short', good.slice(0, good.length - 40), 'damaged-file'],
    ['header only', good.slice(0, 33), 'damaged-file'],
    ['wrong checksum', wrongSum, 'damaged-file'],
    ['60000 × 60000', claiming(60000, 60000), 'too-large'],
    ['0 × 4', claiming(0, 4), 'damaged-file'],
    ['no pixels behind the header', claiming(500, 500), 'damaged-file'],
    [
      'blank',
      await sharp({ create: { width: 20, height: 20, channels: 4, background: { r: 0, g: 0, b: 0, alpha: 0 } } })
        .png()
        .toBuffer(),
      'blank-design',
    ],
  ];
  for (const [what, bytes, code] of files) {
    const answer = await bring(bytes);
    expect([what, answer.body.code]).toEqual([what, code]);
    expect(answer.body.sentence).toMatch(/^[A-Z].*\.$/);
  }
  expect((await call<unknown[]>(server, 'GET', `/productions/${production}/characters`)).body).toEqual([]);
});

test('other kinds of PNG are read, with a note on what was converted', async () => {
  const base = sharp(Buffer.from(limbPng()));
  const kinds: [string, Buffer, RegExp | null][] = [
    ['interlaced', await base.clone().png({ progressive: true }).toBuffer(), null],
    ['palette', await base.clone().png({ palette: true }).toBuffer(), /palette/],
    ['greyscale', await base.clone().toColourspace('b-w').png().toBuffer(), /greyscale/i],
    ['16-bit', await base.clone().toColourspace('rgb16').png().toBuffer(), /16 bits/],
  ];
  const want = decodePng(limbPng());
  for (const [what, bytes, note] of kinds) {
    const { status, body } = await bring(bytes, what);
    expect([what, status]).toEqual([what, 201]);
    const [view] = body.doc.views;
    expect([view.width, view.height, view.designArea]).toEqual([200, 300, 80 * 260]);
    if (note) expect(body.notes.join(' ')).toMatch(note);
    else expect(body.notes).toEqual([]);
    const kept = decodePng(
      new Uint8Array(await (await fetch(`${server.address}/api/blobs/${view.designBlob}`)).arrayBuffer()),
    );
    // Making a palette picks the nearest colours; reading one, or anything else, changes none.
    if (what !== 'greyscale')
      expect(compareBitmaps(kept, want).largest).toBeLessThanOrEqual(what === 'palette' ? 4 : 0);
  }
});

test('names with slashes are kept as they are; codes and files stay plain; 300 characters are too many', async () => {
  const { body } = await bring(limbPng(), '../../etc/Mast');
  expect(body.doc.character).toMatchObject({ name: '../../etc/Mast', code: 'etc-mast' });
  expect((await bring(limbPng(), 'x'.repeat(300))).status).toBe(400);
  expect((await bring(limbPng(), '   ')).status).toBe(400);
});

test('an upload that is there already costs nothing, and a blob never changes', async () => {
  const first = (await bring(limbPng(), 'One')).body.doc.views[0].designBlob;
  const second = (await bring(limbPng(), 'Two')).body.doc.views[0].designBlob;
  expect(second).toBe(first);
  const answer = await fetch(`${server.address}/api/blobs/${first}`);
  expect(answer.headers.get('cache-control')).toContain('immutable');
  expect((await call(server, 'GET', `/blobs/${'0'.repeat(64)}`)).status).toBe(404);
});

test('a picture made smaller lies on the canvas’s own grid; odd wishes are refused', async () => {
  const { designBlob, width, height } = (await bring(limbPng(), 'Small')).body.doc.views[0];
  const at = async (query: string) => {
    const answer = await fetch(`${server.address}/api/blobs/${designBlob}?${query}`);
    return { status: answer.status, bytes: new Uint8Array(await answer.arrayBuffer()) };
  };
  const whole = decodePng((await at('')).bytes);
  const small = await at('by=4&x=0&y=0');
  const want = makeSmaller({ ...whole, x: 0, y: 0 }, 4);
  expect(compareBitmaps(decodePng(small.bytes), want)).toMatchObject({ differing: 0 });
  // One pixel over a cell's edge begins a cell of its own.
  const shifted = decodePng((await at('by=4&x=3&y=1')).bytes);
  expect([shifted.width, shifted.height]).toEqual([Math.ceil((width + 3) / 4), Math.ceil((height + 1) / 4)]);
  for (const query of ['by=1', 'by=65', 'by=two', 'by=4&x=1e9', 'by=4&y=0.5', 'width=0'])
    expect((await at(query)).status).toBe(400);
});
