import { rigFaults } from '@limber-sheaf/formats';
import { call, cutLimb, end, packageOf, startServer, type Running, type State } from './server-under-test';

let server: Running;
let production: string;

beforeAll(async () => {
  server = await startServer();
  const { body } = await call<{ id: string }>(server, 'POST', '/productions', { name: 'Names' });
  production = body.id;
});
afterAll(() => end(server));

const SCHEME = {
  ...{
    sides: 'near-far',
    separator: '-',
    case: 'capital',
    piece: ['side', 'group', 'part', 'index'],
    pivotMark: 'PIN',
  },
};
const namesOf = async (id: string) => (await packageOf(server, id, { formats: [] })).rig.views[0].drawOrder;

test('one scheme names every piece, in the package too, and is undone', async () => {
  const { id } = await cutLimb(server, production);
  const before = await namesOf(id);
  await call(server, 'PATCH', `/characters/${id}/scheme`, SCHEME);
  expect((await namesOf(id)).sort()).toEqual(['Near-Arm-Lower', 'Near-Arm-Upper']);
  await call(server, 'POST', `/characters/${id}/undo`);
  expect(await namesOf(id)).toEqual(before);
});

test('copies are numbered and drawings named as the scheme says, and the manifest has what its schema knows', async () => {
  const { id } = await cutLimb(server, production);
  const drawing = ['mood', 'set', 'shape', 'index'];
  const set = await call<State>(server, 'PATCH', `/characters/${id}/scheme`, { ...SCHEME, drawing, digits: 2 });
  expect(set.body.doc.character.scheme).toMatchObject({ digits: 2, drawing });
  const { rig } = await packageOf(server, id, { formats: [] });
  expect(rigFaults(rig)).toEqual([]);
  expect(rig.naming.drawing).toEqual(drawing);
  const wrong = await call(server, 'PATCH', `/characters/${id}/scheme`, { ...SCHEME, digits: 9 });
  expect(wrong.status).toBe(400);
});

test('many parts are named anew as one edit, or none where two names would meet; since when a name has stood is told', async () => {
  const { id, upper, lower } = await cutLimb(server, production);
  const { body: state } = await call<State>(server, 'GET', `/characters/${id}`);
  const part = (piece: string) => state.doc.pieces.find((one) => one.id === piece)?.partId ?? '';
  await packageOf(server, id, { formats: [] });
  const to = (group: string) => ({ group, side: 'A', part: null, index: null });
  const clash = { renamings: [upper, lower].map((piece) => ({ partId: part(piece), tokens: to('sleeve') })) };
  const refused = await call<{ code: string }>(server, 'POST', `/characters/${id}/names`, clash);
  expect([refused.status, refused.body.code]).toEqual([409, 'name-taken']);
  const { body: same } = await call<State>(server, 'GET', `/characters/${id}`);
  expect(same.doc.parts).toEqual(state.doc.parts);

  const one = { renamings: [{ partId: part(upper), tokens: to('sleeve') }] };
  const { body: made } = await call<State>(server, 'POST', `/characters/${id}/names`, one);
  expect(made).toMatchObject({ summary: 'Rename 1 part', undo: 'Rename 1 part' });
  await packageOf(server, id, { formats: [] });
  const { body: handed } = await call<{ partId: string; name: string; since: number }[]>(
    server,
    'GET',
    `/characters/${id}/names/handed-off`,
  );
  expect(handed.sort((a, b) => a.since - b.since)).toEqual([
    { partId: part(lower), name: 'arm_A_lower', since: 1 },
    { partId: part(upper), name: 'sleeve_A', since: 2 },
  ]);
});

test.each<[string, string, string, object]>([
  ['a scheme without a word', 'PATCH', 'scheme', { ...SCHEME, piece: ['group', 'side', 'part'] }],
  ['a word twice', 'PATCH', 'scheme', { ...SCHEME, piece: ['group', 'group', 'part', 'index'] }],
  ['another separator', 'PATCH', 'scheme', { ...SCHEME, separator: '/' }],
  ['a mark of signs', 'PATCH', 'scheme', { ...SCHEME, pivotMark: 'a/b' }],
  ['nothing to rename', 'POST', 'names', { renamings: [] }],
  ['a part that is none', 'POST', 'names', { renamings: [{ partId: 'x', tokens: { group: 'a' } }] }],
])('%s is refused in a sentence and changes nothing', async (_, method, path, body) => {
  const { id } = await cutLimb(server, production);
  const before = (await call<State>(server, 'GET', `/characters/${id}`)).body;
  const { status, body: answer } = await call<{ sentence: string }>(server, method, `/characters/${id}/${path}`, body);
  expect(status).toBe(400);
  expect(answer.sentence.length).toBeGreaterThan(10);
  expect((await call<State>(server, 'GET', `/characters/${id}`)).body.revision).toBe(before.revision);
});
