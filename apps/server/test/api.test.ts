import type { CharacterDoc } from '@limber-sheaf/core';
import { compareBitmaps, composite } from '@limber-sheaf/core';
import { isDrawn, decodePng, readOpenRaster, rigFaults, type Rig } from '@limber-sheaf/formats';
import {
  ALL,
  call,
  design,
  end,
  finished,
  jointedLimb,
  limbPng,
  packageOf,
  startOwnServer,
  type JobState,
  type Running,
  type State,
} from './server-under-test';

let server: Running;
let production: string;

beforeAll(async () => {
  server = await startOwnServer();
  production = (await call<{ id: string }>(server, 'POST', '/productions', { name: 'Test tide' })).body.id;
});
afterAll(() => end(server));

const arm = (part: string) => ({ group: 'arm', side: 'A', part });

async function bringIn(name = 'Mast'): Promise<State> {
  return (await call<State>(server, 'POST', `/productions/${production}/characters`, design(name, limbPng()))).body;
}

const jointed = () => jointedLimb(server, production);

test('a limb is cut, jointed, rounded and clean, and the rest is the design', async () => {
  const { view, state } = await jointed();
  expect(state.doc.joints[0]).toMatchObject({
    x: 100,
    y: 150,
    radius: 40,
    lineWidth: 6,
    rounded: true,
    discOn: 'both',
  });
  expect(Object.values(state.sheets).every((s) => s.under !== null || s.overlap !== null)).toBe(true);
  const { body } = await call<{
    checks: { id: string; ok: boolean; figure: number }[];
    joints: { cleanRange: number[] }[];
  }>(server, 'GET', `/views/${view}/checks`);
  expect(body.checks.filter((c) => !c.ok)).toEqual([]);
  expect(body.joints[0].cleanRange).toEqual([-10, 130]);
});

test('the package proves itself: schema, rest match, same layers, same bytes, versions that count up', async () => {
  const { id } = await jointed();
  const first = await packageOf(server, id);
  expect(rigFaults(first.rig)).toEqual([]);
  expect(first.name).toMatch(/^mast(-\d+)?_v001_\d{4}-\d\d-\d\d$/);
  const [view] = first.rig.views;
  const file = (path: string) => first.files.get(path) ?? new Uint8Array();
  const whole = decodePng(file(view.design.image));
  const pieces = view.pieces.filter(isDrawn);
  const images = pieces.map((piece) => ({
    ...decodePng(file(piece.image)),
    x: piece.bounds.x,
    y: piece.bounds.y,
  }));
  images.forEach((image, i) =>
    expect([image.width, image.height]).toEqual([pieces[i].bounds.width, pieces[i].bounds.height]),
  );
  expect(compareBitmaps(composite(200, 300, images), whole)).toMatchObject({ differing: 0, largest: 0 });
  const ora = readOpenRaster(file(`${first.rig.character.code}_front.ora`));
  expect(ora.layers.map((l) => l.name)).toEqual(view.drawOrder);
  ora.layers.forEach((layer, i) => expect(decodePng(layer.png).data).toEqual(images[i].data));
  expect(JSON.parse(new TextDecoder().decode(file('rig.schema.json')))).toHaveProperty('$id');

  const second = await packageOf(server, id);
  expect(second.rig).toMatchObject({ version: 2, previousVersion: 1 });
  const same = (rig: Rig) => ({ ...rig, version: 0, previousVersion: 0, createdAt: '' });
  expect(same(second.rig)).toEqual(same(first.rig));
  for (const [path, bytes] of first.files)
    if (!/^(rig|changes)\.json$|^CHANGES\.md$/.test(path))
      expect(Buffer.compare(bytes, second.files.get(path) ?? new Uint8Array())).toBe(0);
});

test('what is still uncut leaves as a piece of its own, and the failed check is in the manifest', async () => {
  const { doc } = await bringIn('Half');
  await call(server, 'POST', `/views/${doc.views[0].id}/cut/trace`, {
    tokens: { group: 'head' },
    loop: [0, 0, 200, 0, 200, 90, 0, 90],
  });
  const { rig } = await packageOf(server, doc.character.id);
  expect(rig.views[0].drawOrder).toEqual(['uncut', 'head']);
  expect(rig.checks.filter((c) => !c.ok).map((c) => c.id)).toEqual(['offcuts']);
});

