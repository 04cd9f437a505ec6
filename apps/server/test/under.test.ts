import type { Bare, CharacterDoc } from '@limber-sheaf/core';
import { decodePng, encodePng } from '@limber-sheaf/formats';
import { call, design, end, packageOf, runsOf, startServer, type Running, type State } from './server-under-test';

let server: Running;
let production: string;

beforeAll(async () => {
  server = await startServer();
  production = (await call<{ id: string }>(server, 'POST', '/productions', { name: 'Slack water' })).body.id;
});
afterAll(() => end(server));

interface Checked {
  checks: { id: string; ok: boolean; figure: number; findings: { sentence: string; pieceId?: string }[] }[];
}

const ask = async (method: string, path: string, body?: object) => (await call<State>(server, method, path, body)).body;
const COAT = [200, 150, 70, 255];
const SLEEVE = [90, 120, 170, 255];

/** A coat of 120 × 200 px with an arm of 50 × 180 px hanging in front of its left side, half of it beside the coat. */
function coatAndArm(): Uint8Array {
  const [width, height] = [300, 260];
  const data = new Uint8Array(width * height * 4);
  for (let y = 30; y < 230; y++) for (let x = 100; x < 220; x++) data.set(COAT, (y * width + x) * 4);
  for (let y = 40; y < 220; y++) for (let x = 75; x < 125; x++) data.set(SLEEVE, (y * width + x) * 4);
  return encodePng({ width, height, data });
}

/** Coat and arm, jointed at the shoulder. */
async function jointed(
  bytes = coatAndArm(),
): Promise<{ id: string; view: string; doc: CharacterDoc; coat: string; arm: string }> {
  const { doc } = await ask('POST', `/productions/${production}/characters`, design('Hull', bytes));
  const view = doc.views[0].id;
  const box = (x: number, y: number, width: number, height: number) => ({
    x,
    y,
    width,
    height,
    runs: runsOf([0, width * height]),
  });
  await ask('POST', `/views/${view}/cut/take`, {
    targets: [{ tokens: { group: 'torso' }, mask: box(100, 30, 120, 200) }],
  });
  const cut = await ask('POST', `/views/${view}/cut/take`, {
    targets: [{ tokens: { group: 'arm', side: 'A', part: 'upper' }, mask: box(75, 40, 50, 180) }],
  });
  const pieceOf = (group: string) => {
    const part = cut.doc.parts.find((row) => row.group === group);
    return cut.doc.pieces.find((piece) => piece.partId === part?.id)?.id ?? '';
  };
  const [coat, arm] = [pieceOf('torso'), pieceOf('arm')];
  const made = await ask('POST', `/views/${view}/joints`, {
    pieceId: arm,
    otherId: coat,
    disc: { x: 102, y: 65, radius: 22 },
    round: true,
  });
  return { id: doc.character.id, view, doc: made.doc, coat, arm };
}

const check = async (view: string, id: string) => {
  const { body } = await call<Checked>(server, 'GET', `/views/${view}/checks`);
  return body.checks.find((one) => one.id === id);
};
const beneathOf = (doc: CharacterDoc, id: string) => doc.pieces.find((piece) => piece.id === id)?.beneath ?? null;

test('what comes into view bare is told with its joint and angle, painted at once, and undone', async () => {
  const { id, view, coat, doc } = await jointed();
  const bare = await check(view, 'hidden-paint');
  expect(bare?.ok).toBe(false);
  // The arm hides 25 px of the coat's side, 180 px high.
  expect(bare?.figure).toBeGreaterThan(2200);
  expect(bare?.figure).toBeLessThan(4500);
  expect(bare?.findings[0]).toMatchObject({
    pieceId: coat,
    sentence: expect.stringMatching(
      /^torso comes into view without paint: \d+ px, shoulder A at -?\d+°\. Paint it in Under\.$/,
    ) as string,
  });
  const told = (await call<Bare[]>(server, 'GET', `/views/${view}/under`)).body;
  expect(told).toMatchObject([{ pieceId: coat, area: bare?.figure, turns: [{ jointId: doc.joints[0].id }] }]);
  expect(Math.abs(told[0].first)).toBeLessThanOrEqual(Math.abs(told[0].turns[0].angle));
  const painted = await ask('POST', `/views/${view}/under`, {});
  expect(painted.summary).toBe('Paint 1 piece beneath');
  expect(beneathOf(painted.doc, coat)?.area).toBeGreaterThan(2200);
  expect(await check(view, 'hidden-paint')).toMatchObject({ ok: true, figure: 0 });
  expect(await check(view, 'rest-match')).toMatchObject({ ok: true, figure: 0 });
  const { status, body } = await call<{ code: string }>(server, 'POST', `/views/${view}/under`, {});
  expect([status, body.code]).toEqual([422, 'nothing-bare']);
  const undone = await ask('POST', `/characters/${id}/undo`);
  expect(beneathOf(undone.doc, coat)).toBeNull();
  expect(await check(view, 'hidden-paint')).toMatchObject({ figure: bare?.figure });
});

