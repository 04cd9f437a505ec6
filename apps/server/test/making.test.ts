import { decodePng, isDrawn, readOpenRaster } from '@limber-sheaf/formats';
import { askOf, drawingAt, drawnHead, form, maskOf, openMouth, paint, refusedOf, type Asked } from './drawn-head';
import { call, end, packageOf, startServer, type Running, type State } from './server-under-test';

let server: Running;
let production: string;

beforeAll(async () => {
  server = await startServer();
  production = (await call<{ id: string }>(server, 'POST', '/productions', { name: 'Making' })).body.id;
});
afterAll(() => end(server));

const ask = (...asked: Asked) => askOf(server, ...asked);
const refused = (...asked: Asked) => refusedOf(server, ...asked);

/** A head whose mouth has marks at its corners, with what its drawings are made of. */
async function markedHead() {
  const head = await drawnHead(server, production);
  const { doc } = await ask('GET', `/characters/${head.id}`);
  const standing = doc.drawings.find(({ isDefault }) => isDefault)?.id as string;
  const corners = [90, 170, 150, 170];
  await ask('PUT', `/drawings/${standing}/marks`, { viewId: head.view, marks: corners });
  const cell = { viewId: head.view, shape: 'open', mood: 'neutral' };
  const make = (steps: object[], more: Partial<typeof cell> = {}, of = standing) =>
    ask('POST', `/drawings/${of}/make`, { ...cell, ...more, steps });
  return { ...head, standing, corners, cell, make };
}
const part = { do: 'part', line: [90, 170, 120, 170, 150, 170], up: 4, down: 20 };
const pixelsOf = async (blob: string) => {
  const answer = await fetch(`${server.address}/api/blobs/${blob}`);
  return decodePng(new Uint8Array(await answer.arrayBuffer()));
};

test('a drawing is made of another by bending it while its corners stay; too far off the canvas nothing is left', async () => {
  const { standing, corners, cell, make } = await markedHead();
  const made = await make([{ do: 'bend', held: corners, handles: [120, 176, 120, 196] }]);
  expect(made.summary).toBe('Make mouth rest into open, neutral');
  const { row } = drawingAt(made, 'open');
  const { y, height } = row?.picture ?? { y: 0, height: 0 };
  expect(Math.abs(y + height - 196)).toBeLessThanOrEqual(2);
  expect([row?.marks, row?.madeOf]).toEqual([corners, standing]);
  const asked = (steps: object[]) => refused('POST', `/drawings/${standing}/make`, { ...cell, steps });
  const gone = { do: 'bend', held: [], handles: [120, 170, 90_000, 90_000] };
  expect(await asked([gone])).toMatch(/^422 Nothing is left of the drawing/);
  expect(await asked([{ ...gone, handles: [1, 2, 3] }])).toMatch(/^400/);
  expect(await asked([{ ...gone, handles: [1, 2] }])).toMatch(/^422 A bend has handles/);
  expect(await asked([{ ...part, line: [90, 170, 90, 171] }])).toMatch(/^422 The line has no length/);
  expect(await asked([{ ...part, up: 0, down: 0 }])).toMatch(/^422 Neither half moves/);
});

test('a mouth that is parted opens with its inside, and is parted anew when the piece is cut otherwise', async () => {
  const { id, view, make } = await markedHead();
  const inside = { colour: [120, 30, 40], teeth: false, tongue: false };
  const made = await make([{ ...part, inside }]);
  const { row: first } = drawingAt(made, 'open');
  const before = await pixelsOf(first?.picture?.blob ?? '');
  expect(before.height).toBeGreaterThan(30);
  const middle = (Math.floor(before.height / 2) * before.width + Math.floor(before.width / 2)) * 4;
  // The colour of the inside, darker at its depth.
  const [red, green, blue] = before.data.subarray(middle, middle + 3);
  expect([red > 70 && red < 120, green < 31, blue < 41]).toEqual([true, true, true]);
  // The mouth gets more of the face: the opening is made of it at once, in the same edit.
  const wider = maskOf((x, y) => Math.abs(x - 120) <= 44 && Math.abs(y - 170) <= 5);
  const cut = await ask('POST', `/views/${view}/cut/take`, { targets: [{ tokens: { group: 'mouth' }, mask: wider }] });
  const { row: second } = drawingAt(cut, 'open');
  expect(second?.picture?.width).toBeGreaterThan((first?.picture?.width ?? 0) + 20);
  const back = await ask('POST', `/characters/${id}/undo`);
  expect(drawingAt(back, 'open').row?.picture).toEqual(first?.picture);
  // Pressed flat it stays as it is.
  const { drawing } = drawingAt(back, 'open');
  await ask('POST', `/drawings/${drawing?.id}/press-flat`, { viewId: view });
  expect(await refused('POST', `/drawings/${drawing?.id}/press-flat`, { viewId: view })).toMatch(/is flat already/);
  const again = await ask('POST', `/views/${view}/cut/take`, {
    targets: [{ tokens: { group: 'mouth' }, mask: wider }],
  });
  expect(drawingAt(again, 'open').row?.picture).toEqual(first?.picture);
});

