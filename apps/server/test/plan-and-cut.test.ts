import { compareBitmaps, composite, planFrom, switchPart, type CharacterDoc, type MaskRuns } from '@limber-sheaf/core';
import { decodePng, encodePng, readOpenRaster, writeOpenRaster } from '@limber-sheaf/formats';
import sharp from 'sharp';
import { call, design, inProduction, limbPng, packageOf, runsOf, type State } from './server-under-test';

const { server, ask, production } = inProduction('Spring tide');
const bringIn = (bytes: Uint8Array, name = 'Mast') =>
  ask('POST', `/productions/${production()}/characters`, design(name, bytes));
const tokens = (group: string, part: string | null = null, side: string | null = null) => ({ group, part, side });
/** All pixels of a rectangle. */
const rect = (x: number, y: number, width: number, height: number): MaskRuns => ({
  x,
  y,
  width,
  height,
  runs: runsOf([0, width * height]),
});
const nameOf = (doc: CharacterDoc, partId: string) => {
  const part = doc.parts.find((p) => p.id === partId);
  return [part?.group, part?.part].filter(Boolean).join('/');
};
const named = (doc: CharacterDoc, name: string) => {
  const piece = doc.pieces.find((p) => nameOf(doc, p.partId) === name);
  if (!piece) throw new Error(`no ${name}`);
  return piece;
};
const picture = async (blob: string) =>
  decodePng(new Uint8Array(await (await fetch(`${server.address}/api/blobs/${blob}`)).arrayBuffer()));

/** The limb brought in, and shared out to three parts in one edit. */
async function threeParts(): Promise<{ view: string; id: string; state: State }> {
  const { doc } = await bringIn(limbPng());
  const view = doc.views[0].id;
  const state = await ask('POST', `/views/${view}/cut/take`, {
    word: 'Accept',
    targets: [
      { tokens: tokens('torso'), mask: rect(60, 20, 80, 100) },
      { tokens: tokens('arm', 'upper', 'A'), mask: rect(60, 120, 80, 100) },
      { tokens: tokens('arm', 'hand', 'A'), mask: rect(60, 220, 80, 60) },
    ],
  });
  return { view, id: doc.character.id, state };
}

test('a plan is kept, gives parts their parents and ranges, and is undone like any edit', async () => {
  const { doc } = await bringIn(limbPng());
  const path = `/characters/${doc.character.id}/plan`;
  const plan = switchPart(planFrom('people-simple'), { ...tokens('lantern'), side: null, index: null }, true);
  const kept = await ask('PUT', path, { plan, word: 'Plan the breakdown' });
  expect(kept.doc.character.plan).toEqual(plan);
  expect(kept.undo).toBe('Plan the breakdown');
  expect((await ask('POST', `/characters/${doc.character.id}/undo`)).doc.character.plan).toBeNull();
  const twice = { ...plan, parts: [...plan.parts, plan.parts[0]] };
  expect(await ask('PUT', path, { plan: twice })).toMatchObject({ code: 'bad-plan' });
  const restless = { ...plan, parts: plan.parts.map((p) => ({ ...p, range: [10, 20] })) };
  expect(await ask('PUT', path, { plan: restless })).toMatchObject({ code: 'bad-plan' });
  expect(await ask('PUT', path, { plan: { ...plan, views: ['a'.repeat(99)] } })).toMatchObject({ code: 'bad-request' });
  const sides = await ask('PATCH', `/characters/${doc.character.id}/sides`, { sides: 'near-far' });
  expect(sides.doc.character.scheme.sides).toBe('near-far');
});

test('shapes are given to parts all as one edit, and the rest is the design', async () => {
  const { id, state } = await threeParts();
  expect(state.undo).toMatch(/3/);
  const { doc } = state;
  expect(nameOf(doc, doc.parts.find((p) => p.part === 'hand')?.parentId ?? '')).toBe('arm/upper');
  const whole = await picture(doc.views[0].designBlob);
  const faces = await Promise.all(
    [...doc.pieces].map(async ({ face }) => ({ ...(await picture(face.blob)), x: face.x, y: face.y })),
  );
  expect(compareBitmaps(composite(200, 300, faces), whole).differing).toBe(0);
  expect((await ask('POST', `/characters/${id}/undo`)).doc.pieces).toEqual([]);
});

