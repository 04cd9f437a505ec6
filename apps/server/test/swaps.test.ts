import { decodePng } from '@limber-sheaf/formats';
import { askOf, drawingAt, drawnHead, form, openMouth, paint, refusedOf, roundMouth, type Asked } from './drawn-head';
import { call, end, packageOf, startServer, type Running } from './server-under-test';

let server: Running;
let production: string;

beforeAll(async () => {
  server = await startServer();
  production = (await call<{ id: string }>(server, 'POST', '/productions', { name: 'Swaps' })).body.id;
});
afterAll(() => end(server));

const ask = (...asked: Asked) => askOf(server, ...asked);
const refused = (...asked: Asked) => refusedOf(server, ...asked);
const head = () => drawnHead(server, production);

test('a set starts at a piece with the chart of its kind; the piece itself is the default drawing', async () => {
  const { id, mouth, set } = await head();
  const { doc } = await ask('GET', `/characters/${id}`);
  const [started] = doc.swapSets;
  expect([started.kind, started.moods, started.shapes.length]).toEqual(['mouth', ['neutral', 'happy'], 10]);
  expect(doc.drawings).toEqual([expect.objectContaining({ shape: 'rest', mood: 'neutral', isDefault: true })]);
  expect(await refused('POST', `/pieces/${mouth}/swap-set`, {})).toBe('422 mouth has a set already.');
  const nobody = '00000000-0000-4000-8000-000000000000';
  expect(await refused('DELETE', `/swap-sets/${nobody}`)).toMatch(/^404 That swap set is no longer there/);
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

test('a chart is kept for the production: a set of its kind starts with it; its words are named otherwise with their drawings', async () => {
  const first = await head();
  const own = (await call<{ id: string }>(server, 'POST', '/productions', { name: 'Charts' })).body.id;
  const chart = {
    kind: 'mouth',
    shapes: [
      { key: 'rest', sounds: '' },
      { key: 'hum', sounds: 'm' },
    ],
    moods: ['calm'],
  };
  const kept = await call<{ id: string; name: string }[]>(server, 'POST', `/productions/${own}/charts`, {
    name: 'Short',
    chart,
  });
  expect(kept.body.map(({ name }) => name)).toEqual(['Short']);
  expect(await refused('POST', `/productions/${own}/charts`, { name: 'Short', chart })).toMatch(
    /one named Short already/,
  );
  const { id, set } = await drawnHead(server, own);
  const { doc } = await ask('GET', `/characters/${id}`);
  expect(doc.swapSets).toEqual([expect.objectContaining({ shapes: chart.shapes, moods: ['calm'] })]);
  // Its words go along with the drawings that stand there.
  const named = await ask('POST', `/swap-sets/${set}/rename`, { what: 'shape', from: 'rest', to: 'still' });
  expect(named.doc.drawings.map(({ shape }) => shape)).toEqual(['still']);
  expect(await refused('POST', `/swap-sets/${set}/rename`, { what: 'shape', from: 'still', to: 'hum' })).toMatch(
    /Two shapes would be named hum/,
  );
  expect(await refused('POST', `/swap-sets/${set}/rename`, { what: 'mood', from: 'wild', to: 'mild' })).toMatch(
    /no mood named wild/,
  );
  await call(server, 'PATCH', `/charts/${kept.body[0].id}`, { name: 'Shorter' });
  expect((await call(server, 'DELETE', `/charts/${kept.body[0].id}`)).body).toEqual([]);
  expect(first.set).not.toBe(set);
});

test('drawings are turned and scaled onto their seats by their marks, or by least difference where a set has none', async () => {
  const { id, view, set } = await head();
  // The mouth as it is, but turned by 8 degrees about its middle and 12 px farther right.
  const tilted = paint(240, 240, (x, y) => {
    const [dx, dy] = [x - 132, y - 170];
    const [cos, sin] = [Math.cos(Math.PI / 22.5), Math.sin(Math.PI / 22.5)];
    return Math.abs(dx * cos + dy * sin) <= 30 && Math.abs(dy * cos - dx * sin) <= 5 ? [40, 30, 36, 255] : null;
  });
  await ask('POST', `/swap-sets/${set}/drawings`, form(view, { 'mouth_ee.png': tilted }));
  const seated = await ask('POST', `/views/${view}/seat-all`, { turns: true });
  expect(seated.summary).toBe('Seat 1 drawing');
  const { x, y, width, height } = drawingAt(seated, 'wide').row?.picture ?? { x: 0, y: 0, width: 0, height: 0 };
  // It lies as the default one does again: 61 by 11 px, about 120, 170.
  expect([width, height].map((side, at) => Math.abs(side - [61, 11][at]) <= 3)).toEqual([true, true]);
  expect(Math.hypot(x + width / 2 - 120.5, y + height / 2 - 170.5)).toBeLessThan(1);
  // By marks it is exact, also by as much as nothing could be found.
  const { doc } = await ask('GET', `/characters/${id}`);
  const [standing, wide] = ['rest', 'wide'].map((shape) => drawingAt({ doc }, shape).drawing?.id);
  await ask('PUT', `/drawings/${standing}/marks`, { viewId: view, marks: [90, 170, 150, 170] });
  await ask('PUT', `/drawings/${wide}/marks`, { viewId: view, marks: [120, 150, 120, 190] });
  const exact = await ask('POST', `/views/${view}/seat-all`, { turns: true });
  drawingAt(exact, 'wide').row?.marks.forEach((mark, at) => expect(mark).toBeCloseTo([90, 170, 150, 170][at], 6));
  expect(await refused('POST', `/views/${view}/seat-all`, { turns: true })).toMatch(/on its seat already/);
});