test('by the artist’s word nothing of a piece is hidden: then nothing of it is bare', async () => {
  const { view, coat } = await jointed();
  await ask('POST', `/pieces/${coat}/under/ends-here`, { endsHere: true });
  expect(await check(view, 'hidden-paint')).toMatchObject({ ok: true, figure: 0 });
  await ask('POST', `/pieces/${coat}/under/ends-here`, { endsHere: false });
  expect((await check(view, 'hidden-paint'))?.ok).toBe(false);
});

test('one piece is painted as asked for, anew, and cleared', async () => {
  const { coat } = await jointed();
  const first = beneathOf((await ask('POST', `/pieces/${coat}/under`, { mode: 'flat', margin: 0 })).doc, coat);
  const again = await call<{ code: string }>(server, 'POST', `/pieces/${coat}/under`, { mode: 'smooth' });
  expect([again.status, again.body.code]).toEqual([422, 'nothing-bare']);
  const wider = beneathOf(
    (await ask('POST', `/pieces/${coat}/under`, { mode: 'smooth', margin: 40, anew: true })).doc,
    coat,
  );
  expect(wider?.area).toBeGreaterThanOrEqual(first?.area ?? 0);
  expect(beneathOf((await ask('DELETE', `/pieces/${coat}/under`)).doc, coat)).toBeNull();
});

test('what was painted is painted by other numbers in its place: one step to undo', async () => {
  const { id, coat } = await jointed();
  const first = await ask('POST', `/pieces/${coat}/under`, { mode: 'flat', margin: 0 });
  const line = { width: 6, colour: [10, 20, 200] };
  const wider = await ask('POST', `/pieces/${coat}/under`, { margin: 30, line, replaces: first.revision });
  expect(beneathOf(wider.doc, coat)?.area).toBeGreaterThan(beneathOf(first.doc, coat)?.area ?? Infinity);
  const late = await call(server, 'POST', `/pieces/${coat}/under`, { margin: 5, replaces: first.revision });
  expect(late.status).toBe(409);
  expect(beneathOf((await ask('POST', `/characters/${id}/undo`)).doc, coat)).toBeNull();
});

test('an area beneath that its own paint closes is filled; one that is open is refused, and nothing changes', async () => {
  const { view, coat } = await jointed();
  const ring = Array.from({ length: 40 }, (_, k) => (k / 38) * 2 * Math.PI).flatMap((a) => [
    112 + 9 * Math.cos(a),
    150 + 9 * Math.sin(a),
    1.5,
  ]);
  const place = { x: 112, y: 150, colour: [200, 30, 40] };
  const open = await call<{ code: string }>(server, 'POST', `/pieces/${coat}/under/fill`, place);
  expect([open.status, open.body.code]).toEqual([422, 'not-closed']);
  const brushed = { colour: [20, 20, 30], softness: 0, stroke: ring };
  const drawn = await ask('POST', `/pieces/${coat}/under/brush`, brushed);
  const filled = await ask('POST', `/pieces/${coat}/under/fill`, place);
  expect(beneathOf(filled.doc, coat)?.area).toBeGreaterThan((beneathOf(drawn.doc, coat)?.area ?? 0) + 100);
  expect(await check(view, 'rest-match')).toMatchObject({ ok: true, figure: 0 });
});

test('the brush paints beneath alone: what shows at rest stays the design, and a stroke in view is refused', async () => {
  const { view, coat } = await jointed();
  const stroke = { colour: [20, 200, 30], softness: 0.3 };
  const made = await ask('POST', `/pieces/${coat}/under/brush`, { ...stroke, stroke: [90, 120, 15, 140, 150, 15] });
  const beneath = beneathOf(made.doc, coat);
  expect(beneath?.area).toBeGreaterThan(300);
  expect((beneath?.x ?? 0) + (beneath?.width ?? 0)).toBeLessThanOrEqual(125);
  expect(await check(view, 'rest-match')).toMatchObject({ ok: true, figure: 0 });
  const less = await ask('POST', `/pieces/${coat}/under/brush`, { ...stroke, stroke: [110, 130, 60], erase: true });
  expect(beneathOf(less.doc, coat)?.area ?? 0).toBeLessThan(300);
  const refused = await call<{ code: string }>(server, 'POST', `/pieces/${coat}/under/brush`, {
    ...stroke,
    stroke: [180, 120, 10],
  });
  expect([refused.status, refused.body.code]).toEqual([422, 'not-hidden']);
});

