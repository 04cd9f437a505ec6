import { gzipSync } from 'node:zlib';
import { request } from 'node:http';
import { connect } from 'node:net';
import {
  ALL,
  call,
  design,
  end,
  jointedLimb,
  limbPng,
  runsOf,
  startOwnServer,
  type Running,
  type State,
} from './server-under-test';

let server: Running;
let production: string;

beforeAll(async () => {
  server = await startOwnServer();
  production = (await call<{ id: string }>(server, 'POST', '/productions', { name: 'Shoal water' })).body.id;
});
afterAll(() => end(server));

const arm = (part: string) => ({ group: 'arm', side: 'A', part });
const jointed = () => jointedLimb(server, production);
const health = async () => (await call<{ longestHold: number; memory: number }>(server, 'GET', '/health')).body;

test('bodies that are too much are refused in a sentence, change nothing, and hold nobody up', async () => {
  const { id, view, joint, state } = await jointed();
  await health();
  const zigzag = Array.from({ length: 20_000 }, (_, i) => (i % 2 ? 99_000 : -99_000));
  const saw = Object.fromEntries(Array.from({ length: 60_000 }, (_, i) => [`k${i}`, 1]));
  const runs = runsOf(Array.from({ length: 1_900_000 }, () => 1));
  const mask = { x: 0, y: 0, width: 200, height: 300, runs };
  let deep: unknown = 1;
  for (let i = 0; i < 2000; i++) deep = [deep];
  const bodies: [string, string, object][] = [
    ['PATCH', `/joints/${joint}`, { rangeHigh: 90, saw }],
    ['POST', `/views/${view}/cut/take`, { targets: [{ tokens: arm('hand'), mask }] }],
    ['POST', `/views/${view}/cut/trace`, { tokens: arm('hand'), loop: zigzag }],
    ['POST', `/views/${view}/cut/cross`, { line: zigzag, take: 'left', tokens: arm('hand') }],
    ['POST', `/views/${view}/cut/give-back`, { loop: Array.from({ length: 60_000 }, (_, i) => i % 200) }],
    ['POST', `/views/${view}/cut/sweep-up`, { place: deep }],
    ['POST', `/productions`, { name: 'x'.repeat(5_000_000) }],
  ];
  for (const [method, path, body] of bodies) {
    const answer = await call<State>(server, method, path, body);
    expect([path, answer.status >= 400 && answer.status < 500]).toEqual([path, true]);
    expect(answer.body.sentence).toMatch(/^[A-Z].{8,}\.$/s);
  }
  expect((await call<State>(server, 'GET', `/characters/${id}`)).body.revision).toBe(state.revision);
});

test('a disc larger than its limb, or outside the canvas, is refused however it comes in', async () => {
  const { id, view, upper, lower, joint } = await jointed();
  const place = (disc: object) =>
    call<State>(server, 'POST', `/views/${view}/joints`, { pieceId: upper, otherId: lower, disc });
  const answers = [
    await call<State>(server, 'PATCH', `/joints/${joint}`, { radius: 4000 }),
    await call<State>(server, 'PATCH', `/joints/${joint}`, { radius: 900 }),
    await call<State>(server, 'PATCH', `/joints/${joint}`, { x: 1e300 }),
    await place({ x: 100, y: 150, radius: 900 }),
    await place({ x: 1e300, y: 150, radius: 20 }),
    await place({ x: -50, y: 150, radius: 20 }),
    await place({ x: 500, y: 150, radius: 20 }),
  ];
  for (const { status, body } of answers)
    expect([status < 500 && status >= 400, body.sentence]).toEqual([true, expect.stringMatching(/\.$/)]);
  const { body } = await call<State>(server, 'GET', `/characters/${id}`);
  expect(body.doc.joints[0].radius).toBe(40);
  expect((await call(server, 'GET', `/views/${view}/checks`)).status).toBe(200);
});

