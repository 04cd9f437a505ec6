import { compareBitmaps, type CharacterDoc } from '@limber-sheaf/core';
import { decodePng, readGlb, readOpenRaster, rigFaults, type RigChanges } from '@limber-sheaf/formats';
import { validateBytes } from 'gltf-validator';
import { provePackage } from '../src/handoff/prove-package';
import { face, form, isEye, isMouth, maskOf, openMouth, paint, roundMouth } from './drawn-head';
import { call, design, end, packageOf, startServer, zipOfPackage, type Running, type State } from './server-under-test';

jest.setTimeout(60_000);
let server: Running;
let production: string;

beforeAll(async () => {
  server = await startServer();
  production = (await call<{ id: string }>(server, 'POST', '/productions', { name: 'Swaps' })).body.id;
});
afterAll(() => end(server));

const ask = async (method: string, path: string, body?: object) => {
  const answer = await call<State>(server, method, path, body);
  if (answer.status >= 400) throw new Error(JSON.stringify(answer.body));
  return answer.body;
};
const refused = async (method: string, path: string, body?: object) => {
  const { status, body: said } = await call<{ sentence: string }>(server, method, path, body);
  return `${status} ${said.sentence}`;
};

/** A head with eyes and a mouth, each cut, and a set at the mouth. */
async function head() {
  const { doc } = await ask('POST', `/productions/${production}/characters`, design('Tern', face()));
  const view = doc.views[0].id as string;
  const take = (group: string, isIn: (x: number, y: number) => boolean) =>
    ask('POST', `/views/${view}/cut/take`, { targets: [{ tokens: { group }, mask: maskOf(isIn) }] });
  await take('head', (x, y) => Math.hypot(x - 120, y - 120) <= 110);
  await take('eyes', isEye);
  const cut = await take('mouth', isMouth);
  const pieceOf = (group: string) => {
    const part = cut.doc.parts.find((row) => row.group === group);
    return cut.doc.pieces.find(({ partId }) => partId === part?.id)?.id as string;
  };
  const mouth = pieceOf('mouth');
  const { doc: started } = await ask('POST', `/pieces/${mouth}/swap-set`, {});
  return { id: doc.character.id as string, view, mouth, eyes: pieceOf('eyes'), set: started.swapSets[0].id as string };
}

const drawingAt = ({ doc }: { doc: CharacterDoc }, shape: string, mood = 'neutral') => {
  const drawing = doc.drawings.find((one) => one.shape === shape && one.mood === mood);
  return { drawing, row: doc.drawingViews.find(({ drawingId }) => drawingId === drawing?.id) };
};

test('a set starts at a piece with the chart of its kind; the piece itself is the default drawing', async () => {
  const { id, mouth, set } = await head();
  const { doc } = await ask('GET', `/characters/${id}`);
  const [started] = doc.swapSets;
  expect([started.kind, started.moods, started.shapes.length]).toEqual(['mouth', ['neutral', 'happy'], 10]);
  expect(doc.drawings).toEqual([expect.objectContaining({ shape: 'rest', mood: 'neutral', isDefault: true })]);
  expect(await refused('POST', `/pieces/${mouth}/swap-set`, {})).toBe('422 mouth has a set already.');
  const [standing] = doc.drawings;
  expect(await refused('DELETE', `/drawings/${standing.id}`)).toMatch(/^422 The default drawing is the piece itself/);
  const gone = await ask('DELETE', `/swap-sets/${set}`);
  expect([gone.doc.swapSets, gone.doc.drawings]).toEqual([[], []]);
  const back = await ask('POST', `/characters/${id}/undo`);
  expect([back.doc.swapSets.length, back.doc.drawings.length]).toEqual([1, 1]);
});

test('many files come in at once by their names: canvas-sized ones keep their place, others find their seat', async () => {
  const { id, view, set } = await head();
  const files = {
    'mouth_ah.png': openMouth,
    'Mouth Round happy.png': roundMouth,
    'mouth_zq9.png': roundMouth,
    'mouth_oh_ee.png': roundMouth,
    'mouth_rest.png': openMouth,
  };
  const made = await ask('POST', `/swap-sets/${set}/drawings`, form(view, files));
  expect(made.notes).toEqual([
    expect.stringMatching(/^mouth_zq9 says no shape of the chart/),
    expect.stringMatching(/^mouth_oh_ee says two shapes: round and wide/),
    expect.stringMatching(/^mouth_rest would be the default drawing/),
  ]);
  expect(drawingAt(made, 'open').row?.picture).toMatchObject({ x: 90, y: 154, width: 61, height: 37 });
  // Its middle comes to lie where it differs least from the mouth at rest: along it, over its middle line.
  const { x, y, width, height } = drawingAt(made, 'round', 'happy').row?.picture ?? { x: 0, y: 0, width: 0, height: 0 };
  expect(Math.abs(x + width / 2 - 120)).toBeLessThanOrEqual(16.5);
  expect(Math.abs(y + height / 2 - 170)).toBeLessThanOrEqual(10);
  const undone = await ask('POST', `/characters/${id}/undo`);
  expect(undone.doc.drawings.length).toBe(1);
});

