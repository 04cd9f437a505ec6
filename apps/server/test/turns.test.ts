import type { CharacterDoc, ViewMeasure } from '@limber-sheaf/core';
import { decodePng } from '@limber-sheaf/formats';
import { askOf, maskOf, paint, refusedOf, type Asked } from './drawn-head';
import { call, design, end, jointedLimb, packageOf, startServer, type Running } from './server-under-test';

let server: Running;
let production: string;

beforeAll(async () => {
  server = await startServer();
  production = (await call<{ id: string }>(server, 'POST', '/productions', { name: 'Turns' })).body.id;
});
afterAll(() => end(server));

const ask = (...asked: Asked) => askOf(server, ...asked);
const refused = (...asked: Asked) => refusedOf(server, ...asked);

const [COAT, RED, SKIN] = [
  [60, 90, 140, 255],
  [190, 70, 60, 255],
  [232, 178, 140, 255],
];
const inBox = (x: number, y: number, [left, top, right, bottom]: number[]) =>
  x >= left && x < right && y >= top && y < bottom;

/** A figure of a head over a coat that hangs to the floor; from the side it is narrower, and its coat may be of another colour. */
const figure = (half: number, coat: readonly number[]) =>
  paint(240, 240, (x, y) =>
    inBox(x, y, [120 - half, 90, 120 + half, 220])
      ? coat
      : inBox(x, y, [120 - half * 0.6, 30, 120 + half * 0.6, 90])
        ? SKIN
        : null,
  );

async function turned(coat: readonly number[] = RED) {
  const first = await ask('POST', `/productions/${production}/characters`, design('Teal', figure(50, COAT)));
  const { id } = first.doc.character;
  const form = new FormData();
  form.append('key', 'side');
  form.append('design', new Blob([new Uint8Array(figure(30, coat)).buffer], { type: 'image/png' }), 'side.png');
  const { doc } = await ask('POST', `/characters/${id}/views`, form);
  const [front, side] = doc.views.map((view) => view.id);
  const cut = (view: string, group: string, half: number, [top, bottom]: [number, number]) =>
    ask('POST', `/views/${view}/cut/take`, {
      targets: [{ tokens: { group }, mask: maskOf((x, y) => inBox(x, y, [120 - half, top, 120 + half, bottom])) }],
    });
  await cut(front, 'coat', 50, [90, 220]);
  await cut(front, 'head', 50, [0, 90]);
  const state = await cut(side, 'coat', 30, [90, 220]);
  return { id, front, side, doc: state.doc };
}

const partOf = (doc: CharacterDoc, group: string) => doc.parts.find((part) => part.group === group)?.id ?? '';
const pieceIn = (doc: CharacterDoc, viewId: string, group: string) =>
  doc.pieces.find((piece) => piece.viewId === viewId && piece.partId === partOf(doc, group))?.id ?? '';

interface Measured {
  revision: number;
  views: { viewId: string; measure: ViewMeasure }[];
}
const measures = async (id: string) => (await call<Measured>(server, 'GET', `/characters/${id}/turns`)).body;

test('all views are measured, and the colour of one is taken over: the design goes along, and the rest still matches', async () => {
  const { id, front, side, doc } = await turned();
  const before = await measures(id);
  expect(before.views.map(({ viewId }) => viewId)).toEqual([front, side]);
  expect(before.views.map(({ measure }) => measure.pieces.length)).toEqual([2, 1]);
  const coat = pieceIn(doc, side, 'coat');
  expect(await refused('POST', `/pieces/${coat}/take-colour`, { fromId: side })).toMatch(
    /^422 A view cannot follow itself/,
  );
  const { summary } = await ask('POST', `/pieces/${coat}/take-colour`, { fromId: front });
  expect(summary).toBe('Give coat its colour from front');
  const [, { measure }] = (await measures(id)).views;
  const [red, green, blue] = measure.pieces[0]?.colours[0] ?? [0, 0, 0];
  for (const [c, value] of [red, green, blue].entries()) expect(Math.abs(value - COAT[c])).toBeLessThan(4);
  const { body } = await call<{ checks: { id: string; figure: number }[] }>(server, 'GET', `/views/${side}/checks`);
  expect(body.checks.find((check) => check.id === 'rest-match')?.figure).toBe(0);
  await ask('POST', `/characters/${id}/undo`, {});
  expect((await measures(id)).views[1].measure).toEqual(before.views[1].measure);
});

