import { compareBitmaps } from '@limber-sheaf/core';
import { decodePng, readGlb, readOpenRaster, rigFaults, type RigChanges } from '@limber-sheaf/formats';
import { validateBytes } from 'gltf-validator';
import sharp from 'sharp';
import { provePackage } from '../src/handoff/prove-package';
import {
  askOf,
  drawingAt,
  drawnHead,
  form,
  maskOf,
  openMouth,
  paint,
  refusedOf,
  roundMouth,
  type Asked,
} from './drawn-head';
import { call, design, end, packageOf, startServer, zipOfPackage, type Running } from './server-under-test';

let server: Running;
let production: string;

beforeAll(async () => {
  server = await startServer();
  production = (await call<{ id: string }>(server, 'POST', '/productions', { name: 'Swaps leave' })).body.id;
});
afterAll(() => end(server));

const ask = (...asked: Asked) => askOf(server, ...asked);
const refused = (...asked: Asked) => refusedOf(server, ...asked);
const head = () => drawnHead(server, production);

test('sets leave with their drawings, looks and cycles in every format; a set that grows is safe, one that shrinks is not', async () => {
  const { id, view, set } = await head();
  const made = await ask('POST', `/swap-sets/${set}/drawings`, form(view, { 'mouth_ah.png': openMouth }));
  const blank = await ask('POST', `/swap-sets/${set}/blank`, { viewId: view, shape: 'closed', mood: 'neutral' });
  const ids = ['rest', 'open'].map((shape) => drawingAt(made, shape).drawing?.id);
  await ask('POST', `/characters/${id}/looks`, { name: 'shouting', drawingIds: [ids[1]] });
  await ask('POST', `/swap-sets/${set}/cycles`, { name: 'jaw', drawingIds: ids, frames: [3, 2] });
  const wish = { formats: ['ora', 'psd', 'svg', 'glb', 'atlas'] };
  const first = await packageOf(server, id, wish);
  expect(rigFaults(first.rig)).toEqual([]);
  const [rigView] = first.rig.views;
  const [rigSet] = rigView.swapSets;
  expect(rigSet).toMatchObject({
    name: 'mouth',
    kind: 'mouth',
    piece: 'mouth',
    default: 'mouth_rest',
    seat: { x: 120.5, y: 170.5 },
  });
  expect(rigSet.drawings.map(({ name, image }) => [name, image])).toEqual([
    ['mouth_rest', 'front/mouth/mouth_rest.png'],
    ['mouth_closed', null],
    ['mouth_open', 'front/mouth/mouth_open.png'],
  ]);
  expect(rigView.pieces.find(({ name }) => name === 'mouth')).toMatchObject({
    swapSet: 'mouth',
    image: 'front/mouth/mouth_rest.png',
  });
  expect(rigView.looks).toEqual([{ name: 'shouting', drawings: { mouth: 'mouth_open' } }]);
  expect(rigView.cycles).toEqual([
    { name: 'jaw', set: 'mouth', drawings: ['mouth_rest', 'mouth_open'], frames: [3, 2] },
  ]);
  await provePackage(zipOfPackage(first), first.name);

  const code = first.rig.character.code;
  const { layers } = readOpenRaster(first.files.get(`${code}_front.ora`) as Uint8Array);
  expect(layers.filter(({ path }) => path.startsWith('mouth/')).map(({ name, visible }) => [name, visible])).toEqual([
    ['mouth_rest', true],
    ['mouth_open', false],
  ]);
  const glb = first.files.get(`${code}.glb`) as Uint8Array;
  expect((await validateBytes(glb)).issues).toMatchObject({ numErrors: 0, numWarnings: 0 });
  const [{ nodes }] = readGlb(glb);
  expect(nodes.filter(({ parent }) => parent === 'mouth').map(({ name }) => name)).toEqual([
    'mouth_rest',
    'mouth_closed',
    'mouth_open',
  ]);
  const open = decodePng(first.files.get('front/mouth/mouth_open.png') as Uint8Array);
  const { atlas } = rigSet.drawings[2];
  const sheet = decodePng(first.files.get(`${code}_front.atlas.png`) as Uint8Array);
  const there = { width: open.width, height: open.height, data: new Uint8Array(open.data.length) };
  for (let y = 0; y < open.height; y++) {
    const from = (((atlas?.y ?? 0) + y) * sheet.width + (atlas?.x ?? 0)) * 4;
    there.data.set(sheet.data.subarray(from, from + open.width * 4), y * open.width * 4);
  }
  expect(compareBitmaps(there, open).differing).toBe(0);

  await ask('POST', `/swap-sets/${set}/drawings`, form(view, { 'mouth_oh.png': roundMouth }));
  const changesOf = async () => {
    const { files } = await packageOf(server, id, { formats: [] });
    const { entries } = JSON.parse(new TextDecoder().decode(files.get('changes.json'))) as RigChanges;
    return entries.map(({ weight, kind, sentence }) => `${weight} ${kind}: ${sentence}`);
  };
  expect(await changesOf()).toEqual(['safe drawing-added: mouth_round is a new drawing of mouth.']);
  await ask('DELETE', `/drawings/${drawingAt(blank, 'closed').drawing?.id}`);
  expect(await changesOf()).toEqual([
    expect.stringMatching(/^breaks drawing-removed: The drawing mouth_closed is gone/),
  ]);
});