test('undo and redo name what they do, and outlive a server killed at once', async () => {
  const { id, state } = await jointed();
  expect(state.undo).toBe('Place and round elbow A');
  await end(server, 'SIGKILL');
  server = await startOwnServer();
  const undone = (await call<State>(server, 'POST', `/characters/${id}/undo`)).body;
  expect(undone).toMatchObject({
    summary: 'Undid: Place and round elbow A',
    undo: 'Cut lower arm A from upper arm A',
    redo: 'Place and round elbow A',
  });
  expect(undone.doc.joints).toEqual([]);
  expect(Object.values(undone.sheets).every((s) => s.under === null && s.overlap === null)).toBe(true);
  const redone = (await call<State>(server, 'POST', `/characters/${id}/redo`)).body;
  expect(redone.doc.joints).toHaveLength(1);
  const strip = (doc: CharacterDoc) =>
    [doc.parts, doc.pieces, doc.joints].map((rows) => rows.map((row) => ({ ...row, version: 0 })));
  expect(strip(redone.doc)).toEqual(strip(state.doc));
  expect(redone.sheets).toEqual(state.sheets);
  expect((await call(server, 'POST', `/characters/${id}/redo`)).body).toMatchObject({ code: 'nothing-to-redo' });
});

test('one person’s undo leaves another’s work alone', async () => {
  const { id, state } = await jointed();
  const joint = state.doc.joints[0];
  await call(server, 'PATCH', `/joints/${joint.id}`, { rangeHigh: 90 }, 'other');
  const undone = (await call<State>(server, 'POST', `/characters/${id}/undo`, {}, 'other')).body;
  expect(undone.doc.joints[0].rangeHigh).toBe(130);
  await call(server, 'PATCH', `/joints/${joint.id}`, { rangeHigh: 80 }, 'other');
  const clash = await call<State>(server, 'POST', `/characters/${id}/undo`);
  expect(clash).toMatchObject({ status: 409, body: { code: 'stale' } });
});

test('an edit on rows that have changed since is refused with the rows as they are; others go through', async () => {
  const { state } = await jointed();
  const joint = state.doc.joints[0];
  expect(
    (await call(server, 'PATCH', `/joints/${joint.id}`, { rangeHigh: 100, saw: { [joint.id]: joint.version } })).status,
  ).toBe(200);
  const late = await call<{ code: string; current: { rangeHigh: number }[] }>(server, 'PATCH', `/joints/${joint.id}`, {
    rangeHigh: 60,
    saw: { [joint.id]: joint.version },
  });
  expect(late).toMatchObject({ status: 409, body: { code: 'stale', current: [{ rangeHigh: 100, rounded: true }] } });
  const piece = state.doc.pieces[0];
  expect(
    (await call(server, 'POST', `/pieces/${piece.id}/order`, { inFrontOf: null, saw: { [piece.id]: piece.version } }))
      .status,
  ).toBe(200);
});

test('many edits at once are all kept', async () => {
  const { id, state } = await jointed();
  const before = state.revision;
  const answers = await Promise.all(
    Array.from({ length: 8 }, (_, i) =>
      call<State>(server, 'PATCH', `/joints/${state.doc.joints[0].id}`, { rangeHigh: 60 + i }, `person${i}`),
    ),
  );
  expect(answers.map((a) => a.status)).toEqual(Array(8).fill(200));
  expect((await call<State>(server, 'GET', `/characters/${id}`)).body.revision).toBe(before + 8);
});

test('all joints are fitted in one edit, which tells what it left and why', async () => {
  const { doc } = await bringIn('Three');
  const view = doc.views[0].id;
  const cross = (pieceId: string, y: number, part: string) =>
    call<State>(server, 'POST', `/views/${view}/cut/cross`, {
      pieceId,
      line: [50, y, 150, y],
      take: 'right',
      tokens: arm(part),
    });
  const upper = (await call<State>(server, 'POST', `/views/${view}/cut/trace`, { tokens: arm('upper'), loop: ALL }))
    .body.doc.pieces[0].id;
  const lower = (await cross(upper, 110, 'lower')).body.doc.pieces.find((p) => p.id !== upper)?.id as string;
  await cross(lower, 200, 'hand');
  const all = (await call<State>(server, 'POST', `/views/${view}/joints/fit-all`)).body;
  expect(all).toMatchObject({ summary: 'Fit and round 2 joints', undo: 'Fit and round 2 joints', notes: [] });
  expect(all.doc.joints.map((j) => [Math.round(j.y), j.rounded]).sort()).toEqual([
    [110, true],
    [200, true],
  ]);
  expect((await call(server, 'POST', `/views/${view}/joints/fit-all`)).body).toMatchObject({ code: 'nothing-to-fit' });
  expect((await call<State>(server, 'POST', `/characters/${doc.character.id}/undo`)).body.doc.joints).toEqual([]);
});

test('changing the order rounds both ends anew, and back gives the same sheets', async () => {
  const { state } = await jointed();
  const [joint] = state.doc.joints;
  const parent = (await call<State>(server, 'POST', `/joints/${joint.id}/in-front`, { inFront: 'parent' })).body;
  expect(parent.sheets).not.toEqual(state.sheets);
  const child = (await call<State>(server, 'POST', `/joints/${joint.id}/in-front`, { inFront: 'child' })).body;
  expect(child.sheets).toEqual(state.sheets);
});

