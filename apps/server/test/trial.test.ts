import type { CharacterDoc } from '@limber-sheaf/core';
import { readGlb, rigFaults } from '@limber-sheaf/formats';
import { validateBytes } from 'gltf-validator';
import { askOf, drawingAt, drawnHead, form, openMouth, refusedOf, type Asked } from './drawn-head';
import sharp from 'sharp';
import { call, end, jointedLimb, packageOf, startServer, type Running } from './server-under-test';

let server: Running;
let production: string;

beforeAll(async () => {
  server = await startServer();
  production = (await call<{ id: string }>(server, 'POST', '/productions', { name: 'Trial' })).body.id;
});
afterAll(() => end(server));

const ask = (...asked: Asked) => askOf(server, ...asked);
const refused = (...asked: Asked) => refusedOf(server, ...asked);

test('where pupils look is kept with a pose; that anything else looks is refused', async () => {
  const { id } = await drawnHead(server, production);
  const { doc } = (await call<{ doc: CharacterDoc }>(server, 'GET', `/characters/${id}`)).body;
  const [{ id: head }] = doc.parts;
  const wish = { name: 'glance', turned: [], root: { x: 0, y: 0 }, drawingIds: [] };
  const looks = (partId: string, x: unknown = 4) => ({ ...wish, pupils: [{ partId, x, y: -1.25 }] });
  expect(await refused('POST', `/characters/${id}/poses`, looks(head))).toMatch(/^422 Only a pupil looks/);
  expect(await refused('POST', `/characters/${id}/poses`, looks(head, null))).toMatch(/^400/);
  expect(await refused('POST', `/characters/${id}/poses`, { ...wish, pupils: [null] })).toMatch(/^400/);
  await ask('PATCH', `/parts/${head}/name`, { tokens: { group: 'pupil' } });
  const kept = await ask('POST', `/characters/${id}/poses`, looks(head));
  expect(kept.doc.poses).toMatchObject([{ name: 'glance', partIds: [], pupilIds: [head], gaze: [4, -1.2] }]);
  const copy = (await call<{ doc: CharacterDoc }>(server, 'POST', `/characters/${id}/duplicate`)).body.doc;
  const pupil = copy.parts.find(({ group }) => group === 'pupil');
  expect(copy.poses).toMatchObject([{ pupilIds: [pupil?.id], gaze: [4, -1.2] }]);
});

test('a pose is kept, named, undone, copied, and leaves with a package as far as its views have it', async () => {
  const { id, view, set } = await drawnHead(server, production);
  const made = await ask('POST', `/swap-sets/${set}/drawings`, form(view, { 'mouth_ah.png': openMouth }));
  const open = drawingAt(made, 'open').drawing?.id;
  const part = made.doc.parts[0].id;
  const wish = { name: 'shout', turned: [{ partId: part, angle: 12.5 }], root: { x: 0, y: 4 }, drawingIds: [open] };
  const kept = await ask('POST', `/characters/${id}/poses`, wish);
  expect(kept.doc.poses).toMatchObject([{ name: 'shout', partIds: [part], angles: [12.5], rootY: 4 }]);
  const [{ id: pose }] = kept.doc.poses;
  expect((await ask('PATCH', `/poses/${pose}`, { name: 'call out' })).doc.poses[0].name).toBe('call out');

  const { rig } = await packageOf(server, id, { formats: [] });
  expect(rigFaults(rig)).toEqual([]);
  // Nothing of this head has a joint: its drawing alone leaves.
  expect(rig.poses).toEqual([{ name: 'call out', angles: {}, drawings: { mouth: 'mouth_open' } }]);

  const copy = (await call<{ doc: CharacterDoc }>(server, 'POST', `/characters/${id}/duplicate`)).body.doc;
  expect(copy.poses).toMatchObject([{ name: 'call out', angles: [12.5] }]);
  expect(copy.parts.map((one) => one.id)).toContain(copy.poses[0].partIds[0]);
  expect(copy.drawings.map((one) => one.id)).toContain(copy.poses[0].drawingIds[0]);

  // Another head with a mouth takes it, but for the drawing that it lacks.
  const twin = await drawnHead(server, production);
  const taken = await ask('POST', `/characters/${twin.id}/poses/from`, { characterId: id });
  expect(taken.doc.poses).toMatchObject([{ name: 'call out', angles: [12.5], drawingIds: [], rootY: 4 }]);
  expect(taken.doc.parts.map((one) => one.id)).toContain(taken.doc.poses[0].partIds[0]);
  expect(await refused('POST', `/characters/${twin.id}/poses/from`, { characterId: id })).toMatch(
    /^422 No pose of .* can be taken. call out: there is a pose of that name/,
  );
  expect(await refused('POST', `/characters/${twin.id}/poses/from`, { characterId: pose })).toMatch(/^404/);
  expect(await refused('POST', `/characters/${twin.id}/poses/from`, { characterId: null })).toMatch(/^400/);

  const gone = await ask('DELETE', `/poses/${pose}`);
  expect(gone.doc.poses).toEqual([]);
  expect((await ask('POST', `/characters/${id}/undo`)).doc.poses).toMatchObject([{ id: pose, name: 'call out' }]);
  // The drawing that it shows goes, and with it that part of the pose alone.
  const without = await ask('DELETE', `/drawings/${open}`);
  expect(without.doc.poses).toMatchObject([{ partIds: [part], drawingIds: [] }]);
});

