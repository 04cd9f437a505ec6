import type { CharacterDoc } from '@limber-sheaf/core';
import { call, inProduction, jointedLimb, packageOf, type State } from './server-under-test';

const { server, ask, production } = inProduction('Spring tide');
const refused = async (method: string, path: string, body?: object) => {
  const { status, body: said } = await call<{ sentence: string }>(server, method, path, body);
  return [status, said.sentence];
};

/** A jointed limb: its joint, and its two pieces, back to front. */
async function limb() {
  const { id, state } = await jointedLimb(server, production());
  const { doc } = state;
  const [back, front] = [...doc.pieces].sort((a, b) => a.depth - b.depth);
  return { id, view: doc.views[0].id, joint: doc.joints[0], back, front, doc };
}

test('an order by pose is set, told in the package, moved, undone and taken away', async () => {
  const { id, joint, back, front } = await limb();
  const made = await ask('POST', `/joints/${joint.id}/order-changes`, {
    low: 60,
    high: 100,
    movedIds: [front.id],
    place: 'behind',
    atId: back.id,
  });
  expect(made.summary).toBe('Change the draw order at elbow A 60° to 100°');
  expect(made.doc.orderChanges).toMatchObject([{ jointId: joint.id, low: 60, high: 100, movedIds: [front.id] }]);
  const { rig } = await packageOf(server, id);
  const nameOf = (pieceId: string) => (pieceId === joint.childId ? 'arm_A_lower' : 'arm_A_upper');
  expect(rig.views[0]).toMatchObject({
    handles: [],
    orderChanges: [
      { turns: 'arm_A_lower', from: 60, to: 100, move: [nameOf(front.id)], place: 'behind', at: nameOf(back.id) },
    ],
  });
  const [change] = made.doc.orderChanges;
  const later = await ask('PATCH', `/order-changes/${change.id}`, { low: 80, high: 110 });
  expect(later.doc.orderChanges).toMatchObject([{ low: 80, high: 110 }]);
  expect((await ask('POST', `/characters/${id}/undo`)).doc.orderChanges).toMatchObject([{ low: 60, high: 100 }]);
  expect((await ask('DELETE', `/order-changes/${change.id}`)).doc.orderChanges).toEqual([]);
  // Gone with its joint, and back with it.
  await ask('POST', `/characters/${id}/undo`);
  expect((await ask('DELETE', `/joints/${joint.id}`)).doc.orderChanges).toEqual([]);
  expect((await ask('POST', `/characters/${id}/undo`)).doc.orderChanges).toHaveLength(1);
});

test('an order by pose that cannot be is refused in a sentence, and nothing is changed', async () => {
  const { id, joint, back, front } = await limb();
  const change = { low: 60, high: 100, movedIds: [front.id], place: 'behind', atId: back.id };
  const add = (more: object) => refused('POST', `/joints/${joint.id}/order-changes`, { ...change, ...more });
  expect(await add({ high: 170 })).toEqual([422, expect.stringMatching(/turns from .* reaches beyond that/)]);
  expect(await add({ low: -5 })).toEqual([422, expect.stringMatching(/usual one/)]);
  expect(await add({ atId: front.id })).toEqual([422, expect.stringMatching(/itself/)]);
  for (const bad of [{ movedIds: [] }, { place: 'above' }, { atId: 'x' }, { low: 1e300 }, { low: null }])
    expect((await add(bad))[0]).toBe(400);
  expect((await ask('GET', `/characters/${id}`)).doc.orderChanges).toEqual([]);
});

const named = (group: string) => ({ group, side: null, part: null, index: null });
const parentOf = (doc: CharacterDoc, partId: string) => doc.parts.find((part) => part.id === partId)?.parentId ?? null;