test('height lines are dragged and let go, each as an edit; what cannot be is a sentence and changes nothing', async () => {
  const { side } = await turned();
  const put = (key: string, y: number | null) => ask('PUT', `/views/${side}/heights`, { key, y });
  const heights = ({ doc }: { doc: CharacterDoc }) => doc.views.find((view) => view.id === side)?.heights;
  expect(heights(await put('chin', 92))).toEqual([{ key: 'chin', y: 92 }]);
  expect(heights(await put('belt', 140))).toHaveLength(2);
  expect(heights(await put('chin', null))).toEqual([{ key: 'belt', y: 140 }]);
  const { doc } = await put('floor', 210);
  expect(doc.views.find((view) => view.id === side)?.floorY).toBe(210);
  const bad = (body: object) => refused('PUT', `/views/${side}/heights`, body);
  expect(await bad({ key: 'belt', y: 215 })).toMatch(/^422 The line would lie below the floor/);
  expect(await bad({ key: 'belt', y: 4000 })).toMatch(/^422 The line would lie outside the canvas/);
  expect(await bad({ key: 'floor', y: null })).toMatch(/^422 A view always has a floor/);
  expect(await bad({ key: '', y: 3 })).toMatch(/^400/);
  expect(await bad({ key: 'belt', y: 'low' })).toMatch(/^400/);
});

test('what is otherwise by intent is kept with its reason, goes with a copy and with undo', async () => {
  const { id, side, doc } = await turned();
  const say = (group: string, what: string, because: string | null) =>
    ask('PUT', `/views/${side}/exceptions`, { partId: partOf(doc, group), what, because });
  await say('head', 'unseen', 'cropped');
  const { doc: said } = await say('coat', 'colour', 'in the shade');
  expect(said.exceptions.map(({ what, because }) => [what, because]).sort()).toEqual([
    ['colour', 'in the shade'],
    ['unseen', 'cropped'],
  ]);
  const asked = { partId: partOf(doc, 'coat'), what: 'unseen', because: '' };
  expect(await refused('PUT', `/views/${side}/exceptions`, asked)).toMatch(/^422 That part is made in this view/);
  expect(await refused('PUT', `/views/${side}/exceptions`, { ...asked, what: 'weight' })).toMatch(/^400/);
  const copy = await ask('POST', `/characters/${id}/duplicate`, {});
  expect(copy.doc.exceptions).toHaveLength(2);
  expect(copy.doc.exceptions.map(({ partId }) => copy.doc.parts.some((part) => part.id === partId))).toEqual([
    true,
    true,
  ]);
  expect((await say('head', 'unseen', null)).doc.exceptions).toHaveLength(1);
  expect((await ask('POST', `/characters/${id}/undo`, {})).doc.exceptions).toHaveLength(2);
});

test('draw order is carried over from another view; two views without a part in common refuse', async () => {
  const { front, side, doc } = await turned();
  await ask('POST', `/views/${side}/cut/take`, {
    targets: [{ tokens: { group: 'head' }, mask: maskOf((x, y) => inBox(x, y, [102, 30, 138, 90])) }],
  });
  await ask('POST', `/pieces/${pieceIn(doc, front, 'coat')}/order`, { inFrontOf: pieceIn(doc, front, 'head') });
  const { doc: carried } = await ask('POST', `/views/${side}/carry-over`, { fromId: front });
  const order = (viewId: string) =>
    carried.pieces
      .filter((piece) => piece.viewId === viewId)
      .sort((a, b) => a.depth - b.depth)
      .map(({ partId }) => partId);
  expect(order(side)).toEqual(order(front));
  expect(await refused('POST', `/views/${side}/carry-over`, { fromId: side })).toMatch(
    /^422 A view cannot follow itself/,
  );
});

