import { compareBitmaps, composite, type CharacterDoc, type Sweep, type ViewProof } from '@limber-sheaf/core';
import { decodePng, encodePng, isDrawn, readOpenRaster } from '@limber-sheaf/formats';
import { Client } from 'pg';
import { call, design, end, packageOf, runsOf, startServer, type Running, type State } from './server-under-test';

let server: Running;
let production: string;
jest.setTimeout(120_000);

beforeAll(async () => {
  server = await startServer();
  production = (await call<{ id: string }>(server, 'POST', '/productions', { name: 'Ebb' })).body.id;
});
afterAll(() => end(server));

const ask = async (method: string, path: string, body?: object) => (await call<State>(server, method, path, body)).body;

/** Two drawn arms side by side, 60 px wide, from y 20 to 320, with a head in between. */
function twoArms(): Uint8Array {
  const [width, height] = [320, 340];
  const data = new Uint8Array(width * height * 4);
  for (const left of [20, 240])
    for (let y = 20; y < 320; y++)
      for (let x = left; x < left + 60; x++) {
        const line = x < left + 5 || x >= left + 55 || y < 25 || y >= 315;
        data.set(line ? [43, 35, 51, 255] : [228, 169, 58, 255], (y * width + x) * 4);
      }
  for (let y = 20; y < 90; y++)
    for (let x = 130; x < 190; x++) data.set(y < 60 ? [236, 182, 150, 255] : [200, 150, 120, 255], (y * width + x) * 4);
  return encodePng({ width, height, data });
}

const box = (x: number, y: number, width: number, height: number) => ({
  x,
  y,
  width,
  height,
  runs: runsOf([0, width * height]),
});
const arm = (part: string, side: string) => ({ group: 'arm', side, part });

/** Upper, lower and hand on both sides, the head with its eyes; nothing jointed. */
async function arms(): Promise<{ id: string; view: string; doc: CharacterDoc }> {
  const { doc } = await ask('POST', `/productions/${production}/characters`, design('Arms', twoArms()));
  const view = doc.views[0].id;
  const targets = [
    ['A', 20],
    ['B', 240],
  ].flatMap(([side, x]) =>
    ['upper', 'lower', 'hand'].map((part, i) => ({
      tokens: arm(part, side as string),
      mask: box(x as number, 20 + 100 * i, 60, 100),
    })),
  );
  const face = [
    { tokens: { group: 'head' }, mask: box(130, 20, 60, 70) },
    { tokens: { group: 'eyes' }, mask: box(140, 40, 40, 10) },
  ];
  const state = await ask('POST', `/views/${view}/cut/take`, { targets: [...targets, ...face] });
  return { id: doc.character.id, view, doc: state.doc };
}

const pieceOf = (doc: CharacterDoc, part: string, side: string) => {
  const row = doc.parts.find((p) => p.group === 'arm' && p.part === part && p.side === side);
  return doc.pieces.find((p) => p.partId === row?.id)?.id ?? '';
};
const jointOf = (doc: CharacterDoc, part: string, side: string) => {
  const joint = doc.joints.find((j) => j.childId === pieceOf(doc, part, side));
  if (!joint) throw new Error(`no joint of ${part} ${side}`);
  return joint;
};

test('fit all takes the plan at its word: what only moves along is left, and said', async () => {
  const { view } = await arms();
  const all = await ask('POST', `/views/${view}/joints/fit-all`);
  expect(all.doc.joints).toHaveLength(4);
  expect(all.notes?.join(' ')).toMatch(/eyes moves with what it hangs from, by the plan/);
});

