import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import {
  ALL,
  call,
  design,
  end,
  limbPng,
  packageOf,
  startOwnServer,
  type Running,
  type State,
} from './server-under-test';

let server: Running;
beforeAll(async () => (server = await startOwnServer()));
afterAll(() => end(server));

interface Card {
  id: string;
  picture: string;
}

/** Whether the server has a picture. */
const has = async (blob: string) => (await fetch(`${server.address}/api/blobs/${blob}`)).status === 200;

async function limb(): Promise<{ production: string; id: string; view: string; state: State }> {
  const { id: production } = (await call<{ id: string }>(server, 'POST', '/productions', { name: 'Swept tide' })).body;
  const path = `/productions/${production}/characters`;
  const { body: state } = await call<State>(server, 'POST', path, design('Mast', limbPng()));
  return { production, id: state.doc.character.id, view: state.doc.views[0].id, state };
}

test('what nothing names is swept up, and nothing that undo, a package or the rows still need', async () => {
  const { id, view, state } = await limb();
  const arm = { group: 'arm', side: 'A', part: null };
  const { body: cut } = await call<State>(server, 'POST', `/views/${view}/cut/trace`, { tokens: arm, loop: ALL });
  const whole = cut.doc.pieces[0].face.blob;
  await call(server, 'POST', `/views/${view}/cut/cross`, {
    pieceId: cut.doc.pieces[0].id,
    line: [50, 150, 150, 150],
    take: 'right',
    tokens: { ...arm, part: 'lower' },
  });
  await packageOf(server, id);

  const run = spawnSync(process.execPath, [join(__dirname, 'sweep.mjs')], { encoding: 'utf8', env: process.env });
  expect(run.stderr).toBe('');
  const { spared, swept, left } = JSON.parse(run.stdout) as Record<string, number>;
  expect(spared).toBe(0);
  expect(swept).toBeGreaterThanOrEqual(1);
  expect(left).toBe(0);

  expect(await has('f'.repeat(64))).toBe(false);
  expect(await has(state.doc.views[0].designBlob)).toBe(true);
  // Only the journal names the limb as it was before it was cut across.
  expect(await has(whole)).toBe(true);
  const { body: undone } = await call<State>(server, 'POST', `/characters/${id}/undo`);
  expect(undone.doc.pieces.map((piece) => piece.face.blob)).toEqual([whole]);
  expect((await packageOf(server, id)).files.size).toBeGreaterThan(3);
});

test('views come as they are usually drawn, and the card shows the first of them', async () => {
  const { production, id, state } = await limb();
  for (const key of ['back', 'another', 'side']) {
    const form = new FormData();
    form.append('key', key);
    form.append('design', new Blob([new Uint8Array(limbPng()).buffer], { type: 'image/png' }), `${key}.png`);
    expect((await call<State>(server, 'POST', `/characters/${id}/views`, form)).status).toBe(201);
  }
  const { body } = await call<State>(server, 'GET', `/characters/${id}`);
  expect(body.doc.views.map((view) => view.key)).toEqual(['front', 'side', 'back', 'another']);
  const { body: cards } = await call<Card[]>(server, 'GET', `/productions/${production}/characters`);
  expect(cards[0].picture).toBe(state.doc.views[0].designBlob);
});