test('a drawing for one place on the chart is taken whatever it is called; a second one replaces it', async () => {
  const { view, set } = await head();
  const cell = { shape: 'bite', mood: 'happy' };
  await ask('POST', `/swap-sets/${set}/drawings`, form(view, { 'IMG 0042.png': openMouth }, cell));
  const again = await ask('POST', `/swap-sets/${set}/drawings`, form(view, { 'IMG 0043.png': roundMouth }, cell));
  expect(again.doc.drawings.length).toBe(2);
  expect(drawingAt(again, 'bite', 'happy').row?.picture?.width).toBe(29);
  const two = form(view, { 'a.png': openMouth, 'b.png': openMouth }, cell);
  expect(await refused('POST', `/swap-sets/${set}/drawings`, two)).toMatch(
    /^422 One place on the chart takes one file/,
  );
});

test.each<[string, Record<string, Uint8Array>, RegExp]>([
  ['larger than the canvas', { 'mouth_ah.png': paint(300, 240, () => [0, 0, 0, 255]) }, /larger than the canvas/],
  ['empty', { 'mouth_ah.png': paint(20, 20, () => null) }, /is empty/],
  [
    'the same place twice',
    { 'mouth_ah.png': openMouth, 'mouth open.png': openMouth },
    /for open, neutral: none is taken/,
  ],
  ['no picture at all', { 'mouth_ah.png': new TextEncoder().encode('ah') }, /not a picture/],
])('a bring-in of nothing but what is %s is refused in a sentence, and changes nothing', async (_, files, sentence) => {
  const { id, view, set } = await head();
  expect(await refused('POST', `/swap-sets/${set}/drawings`, form(view, files))).toMatch(sentence);
  expect((await ask('GET', `/characters/${id}`)).doc.drawings.length).toBe(1);
});

test('marks seat drawings; marks on one spot and outside are refused; what has none stays and is said', async () => {
  const { view, set } = await head();
  const files = { 'mouth_ah.png': openMouth, 'mouth_oh.png': roundMouth };
  const made = await ask('POST', `/swap-sets/${set}/drawings`, form(view, files));
  const [standing, open] = [drawingAt(made, 'rest').drawing?.id, drawingAt(made, 'open').drawing?.id];
  await ask('PUT', `/drawings/${standing}/marks`, { viewId: view, marks: [90, 170, 150, 170] });
  const spot = { viewId: view, marks: [90, 170, 90, 171] };
  expect(await refused('PUT', `/drawings/${open}/marks`, spot)).toMatch(/lie on one spot/);
  expect(await refused('PUT', `/drawings/${open}/marks`, { viewId: view, marks: [90, 170, 900, 170] })).toMatch(
    /two places/,
  );
  await ask('PUT', `/drawings/${open}/marks`, { viewId: view, marks: [93, 176, 153, 176] });
  const { body } = await call<{ checks: { id: string; ok: boolean; figure: number }[] }>(
    server,
    'GET',
    `/views/${view}/checks`,
  );
  expect(body.checks.find((one) => one.id === 'swap-seats')).toMatchObject({ ok: false, figure: 6.7 });
  const seated = await ask('POST', `/views/${view}/seat-all`);
  expect(seated.notes).toEqual(['mouth round has no marks of its own and stays.']);
  expect(drawingAt(seated, 'open').row).toMatchObject({ picture: { x: 87, y: 148 }, marks: [90, 170, 150, 170] });
  const moved = await ask('POST', `/drawings/${open}/move`, { viewId: view, x: 2, y: -1 });
  expect(drawingAt(moved, 'open').row).toMatchObject({ picture: { x: 89, y: 147 }, marks: [92, 169, 152, 169] });
});

test('lids are computed for eyes, and nothing white is left when they are shut', async () => {
  const { view, eyes } = await head();
  const { doc } = await ask('POST', `/pieces/${eyes}/swap-set`, {});
  const set = doc.swapSets.find(({ kind }) => kind === 'lids')?.id;
  const made = await ask('POST', `/swap-sets/${set}/lids`, { viewId: view });
  expect(made.summary).toBe('Make 5 lids of eyes');
  const { row } = drawingAt(made, 'shut');
  const answer = await fetch(`${server.address}/api/blobs/${row?.picture?.blob}`);
  const { data } = decodePng(new Uint8Array(await answer.arrayBuffer()));
  let white = 0;
  for (let i = 0; i < data.length; i += 4) if (data[i + 3] > 127 && data[i] > 245 && data[i + 2] > 235) white++;
  expect(white).toBe(0);
  expect(await refused('POST', `/swap-sets/${set}/lids`, { viewId: view })).toMatch(/has its drawing already/);
});

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