test('sweeps are kept under what they were measured of, and a joint that changed is measured anew', async () => {
  const { view } = await arms();
  const { doc } = await ask('POST', `/views/${view}/joints/fit-all`);
  const sweeps = async () =>
    (await call<{ jointId: string; key: string; sweep: Sweep | null }[]>(server, 'GET', `/views/${view}/joints/sweeps`))
      .body;
  const before = await sweeps();
  expect(before.map(({ jointId }) => jointId).sort()).toEqual(doc.joints.map(({ id }) => id).sort());
  for (const { jointId, sweep } of before) {
    const joint = doc.joints.find(({ id }) => id === jointId);
    expect(sweep?.cleanRange).toEqual([joint?.rangeLow, joint?.rangeHigh]);
    const angles = sweep?.bends.map(({ angle }) => angle) ?? [];
    expect(angles).toContain(0);
    expect(angles).toEqual([...angles].sort((a, b) => a - b));
  }
  expect(await sweeps()).toEqual(before);

  const wrist = jointOf(doc, 'hand', 'A');
  await ask('PATCH', `/joints/${wrist.id}`, { rounded: false });
  const after = await sweeps();
  const changed = after.filter(({ key }, at) => key !== before[at].key);
  // The lower arm that it hangs from shows at its elbow too.
  expect(changed.map(({ jointId }) => jointId)).toContain(wrist.id);
  expect(changed.length).toBeLessThan(before.length);
  const butt = after.find(({ jointId }) => jointId === wrist.id)?.sweep;
  const most = (butt?.cleanRange?.[1] ?? 0) - (butt?.cleanRange?.[0] ?? 0);
  expect(most).toBeLessThan(wrist.rangeHigh - wrist.rangeLow);
  expect(Math.max(...(butt?.bends.map(({ daylight }) => daylight) ?? []))).toBeGreaterThan(0);

  await ask('PATCH', `/joints/${wrist.id}`, { kind: 'slide' });
  expect((await sweeps()).map(({ jointId }) => jointId)).not.toContain(wrist.id);
  expect((await call<{ code: string }>(server, 'GET', '/views/none/joints/sweeps')).status).toBeGreaterThanOrEqual(400);
});

test('what is measured gives way to a hand again and again, and comes to the same in the end', async () => {
  const [busy, other] = [await arms(), await arms()];
  const jointed = async () => {
    await ask('POST', `/views/${busy.view}/joints/fit-all`);
    const { body } = await call<ViewProof>(server, 'GET', `/views/${busy.view}/checks`);
    return { checks: body.checks, joints: body.joints.map(({ cleanRange }) => cleanRange) };
  };
  // Somebody edits another character meanwhile, without a pause.
  let measuring = true;
  const hurry = async () => {
    while (measuring) {
      await ask('POST', `/views/${other.view}/joints/fit-all`);
      await ask('POST', `/characters/${other.id}/undo`);
    }
  };
  const hurried = hurry();
  const beside = await jointed().finally(() => (measuring = false));
  await hurried;
  // The same joints under other names: nothing of them is known.
  await ask('POST', `/characters/${busy.id}/undo`);
  const alone = await jointed();
  expect(alone.joints).toHaveLength(4);
  expect(beside).toEqual(alone);
});

test('a joint at the limb’s other end is found again by the paint about it, and not measured anew', async () => {
  const { view } = await arms();
  const { doc } = await ask('POST', `/views/${view}/joints/fit-all`);
  const [elbow, wrist] = ['lower', 'hand'].map((part) => jointOf(doc, part, 'A'));
  const sweepOf = async ({ id }: { id: string }) => {
    const path = `/views/${view}/joints/sweeps`;
    const { body } = await call<{ jointId: string; key: string; sweep: Sweep | null }[]>(server, 'GET', path);
    return body.find(({ jointId }) => jointId === id);
  };
  const before = await sweepOf(wrist);
  // What is known is marked, so that it can be told from what is measured again.
  const client = new Client({ connectionString: process.env.DATABASE_URL });
  await client.connect();
  await client.query(`UPDATE derived SET value = value || '{"cleanRange": [-1, 1]}' WHERE value ? 'cleanRange'`);
  await client.end();
  await ask('PATCH', `/joints/${elbow.id}`, { radius: elbow.radius - 1 });
  const after = await sweepOf(wrist);
  expect(after?.key).not.toBe(before?.key);
  expect(after?.sweep?.cleanRange).toEqual([-1, 1]);
  expect((await sweepOf(elbow))?.sweep?.cleanRange).not.toEqual([-1, 1]);
});