test('what is made of a made drawing follows as well, and stays when that one is deleted', async () => {
  const { view, corners, make } = await markedHead();
  const open = drawingAt(await make([part]), 'open').drawing?.id as string;
  const bent = [{ do: 'bend', held: corners, handles: [120, 190, 120, 170] }];
  const half = drawingAt(await make(bent, { shape: 'half' }, open), 'half');
  const wider = maskOf((x, y) => Math.abs(x - 120) <= 44 && Math.abs(y - 170) <= 5);
  const cut = await ask('POST', `/views/${view}/cut/take`, { targets: [{ tokens: { group: 'mouth' }, mask: wider }] });
  const followed = drawingAt(cut, 'half').row;
  expect(followed?.picture?.width).toBeGreaterThan((half.row?.picture?.width ?? 0) + 20);
  const gone = await ask('DELETE', `/drawings/${open}`);
  expect(drawingAt(gone, 'half').row).toMatchObject({ picture: followed?.picture, madeOf: null, steps: [] });
});

test('a copy is painted on and erased, the default drawing is not; what is painted is pressed flat', async () => {
  const { view, standing, make } = await markedHead();
  const stroke = {
    viewId: view,
    stroke: [120, 200, 10],
    colour: [200, 40, 60],
    softness: 0,
    erase: false,
    on: 'picture',
  };
  expect(await refused('POST', `/drawings/${standing}/paint`, stroke)).toMatch(/^422 The default drawing is the piece/);
  const copied = await make([]);
  const { drawing, row } = drawingAt(copied, 'open');
  expect([row?.madeOf, row?.picture?.height]).toEqual([null, 11]);
  const painted = await ask('POST', `/drawings/${drawing?.id}/paint`, stroke);
  expect(drawingAt(painted, 'open').row?.picture).toMatchObject({ y: 165, height: 45 });
  const erased = await ask('POST', `/drawings/${drawing?.id}/paint`, {
    ...stroke,
    stroke: [120, 200, 14],
    erase: true,
  });
  expect(drawingAt(erased, 'open').row?.picture).toMatchObject({ y: 165, height: 11 });
  const all = await ask('POST', `/drawings/${drawing?.id}/paint`, { ...stroke, stroke: [120, 170, 60], erase: true });
  expect(drawingAt(all, 'open').row?.picture).toBeNull();
  const none = await refused('POST', `/drawings/${drawing?.id}/paint`, { ...stroke, erase: true });
  expect(none).toMatch(/^422 There is no paint to take away/);
});