test('what is missing, null or cannot be kept gets a sentence, not a 500', async () => {
  const { id, view, joint, upper } = await jointed();
  const bad: [string, string, object][] = [
    ['PATCH', `/joints/${joint}`, { rangeHigh: null }],
    ['PATCH', `/joints/${joint}`, { outlineOn: null, rounded: null }],
    ['PATCH', `/pieces/${upper}`, { margin: null }],
    ['POST', `/views/${view}/cut/trace`, { tokens: null, loop: ALL }],
    ['POST', `/views/${view}/cut/cross`, { line: [0, 0, 9, 9], take: 'left' }],
    ['POST', `/views/${view}/cut/take`, { targets: [{}] }],
    ['POST', `/views/${view}/cut/take`, {}],
    ['PUT', `/characters/${id}/plan`, {}],
    ['PUT', `/characters/${id}/plan`, { plan: { template: 'x', parts: [], views: [], sets: [] } }],
    ['POST', `/characters/${id}/duplicate`, { name: null }],
    ['PATCH', `/characters/${id}`, { name: 'a\u0000b' }],
    ['PATCH', `/characters/${id}`, { name: 'a\ud800b' }],
    ['PATCH', `/parts/${upper}/name`, { tokens: { group: 'arm\u0000' } }],
    ['POST', `/productions`, { name: '\u0007' }],
  ];
  for (const [method, path, body] of bad) {
    const answer = await call<State>(server, method, path, body);
    expect([path, JSON.stringify(body), answer.status >= 400 && answer.status < 500]).toEqual([
      path,
      JSON.stringify(body),
      true,
    ]);
    expect(answer.body.sentence).toMatch(/\.$/);
  }
  const unknown = '00000000-0000-4000-8000-000000000000';
  expect((await call(server, 'GET', `/characters/${unknown}/events`)).status).toBe(404);
});

/** A request with headers as they are given. */
function raw(method: string, path: string, headers: Record<string, string>, body?: Buffer | string): Promise<number> {
  const { hostname, port } = new URL(server.address);
  return new Promise((done, fail) => {
    const asked = request({ hostname, port, method, path: `/api${path}`, headers }, (answer) => {
      answer.resume();
      answer.on('end', () => done(answer.statusCode ?? 0));
    });
    asked.on('error', fail);
    asked.end(body);
  });
}

test('a compressed body that unpacks to too much, and a form of a thousand fields, are refused', async () => {
  const bomb = gzipSync(JSON.stringify({ name: 'x'.repeat(50_000_000) }));
  const headers = { 'content-type': 'application/json', 'content-encoding': 'gzip' };
  expect(await raw('POST', '/productions', headers, bomb)).toBe(413);
  const broken = await raw('POST', '/productions', headers, Buffer.from('not gzip'));
  expect(broken >= 400 && broken < 500).toBe(true);
  const form = design('Mast', limbPng());
  for (let i = 0; i < 1000; i++) form.append(`field${i}`, 'x');
  const { status } = await call(server, 'POST', `/productions/${production}/characters`, form);
  expect(status >= 400 && status < 500).toBe(true);
});

test('only the bench’s own pages are answered: not another name for this machine, not another site’s posts', async () => {
  const { port } = new URL(server.address);
  const json = { 'content-type': 'application/json' };
  const body = JSON.stringify({ name: 'From elsewhere' });
  expect(await raw('GET', '/productions', { host: `127.0.0.1:${port}` })).toBe(200);
  expect(await raw('GET', '/productions', { host: `localhost:${port}` })).toBe(200);
  expect(await raw('GET', '/productions', { host: `bench.example:${port}` })).toBe(403);
  const own = { ...json, host: `127.0.0.1:${port}`, origin: `http://127.0.0.1:${port}` };
  expect(await raw('POST', '/productions', own, body)).toBe(201);
  for (const origin of ['http://elsewhere.example', 'null', `http://127.0.0.1:${Number(port) + 1}`])
    expect(await raw('POST', '/productions', { ...own, origin }, body)).toBe(403);
  expect(await raw('POST', '/productions', { ...json, 'sec-fetch-site': 'cross-site' }, body)).toBe(403);
});

test('of two who ask for the same checks at once, one that goes leaves the other its answer', async () => {
  const { view, joint } = await jointed();
  for (const [n, after] of [0, 30, 60, 90, 120, 150, 180, 210].entries()) {
    // Another radius each time: nothing is known yet.
    await call(server, 'PATCH', `/joints/${joint}`, { radius: 31.7 + n / 8 });
    const gone = new AbortController();
    const first = fetch(`${server.address}/api/views/${view}/checks`, { signal: gone.signal }).catch(() => 'gone');
    const second = call<{ checks: object[] }>(server, 'GET', `/views/${view}/checks`);
    setTimeout(() => gone.abort(), after);
    const { status, body } = await second;
    expect(status).toBe(200);
    expect(body.checks.length).toBeGreaterThan(7);
    await first;
  }
});

test('a connection that was opened ahead and never used does not hold up the end', async () => {
  const other = await startOwnServer();
  const unused = connect(Number(new URL(other.address).port), '127.0.0.1');
  await new Promise((open) => unused.once('connect', open));
  const closed = new Promise((done) => unused.once('close', done).resume());
  await end(other);
  await closed;
});