/** Events of a character until one of a kind has come. */
async function eventOf(id: string, kind: string, signal: AbortSignal): Promise<Record<string, unknown>> {
  const answer = await fetch(`${server.address}/api/characters/${id}/events`, { signal });
  const reader = answer.body?.pipeThrough(new TextDecoderStream()).getReader();
  let text = '';
  for (;;) {
    const { value, done } = (await reader?.read()) ?? { value: undefined, done: true };
    if (done) throw new Error('the events ended');
    text += value ?? '';
    const found = new RegExp(`event: ${kind}\\n(?:id: .*\\n)?data: (.*)\\n`).exec(text);
    if (found) return JSON.parse(found[1]) as Record<string, unknown>;
  }
}

test('fit all tells how far it is while it is under way', async () => {
  const { id, view } = await arms();
  const over = new AbortController();
  const told = eventOf(id, 'progress', over.signal);
  await ask('POST', `/views/${view}/joints/fit-all`);
  expect(await told).toMatchObject({
    characterId: id,
    actor: 'tester',
    value: expect.any(Number) as number,
    doing: expect.stringMatching(/arm|head|eyes/) as string,
  });
  over.abort();
});

test('fit all that is stopped changes nothing', async () => {
  const { id, view } = await arms();
  const stop = new AbortController();
  const asked = fetch(`${server.address}/api/views/${view}/joints/fit-all`, {
    method: 'POST',
    headers: { 'x-actor': 'tester', 'content-type': 'application/json' },
    body: '{}',
    signal: stop.signal,
  });
  stop.abort();
  await expect(asked).rejects.toThrow();
  const { doc, undo } = await ask('GET', `/characters/${id}`);
  expect(doc.joints).toEqual([]);
  expect(undo).not.toMatch(/Fit and round/);
});

test('a stroke over a limb gives a chain of joints, as one edit', async () => {
  const { id, view, doc } = await arms();
  const pieceIds = ['upper', 'lower', 'hand'].map((part) => pieceOf(doc, part, 'A'));
  const made = await ask('POST', `/views/${view}/joints/chain`, { pieceIds });
  expect(made.undo).toBe('Fit and round a chain of 2 joints');
  expect(made.doc.joints.map((j) => [Math.round(j.x), Math.round(j.y), j.rounded]).sort()).toEqual([
    [50, 120, true],
    [50, 220, true],
  ]);
  expect((await ask('POST', `/characters/${id}/undo`)).doc.joints).toEqual([]);
  const apart = await ask('POST', `/views/${view}/joints/chain`, {
    pieceIds: [pieceIds[0], pieceOf(doc, 'hand', 'B')],
  });
  expect(apart).toMatchObject({
    code: expect.any(String) as string,
    sentence: expect.stringMatching(/touch/) as string,
  });
});

test('a finished limb is copied to the other side, mirrored; linked, it stays in step', async () => {
  const { id, view } = await arms();
  let { doc } = await ask('POST', `/views/${view}/joints/fit-all`);
  const elbow = jointOf(doc, 'lower', 'A');
  await ask('PATCH', `/joints/${elbow.id}`, { rangeLow: -20, rangeHigh: 100, reach: 12 });
  const copied = await ask('POST', `/joints/${elbow.id}/copy`, { link: true });
  expect(copied.summary ?? copied.undo).toMatch(/Link elbow A to elbow B, wrist B|Link elbow A to/);
  expect(jointOf(copied.doc, 'lower', 'B')).toMatchObject({
    rangeLow: -100,
    rangeHigh: 20,
    reach: 12,
    twinId: elbow.id,
  });
  ({ doc } = await ask('PATCH', `/joints/${jointOf(copied.doc, 'lower', 'B').id}`, { looseness: 0.5 }));
  expect(jointOf(doc, 'lower', 'A').looseness).toBe(0.5);
  ({ doc } = await ask('DELETE', `/joints/${elbow.id}/link`));
  expect(doc.joints.filter((j) => j.twinId === elbow.id)).toEqual([]);
  const onto = await ask('POST', `/joints/${elbow.id}/copy`, { ontoId: jointOf(doc, 'hand', 'A').id, link: false });
  expect(jointOf(onto.doc, 'hand', 'A')).toMatchObject({ rangeLow: -20, rangeHigh: 100 });
  expect((await ask('POST', `/characters/${id}/undo`)).doc.joints).toHaveLength(4);
});