test('pieces grow, shrink, merge, copy and take a margin; each is one edit, and the checks hold', async () => {
  const { view, state } = await threeParts();
  const hand = named(state.doc, 'arm/hand').id;
  const upper = named(state.doc, 'arm/upper').id;
  const rows = (doc: CharacterDoc, id: string) => doc.pieces.find((p) => p.id === id)?.face.height;
  expect(rows((await ask('POST', `/pieces/${hand}/reshape`, { by: 5 })).doc, hand)).toBe(65);
  const shrunk = await ask('POST', `/pieces/${hand}/reshape`, { by: -10 });
  expect(shrunk.doc.pieces.find((p) => p.id === hand)?.face.area).toBeLessThan(60 * 80);
  await ask('POST', `/views/${view}/cut/sweep-up`, {});
  const margin = await ask('PATCH', `/pieces/${hand}`, { margin: 8 });
  expect(margin.doc.pieces.find((p) => p.id === hand)).toMatchObject({
    margin: 8,
  });
  expect(margin.sheets[hand].overlap).not.toBeNull();
  const copied = await ask('POST', `/views/${view}/cut/copy`, { pieceId: hand, mask: rect(60, 180, 80, 20) });
  expect(copied.doc.pieces.find((p) => p.id === hand)?.extra?.area).toBe(1600);
  expect(copied.doc.pieces.find((p) => p.id === upper)?.face).toEqual(
    margin.doc.pieces.find((p) => p.id === upper)?.face,
  );
  const dropped = await ask('PATCH', `/pieces/${hand}`, { dropCopies: true, unmix: false });
  expect(dropped.doc.pieces.find((p) => p.id === hand)).toMatchObject({ extra: null, unmix: false });
  const merged = await ask('POST', `/pieces/${upper}/merge`, { goneIds: [hand] });
  expect(merged.doc.pieces.map((p) => nameOf(merged.doc, p.partId)).sort()).toEqual(['arm/upper', 'torso']);
  const checks = await call<{ checks: { id: string; ok: boolean }[] }>(server, 'GET', `/views/${view}/checks`);
  expect(checks.body.checks.filter((c) => !c.ok)).toEqual([]);
});

test('a round nib adds to a piece and takes away from it, each stroke one edit; what it cannot do it says', async () => {
  const { view, id, state } = await threeParts();
  const [piece] = state.doc.pieces;
  const { x, y, width, height } = piece.face;
  const areaOf = ({ doc }: State) => doc.pieces.find((p) => p.id === piece.id)?.face.area ?? 0;
  const nib = (body: object) => ask('POST', `/views/${view}/cut/nib`, body);
  const middle = [x + width / 2, y + height / 2, 4];
  const away = await nib({ pieceId: piece.id, stroke: middle, away: true });
  // A disc of 4 px radius.
  expect(Math.abs(areaOf(state) - areaOf(away) - 16 * Math.PI)).toBeLessThan(7);
  expect(away.undo).toMatch(/^Take away from /);
  const back = await nib({ pieceId: piece.id, stroke: [...middle.slice(0, 2), 6] });
  expect(areaOf(back)).toBe(areaOf(state));
  expect(areaOf(await ask('POST', `/characters/${id}/undo`))).toBe(areaOf(away));
  const { checks } = (await call<{ checks: { id: string; figure: number }[] }>(server, 'GET', `/views/${view}/checks`))
    .body;
  expect(checks.find((check) => check.id === 'rest-match')?.figure).toBe(0);
  const strokes = [[], [1, 2], [5, 5, 0], [5, 5, 1001], [5, 5, null], [1e9, 5, 4]].map((stroke) => ({ stroke }));
  for (const wrong of [...strokes, { hardness: 0 }, { hardness: 1.2 }, { hardness: null }])
    expect((await nib({ pieceId: piece.id, stroke: middle, ...wrong })).code).toBe('bad-request');
  expect((await nib({ pieceId: piece.id, stroke: [-500, -500, 3] })).code).toBe('nothing-there');
  expect((await nib({ tokens: tokens('tail'), stroke: middle, away: true })).sentence).toMatch(/no tail yet/);
  expect((await nib({ pieceId: piece.id, stroke: [x + width / 2, y + height / 2, 1000], away: true })).code).toBe(
    'would-empty',
  );
});