test('a sheet is cut into views, each with its figure; one that is cut into parts already refuses', async () => {
  const two = paint(320, 240, (x, y) =>
    inBox(x, y, [30, 40, 110, 220]) || inBox(x, y, [200, 60, 250, 220]) ? RED : null,
  );
  const { doc } = await ask('POST', `/productions/${production}/characters`, design('Sheet', two));
  const [sheet] = doc.views;
  const { views } = await measures(doc.character.id);
  expect(views[0].measure.figures).toHaveLength(2);
  const [first, second] = views[0].measure.figures;
  const figures = [
    { ...first, key: 'front' },
    { ...second, key: 'side' },
  ];
  const asked = (order: object) => refused('POST', `/views/${sheet.id}/sheet`, order);
  expect(await asked({ figures: [figures[0], { ...figures[1], key: 'front' }] })).toMatch(
    /Two views would be named front/,
  );
  expect(await asked({ figures: [{ ...figures[0], x: 0, width: 9 }] })).toMatch(/holds nothing of the sheet/);
  expect(await asked({ figures: [] })).toMatch(/^400/);
  expect(await asked({ figures: [{ ...figures[0], key: 'Front view' }] })).toMatch(
    /A view is named with small letters/,
  );
  const { doc: after, summary } = await ask('POST', `/views/${sheet.id}/sheet`, { figures });
  expect(summary).toBe('Cut the front view into 2 views');
  expect(after.views.map(({ key, height }) => [key, height])).toEqual([
    ['front', after.views[0].height],
    ['side', after.views[0].height],
  ]);
  expect(after.views[0].designArea).toBe(80 * 180);
  expect(after.views[1].designArea).toBe(50 * 160);
  expect((await ask('POST', `/characters/${doc.character.id}/undo`, {})).doc.views).toHaveLength(1);
  const { front } = await turned();
  expect(await refused('POST', `/views/${front}/sheet`, { figures })).toMatch(/Parts are cut from this view already/);
});

test('a view is named otherwise and deleted with all that is made in it; undo brings it back; the last one stays', async () => {
  const { id, front, side, doc } = await turned();
  const head = partOf(doc, 'head');
  await ask('PUT', `/views/${side}/exceptions`, { partId: head, what: 'unseen', because: '' });
  expect(await refused('PATCH', `/views/${side}`, { key: 'front' })).toMatch(/There is a front view already/);
  const named = await ask('PATCH', `/views/${side}`, { key: 'left' });
  expect(named.doc.views.map(({ key }) => key)).toEqual(['front', 'left']);
  const left = await ask('DELETE', `/views/${front}`);
  expect(left.doc.views.map(({ key }) => key)).toEqual(['left']);
  expect(left.doc.pieces.map(({ viewId }) => viewId)).toEqual([side]);
  expect(left.doc.parts.map(({ group }) => group)).toEqual(['coat']);
  expect(left.doc.exceptions).toEqual([]);
  expect(await refused('DELETE', `/views/${side}`)).toMatch(/A character has at least one view/);
  const back = await ask('POST', `/characters/${id}/undo`, {});
  expect(back.doc.pieces).toHaveLength(doc.pieces.length);
  expect(back.doc.exceptions).toHaveLength(1);
});

test('a package holds the views that are chosen, and a page with all of them on one floor', async () => {
  const { id, front, side } = await turned();
  const both = await packageOf(server, id, { formats: ['sheet'] });
  expect(both.rig.views.map(({ key }) => key)).toEqual(['front', 'side']);
  const page = decodePng(both.files.get('turnaround-sheet.png') ?? new Uint8Array());
  // Both coats show on it, that of the side to the right of the front's.
  const middleOf = (colour: readonly number[]) => {
    const found: number[] = [];
    for (let i = 0; i < page.width * page.height; i++)
      if (colour.every((value, c) => page.data[4 * i + c] === value)) found.push(i % page.width);
    return found.reduce((sum, x) => sum + x, 0) / found.length;
  };
  expect(middleOf(COAT)).toBeLessThan(middleOf(RED));
  const one = await packageOf(server, id, { formats: ['sheet'], viewIds: [side] });
  expect(one.rig.views.map(({ key }) => key)).toEqual(['side']);
  expect([...one.files.keys()].filter((path) => path.includes('sheet'))).toEqual(['parts-sheet_side.png']);
  const asked = (viewIds: string[]) => refused('POST', `/characters/${id}/handoffs`, { viewIds });
  expect(await asked([])).toMatch(/^400/);
  expect(await asked([front, production])).toMatch(/That view is no longer there/);
});