test('refusals say why, where, and change nothing', async () => {
  const { id, view, state } = await jointed();
  const [upper, lower] = state.doc.pieces;
  const refusals: [string, string, object, string][] = [
    [
      'POST',
      `/views/${view}/cut/cross`,
      { pieceId: upper.id, line: [0, 5, 190, 5], take: 'left', tokens: arm('hand') },
      'does-not-cross',
    ],
    [
      'POST',
      `/views/${view}/cut/cross`,
      { pieceId: upper.id, line: [50, 60, 150, 60], take: 'left', tokens: arm('lower') },
      'name-taken',
    ],
    ['POST', `/views/${view}/cut/trace`, { tokens: arm('hand'), loop: ALL }, 'would-empty'],
    ['POST', `/views/${view}/cut/trace`, { tokens: arm('hand'), loop: [0, 0, 20, 0, 20, 20] }, 'nothing-there'],
    ['POST', `/views/${view}/cut/trace`, { loop: [0, 0, 20, 0, 20, 20] }, 'no-part'],
    ['POST', `/views/${view}/cut/trace`, { tokens: { group: '///' }, loop: ALL }, 'bad-name'],
    ['POST', `/views/${view}/cut/give-back`, { pieceId: upper.id, loop: ALL }, 'would-empty'],
    ['POST', `/views/${view}/cut/take-rest`, { pieceId: upper.id }, 'nothing-there'],
    ['POST', `/views/${view}/cut/sweep-up`, {}, 'nothing-there'],
    ['POST', `/views/${view}/joints`, { pieceId: upper.id, otherId: upper.id }, 'not-two-pieces'],
    ['PATCH', `/joints/${state.doc.joints[0].id}`, { rangeLow: 4 }, 'bad-range'],
    ['PATCH', `/parts/${upper.partId}/parent`, { parentId: lower.partId }, 'ring'],
    ['PATCH', `/parts/${upper.partId}/name`, { tokens: { group: 'uncut' } }, 'bad-name'],
    ['POST', `/views/${view}/cut/trace`, { tokens: arm('hand'), loop: [1, 2, 3] }, 'bad-request'],
    ['POST', `/views/${view}/cut/trace`, { tokens: arm('hand'), loop: ALL, colour: 'red' }, 'bad-request'],
  ];
  const upperOf = state.doc.pieces.find((p) => p.id === upper.id);
  expect(upperOf).toBeDefined();
  for (const [method, path, body, code] of refusals) {
    const answer = await call<{ code: string; sentence: string }>(server, method, path, body);
    expect([path, answer.body.code]).toEqual([path, code]);
    expect(answer.body.sentence).toMatch(/^[A-Z].{8,}\.$/s);
  }
  expect((await call<State>(server, 'GET', `/characters/${id}`)).body).toMatchObject({ revision: state.revision });
});

test('a character is renamed, copied, deleted and brought back; its code stays its own', async () => {
  const { doc } = await bringIn('Juniper Väne / raw');
  expect(doc.character.code).toBe('juniper-vane-raw');
  const { id } = doc.character;
  expect(
    (await call<State>(server, 'PATCH', `/characters/${id}`, { name: '  Mizzen   top ' })).body.doc.character,
  ).toMatchObject({ name: 'Mizzen top', code: 'mizzen-top' });
  const copy = (await call<State>(server, 'POST', `/characters/${id}/duplicate`, { name: 'Mizzen top' })).body.doc
    .character;
  expect(copy).toMatchObject({ name: 'Mizzen top', code: 'mizzen-top-2' });
  await call(server, 'DELETE', `/characters/${copy.id}`);
  const cards = async () =>
    (await call<{ id: string; deleted: boolean }[]>(server, 'GET', `/productions/${production}/characters`)).body;
  expect((await cards()).find((c) => c.id === copy.id)?.deleted).toBe(true);
  expect((await call<State>(server, 'POST', `/characters/${copy.id}/undo`)).body.doc.character.deleted).toBe(false);
  expect((await call(server, 'PATCH', `/characters/${id}`, { name: 'x'.repeat(300) })).status).toBe(400);
});

test('a job can be stopped, and made again', async () => {
  const { id } = await jointed();
  const job = (await call<JobState>(server, 'POST', `/characters/${id}/handoffs`)).body;
  expect((await call(server, 'POST', `/characters/${id}/handoffs`)).body).toMatchObject({ code: 'busy' });
  expect((await call<JobState>(server, 'DELETE', `/jobs/${job.id}`)).body.state).toBe('cancelled');
  expect((await finished(server, job.id)).state).toBe('cancelled');
  expect((await packageOf(server, id)).rig.version).toBe(1);
});

test('the API describes itself', async () => {
  const { body } = await call<{ paths: Record<string, unknown> }>(server, 'GET', '/docs-json');
  expect(Object.keys(body.paths)).toEqual(
    expect.arrayContaining(['/api/views/{id}/cut/trace', '/api/characters/{id}/handoffs', '/api/health']),
  );
  expect((await call(server, 'GET', '/nothing-here')).body).toMatchObject({ code: 'not-found' });
});
