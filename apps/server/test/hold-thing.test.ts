import { rigFaults } from '@limber-sheaf/formats';
import { provePackage } from '../src/handoff/prove-package';
import { askOf, drawingAt, drawnHead, form, openMouth, paint, refusedOf, type Asked } from './drawn-head';
import { call, end, packageOf, startServer, zipOfPackage, type Running } from './server-under-test';

let server: Running;
let production: string;

beforeAll(async () => {
  server = await startServer();
  production = (await call<{ id: string }>(server, 'POST', '/productions', { name: 'Held' })).body.id;
});
afterAll(() => end(server));

const ask = (...asked: Asked) => askOf(server, ...asked);
const refused = (...asked: Asked) => refusedOf(server, ...asked);
const head = () => drawnHead(server, production);

/** A whistle of 12 × 5 px. */
const whistle = paint(12, 5, () => [40, 60, 200, 255]);
const blown = paint(60, 50, (x, y) => (Math.abs(x - 29.5) < 6 && Math.abs(y - 25) < 3 ? [40, 60, 200, 255] : null));

test('a drawing holds a thing that is a piece of its own, behind its second picture, and shows nothing at rest', async () => {
  const { id, view, set } = await head();
  await ask('POST', `/swap-sets/${set}/drawings`, form(view, { 'mouth_ah.png': openMouth }));
  const over = paint(240, 240, (x, y) => (x >= 112 && x < 128 && y >= 160 && y < 164 ? [150, 20, 20, 255] : null));
  const blank = await ask('POST', `/swap-sets/${set}/blank`, { viewId: view, shape: 'closed', mood: 'neutral' });
  const withOver = await ask('POST', `/swap-sets/${set}/drawings`, form(view, { 'mouth_ah_over.png': over }));
  const open = drawingAt(withOver, 'open');
  const holds = `/drawings/${open.drawing?.id}/held`;
  const held = await ask('POST', holds, form(view, { 'tin whistle.png': whistle }));
  expect(held.summary).toBe('Let mouth open hold tin whistle');
  const partOf = (group: string) => held.doc.parts.find((part) => part.group === group);
  const thing = partOf('tin-whistle');
  expect(thing?.parentId).toBe(partOf('mouth')?.id);
  const own = held.doc.swapSets.find(({ partId }) => partId === thing?.id);
  expect(own).toMatchObject({ kind: 'prop', linkedTo: set });
  // Blank beside the closed mouth, and in the middle of the open one.
  const rows = held.doc.drawings
    .filter(({ setId, isDefault }) => setId === own?.id && !isDefault)
    .map(({ id: drawingId, shape }) => [
      shape,
      held.doc.drawingViews.find((row) => row.drawingId === drawingId)?.picture ?? null,
    ]);
  const { picture } = open.row ?? {};
  expect(rows).toEqual([
    ['closed', null],
    [
      'open',
      expect.objectContaining({
        x: Math.round((picture?.x ?? 0) + ((picture?.width ?? 0) - 12) / 2),
        y: Math.round((picture?.y ?? 0) + ((picture?.height ?? 0) - 5) / 2),
        width: 12,
        height: 5,
      }),
    ],
  ]);
  expect(held.doc.swapSets.find((one) => one.id === set)?.overPartId).toBe(thing?.id);

  const made = await packageOf(server, id, { formats: ['ora', 'psd', 'svg', 'glb', 'atlas'] });
  expect(rigFaults(made.rig)).toEqual([]);
  await provePackage(zipOfPackage(made), made.name);
  const [{ drawOrder, pieces, swapSets }] = made.rig.views;
  const from = drawOrder.indexOf('mouth');
  expect(drawOrder.slice(from, from + 3)).toEqual(['mouth', 'tin-whistle', 'mouth_over']);
  expect(pieces.find(({ name }) => name === 'tin-whistle')).toMatchObject({ parent: 'mouth', image: null });
  const { drawings } = swapSets.find(({ name }) => name === 'tin-whistle') ?? {};
  expect(drawings?.map(({ name, image }) => [name, image !== null])).toEqual([
    ['tin-whistle_rest', false],
    ['tin-whistle_closed', false],
    ['tin-whistle_open', true],
  ]);

  // Other pictures of it are put by the one that it has.
  const other = form(view, { 'whistle.png': blown }, { shape: 'closed', mood: 'neutral' });
  const put = await ask('POST', `/swap-sets/${own?.id}/drawings`, other);
  expect(put.doc.drawingViews.filter(({ picture: one }) => one?.width === 12).length).toBe(2);

  expect(await refused('POST', holds, form(view, { 'Tin Whistle.png': whistle }))).toMatch(/already/);
  expect(await refused('POST', holds, form(view, { '–.png': whistle }))).toMatch(/no letters/);
  expect(await refused('POST', holds, form(view, { 'a.png': whistle, 'b.png': whistle }))).toMatch(
    /one thing at a time/,
  );
  expect(await refused('POST', holds, form(view, {}))).toMatch(/no file/);
  const rest = drawingAt(blank, 'rest').drawing?.id;
  expect(await refused('POST', `/drawings/${rest}/held`, form(view, { 'pipe.png': whistle }))).toMatch(/held at rest/);
  await ask('POST', `/characters/${id}/undo`);
  const undone = await ask('POST', `/characters/${id}/undo`);
  expect(undone.doc.swapSets.map((one) => [one.id, one.overPartId])).toEqual([[set, null]]);
  expect(undone.doc.parts.some(({ group }) => group === 'tin-whistle')).toBe(false);
});