test('a joint whose disc a cut has changed is fitted again, one placed by hand stays; both are said', async () => {
  const { view, doc } = await arms();
  await ask('POST', `/views/${view}/joints/fit-all`);
  // The hand takes 20 px more of the lower arm: the wrist moves up with the cut.
  const grown = await ask('POST', `/views/${view}/cut/take`, {
    targets: [{ pieceId: pieceOf(doc, 'hand', 'A'), mask: box(20, 200, 60, 20) }],
  });
  expect(jointOf(grown.doc, 'hand', 'A').y).toBeCloseTo(200, 0);
  expect(grown.notes?.join(' ')).toMatch(/Wrist A was fitted again/);
  const wrist = jointOf(grown.doc, 'hand', 'B');
  await ask('DELETE', `/joints/${wrist.id}`);
  await ask('POST', `/views/${view}/joints`, {
    pieceId: wrist.childId,
    otherId: wrist.parentId,
    disc: { x: 270, y: 222, radius: 26 },
  });
  const kept = await ask('POST', `/views/${view}/cut/take`, {
    targets: [{ pieceId: pieceOf(doc, 'hand', 'B'), mask: box(240, 210, 60, 10) }],
  });
  expect(jointOf(kept.doc, 'hand', 'B')).toMatchObject({ x: 270, y: 222, radius: 26 });
  expect(kept.notes?.join(' ')).toMatch(/Wrist B stays where it was/);
});

test('kind, reach, colours and folds are set by hand; a slide is not swept', async () => {
  const { view } = await arms();
  const { doc } = await ask('POST', `/views/${view}/joints/fit-all`);
  const elbow = jointOf(doc, 'lower', 'A');
  const set = await ask('PATCH', `/joints/${elbow.id}`, {
    kind: 'slide',
    lineColour: [1, 2, 3],
    fillColour: [200, 100, 50],
    foldsOut: true,
  });
  expect(jointOf(set.doc, 'lower', 'A')).toMatchObject({
    kind: 'slide',
    lineColour: [1, 2, 3],
    fillColour: [200, 100, 50],
  });
  const { body } = await call<{ joints: { jointId: string }[] }>(server, 'GET', `/views/${view}/checks`);
  expect(body.joints).toHaveLength(3);
  for (const bad of [{ kind: 'ball' }, { lineColour: [1, 2] }, { fillColour: [0, 0, 300] }, { reach: -2 }])
    expect((await ask('PATCH', `/joints/${elbow.id}`, bad)).code).toBe('bad-request');
  expect((await ask('PATCH', `/joints/${elbow.id}`, { reach: 3000 })).code).toBe('bad-disc');
  expect((await ask('POST', `/joints/${elbow.id}/copy`, { ontoId: elbow.id, link: false })).code).toBe(
    'not-two-joints',
  );
});

