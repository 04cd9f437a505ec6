import fc from 'fast-check';
import { Client } from 'pg';
import {
  call,
  cutLimb,
  design,
  end,
  limbPng,
  packageOf,
  runsOf,
  startServer,
  type Running,
  type State,
} from './server-under-test';

let server: Running;
let production: string;

beforeAll(async () => {
  server = await startServer();
  production = (await call<{ id: string }>(server, 'POST', '/productions', { name: 'Two hands' })).body.id;
});
afterAll(() => end(server));

const tokens = (group: string, part: string | null = null, side: string | null = null) => ({ group, side, part });
const box = (x: number, y: number, w: number, h: number) => [x, y, x + w, y, x + w, y + h, x, y + h];

interface Proof {
  checks: { id: string; ok: boolean; figure: number }[];
}

async function figureOf(view: string, id: string): Promise<number | undefined> {
  const { body } = await call<Proof>(server, 'GET', `/views/${view}/checks`);
  return body.checks.find((check) => check.id === id)?.figure;
}

/** An arm of two pieces with a belt in front of its elbow. */
async function belted() {
  const { id, view, upper, lower } = await cutLimb(server, production, 'A');
  const post = (path: string, body: object, actor: string) => call<State>(server, 'POST', path, body, actor);
  const wrapped = await post(`/views/${view}/cut/trace`, { tokens: tokens('belt'), loop: box(50, 100, 100, 20) }, 'A');
  const belt = wrapped.body.doc.pieces.find((p) => p.id !== upper && p.id !== lower)?.id as string;
  return { id, view, upper, lower, belt, post };
}

test('one person’s undo beneath another’s joint never breaks the rest match', async () => {
  const { id, view, upper, lower, belt, post } = await belted();
  // A gives pixels of the belt to a piece in front; B rounds a joint beneath it; A undoes.
  await post(`/views/${view}/cut/trace`, { pieceId: belt, loop: box(50, 120, 100, 40) }, 'A');
  await post(`/views/${view}/joints`, { pieceId: upper, otherId: lower, round: true }, 'B');
  const undone = await post(`/characters/${id}/undo`, {}, 'A');
  expect([200, 409]).toContain(undone.status);
  expect(await figureOf(view, 'rest-match')).toBe(0);
});

test('whoever edits and undoes what, the pieces put together are the design, and no pixel has two owners', async () => {
  const place = fc.record({
    x: fc.integer({ min: 50, max: 130 }),
    y: fc.integer({ min: 20, max: 240 }),
    w: fc.integer({ min: 8, max: 50 }),
    h: fc.integer({ min: 8, max: 60 }),
  });
  const deed = fc.record({
    actor: fc.constantFrom('A', 'B', 'C'),
    what: fc.constantFrom('trace', 'give', 'round', 'radius', 'order', 'margin', 'undo', 'undo', 'redo', 'sweep'),
    piece: fc.nat(2),
    at: place,
  });
  await fc.assert(
    fc.asyncProperty(fc.array(deed, { minLength: 6, maxLength: 12 }), async (deeds) => {
      const { id, view, upper, lower, belt, post } = await belted();
      const pieces = [upper, lower, belt];
      for (const { actor, what, piece, at } of deeds) {
        const pieceId = pieces[piece];
        const loop = box(at.x, at.y, at.w, at.h);
        const { body } = await call<State>(server, 'GET', `/characters/${id}`);
        const joint = body.doc.joints[0]?.id;
        if (what === 'trace') await post(`/views/${view}/cut/trace`, { pieceId, loop }, actor);
        if (what === 'give') await post(`/views/${view}/cut/give-back`, { pieceId, loop }, actor);
        if (what === 'sweep') await post(`/views/${view}/cut/sweep-up`, {}, actor);
        if (what === 'round')
          await post(`/views/${view}/joints`, { pieceId: upper, otherId: lower, round: true }, actor);
        if (what === 'radius' && joint)
          await call(server, 'PATCH', `/joints/${joint}`, { radius: 20 + at.w / 3 }, actor);
        if (what === 'order') await post(`/pieces/${pieceId}/order`, { inFrontOf: pieces[(piece + 1) % 3] }, actor);
        if (what === 'margin') await call(server, 'PATCH', `/pieces/${pieceId}`, { margin: at.w % 9 }, actor);
        if (what === 'undo' || what === 'redo') await post(`/characters/${id}/${what}`, {}, actor);
      }
      const { body } = await call<State>(server, 'GET', `/characters/${id}`);
      expect(await figureOf(view, 'rest-match')).toBe(0);
      const owned = body.doc.pieces.reduce((sum, p) => sum + p.face.area, 0);
      expect(owned + ((await figureOf(view, 'offcuts')) ?? 0)).toBe(body.doc.views[0].designArea);
    }),
    { numRuns: 6 },
  );
});