test('drawings of one hand are given to the other, mirrored onto its own place, as one edit', async () => {
  const hands = paint(240, 240, (x, y) =>
    Math.abs(Math.abs(x - 119.5) - 60) < 15 && Math.abs(y - 100 - (x < 120 ? 0 : 10)) < 20
      ? [200, 150, 110, 255]
      : null,
  );
  const { doc } = await ask('POST', `/productions/${production}/characters`, design('Gull', hands));
  const view = doc.views[0].id;
  const targets = (['A', 'B'] as const).map((side) => ({
    tokens: { group: 'arm', side, part: 'hand' },
    mask: maskOf((x) => x < 120 === (side === 'A')),
  }));
  const cut = await ask('POST', `/views/${view}/cut/take`, { targets });
  const handA = cut.doc.parts.find(({ side }) => side === 'A')?.id;
  const piece = cut.doc.pieces.find(({ partId }) => partId === handA)?.id;
  const { doc: started } = await ask('POST', `/pieces/${piece}/swap-set`, {});
  const [set] = started.swapSets;
  expect(await refused('POST', `/swap-sets/${set.id}/mirror`, { viewId: view })).toMatch(
    /no drawing but the one at rest/,
  );
  // A fist of 10 by 6 px whose left end lies 4 px left of the hand's middle.
  const fist = paint(240, 240, (x, y) => (x >= 56 && x < 66 && y >= 100 && y < 106 ? [9, 9, 9, 255] : null));
  await ask('POST', `/swap-sets/${set.id}/drawings`, form(view, { 'hand fist.png': fist }));
  const made = await ask('POST', `/swap-sets/${set.id}/mirror`, { viewId: view });
  expect(made.summary).toBe('Give 1 drawing of arm_A_hand to arm_B_hand');
  const other = made.doc.swapSets.find(({ id }) => id !== set.id);
  const given = made.doc.drawings.find((one) => one.setId === other?.id && one.shape === 'fist');
  const row = made.doc.drawingViews.find(({ drawingId }) => drawingId === given?.id);
  expect(row?.picture).toMatchObject({ x: 240 - 66, y: 110, width: 10, height: 6 });
  const undone = await ask('POST', `/characters/${doc.character.id}/undo`);
  expect(undone.doc.swapSets.length).toBe(1);
});