test('what is wanted beyond the range is checked with it; the package tells the range alone', async () => {
  const { id, view } = await arms();
  const { doc } = await ask('POST', `/views/${view}/joints/fit-all`);
  const elbow = jointOf(doc, 'lower', 'A');
  await ask('PATCH', `/joints/${elbow.id}`, { rounded: false, rangeLow: 0, rangeHigh: 0, reach: 10, taper: 0.5 });
  const joints = async () => {
    const { body } = await call<{ checks: { id: string; findings: { jointId: string; sentence: string }[] }[] }>(
      server,
      'GET',
      `/views/${view}/checks`,
    );
    const check = body.checks.find((each) => each.id === 'joints-clean');
    return check?.findings.filter(({ jointId }) => jointId === elbow.id).map(({ sentence }) => sentence);
  };
  expect(await joints()).toEqual([]);
  await ask('PATCH', `/joints/${elbow.id}`, { wantedHigh: 70 });
  expect(await joints()).toEqual([
    expect.stringMatching(/^Elbow A is clean from 0° to \d+° of the wanted 0° to 70°; /),
  ]);
  const { rig } = await packageOf(server, id);
  const entry = rig.views[0].pieces.find(({ name }) => name === 'arm_A_lower');
  expect(entry?.joint?.range).toEqual([0, 0]);
  await ask('POST', `/characters/${id}/undo`);
  expect(await joints()).toEqual([]);
  for (const bad of [{ wantedHigh: 300 }, { wantedLow: null }, { taper: 2 }, { taper: '1' }])
    expect((await ask('PATCH', `/joints/${elbow.id}`, bad)).code).toBe('bad-request');
  expect((await ask('PATCH', `/joints/${elbow.id}`, { wantedLow: 20 })).code).toBe('bad-range');
});

test('a line under all lies beneath the fills in the package too; made thicker it is told, and undone it is gone', async () => {
  const { id, view, doc } = await arms();
  const [upper, lower] = ['upper', 'lower'].map((part) => pieceOf(doc, part, 'A'));
  const placed = await ask('POST', `/views/${view}/joints`, { pieceId: lower, otherId: upper, round: true });
  const elbow = jointOf(placed.doc, 'lower', 'A');
  const under = await ask('PATCH', `/joints/${elbow.id}`, { outlineOn: 'under', lineMore: 0 });
  expect(Object.keys(under.sheets).filter((id) => under.sheets[id].line)).toEqual(
    expect.arrayContaining([upper, lower]),
  );

  const { rig, files } = await packageOf(server, id);
  expect(rig.checks.find((c) => c.id === 'rest-match')).toMatchObject({ ok: true, figure: 0 });
  const { pieces, drawOrder } = rig.views[0];
  const arm = drawOrder.filter((name) => /^arm_A_(upper|lower)/.test(name));
  expect(arm.slice(0, 2).sort()).toEqual(['arm_A_lower_line_under', 'arm_A_upper_line_under']);
  const line = pieces.find((p) => p.name === 'arm_A_lower_line_under');
  expect(pieces.find((p) => p.name === 'arm_A_lower')?.joint).toMatchObject({ outlineOn: 'none', looseness: 0 });
  expect(line).toMatchObject({
    kind: 'line-under',
    parent: 'arm_A_lower',
    joint: null,
    image: 'front/arm_A_lower_line_under.png',
  });
  expect(new Set(pieces.map((p) => p.id)).size).toBe(pieces.length);
  // Drawn over one another the images are the design, and the layered file has the same layers in the same order.
  const images = pieces
    .filter(isDrawn)
    .map((p) => ({ ...decodePng(files.get(p.image) ?? new Uint8Array()), ...p.bounds }));
  const whole = decodePng(files.get('front/design.png') ?? new Uint8Array());
  expect(compareBitmaps(composite(whole.width, whole.height, images), whole).largest).toBeLessThanOrEqual(1);
  const ora = readOpenRaster(files.get(`${rig.character.code}_front.ora`) ?? new Uint8Array());
  expect(ora.layers.map((l) => l.name)).toEqual(drawOrder);

  await ask('PATCH', `/joints/${elbow.id}`, { lineMore: 4 });
  const rest = async () =>
    (
      await call<{ checks: { id: string; ok: boolean; findings: { sentence: string }[] }[] }>(
        server,
        'GET',
        `/views/${view}/checks`,
      )
    ).body.checks.find((c) => c.id === 'rest-match');
  const told = await rest();
  expect(told?.ok).toBe(false);
  expect(told?.findings[0].sentence).toMatch(/line under elbow A is not as thick as it was drawn/);
  await ask('POST', `/characters/${id}/undo`);
  expect((await rest())?.ok).toBe(true);
  const back = await ask('POST', `/characters/${id}/undo`);
  expect(Object.values(back.sheets).filter((sheets) => sheets.line)).toEqual([]);
});
