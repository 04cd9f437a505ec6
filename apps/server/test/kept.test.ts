import { call, end, startServer, type Running } from './server-under-test';

let server: Running;
let production: string;

beforeAll(async () => {
  server = await startServer();
  production = await fresh();
});
afterAll(() => end(server));

interface Kept {
  id: string;
  name: string;
  value: Record<string, unknown>;
}
async function fresh(): Promise<string> {
  const { body } = await call<{ id: string }>(server, 'POST', '/productions', { name: 'Kept' });
  return body.id;
}
const SCHEME = {
  ...{
    sides: 'near-far',
    separator: '-',
    case: 'capital',
    piece: ['side', 'group', 'part', 'index'],
    pivotMark: 'PIN',
  },
};
const PRESET = {
  formats: ['psd'],
  scale: 0.5,
  finish: { name: 'paper', blend: 'multiply', strength: 0.4, scope: 'figure' },
};

test.each([
  ['schemes', { scheme: SCHEME }, { scheme: { ...SCHEME, separator: '_' } }, 'separator'],
  ['presets', { options: PRESET }, { options: { ...PRESET, scale: 2 } }, 'scale'],
])('%s are kept for a production by name, changed, renamed and let go', async (kind, value, other, field) => {
  const path = `/productions/${production}/${kind}`;
  const kept = await call<Kept[]>(server, 'POST', path, { name: '  For the   barge ', ...value });
  expect(kept.body).toMatchObject([{ name: 'For the barge', value: Object.values(value)[0] }]);
  const [{ id }] = kept.body;
  const twin = await call<{ sentence: string }>(server, 'POST', path, { name: 'For the barge', ...other });
  expect(twin).toMatchObject({ status: 409, body: { sentence: 'There is one named For the barge already.' } });
  const changed = await call<Kept[]>(server, 'PATCH', `/${kind}/${id}`, other);
  expect(changed.body[0].value[field]).toEqual((Object.values(other)[0] as Record<string, unknown>)[field]);
  expect((await call<Kept[]>(server, 'PATCH', `/${kind}/${id}`, { name: 'Post' })).body[0].name).toBe('Post');
  // Another production has its own.
  expect((await call<Kept[]>(server, 'GET', `/productions/${await fresh()}/${kind}`)).body).toEqual([]);
  expect((await call<Kept[]>(server, 'GET', path)).body.map(({ name }) => name)).toEqual(['Post']);
  expect((await call<Kept[]>(server, 'DELETE', `/${kind}/${id}`)).body).toEqual([]);
  expect((await call(server, 'DELETE', `/${kind}/${id}`)).status).toBe(404);
});

test.each<[string, string, object]>([
  ['a scheme without a name', 'schemes', { name: ' ', scheme: SCHEME }],
  [
    'a scheme with a token twice',
    'schemes',
    { name: 'x', scheme: { ...SCHEME, piece: ['side', 'side', 'part', 'index'] } },
  ],
  ['a scheme that is none', 'schemes', { name: 'x' }],
  ['a preset with a stranger’s format', 'presets', { name: 'x', options: { formats: ['gif'] } }],
  ['a finish beyond its strength', 'presets', { name: 'x', options: { finish: { ...PRESET.finish, strength: 3 } } }],
])('%s is refused in a sentence', async (_, kind, body) => {
  const answer = await call<{ sentence: string }>(server, 'POST', `/productions/${production}/${kind}`, body);
  expect(answer.status).toBe(400);
  expect(answer.body.sentence).toMatch(/\.$/);
});