test('adjusting replaces the last take and nothing else, and never another’s edit', async () => {
  const made = await call<State>(server, 'POST', `/productions/${production}/characters`, design('Soaked', limbPng()));
  const { id } = made.body.doc.character;
  const view = made.body.doc.views[0].id;
  const mask = (h: number) => ({ x: 66, y: 26, width: 68, height: h, runs: runsOf([0, 68 * h]) });
  const take = (h: number) => ({ targets: [{ tokens: tokens('coat'), mask: mask(h) }], word: 'Soak up' });
  const post = (path: string, body: object, actor = 'A') => call<State>(server, 'POST', path, body, actor);
  const first = await post(`/views/${view}/cut/take`, take(40));
  const again = await post(`/views/${view}/cut/retake`, { ...take(90), replaces: first.body.revision });
  expect(again.status).toBe(200);
  expect(again.body.doc.pieces.map((p) => p.face.area)).toEqual([68 * 90]);
  expect(again.body.undo).toBe('Soak up coat');
  // Undone, nothing is left of either.
  const undone = await post(`/characters/${id}/undo`, {});
  expect(undone.body.doc.pieces).toEqual([]);
  const redone = await post(`/characters/${id}/redo`, {});
  expect(redone.body.doc.pieces.map((p) => p.face.area)).toEqual([68 * 90]);
  // Once somebody has done something else, there is nothing to adjust any more.
  const named = await call<State>(server, 'PATCH', `/characters/${id}`, { name: 'Dry' }, 'B');
  const late = await post(`/views/${view}/cut/retake`, { ...take(20), replaces: redone.body.revision });
  expect(late.status).toBe(409);
  const other = await post(`/views/${view}/cut/retake`, { ...take(20), replaces: named.body.revision });
  expect(other.status).toBe(409);
});

test('any revision can be shown, held against now, and brought back', async () => {
  const { id, view, lower } = await belted();
  const before = (await call<State>(server, 'GET', `/characters/${id}`)).body;
  await call(server, 'POST', `/views/${view}/cut/remove`, { pieceIds: [lower] });
  await call(server, 'PATCH', `/characters/${id}`, { name: 'Later' });
  interface Then {
    doc: State['doc'];
    since: { added: object[]; updated: object[]; removed: { id: string }[] };
  }
  const then = await call<Then>(server, 'GET', `/characters/${id}/history/${before.revision}`);
  const content = (doc: State['doc']) => [doc.character.name, doc.pieces.map((p) => [p.id, p.face.blob]).sort()];
  expect(content(then.body.doc)).toEqual(content(before.doc));
  expect(then.body.since.removed.map((row) => row.id)).toContain(lower);
  const lines = await call<{ revision: number; way: string }[]>(server, 'GET', `/characters/${id}/history`);
  expect(lines.body[0].revision).toBe(before.revision + 2);
  const restored = await call<State>(server, 'POST', `/characters/${id}/history/${before.revision}/restore`, {});
  expect(content(restored.body.doc)).toEqual(content(before.doc));
  expect(restored.body.sheets).toEqual(before.sheets);
  expect(await figureOf(view, 'rest-match')).toBe(0);
  expect((await call(server, 'GET', `/characters/${id}/history/9999`)).status).toBe(404);
});

test('a copy is the character again: linked joints stay linked to each other, and nothing is worked out anew', async () => {
  const { id, view, upper, lower, post } = await belted();
  const placed = await post(`/views/${view}/joints`, { pieceId: upper, otherId: lower, round: true }, 'A');
  const copy = await post(`/characters/${id}/duplicate`, {}, 'A');
  expect(Object.values(copy.body.sheets)).toEqual(expect.arrayContaining(Object.values(placed.body.sheets)));
  expect(copy.body.doc.joints).toHaveLength(1);
  expect(copy.body.doc.pieces.some((p) => p.id === copy.body.doc.joints[0].childId)).toBe(true);
});

test('a package waits as long as it has to, is made once, and is of one revision', async () => {
  const { id, view } = await belted();
  const [made] = await Promise.all([
    packageOf(server, id),
    ...Array.from({ length: 4 }, (_, i) =>
      call(server, 'POST', `/views/${view}/cut/give-back`, { loop: box(60 + i * 8, 40, 7, 7) }),
    ),
  ]);
  const rest = made.rig.checks.find((check) => check.id === 'rest-match');
  expect(rest).toMatchObject({ ok: true, figure: 0 });
  const client = new Client({ connectionString: process.env.DATABASE_URL });
  await client.connect();
  try {
    // A job that has been waiting for a minute is still waiting, and not taken for lost.
    const job = '11111111-1111-4111-8111-111111111111';
    await client.query(
      `INSERT INTO job (id, character_id, kind, state, beat_at) VALUES ($1, $2, 'hand-off', 'waiting', now() - interval '1 minute')`,
      [job, id],
    );
    expect((await call(server, 'GET', `/jobs/${job}`)).body).toMatchObject({ state: 'waiting' });
    expect((await call(server, 'POST', `/characters/${id}/handoffs`)).status).toBe(409);
    await client.query('DELETE FROM job WHERE id = $1', [job]);
  } finally {
    await client.end();
  }
});
