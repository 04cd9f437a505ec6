import type { CharacterDoc, MaskRuns } from '@limber-sheaf/core';
import { call, design, inProduction, limbPng, runsOf, type State } from './server-under-test';

const { server, ask, production } = inProduction('Neap tide');
const refused = (method: string, path: string, body: object) =>
  call<{ code: string; sentence: string }>(server, method, path, body);
const tokens = (group: string, part: string | null = null, side: string | null = null) => ({ group, part, side });
const rect = (y: number, height: number): MaskRuns => ({
  x: 60,
  y,
  width: 80,
  height,
  runs: runsOf([0, 80 * height]),
});
const bringIn = async () => {
  const { doc } = await ask('POST', `/productions/${production()}/characters`, design('Mast', limbPng()));
  return { id: doc.character.id, view: doc.views[0].id };
};
const nameOf = (doc: CharacterDoc, partId: string | null) => {
  const part = doc.parts.find((p) => p.id === partId);
  return [part?.group, part?.part].filter(Boolean).join('/');
};
const orderOf = ({ doc }: State) => [...doc.pieces].sort((a, b) => a.depth - b.depth).map((p) => nameOf(doc, p.partId));

/** A torso, an arm in three, and a lantern of nobody's plan, back to front as the plan has them. */
async function fiveParts() {
  const { id, view } = await bringIn();
  const parts = [tokens('torso'), ...['upper', 'lower', 'hand'].map((p) => tokens('arm', p, 'A')), tokens('lantern')];
  const targets = parts.map((one, n) => ({ tokens: one, mask: rect(20 + 50 * n, 50) }));
  const state = await ask('POST', `/views/${view}/cut/take`, { word: 'Accept', targets });
  const piece = (name: string) => state.doc.pieces.find((p) => nameOf(state.doc, p.partId) === name)?.id ?? '';
  const part = (name: string) => state.doc.pieces.find((p) => p.id === piece(name))?.partId ?? '';
  return { id, view, state, piece, part };
}

test('whatever is cut after whatever, new pieces take the place that the plan gives them in the draw order', async () => {
  const { view } = await bringIn();
  const take = (part: ReturnType<typeof tokens>, y: number) =>
    ask('POST', `/views/${view}/cut/take`, { word: 'Soak up', targets: [{ tokens: part, mask: rect(y, 40) }] });
  await take(tokens('head'), 40);
  await take(tokens('torso'), 80);
  await take(tokens('hair', 'back'), 120);
  await take(tokens('lantern'), 160);
  const state = await take(tokens('arm', 'upper', 'A'), 200);
  expect(orderOf(state)).toEqual(['hair/back', 'torso', 'arm/upper', 'head', 'lantern']);
});

test('several pieces move in the draw order together, as one edit, and stay as they lie among themselves', async () => {
  const { id, state, piece } = await fiveParts();
  expect(orderOf(state)).toEqual(['torso', 'arm/hand', 'arm/lower', 'arm/upper', 'lantern']);
  const along = [piece('torso'), piece('arm/hand')];
  const moved = await ask('POST', `/pieces/${piece('arm/lower')}/order`, { inFrontOf: piece('lantern'), along });
  expect(orderOf(moved)).toEqual(['arm/upper', 'lantern', 'torso', 'arm/hand', 'arm/lower']);
  expect(moved.undo).toBe('Move 3 pieces in the draw order');
  const back = await ask('POST', `/pieces/${piece('arm/hand')}/order`, {
    inFrontOf: null,
    along: [piece('arm/lower')],
  });
  expect(orderOf(back)).toEqual(['arm/hand', 'arm/lower', 'arm/upper', 'lantern', 'torso']);
  await ask('POST', `/characters/${id}/undo`);
  expect(orderOf(await ask('POST', `/characters/${id}/undo`))).toEqual(orderOf(state));
});