test('hidden paint is kept through a change of order and a cut, and never shows at rest', async () => {
  const { view, coat, arm } = await jointed();
  await ask('POST', `/views/${view}/under`, {});
  await ask('POST', `/pieces/${coat}/order`, { inFrontOf: arm, along: [] });
  expect(await check(view, 'rest-match')).toMatchObject({ ok: true, figure: 0 });
  const cut = await ask('POST', `/views/${view}/cut/give-back`, {
    pieceId: arm,
    loop: [75, 120, 125, 120, 125, 160, 75, 160],
  });
  expect(beneathOf(cut.doc, coat)).not.toBeNull();
  expect(await check(view, 'rest-match')).toMatchObject({ ok: true, figure: 0 });
});

test('a part that is meant to stay is remembered so, and taken back', async () => {
  const { id, doc } = await jointed();
  const arm = doc.parts.find(({ group }) => group === 'arm');
  const alone = async () =>
    (await ask('GET', `/characters/${id}`)).doc.parts.find((part) => part.id === arm?.id)?.alone;
  await ask('PATCH', `/parts/${arm?.id}/alone`, { alone: true, saw: { [arm?.id ?? '']: arm?.version ?? 0 } });
  expect(await alone()).toBe(true);
  await ask('POST', `/characters/${id}/undo`);
  expect(await alone()).toBe(false);
});

test.each([
  ['a margin beyond all limits', '/under', { margin: 5000 }],
  ['a mode that there is not', '/under', { mode: 'glossy' }],
  ['a stroke outside of everything', '/under/brush', { stroke: [1e9, 0, 5], colour: [0, 0, 0], softness: 0 }],
  ['a brush of no size', '/under/brush', { stroke: [90, 90, 0], colour: [0, 0, 0], softness: 0 }],
  ['a colour of two channels', '/under/brush', { stroke: [90, 90, 5], colour: [0, 0], softness: 0 }],
  ['null for a word', '/under/ends-here', { endsHere: null }],
])('%s is refused in a sentence and changes nothing', async (_, path, body) => {
  const { id, coat, doc } = await jointed();
  const { status, body: answer } = await call<{ sentence: string }>(server, 'POST', `/pieces/${coat}${path}`, body);
  expect(status).toBe(400);
  expect(answer.sentence.length).toBeGreaterThan(10);
  expect((await ask('GET', `/characters/${id}`)).doc.pieces).toEqual(doc.pieces);
});

const PLAIN = { side: null, part: null, index: null };

test('a piece that does not show at rest is begun behind what hides it, and is a piece like any', async () => {
  const { id, view, coat, arm } = await jointed();
  const order = {
    tokens: { group: 'hip', ...PLAIN },
    loop: [120, 150, 200, 150, 200, 200, 120, 200],
    colour: [60, 70, 120],
  };
  const made = await ask('POST', `/views/${view}/under/hidden`, order);
  expect(made.summary).toBe('Begin hip, hidden');
  const hip = made.doc.pieces.find((piece) => piece.id !== coat && piece.id !== arm);
  expect(hip).toMatchObject({
    face: { area: 0, width: 1, height: 1 },
    beneath: { x: 120, y: 150, width: 80, height: 50 },
  });
  expect(Math.min(...made.doc.pieces.map(({ depth }) => depth))).toBe(hip?.depth);
  for (const name of ['rest-match', 'offcuts', 'inside-canvas', 'names'])
    expect((await check(view, name))?.ok).toBe(true);
  const { rig, files } = await packageOf(server, id);
  const [view0] = rig.views;
  expect(view0.drawOrder[0]).toBe('hip');
  expect(view0.pieces[0]).toMatchObject({
    name: 'hip',
    kind: 'face',
    bounds: { x: 120, y: 150, width: 80, height: 50 },
  });
  expect(files.has('front/hip.png')).toBe(true);
  // It can be painted on, hung, jointed and moved like any piece.
  const jointTo = { pieceId: hip?.id, otherId: coat, disc: { x: 150, y: 170, radius: 18 }, round: true };
  expect((await ask('POST', `/views/${view}/joints`, jointTo)).doc.joints).toHaveLength(2);
  expect((await check(view, 'rest-match'))?.figure).toBe(0);

  const refused = async (more: object) =>
    (await call<{ sentence: string }>(server, 'POST', `/views/${view}/under/hidden`, { ...order, ...more })).body
      .sentence;
  expect(await refused({})).toBe('There is a hip already.');
  const other = { tokens: { group: 'seat', ...PLAIN } };
  expect(await refused({ ...other, loop: [0, 0, 20, 0, 20, 20] })).toMatch(/^Nothing would hide this piece/);
  expect(await refused({ ...other, loop: [120, 150, 200, 200, 200, 150, 120, 200] })).toMatch(/crosses itself/);
  expect((await ask('POST', `/characters/${id}/undo`)).doc.joints).toHaveLength(1);
  expect((await ask('POST', `/characters/${id}/undo`)).doc.pieces).toHaveLength(2);
});