test('what makes separating hard can be saved as a picture, and so can the line-up of a cast', async () => {
  const { id } = await turned();
  const pictureAt = async (path: string) => {
    const answer = await fetch(`${server.address}/api${path}`);
    expect([answer.status, answer.headers.get('content-type')]).toEqual([200, 'image/png']);
    return decodePng(new Uint8Array(await answer.arrayBuffer()));
  };
  const note = await pictureAt(`/characters/${id}/pose-note.png`);
  expect(note.width).toBeGreaterThanOrEqual(1000);
  const cast = (await ask('POST', '/productions', { name: 'Two of them' })) as unknown as { id: string };
  expect(await refused('GET', `/productions/${cast.id}/line-up.png`)).toMatch(/nobody to line up/);
  const add = (name: string, tall: number) =>
    ask(
      'POST',
      `/productions/${cast.id}/characters`,
      design(
        name,
        paint(100, 240, (x, y) => (inBox(x, y, [20, 220 - tall, 80, 220]) ? RED : null)),
      ),
    );
  await add('Tall', 200);
  await add('Small', 100);
  const page = await pictureAt(`/productions/${cast.id}/line-up.png`);
  const isRed = (x: number, y: number) => RED.every((value, c) => page.data[4 * (y * page.width + x) + c] === value);
  const heights = new Map<number, number>();
  for (let x = 0; x < page.width; x++)
    for (let y = 0; y < page.height; y++) if (isRed(x, y)) heights.set(x, (heights.get(x) ?? 0) + 1);
  const tall = Math.max(...heights.values());
  const small = Math.min(...[...heights.values()].filter((height) => height > 20));
  expect(Math.abs(small / tall - 0.5)).toBeLessThan(0.02);
});

test('a part is scaled to fit the followed view: the design goes along, the rest matches, and nothing drifts any more', async () => {
  const two = (wide: number, tall: number) =>
    paint(240, 240, (x, y) =>
      inBox(x, y, [120 - wide, 90, 120 + wide, 220])
        ? COAT
        : inBox(x, y, [100, 30, 140, 90])
          ? SKIN
          : inBox(x, y, [150, 110, 150 + tall, 110 + tall])
            ? RED
            : null,
    );
  const first = await ask('POST', `/productions/${production}/characters`, design('Gull', two(28, 50)));
  const { id } = first.doc.character;
  const form = new FormData();
  form.append('key', 'side');
  form.append('design', new Blob([new Uint8Array(two(28, 60)).buffer], { type: 'image/png' }), 'side.png');
  const { doc } = await ask('POST', `/characters/${id}/views`, form);
  const [front, side] = doc.views.map((view) => view.id);
  let state = doc;
  for (const [view, tall] of [
    [front, 50],
    [side, 60],
  ] as const)
    for (const [group, box] of [
      ['coat', [92, 90, 148, 220]],
      ['head', [100, 30, 140, 90]],
      ['bag', [150, 110, 150 + tall, 110 + tall]],
    ] as const) {
      const mask = maskOf((x, y) => inBox(x, y, [...box]));
      state = (await ask('POST', `/views/${view}/cut/take`, { targets: [{ tokens: { group }, mask }] })).doc;
    }
  const bag = pieceIn(state, side, 'bag');
  const fitted = await ask('POST', `/pieces/${bag}/fit`, { fromId: front });
  expect(fitted.summary).toBe('Scale bag to fit front');
  const { face } = fitted.doc.pieces.find((piece) => piece.id === bag) as CharacterDoc['pieces'][number];
  expect(Math.abs(face.height - 50)).toBeLessThanOrEqual(2);
  const { body } = await call<{ checks: { id: string; figure: number }[] }>(server, 'GET', `/views/${side}/checks`);
  for (const check of ['rest-match', 'offcuts'])
    expect([check, body.checks.find((one) => one.id === check)?.figure]).toEqual([check, 0]);
  expect(await refused('POST', `/pieces/${pieceIn(state, front, 'bag')}/take-side`)).toMatch(/no counterpart/);
});