test('a second picture leaves as a piece of its own, in front of what the set says, and is proven', async () => {
  const { id, view, set, eyes, make } = await markedHead();
  const { drawing } = drawingAt(await make([part]), 'open');
  const stroke = { viewId: view, colour: [90, 200, 90], softness: 0, erase: false, on: 'over' };
  await ask('POST', `/drawings/${drawing?.id}/paint`, { ...stroke, stroke: [120, 180, 8] });
  const { doc } = await ask('GET', `/characters/${id}`);
  const eyesPart = doc.pieces.find((piece) => piece.id === eyes)?.partId;
  await ask('PATCH', `/swap-sets/${set}/rules`, { overPartId: eyesPart });
  const made = await packageOf(server, id, { formats: ['ora', 'psd', 'svg', 'atlas', 'glb'] });
  const [rigView] = made.rig.views;
  expect(rigView.drawOrder).toEqual(['head', 'eyes', 'mouth_over', 'mouth']);
  const over = rigView.pieces.find(({ name }) => name === 'mouth_over');
  expect(over).toMatchObject({ parent: 'mouth', image: null, bounds: null, swapSet: null });
  expect(over && isDrawn(over)).toBe(false);
  const [rigSet] = rigView.swapSets;
  expect(rigSet.over).toBe('mouth_over');
  const open = rigSet.drawings.find(({ name }) => name === 'mouth_open');
  expect(open?.over).toMatchObject({ image: 'front/mouth/mouth_open_over.png', bounds: { x: 112, y: 172 } });
  expect(decodePng(made.files.get(open?.over?.image ?? '') ?? new Uint8Array()).width).toBe(open?.over?.bounds.width);
  const ora = made.files.get(`${made.rig.character.code}_front.ora`) ?? new Uint8Array();
  expect(readOpenRaster(ora).layers.map(({ path, visible }) => [path, visible])).toContainEqual([
    'mouth_over/mouth_open_over',
    false,
  ]);
});

test('linked sets show what goes together: a chart is shared, what one lacks is said, rings are refused', async () => {
  const { id, view, set, eyes, make } = await markedHead();
  await make([part]);
  const { doc } = await ask('POST', `/pieces/${eyes}/swap-set`, { kind: 'other' });
  const other = doc.swapSets.find((one) => one.id !== set)?.id as string;
  const linked = await ask('PATCH', `/swap-sets/${other}/rules`, { linkedTo: set });
  const [mouth, white] = [set, other].map((one) => linked.doc.swapSets.find((row) => row.id === one));
  expect(white?.shapes).toEqual(mouth?.shapes);
  expect(await refused('PATCH', `/swap-sets/${set}/rules`, { linkedTo: other })).toMatch(
    /linked to another set itself/,
  );
  expect(await refused('PATCH', `/swap-sets/${set}/rules`, { linkedTo: set })).toMatch(/cannot be linked to itself/);
  expect(await refused('PATCH', `/swap-sets/${other}`, { moods: ['grim'] })).toMatch(/goes by the chart of mouth/);
  const seats = async () =>
    (
      await call<{ checks: { id: string; findings: { sentence: string }[] }[] }>(server, 'GET', `/views/${view}/checks`)
    ).body.checks
      .find((check) => check.id === 'swap-seats')
      ?.findings.map(({ sentence }) => sentence);
  expect(await seats()).toContainEqual(expect.stringMatching(/^eyes goes with another set.* lacks open, neutral/));
  expect((await packageOf(server, id, { formats: [] })).rig.views[0].swapSets[0].linkedTo).toBeNull();
  await ask('POST', `/swap-sets/${other}/blank`, { viewId: view, shape: 'open', mood: 'neutral' });
  const left = await packageOf(server, id, { formats: [] });
  expect(left.rig.views[0].swapSets.map(({ name, linkedTo }) => [name, linkedTo])).toEqual([
    ['eyes', 'mouth'],
    ['mouth', null],
  ]);
});