test('a contour carried on by hand decides what is bare and what is painted, and is proposed again', async () => {
  const { view, coat } = await jointed();
  const before = (await check(view, 'hidden-paint'))?.figure ?? 0;
  // In by 15 px from the coat's own side.
  const points = [100, 40, 115, 60, 115, 200, 100, 220];
  const body = { carried: [{ kind: 'line', points }] };
  const drawn = await ask('PUT', `/pieces/${coat}/under/contours`, body);
  expect(drawn.summary).toBe('Carry the contour of torso on');
  const less = (await check(view, 'hidden-paint'))?.figure ?? 0;
  expect(less).toBeLessThan(before - 700);
  expect(less).toBeGreaterThan(0);
  await ask('POST', `/views/${view}/under`, {});
  expect(await check(view, 'hidden-paint')).toMatchObject({ ok: true, figure: 0 });
  // Proposed again, the rest of the side is bare.
  await ask('PUT', `/pieces/${coat}/under/contours`, { carried: [] });
  expect((await check(view, 'hidden-paint'))?.figure).toBeGreaterThan(700);
  const bad = { carried: [{ kind: 'line', points: [100, 40, 160, 120, 100, 120, 160, 40] }] };
  const { status, body: said } = await call<{ sentence: string }>(server, 'PUT', `/pieces/${coat}/under/contours`, bad);
  expect([status, said.sentence]).toEqual([422, 'The contour crosses itself.']);
});

/** A coat with an arm over its left side, and the arm's shadow of 20 px painted into the coat beside it. */
function coatInShadow(): Uint8Array {
  const [width, height] = [300, 260];
  const data = new Uint8Array(width * height * 4);
  for (let y = 30; y < 230; y++)
    for (let x = 100; x < 220; x++) {
      const dark = x < 145 && y > 60 && y < 215 ? 0.6 : 1;
      data.set([...COAT.slice(0, 3).map((v) => Math.round(v * dark)), 255], (y * width + x) * 4);
    }
  for (let y = 40; y < 220; y++) for (let x = 75; x < 125; x++) data.set(SLEEVE, (y * width + x) * 4);
  return encodePng({ width, height, data });
}

test('a shadow is lifted off a coat, hangs from the arm that casts it, and the design is the same to the last bit', async () => {
  const { id, view, coat, arm } = await jointed(coatInShadow());
  const loop = [124, 50, 156, 50, 156, 224, 124, 224];
  const lifted = await ask('POST', `/pieces/${coat}/under/shadow`, { loop });
  expect(lifted.summary).toBe('Lift the shadow off torso');
  const shadow = lifted.doc.pieces.find((piece) => piece.shadowOf === coat);
  expect(shadow?.face).toMatchObject({ x: 125, y: 61, width: 20, height: 154 });
  expect(lifted.doc.pieces.find((piece) => piece.id === coat)?.beneath?.area).toBeGreaterThanOrEqual(20 * 154);
  expect(await check(view, 'rest-match')).toMatchObject({ ok: true, figure: 0 });
  expect((await check(view, 'offcuts'))?.ok).toBe(true);
  const part = lifted.doc.parts.find((one) => one.id === shadow?.partId);
  const armPart = lifted.doc.pieces.find((piece) => piece.id === arm)?.partId;
  await ask('PATCH', `/parts/${part?.id}/parent`, { parentId: armPart });
  const { rig, files } = await packageOf(server, id);
  const entry = rig.views[0].pieces.find((piece) => piece.kind === 'shadow');
  expect(entry).toMatchObject({ name: 'torso_shadow', parent: 'arm_A_upper' });
  expect(files.has('front/torso_shadow.png')).toBe(true);
  const bare = await packageOf(server, id, { formats: [], shadows: false });
  expect(bare.rig.views[0].pieces.some((piece) => piece.kind === 'shadow')).toBe(false);
  const again = await call<{ sentence: string }>(server, 'POST', `/pieces/${coat}/under/shadow`, { loop });
  expect([again.status, again.body.sentence]).toEqual([422, expect.stringMatching(/no darker|next to nothing/)]);
  // The piece that it lies on is gone: it keeps a name of its own.
  const without = await ask('POST', `/views/${view}/cut/remove`, { pieceIds: [coat] });
  expect(without.doc.pieces.find((piece) => piece.id === shadow?.id)?.shadowOf).toBeNull();
  await ask('POST', `/characters/${id}/undo`);
  expect(await check(view, 'rest-match')).toMatchObject({ ok: true, figure: 0 });
});