test('a motion of one’s own goes through poses that are kept, outlives a copy and an undo, and is looked through', async () => {
  const { id, view } = await drawnHead(server, production);
  const start = await ask('GET', `/characters/${id}`);
  const turned = [{ partId: start.doc.parts[0].id, angle: 8 }];
  const { doc } = await ask('POST', `/characters/${id}/poses`, {
    name: 'tilt',
    turned,
    root: { x: 0, y: 3 },
    drawingIds: [],
  });
  const steps = [
    { seconds: 0.5, ease: 'soft' },
    { poseId: doc.poses[0].id, seconds: 1.25, ease: 'even' },
  ];
  const kept = await ask('POST', `/characters/${id}/motions`, { name: 'sway', steps });
  expect(kept.summary).toBe('Keep the motion sway');
  expect(kept.doc.motions).toMatchObject([
    { name: 'sway', poseIds: [null, doc.poses[0].id], seconds: [0.5, 1.25], eases: ['soft', 'even'] },
  ]);
  const [{ id: motion }] = kept.doc.motions;
  const wish = { motion: `own ${motion}`, fps: 12, amount: 1 };
  expect((await call(server, 'POST', `/views/${view}/motion-faults`, wish)).body).toMatchObject({
    bare: [],
    folds: [],
    out: [],
    behind: [],
  });
  const copy = (await call<{ doc: CharacterDoc }>(server, 'POST', `/characters/${id}/duplicate`)).body.doc;
  expect(copy.motions).toMatchObject([{ name: 'sway', poseIds: [null, copy.poses[0].id] }]);

  const url = `/characters/${id}/motions`;
  expect(await refused('POST', url, { name: '…', steps })).toMatch(/^422 A motion needs a name/);
  expect(await refused('POST', url, { name: 'one', steps: steps.slice(1) })).toMatch(/^422 .*2 to 8 poses/);
  for (const bad of [{ seconds: 0 }, { seconds: null }, { ease: 'jerky' }, { poseId: 'none' }])
    expect(await refused('POST', url, { name: 'bad', steps: [steps[0], { ...steps[1], ...bad }] })).toMatch(/^400/);
  expect(await refused('POST', url, { name: 'bad', steps: null })).toMatch(/^400/);
  expect(await refused('POST', `/views/${view}/motion-faults`, { ...wish, motion: 'own thing' })).toMatch(/^400/);

  // Without its pose it would go nowhere.
  expect((await ask('DELETE', `/poses/${doc.poses[0].id}`)).doc.motions).toEqual([]);
  expect((await ask('POST', `/characters/${id}/undo`)).doc.motions).toMatchObject([{ id: motion, name: 'sway' }]);
  expect((await ask('DELETE', `/motions/${motion}`)).doc.motions).toEqual([]);
});