test('again and again between the same two, the order still holds', async () => {
  const { piece } = await fiveParts();
  let state: State | null = null;
  for (let n = 0; n < 60; n++) {
    const [one, other] = n % 2 ? ['arm/hand', 'arm/lower'] : ['arm/upper', 'lantern'];
    state = await ask('POST', `/pieces/${piece(one)}/order`, { inFrontOf: piece('torso'), along: [piece(other)] });
  }
  expect(orderOf(state as State)).toEqual(['torso', 'arm/hand', 'arm/lower', 'arm/upper', 'lantern']);
});

test('several parts hang from another at once, or none of them does', async () => {
  const { state, part } = await fiveParts();
  const hung = await ask('PATCH', `/parts/${part('arm/hand')}/parent`, {
    parentId: part('torso'),
    along: [part('lantern')],
  });
  const parentOf = ({ doc }: State, name: string) =>
    nameOf(doc, doc.parts.find((p) => p.id === part(name))?.parentId ?? null);
  expect([parentOf(hung, 'arm/hand'), parentOf(hung, 'lantern')]).toEqual(['torso', 'torso']);
  expect(hung.undo).toBe('Hang 2 parts from torso');
  const ring = await refused('PATCH', `/parts/${part('lantern')}/parent`, {
    parentId: part('arm/lower'),
    along: [part('arm/upper')],
  });
  expect([ring.status, ring.body.code]).toEqual([422, 'ring']);
  const now = await ask('GET', `/characters/${state.doc.character.id}`);
  expect(parentOf(now, 'lantern')).toBe('torso');
});

test('several pieces become one, and deleted, the design’s again; each is one edit', async () => {
  const { id, view, state, piece } = await fiveParts();
  const gone = [piece('arm/lower'), piece('arm/hand')];
  const merged = await ask('POST', `/pieces/${piece('arm/upper')}/merge`, { goneIds: gone });
  const upper = merged.doc.pieces.find((p) => p.id === piece('arm/upper'));
  expect(upper?.face).toMatchObject({ y: 70, height: 150 });
  expect(merged.doc.pieces).toHaveLength(3);
  expect(merged.undo).toBe('Merge 2 pieces into upper arm A');
  const areas = (of: State) => of.doc.pieces.reduce((sum, p) => sum + p.face.area, 0);
  expect(areas(merged)).toBe(areas(state));
  const left = await ask('POST', `/views/${view}/cut/remove`, { pieceIds: [piece('torso'), piece('lantern')] });
  expect(orderOf(left)).toEqual(['arm/upper']);
  expect(left.doc.parts.map((p) => nameOf(left.doc, p.id))).toEqual(['arm/upper']);
  await ask('POST', `/characters/${id}/undo`);
  expect((await ask('POST', `/characters/${id}/undo`)).doc.pieces).toHaveLength(5);
});

test('pieces that are not there, are of another character, or are the one itself are refused in a sentence', async () => {
  const { view, piece } = await fiveParts();
  const other = await fiveParts();
  const [torso, hand] = [piece('torso'), piece('arm/hand')];
  const stranger = other.piece('torso');
  const cases: [string, string, object, number][] = [
    ['POST', `/views/${view}/cut/remove`, { pieceIds: [] }, 400],
    ['POST', `/views/${view}/cut/remove`, { pieceIds: [torso, stranger] }, 404],
    ['POST', `/views/${view}/cut/remove`, { pieceIds: ['torso'] }, 400],
    ['POST', `/pieces/${torso}/merge`, { goneIds: [hand, torso] }, 422],
    ['POST', `/pieces/${torso}/merge`, { goneIds: [stranger] }, 404],
    ['POST', `/pieces/${torso}/order`, { inFrontOf: null, along: [stranger] }, 404],
    ['POST', `/pieces/${torso}/order`, { inFrontOf: null, along: Array.from({ length: 501 }, () => hand) }, 400],
  ];
  for (const [method, path, body, status] of cases) {
    const answer = await refused(method, path, body);
    expect([path, body, answer.status]).toEqual([path, body, status]);
    expect(answer.body.sentence).toMatch(/\.$/);
  }
  expect((await ask('GET', `/characters/${(await fiveParts()).id}`)).doc.pieces).toHaveLength(5);
});