test('a graft from another piece or a file is laid beneath, moved, and pressed flat; the design stays', async () => {
  const { id, view, coat, arm } = await jointed();
  const laid = await ask('POST', `/pieces/${coat}/under/graft`, { fromId: arm });
  expect(laid.summary).toBe('Graft beneath torso');
  const graftOf = ({ doc }: State) => doc.pieces.find((piece) => piece.id === coat)?.graft;
  const graft = graftOf(laid);
  expect(graft).toMatchObject({ light: 0, soft: 0, before: null });
  expect(beneathOf(laid.doc, coat)?.area).toBeGreaterThan(1000);
  expect(await check(view, 'rest-match')).toMatchObject({ ok: true, figure: 0 });
  const look = { corners: [100, 60, 125, 60, 125, 120, 100, 120], light: -20, warmth: 10, colour: 0, soft: 4 };
  const moved = await ask('POST', `/pieces/${coat}/under/graft`, { look });
  expect(graftOf(moved)).toMatchObject({ ...look, source: graft?.source, before: null });
  expect(beneathOf(moved.doc, coat)).toMatchObject({ x: 100, y: 60, width: 25, height: 60 });
  // Laid once more, not on top of itself.
  const again = await ask('POST', `/pieces/${coat}/under/graft`, { look: { ...look, soft: 0 } });
  expect(beneathOf(again.doc, coat)?.area).toBe(25 * 60);
  const flat = await ask('DELETE', `/pieces/${coat}/under/graft`);
  expect([graftOf(flat), beneathOf(flat.doc, coat)]).toEqual([null, beneathOf(again.doc, coat)]);
  const none = await call<{ sentence: string }>(server, 'POST', `/pieces/${coat}/under/graft`, { look });
  expect([none.status, none.body.sentence]).toEqual([422, 'There is no graft beneath this piece.']);

  const picture = encodePng({ width: 8, height: 8, data: new Uint8Array(256).fill(200) });
  const filed = await call<State>(server, 'POST', `/pieces/${coat}/under/graft-file`, design('', picture));
  expect(graftOf(filed.body)?.before).toEqual(beneathOf(again.doc, coat));
  const broken = design('', new Uint8Array([1, 2, 3]));
  const refused = await call<{ sentence: string }>(server, 'POST', `/pieces/${coat}/under/graft-file`, broken);
  expect(refused.status).toBe(422);
  expect(refused.body.sentence).toMatch(/\.$/);
  const far = { ...look, corners: look.corners.map((v) => v + 20_000) };
  const beyond = await call<{ sentence: string }>(server, 'POST', `/pieces/${coat}/under/graft`, { look: far });
  expect([beyond.status, beyond.body.sentence]).toEqual([422, 'The graft lies far outside the canvas.']);
  expect(graftOf(await ask('GET', `/characters/${id}`))).toEqual(graftOf(filed.body));
  // Copied with the character, and its pictures are not collected.
  expect((await ask('POST', `/characters/${id}/duplicate`)).doc.pieces.some((piece) => piece.graft !== null)).toBe(
    true,
  );
});

test('paint that comes back repainted over an adjustable graft presses it flat; undone, it can be adjusted again', async () => {
  const { id, view, arm, coat } = await jointed();
  await ask('POST', `/pieces/${coat}/under/graft`, { fromId: arm });
  const graftOf = ({ doc }: State) => doc.pieces.find((piece) => piece.id === coat)?.graft;
  const made = await packageOf(server, id, { formats: [] });
  const picture = decodePng(made.files.get('front/torso.png') as Uint8Array);
  for (let i = 0; i < picture.data.length; i += 4) if (picture.data[i + 3] === 255) picture.data.set([9, 99, 9], i);
  const form = new FormData();
  form.append('take', coat);
  form.append('renew', 'no');
  form.append('art', new Blob([new Uint8Array(encodePng(picture)).buffer], { type: 'image/png' }), 'torso.png');
  expect(graftOf(await ask('POST', `/views/${view}/bring-back`, form))).toBeNull();
  expect(graftOf(await ask('POST', `/characters/${id}/undo`))).toMatchObject({ light: 0 });
});