test('drawings that change leave as a moving picture: a page a scene, as long as they are held', async () => {
  const { view, set } = await head();
  const made = await ask('POST', `/swap-sets/${set}/drawings`, form(view, { 'mouth_ah.png': openMouth }));
  const open = drawingAt(made, 'open').drawing?.id;
  const scenes = [
    { drawingIds: [], frames: 12 },
    { drawingIds: [open], frames: 6 },
    { drawingIds: [], frames: 3 },
  ];
  const wish = { fps: 24, scenes };
  const moving = await call<{ blob: string; width: number; height: number }>(
    server,
    'POST',
    `/views/${view}/moving-picture`,
    wish,
  );
  expect(moving.status).toBe(200);
  const answer = await fetch(`${server.address}/api/blobs/${moving.body.blob}`);
  expect(answer.headers.get('content-type')).toMatch(/gif/);
  const gif = Buffer.from(await answer.arrayBuffer());
  const { pages, delay, loop } = await sharp(gif, { animated: true }).metadata();
  expect([pages, loop]).toEqual([3, 0]);
  const whole = delay?.reduce((sum, ms) => sum + ms, 0) ?? 0;
  expect(Math.abs(whole - (21 / 24) * 1000)).toBeLessThanOrEqual(10);
  const page = async (at: number) => (await sharp(gif, { page: at }).raw().toBuffer()).toString('base64');
  expect(await page(0)).not.toBe(await page(1));
  expect(await page(0)).toBe(await page(2));
  const long = { fps: 24, scenes: Array.from({ length: 401 }, () => scenes[0]) };
  expect(await refused('POST', `/views/${view}/moving-picture`, long)).toMatch(/401 scenes; a moving picture has 400/);
  expect(await refused('POST', `/views/${view}/moving-picture`, { fps: 25, scenes })).toMatch(/^400/);
  expect(await refused('POST', `/views/${view}/moving-picture`, { fps: 24, scenes: [] })).toMatch(/^400/);
});

test('a pupil leaves with how far it may go within the white', async () => {
  const { id, view, eyes } = await head();
  const isPupil = (x: number, y: number) => Math.hypot(Math.abs(x - 120) - 40, y - 100) < 6;
  const taken = { targets: [{ tokens: { group: 'pupils' }, mask: maskOf(isPupil) }] };
  const { doc } = await ask('POST', `/views/${view}/cut/take`, taken);
  const pupils = doc.parts.find(({ group }) => group === 'pupils');
  const eye = doc.pieces.find((piece) => piece.id === eyes)?.partId;
  if (pupils?.parentId !== eye) await ask('PATCH', `/parts/${pupils?.id}/parent`, { parentId: eye });
  const { rig } = await packageOf(server, id, { formats: [] });
  expect(rigFaults(rig)).toEqual([]);
  const of = (name: string) => rig.views[0].pieces.find((piece) => piece.name === name)?.travel ?? null;
  const reach = Math.max(...(of('pupils') ?? []).map(([dx]) => Math.abs(dx)));
  // An ellipse of 22 by 14 px about a pupil of 6.
  expect(reach).toBeGreaterThan(12);
  expect(reach).toBeLessThan(17);
  expect(of('eyes')).toBeNull();
});

test('a layered file with a set comes back: the default drawing is its piece, the others are passed over', async () => {
  const { id, view, set } = await head();
  await ask('POST', `/swap-sets/${set}/drawings`, form(view, { 'mouth_ah.png': openMouth }));
  const made = await packageOf(server, id, { formats: ['ora'] });
  const files = new FormData();
  const ora = made.files.get(`${made.rig.character.code}_front.ora`) as Uint8Array;
  files.append('art', new Blob([new Uint8Array(ora).buffer]), 'head.ora');
  const seen = await call<{ same: number; missing: string[]; notes: string[] }>(
    server,
    'POST',
    `/views/${view}/bring-back/look`,
    files,
  );
  expect(seen.body).toMatchObject({
    same: 3,
    missing: [],
    notes: ['1 drawing of a set is passed over: bring them in at Swaps.'],
  });
});