test('what is no pose is refused in a sentence, and changes nothing', async () => {
  const { id } = await drawnHead(server, production);
  const { doc, revision } = await ask('GET', `/characters/${id}`);
  const wish = { name: 'sit', turned: [{ partId: doc.parts[0].id, angle: 9 }], root: { x: 0, y: 0 }, drawingIds: [] };
  const gone = '7b1c2c34-5a52-4c34-9c0e-0a6f3c5b8a11';
  expect(await refused('POST', `/characters/${id}/poses`, { ...wish, name: '…' })).toMatch(/^422 A pose needs a name/);
  expect(await refused('POST', `/characters/${id}/poses`, { ...wish, turned: [] })).toMatch(/^422 Nothing is turned/);
  expect(await refused('POST', `/characters/${id}/poses`, { ...wish, turned: [{ partId: gone, angle: 4 }] })).toMatch(
    /^404 A part of this pose/,
  );
  expect(await refused('POST', `/characters/${id}/poses`, { ...wish, drawingIds: [gone] })).toMatch(/^404 A drawing/);
  for (const bad of [
    { turned: null },
    { turned: [{ angle: 4 }] },
    { root: null },
    { turned: [{ partId: gone, angle: 1e9 }] },
  ])
    expect(await refused('POST', `/characters/${id}/poses`, { ...wish, ...bad })).toMatch(/^400/);
  expect(await refused('DELETE', `/poses/${gone}`)).toMatch(/^404/);
  expect((await ask('GET', `/characters/${id}`)).revision).toBe(revision);
});

test('a motion is drawn as a picture that moves and as stills, with what it shows told beneath', async () => {
  const limb = await jointedLimb(server, production);
  const wish = { motion: 'breathe', fps: 12, amount: 1, tall: 240, as: 'gif' };
  const show = async (more: object) => {
    const asked = await call<{ blob: string; ending: string }>(server, 'POST', `/views/${limb.view}/trial-picture`, {
      ...wish,
      ...more,
    });
    expect(asked.status).toBe(200);
    const bytes = await (await fetch(`${server.address}/api/blobs/${asked.body.blob}`)).arrayBuffer();
    return { ending: asked.body.ending, bytes: Buffer.from(bytes) };
  };
  const gif = await show({});
  const pages = await sharp(gif.bytes, { animated: true }).metadata();
  // Pages that are as the one before become one that stays longer: three seconds in all.
  expect(pages).toMatchObject({ format: 'gif', loop: 0 });
  expect((pages.delay ?? []).reduce((sum, ms) => sum + ms, 0)).toBe(3000);
  expect((await sharp((await show({ as: 'webp' })).bytes, { animated: true }).metadata()).pages).toBeGreaterThan(1);
  const stills = await sharp((await show({ as: 'stills' })).bytes).metadata();
  expect(stills.format).toBe('png');
  expect((stills.width ?? 0) / (stills.height ?? 1)).toBeGreaterThan(1.5);
  expect(await refused('POST', `/views/${limb.view}/trial-picture`, { ...wish, motion: 'walk' })).toMatch(
    /^422 This view lacks what the motion needs/,
  );
  for (const bad of [{ fps: 0 }, { tall: 1e9 }, { motion: 'fly' }, { amount: null }])
    expect(await refused('POST', `/views/${limb.view}/trial-picture`, { ...wish, ...bad })).toMatch(/^400/);
});

test('what a motion lets be seen that is wrong is found, and found again at once', async () => {
  const limb = await jointedLimb(server, production);
  const wish = { motion: 'breathe', fps: 12, amount: 1 };
  const faults = () => call<object>(server, 'POST', `/views/${limb.view}/motion-faults`, wish);
  const [first, again] = [await faults(), await faults()];
  expect([first.status, first.body]).toMatchObject([200, { bare: [], folds: [], open: [] }]);
  expect(again.body).toEqual(first.body);
  expect(await refused('POST', `/views/${limb.view}/motion-faults`, { ...wish, fps: 0 })).toMatch(/^400/);
});