test('a handle carries the picked parts, leaves as the parent of what hangs from it, and goes without a trace', async () => {
  const { id, view, doc, joint } = await limb();
  const lower = doc.pieces.find((piece) => piece.id === joint.childId);
  if (!lower) throw new Error('no lower piece');
  const before = parentOf(doc, lower.partId);
  const body = { tokens: named('sleeve'), partIds: [lower.partId], x: 100, y: 150 };
  const made = await ask('POST', `/views/${view}/handles`, body);
  const [handle] = made.doc.handles;
  expect(parentOf(made.doc, lower.partId)).toBe(handle.partId);
  expect(parentOf(made.doc, handle.partId)).toBe(before);
  const { rig } = await packageOf(server, id);
  expect(rig.views[0]).toMatchObject({
    handles: [{ id: handle.partId, name: 'sleeve', parent: 'arm_A_upper', pivot: { x: 100, y: 150 } }],
    pieces: expect.arrayContaining([expect.objectContaining({ name: 'arm_A_lower', parent: 'sleeve' })]) as object,
  });
  expect((await ask('PATCH', `/handles/${handle.id}`, { x: 90, y: 140 })).doc.handles).toMatchObject([
    { x: 90, y: 140 },
  ]);
  expect(await refused('PATCH', `/handles/${handle.id}`, { x: 9000, y: 1 })).toEqual([
    422,
    'A handle turns about a place on the canvas.',
  ]);
  expect(await refused('POST', `/views/${view}/handles`, { ...body, tokens: named('con') })).toEqual([
    422,
    expect.stringMatching(/kept for other uses/),
  ]);
  expect((await refused('POST', `/views/${view}/handles`, body))[0]).toBe(409);
  // It moves with what it holds: a handle below what hangs from it would close a ring.
  const ring = await refused('PATCH', `/parts/${handle.partId}/parent`, { parentId: lower.partId });
  expect(ring).toEqual([422, expect.stringMatching(/hang from itself/)]);
  const gone = await ask('DELETE', `/handles/${handle.id}`);
  expect([gone.doc.handles, parentOf(gone.doc, lower.partId)]).toEqual([[], before]);
  const copy = await ask('POST', `/characters/${id}/duplicate`);
  expect(copy.doc.handles).toEqual([]);
});

test('cards are laid as usual in one edit; which of a limb’s lies in front is for its joint to say', async () => {
  const { id, view, front } = await limb();
  const depths = ({ doc }: State) => Object.fromEntries(doc.pieces.map((piece) => [piece.id, piece.depth]));
  const mixed = await ask('POST', `/pieces/${front.id}/order`, { inFrontOf: null });
  const laid = await ask('POST', `/views/${view}/order-as-usual`, {});
  expect(depths(laid)).toEqual(depths(mixed));
  expect(laid.revision).toBe(mixed.revision);
  const loop = [60, 20, 140, 20, 140, 60, 60, 60];
  const head = await ask('POST', `/views/${view}/cut/trace`, { tokens: named('head'), loop });
  const piece = head.doc.pieces.find(({ partId }) => head.doc.parts.find((p) => p.id === partId)?.group === 'head');
  const wrong = await ask('POST', `/pieces/${piece?.id}/order`, { inFrontOf: null });
  const again = await ask('POST', `/views/${view}/order-as-usual`, {});
  expect(again.summary).toBe('Lay 1 piece as usual in the draw order');
  expect(depths(again)).not.toEqual(depths(wrong));
  expect(depths(await ask('POST', `/characters/${id}/undo`))).toEqual(depths(wrong));
});

test('which pieces border on which is told by their places in the draw order, and of nothing cut there is nothing to tell', async () => {
  const { view } = await limb();
  const [[one, other, length], ...more] = (
    await call<[number, number, number][]>(server, 'GET', `/views/${view}/borders`)
  ).body;
  expect([one, other, more]).toEqual([0, 1, []]);
  expect(length).toBeGreaterThan(10);
  expect((await call(server, 'GET', '/views/00000000-0000-4000-8000-000000000000/borders')).status).toBe(404);
});