test('a drawing is used in another view, on its seat there; where it has no picture that is said', async () => {
  const { id, view, set, corners } = await markedHead();
  await ask('POST', `/swap-sets/${set}/drawings`, form(view, { 'mouth_ah.png': openMouth }));
  const { doc } = await ask('GET', `/characters/${id}`);
  const open = drawingAt({ doc }, 'open').drawing?.id as string;
  await ask('PUT', `/drawings/${open}/marks`, { viewId: view, marks: corners });
  // The same face, with its mouth 12 px farther down and 9 to the right.
  const side = paint(240, 240, (x, y) =>
    Math.hypot(x - 120, y - 120) > 110
      ? null
      : Math.abs(x - 129) <= 30 && Math.abs(y - 182) <= 5
        ? [40, 30, 36, 255]
        : [232, 178, 140, 255],
  );
  const other = new FormData();
  other.append('key', 'side');
  other.append('design', new Blob([new Uint8Array(side).buffer], { type: 'image/png' }), 'side.png');
  const added = await ask('POST', `/characters/${id}/views`, other);
  const there = added.doc.views.find((one) => one.id !== view)?.id as string;
  const targets = [
    { tokens: { group: 'mouth' }, mask: maskOf((x, y) => Math.abs(x - 129) <= 30 && Math.abs(y - 182) <= 5) },
  ];
  const cut: State = await ask('POST', `/views/${there}/cut/take`, { targets });
  const standing = cut.doc.drawings.find(({ isDefault }) => isDefault)?.id;
  await ask('PUT', `/drawings/${standing}/marks`, { viewId: there, marks: [99, 182, 159, 182] });
  const used = await ask('POST', `/drawings/${open}/take-over`, { viewId: there, fromViewId: view });
  const rows = used.doc.drawingViews.filter(({ drawingId }) => drawingId === open);
  const [from, to] = [view, there].map((one) => rows.find(({ viewId }) => viewId === one));
  expect([(to?.picture?.x ?? 0) - (from?.picture?.x ?? 0), (to?.picture?.y ?? 0) - (from?.picture?.y ?? 0)]).toEqual([
    9, 12,
  ]);
  expect(to?.marks).toEqual([99, 182, 159, 182]);
  await ask('POST', `/swap-sets/${set}/blank`, { viewId: view, shape: 'closed', mood: 'neutral' });
  const blank = drawingAt(await ask('GET', `/characters/${id}`), 'closed').drawing?.id;
  const said = await refused('POST', `/drawings/${blank}/take-over`, { viewId: there, fromViewId: view });
  expect(said).toMatch(/mouth closed has no picture in that view/);

  // All that the view lacks comes at once: a blank one, and one that is put by where it differs least.
  await ask('POST', `/swap-sets/${set}/drawings`, form(view, { 'mouth_oh.png': openMouth }));
  const all = await ask('POST', `/views/${there}/take-over`, { fromViewId: view });
  expect(all.summary).toBe('Use 2 drawings of front in side');
  const inView = (shape: string, viewId: string) => {
    const { drawing } = drawingAt(all, shape);
    return all.doc.drawingViews.find((row) => row.drawingId === drawing?.id && row.viewId === viewId);
  };
  expect(inView('closed', there)).toMatchObject({ picture: null });
  expect(inView('round', there)?.picture).toMatchObject({ width: inView('round', view)?.picture?.width });
  const none = await refused('POST', `/views/${there}/take-over`, { fromViewId: view });
  expect(none).toMatch(/Front has no drawing that side lacks/);
  const undone = await ask('POST', `/characters/${id}/undo`);
  expect(undone.doc.drawingViews.filter(({ viewId }) => viewId === there).length).toBe(2);
});

test('a second picture is brought in by its name, for a drawing that is there or comes with it', async () => {
  const { id, view, set } = await markedHead();
  const thumb = paint(240, 240, (x, y) => (Math.hypot(x - 120, y - 190) <= 9 ? [220, 160, 120, 255] : null));
  const alone = await refused('POST', `/swap-sets/${set}/drawings`, form(view, { 'mouth ah over.png': thumb }));
  expect(alone).toMatch(/^422 mouth ah over would lie over open, neutral, which is not drawn/);
  const both = form(view, { 'mouth_ah.png': openMouth, 'mouth_ah_over.png': thumb });
  const made = await ask('POST', `/swap-sets/${set}/drawings`, both);
  expect(made.summary).toBe('Bring in 1 drawing of mouth');
  expect(drawingAt(made, 'open').row).toMatchObject({ picture: { y: 154 }, over: { y: 181, height: 19 } });
  // A new picture keeps the second one, and the other way round.
  const again = await ask('POST', `/swap-sets/${set}/drawings`, form(view, { 'mouth_ah.png': thumb }));
  expect(drawingAt(again, 'open').row).toMatchObject({ picture: { y: 181 }, over: { y: 181 } });
  const twice = form(view, { 'mouth_ah_over.png': thumb, 'mouth over open.png': thumb });
  expect(await refused('POST', `/swap-sets/${set}/drawings`, twice)).toMatch(/are for open, neutral: none is taken/);
  expect(drawingAt(await ask('GET', `/characters/${id}`), 'open').row?.over).toMatchObject({ y: 181 });
});