test('islands become a piece of their own, and holes are filled', async () => {
  const { doc } = await bringIn(limbPng());
  const view = doc.views[0].id;
  const loopless = { x: 60, y: 20, width: 80, height: 60, runs: runsOf([0, 80 * 10, 80 * 40, 80 * 10]) };
  const two = await ask('POST', `/views/${view}/cut/take`, { targets: [{ tokens: tokens('hair'), mask: loopless }] });
  const hair = two.doc.pieces[0].id;
  const split = await ask('POST', `/pieces/${hair}/islands`, { tokens: tokens('hair', 'back') });
  expect(split.doc.pieces.map((p) => p.face.height).sort()).toEqual([10, 10]);
  const frame = {
    x: 70,
    y: 120,
    width: 30,
    height: 30,
    runs: runsOf([0, 30 * 10, ...Array.from({ length: 9 }, () => [0, 10, 10, 10]).flat(), 0, 30 * 11]),
  };
  const ring = await ask('POST', `/views/${view}/cut/take`, { targets: [{ tokens: tokens('cap'), mask: frame }] });
  const cap = named(ring.doc, 'cap').id;
  expect((await ask('POST', `/pieces/${cap}/islands`, { tokens: tokens('lid') })).code).toBeTruthy();
  const filled = await ask('POST', `/pieces/${cap}/reshape`, { fillHoles: true });
  expect(filled.doc.pieces.find((p) => p.id === cap)?.face.area).toBe(900);
});

test('a piece that is cut further keeps its joints where they make sense, and says what it changed', async () => {
  const { view, state } = await threeParts();
  const [hand, upper] = [named(state.doc, 'arm/hand').id, named(state.doc, 'arm/upper').id];
  await ask('POST', `/views/${view}/joints`, { pieceId: hand, otherId: upper, round: true });
  const cut = await ask('POST', `/views/${view}/cut/cross`, {
    pieceId: upper,
    line: [40, 170, 160, 170],
    take: 'right',
    tokens: tokens('arm', 'lower', 'A'),
  });
  expect(cut.doc.joints[0]).toMatchObject({ childId: hand, parentId: named(cut.doc, 'arm/lower').id });
  expect(cut.notes?.join(' ')).toMatch(/Wrist A now belongs to lower arm A/);
});

test('a design on a plain backdrop is freed of it, and specks are swept away; a cut view is left alone', async () => {
  const ringed = Buffer.from(
    `<svg xmlns="http://www.w3.org/2000/svg" width="120" height="160"><rect width="120" height="160" fill="#f4efe4"/>
     <path fill-rule="evenodd" fill="#c4483a" d="M20 20H100V140H20ZM45 60H75V100H45Z"/></svg>`,
  );
  const { doc } = await bringIn(await sharp(ringed).png().toBuffer(), 'Ring');
  const view = doc.views[0].id;
  expect(doc.views[0].designArea).toBe(120 * 160);
  const freed = await ask('POST', `/views/${view}/matte`, { tolerance: 4, openHoles: [] });
  expect(freed.doc.views[0].designArea).toBe(80 * 120);
  const back = await ask('POST', `/characters/${doc.character.id}/undo`);
  expect(back.doc.views[0].designArea).toBe(120 * 160);
  const opened = await ask('POST', `/views/${view}/matte`, { tolerance: 4, openHoles: [0] });
  expect(opened.doc.views[0].designArea).toBe(80 * 120 - 30 * 40);
  await ask('POST', `/views/${view}/cut/take-rest`, { tokens: tokens('torso') });
  expect((await ask('POST', `/views/${view}/matte`, { tolerance: 4, openHoles: [] })).code).toBe('cut-already');
  const palette = await ask('POST', `/characters/${doc.character.id}/palette`, { viewId: view });
  expect(palette.doc.character.palette?.[0]).toMatchObject({ name: expect.stringMatching(/red/) as string, share: 1 });
});