test('a drawing is made of another by bending it while its corners stay; too far off the canvas nothing is left', async () => {
  const { id, view } = await head();
  const { doc } = await ask('GET', `/characters/${id}`);
  const standing = doc.drawings.find(({ isDefault }) => isDefault)?.id;
  const corners = [90, 170, 150, 170];
  await ask('PUT', `/drawings/${standing}/marks`, { viewId: view, marks: corners });
  const wish = { viewId: view, shape: 'open', mood: 'neutral', held: corners };
  const made = await ask('POST', `/drawings/${standing}/bend`, { ...wish, handles: [120, 176, 120, 196] });
  expect(made.summary).toBe('Bend mouth rest into open, neutral');
  const { row } = drawingAt(made, 'open');
  const { y, height } = row?.picture ?? { y: 0, height: 0 };
  expect(Math.abs(y + height - 196)).toBeLessThanOrEqual(2);
  expect(row?.marks).toEqual(corners);
  const gone = { ...wish, shape: 'wide', held: [], handles: [120, 170, 90_000, 90_000] };
  expect(await refused('POST', `/drawings/${standing}/bend`, gone)).toMatch(/^422 Nothing is left of the drawing/);
  expect(await refused('POST', `/drawings/${standing}/bend`, { ...wish, handles: [1, 2, 3] })).toMatch(/^400/);
});

test('what only the default drawing covers is painted beneath with one edit; then nothing is bare', async () => {
  const { id, view, set } = await head();
  await ask('POST', `/swap-sets/${set}/blank`, { viewId: view, shape: 'closed', mood: 'neutral' });
  const seats = async () => {
    const { body } = await call<{ checks: { id: string; ok: boolean; findings: { sentence: string }[] }[] }>(
      server,
      'GET',
      `/views/${view}/checks`,
    );
    const found = body.checks.find((one) => one.id === 'swap-seats');
    return [found?.ok, ...(found?.findings ?? []).map(({ sentence }) => sentence)];
  };
  expect(await seats()).toEqual([false, expect.stringMatching(/^Under mouth_closed \d+ px are bare/)]);
  await ask('POST', `/swap-sets/${set}/beneath`, { viewId: view });
  expect(await seats()).toEqual([true]);
  expect(await refused('POST', `/swap-sets/${set}/beneath`, { viewId: view })).toMatch(
    /Nothing is lacking beneath mouth/,
  );
  const made = await packageOf(server, id, { formats: [] });
  expect(made.rig.checks.find(({ id }) => id === 'rest-match')).toMatchObject({ ok: true, figure: 0 });
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

test('a chart is data: shapes and moods come, go where nothing stands in them, and never twice', async () => {
  const { id, set } = await head();
  const { doc } = await ask('GET', `/characters/${id}`);
  const [{ shapes }] = doc.swapSets;
  const more = await ask('PATCH', `/swap-sets/${set}`, { shapes: [...shapes, { key: 'whistle', sounds: 'wh' }] });
  expect(more.doc.swapSets[0].shapes.at(-1)).toEqual({ key: 'whistle', sounds: 'wh' });
  expect(await refused('PATCH', `/swap-sets/${set}`, { shapes: shapes.slice(1) })).toMatch(/stands in the column rest/);
  expect(await refused('PATCH', `/swap-sets/${set}`, { moods: ['neutral', 'Neutral'] })).toMatch(
    /Two moods would be named neutral/,
  );
  expect(await refused('PATCH', `/swap-sets/${set}`, { moods: ['…'] })).toMatch(/letters or digits/);
});

test('looks and cycles keep to what they are for', async () => {
  const { id, view, set } = await head();
  const made = await ask('POST', `/swap-sets/${set}/drawings`, form(view, { 'mouth_ah.png': openMouth }));
  const ids = ['rest', 'open'].map((shape) => drawingAt(made, shape).drawing?.id as string);
  const looks = `/characters/${id}/looks`;
  expect(await refused('POST', looks, { name: 'x', drawingIds: ids })).toMatch(/one drawing of a set/);
  expect(await refused('POST', looks, { name: '!', drawingIds: [ids[0]] })).toMatch(/letters or digits/);
  const kept = await ask('POST', looks, { name: 'calm', drawingIds: [ids[0]] });
  const changed = await ask('POST', looks, { name: 'Calm', drawingIds: [ids[1]] });
  expect([kept.doc.looks.length, changed.doc.looks.length, changed.doc.looks[0].drawingIds]).toEqual([1, 1, [ids[1]]]);
  const cycle = { name: 'jaw', drawingIds: ids, frames: [1] };
  expect(await refused('POST', `/swap-sets/${set}/cycles`, cycle)).toMatch(
    /two drawings or more|must contain at least/,
  );
  const after = await ask('DELETE', `/drawings/${ids[1]}`);
  expect(after.doc.looks).toEqual([]);
});