test('a piece that bends along a line leaves with it, skinned in the puppet; its line is weighed like its pivot', async () => {
  const limb = await jointedLimb(server, production);
  const { doc } = await ask('GET', `/characters/${limb.id}`);
  const [{ childId, parentId, x, y }] = doc.joints;
  const soft = (asked: object, pieceId = childId) => ask('PUT', `/pieces/${pieceId}/soft`, asked);
  const lineIn = ({ doc: { pieces } }: { doc: CharacterDoc }) => pieces.find(({ id }) => id === childId)?.soft;

  const proposed = lineIn(await soft({}));
  expect(proposed?.points.slice(0, 2)).toEqual([expect.closeTo(x, 0), expect.closeTo(y, 0)]);
  expect(proposed?.stiffness.every((value) => value === 0)).toBe(true);
  expect(lineIn(await ask('POST', `/characters/${limb.id}/undo`))).toBeNull();
  expect(lineIn(await ask('POST', `/characters/${limb.id}/redo`))).toEqual(proposed);
  const copy = (await call<{ doc: CharacterDoc }>(server, 'POST', `/characters/${limb.id}/duplicate`)).body.doc;
  expect(copy.pieces.filter((piece) => piece.soft)).toHaveLength(1);

  const first = await packageOf(server, limb.id, { formats: ['glb'] });
  expect(rigFaults(first.rig)).toEqual([]);
  const [leaves] = first.rig.views[0].pieces.filter((piece) => piece.soft);
  expect(leaves.soft?.line.flat()).toEqual(proposed?.points);
  const glb = first.files.get(`${first.rig.character.code}.glb`) ?? new Uint8Array();
  const { issues, info } = await validateBytes(glb);
  expect(issues).toMatchObject({ numErrors: 0, numWarnings: 0 });
  expect(info).toMatchObject({ hasSkins: true });
  const names = readGlb(glb)[0].nodes.map(({ name }) => name);
  expect(names).toEqual(expect.arrayContaining([`${leaves.name}_bend_1`, `${leaves.name}_mesh`]));

  const moved = (proposed?.points ?? []).map((value, i) => (i === 2 ? value + 6 : value));
  await soft({ line: { points: moved, stiffness: proposed?.stiffness } });
  const second = await packageOf(server, limb.id, { formats: [] });
  const entries = JSON.parse(new TextDecoder().decode(second.files.get('changes.json'))) as { entries: object[] };
  expect(entries.entries).toContainEqual(expect.objectContaining({ weight: 'breaks', kind: 'pivot' }));

  const { revision } = await ask('GET', `/characters/${limb.id}`);
  expect(await refused('PUT', `/pieces/${parentId}/soft`, {})).toMatch(/^422 .* has no joint to bend from/);
  const bad = (points: number[], stiffness: number[]) =>
    refused('PUT', `/pieces/${childId}/soft`, { line: { points, stiffness } });
  expect(await bad([x, y, x, y + 9], [0, 0])).toMatch(/^422 A line has 3 to 12 points.*: 2 points here/);
  expect(await bad([x, y, x, y, x, y + 9], [0, 0, 0])).toMatch(/^422 Two points of the line/);
  expect(await bad([x, y, x, -5, x, y + 9], [0, 0, 0])).toMatch(/^422 A point of the line lies outside/);
  expect(await bad([x, y, x, y + 9, x, y + 20], [0, 2, 0])).toMatch(/^422 Stiffness goes from 0/);
  expect(await refused('PUT', `/pieces/${childId}/soft`, { line: { points: null, stiffness: [] } })).toMatch(/^400/);
  expect(await refused('POST', `/pieces/${childId}/swap-set`, { kind: 'prop' })).toMatch(/^422 .* bends along a line/);
  expect((await ask('GET', `/characters/${limb.id}`)).revision).toBe(revision);
  expect(lineIn(await ask('DELETE', `/pieces/${childId}/soft`))).toBeNull();
});