test('a canvas is enlarged while nothing is handed off, and everything moves along', async () => {
  const { view, id, state } = await threeParts();
  const larger = await ask('POST', `/views/${view}/enlarge`, { left: 30, top: 10, right: 0, bottom: 0 });
  expect(larger.doc.views[0]).toMatchObject({ width: 230, height: 310 });
  const torso = named(state.doc, 'torso');
  expect(larger.doc.pieces.find((p) => p.id === torso.id)?.face).toMatchObject({ x: 90, y: 30 });
  expect(await ask('POST', `/views/${view}/enlarge`, { left: 0, top: 0, right: 0, bottom: 0 })).toMatchObject({
    code: 'nothing-there',
  });
  expect(await ask('POST', `/views/${view}/enlarge`, { left: 8192, top: 0, right: 8192, bottom: 0 })).toMatchObject({
    code: 'too-large',
  });
  expect((await ask('POST', `/characters/${id}/undo`)).doc.views[0]).toMatchObject({ width: 200, height: 300 });
});

/** A layered file: a limb's fill with its shade clipped to it, a line layer, a hidden sketch and a guide. */
function layeredFile(): Uint8Array {
  const paint = (x0: number, y0: number, x1: number, y1: number, rgba: number[]) => {
    const [width, height] = [x1 - x0, y1 - y0];
    const data = Uint8Array.from({ length: width * height * 4 }, (_, i) => rgba[i % 4]);
    return { x: x0, y: y0, png: encodePng({ width, height, data }), visible: true };
  };
  const layers = [
    { name: 'torso', ...paint(20, 20, 100, 140, [60, 90, 140, 255]) },
    { name: 'arm A upper', ...paint(60, 40, 110, 120, [200, 80, 60, 255]) },
    { name: 'arm A upper line', ...paint(60, 40, 110, 44, [20, 20, 30, 255]) },
    { name: 'guide', ...paint(0, 0, 4, 4, [0, 255, 0, 255]) },
    { name: 'old sketch', ...paint(0, 0, 120, 160, [1, 1, 1, 255]), visible: false },
  ];
  // The file's own merged picture is another one, as a program that flattens otherwise would leave it.
  const merged = paint(0, 0, 120, 160, [60, 90, 140, 255]).png;
  return writeOpenRaster({ width: 120, height: 160, layers, merged, thumbnail: merged });
}

test('a layered file comes with its sorting table; sorted, its layers are pieces with their hidden paint', async () => {
  const form = new FormData();
  form.append('name', 'Layered');
  form.append('design', new Blob([new Uint8Array(layeredFile()).buffer]), 'layered.ora');
  const { doc } = await ask('POST', `/productions/${production()}/characters`, form);
  const { brought, id: view } = doc.views[0];
  expect(
    brought?.layers?.map((l) => [
      l.path.join('/'),
      l.role,
      l.tokens && [l.tokens.group, l.tokens.part].filter(Boolean).join('/'),
    ]),
  ).toEqual([
    ['torso', 'fill', 'torso'],
    ['arm A upper', 'fill', 'arm/upper'],
    ['arm A upper line', 'line', 'arm/upper'],
    ['guide', 'guide', null],
    ['old sketch', 'leave out', null],
  ]);
  expect(brought?.differs).toBeGreaterThan(0);
  const layers = (brought?.layers ?? []).map(({ role, tokens: t }) => ({
    role,
    tokens: t && { group: t.group, part: t.part, side: t.side },
  }));
  expect(await ask('POST', `/views/${view}/sort`, { layers: layers.slice(1), keepApart: false })).toMatchObject({
    code: 'no-layers',
  });
  const sorted = await ask('POST', `/views/${view}/sort`, { layers, keepApart: true });
  const torso = named(sorted.doc, 'torso');
  expect(torso.own?.area).toBe(80 * 120);
  expect(torso.face.area).toBe(80 * 120 - 40 * 80);
  const checks = await call<{ checks: { id: string; ok: boolean; figure: number }[] }>(
    server,
    'GET',
    `/views/${view}/checks`,
  );
  expect(checks.body.checks.find((c) => c.id === 'rest-match')).toMatchObject({ ok: true, figure: 0 });
  expect(await ask('POST', `/views/${view}/sort`, { layers, keepApart: false })).toMatchObject({ code: 'cut-already' });

  // In the package the line is a sheet of its own, above the piece; all layers together are the design.
  const { rig, files } = await packageOf(server, doc.character.id);
  const arm = rig.views[0].pieces.find((p) => p.name === 'arm_A_upper');
  expect(arm?.sheets).toMatchObject([{ role: 'line', image: 'front/arm_A_upper_line.png', bounds: { x: 60, y: 40 } }]);
  expect(files.has('front/arm_A_upper_line.png')).toBe(true);
  const ora = readOpenRaster(files.get('layered_front.ora') ?? new Uint8Array());
  expect(ora.layers.map((l) => l.name)).toEqual(['torso', 'arm_A_upper', 'arm_A_upper_line']);
  const pixels = ora.layers.map((l) => ({ ...decodePng(l.png), x: l.x, y: l.y }));
  const whole = await picture(sorted.doc.views[0].designBlob);
  expect(compareBitmaps(composite(120, 160, pixels), whole).largest).toBeLessThanOrEqual(1);
});