test('a view is mirrored to its other side: the same parts, its pixels the other way round, and what does not show is left out', async () => {
  const { id, side } = await turned(COAT);
  const bag = await ask('POST', `/views/${side}/cut/take`, {
    targets: [{ tokens: { group: 'bag' }, mask: maskOf((x, y) => inBox(x, y, [120, 150, 150, 170])) }],
  });
  const bagId = pieceIn(bag.doc, side, 'bag');
  const mirror = (key: string, without: string[]) => ask('POST', `/views/${side}/mirror`, { key, without });
  expect(await refused('POST', `/views/${side}/mirror`, { key: 'side', without: [] })).toMatch(/There is a side view/);
  expect(await refused('POST', `/views/${side}/mirror`, { key: 'x', without: [id] })).toMatch(/^4/);
  const { doc: whole } = await mirror('side-right', []);
  const there = whole.views.find(({ key }) => key === 'side-right')?.id ?? '';
  const faceIn = (viewId: string, group: string) =>
    whole.pieces.find(({ id: own }) => own === pieceIn(whole, viewId, group))?.face;
  expect(faceIn(there, 'bag')?.x).toBe(240 - 150);
  expect(faceIn(there, 'coat')?.area).toBe(faceIn(side, 'coat')?.area);
  const { doc: less } = await mirror('side-without', [bagId]);
  const last = less.views.find(({ key }) => key === 'side-without')?.id ?? '';
  expect(less.pieces.filter(({ viewId }) => viewId === last)).toHaveLength(1);
  const { body } = await call<{ checks: { id: string; figure: number }[] }>(server, 'GET', `/views/${last}/checks`);
  expect(body.checks.find(({ id: check }) => check === 'rest-match')?.figure).toBe(0);
});

test('parts of another character are taken over, scaled and mirrored: names, joints and hidden paint; the rest matches', async () => {
  const { id: limbId } = await jointedLimb(server, production);
  const limb = (await ask('GET', `/characters/${limbId}`)).doc;
  const [from] = limb.views;
  const wide = paint(300, 600, (x, y) => (inBox(x, y, [130, 60, 170, 560]) ? COAT : null));
  const { doc } = await ask('POST', `/productions/${production}/characters`, design('Larger', wide));
  const [view] = doc.views;
  const partIds = limb.parts.map(({ id }) => id);
  const take = { fromViewId: from.id, partIds, mirrored: false };
  const taken = await ask('POST', `/views/${view.id}/take-parts`, take);
  expect(taken.summary).toMatch(/^Take 2 parts from /);
  const nameOf = ({ group, part, side }: CharacterDoc['parts'][number]) => [group, part, side].join('/');
  expect(taken.doc.parts.map(nameOf).sort()).toEqual(limb.parts.map(nameOf).sort());
  expect(taken.doc.joints).toHaveLength(1);
  const ratio = taken.doc.joints[0].radius / limb.joints[0].radius;
  expect(ratio).toBeGreaterThan(1.2);
  expect(taken.doc.joints[0].rangeHigh).toBe(limb.joints[0].rangeHigh);
  expect(taken.doc.pieces.some(({ beneath }) => beneath !== null)).toBe(true);
  const { body } = await call<{ checks: { id: string; figure: number }[] }>(server, 'GET', `/views/${view.id}/checks`);
  expect(body.checks.find(({ id: check }) => check === 'rest-match')?.figure).toBe(0);
  expect(await refused('POST', `/views/${view.id}/take-parts`, take)).toMatch(/here already/);
  expect(await refused('POST', `/views/${from.id}/take-parts`, take)).toMatch(/the character’s own/);
  expect(await refused('POST', `/views/${view.id}/take-parts`, { ...take, partIds: [] })).toMatch(/^400/);
  expect((await ask('POST', `/characters/${doc.character.id}/undo`, {})).doc.pieces).toHaveLength(0);
  const mirrored = await ask('POST', `/views/${view.id}/take-parts`, { ...take, mirrored: true });
  expect(mirrored.doc.joints[0].rangeLow).toBe(0 - limb.joints[0].rangeHigh);
});