test('JPEG, WebP and SVG are read; another picture becomes another view', async () => {
  const art = sharp(Buffer.from(limbPng())).flatten({ background: '#ffffff' });
  const turned = await art.clone().jpeg({ quality: 95 }).withMetadata({ orientation: 6 }).toBuffer();
  const { doc, notes } = await bringIn(turned, 'Turned');
  expect([doc.views[0].width, doc.views[0].height]).toEqual([300, 200]);
  expect(notes?.join(' ')).toMatch(/turned|JPEG/i);
  expect((await bringIn(await art.clone().webp().toBuffer(), 'Web')).doc.views[0].width).toBe(200);
  const svg = await bringIn(
    Buffer.from(
      '<svg xmlns="http://www.w3.org/2000/svg" width="60" height="80"><g id="torso"><rect width="60" height="80" fill="#345"/></g><g id="head"><circle cx="30" cy="20" r="12" fill="#eb9"/></g></svg>',
    ),
    'Vector',
  );
  expect(svg.doc.views[0].brought?.layers?.map((l) => l.path.at(-1))).toEqual(['torso', 'head']);
  const form = new FormData();
  form.append('key', 'side');
  form.append('design', new Blob([new Uint8Array(limbPng()).buffer]), 'side.png');
  const two = await ask('POST', `/characters/${doc.character.id}/views`, form);
  expect(two.doc.views.map((v) => v.key)).toEqual(['front', 'side']);
  const again = new FormData();
  again.append('key', 'side');
  again.append('design', new Blob([new Uint8Array(limbPng()).buffer]), 'side.png');
  expect(await ask('POST', `/characters/${doc.character.id}/views`, again)).toMatchObject({
    code: expect.any(String) as string,
  });
});

test('refusals of the new orders say why and change nothing', async () => {
  const { view, id, state } = await threeParts();
  const hand = named(state.doc, 'arm/hand').id;
  const refusals: [string, string, object, string][] = [
    [
      'POST',
      `/views/${view}/cut/take`,
      { targets: [{ tokens: tokens('cap'), mask: rect(0, 0, 20, 20) }] },
      'nothing-there',
    ],
    [
      'POST',
      `/views/${view}/cut/take`,
      { targets: [{ tokens: tokens('cap'), mask: rect(60, 220, 80, 60) }] },
      'would-empty',
    ],
    [
      'POST',
      `/views/${view}/cut/take`,
      { targets: [{ tokens: tokens('cap'), mask: { ...rect(0, 0, 2, 2), runs: runsOf([0, 9]) } }] },
      'bad-request',
    ],
    ['POST', `/views/${view}/cut/take`, { targets: [] }, 'bad-request'],
    ['POST', `/pieces/${hand}/reshape`, { by: 900 }, 'bad-request'],
    ['POST', `/pieces/${hand}/reshape`, { by: -60 }, 'would-empty'],
    ['POST', `/pieces/${hand}/merge`, { goneIds: [hand] }, 'not-two-pieces'],
    ['PATCH', `/pieces/${hand}`, { margin: 4000 }, 'bad-request'],
    ['POST', `/views/${view}/sort`, { layers: [], keepApart: true }, 'no-layers'],
    ['POST', `/views/${view}/specks`, { largest: 64 }, 'nothing-there'],
  ];
  for (const [method, path, body, code] of refusals) {
    const answer = await ask(method, path, body);
    expect([path, answer.code]).toEqual([path, code]);
    expect(answer.sentence).toMatch(/^[A-Z].{8,}\.$/s);
  }
  expect((await ask('GET', `/characters/${id}`)).revision).toBe(state.revision);
});
