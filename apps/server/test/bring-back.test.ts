import { compareBitmaps, type Bitmap } from '@limber-sheaf/core';
import { isDrawn, decodePng, encodePng, readZip, writeZip } from '@limber-sheaf/formats';
import { call, end, jointedLimb, packageOf, startServer, type Running, type State } from './server-under-test';

let server: Running;
let production: string;

beforeAll(async () => {
  server = await startServer();
  const { body } = await call<{ id: string }>(server, 'POST', '/productions', { name: 'Back' });
  production = body.id;
});
afterAll(() => end(server));

/** What holding it against the pieces says. */
interface Back {
  pieces: { pieceId: string; name: string; cameAs: string | null; shown: number; hidden: number }[];
  same: number;
  missing: string[];
  notes: string[];
  sentence?: string;
}
interface Version {
  id: string;
  number: number;
}

const GREEN = [40, 200, 80, 255];
/** A picture with its solid pixels in another colour, of some rows. */
function repaint(png: Uint8Array, rows = Infinity): Uint8Array {
  const picture = decodePng(png);
  for (let i = 0; i < Math.min(picture.data.length, rows * picture.width * 4); i += 4)
    if (picture.data[i + 3] === 255) picture.data.set(GREEN, i);
  return encodePng(picture);
}
function form(files: Record<string, Uint8Array>, more: Record<string, string> = {}): FormData {
  const made = new FormData();
  for (const [key, value] of Object.entries(more)) made.append(key, value);
  for (const [name, bytes] of Object.entries(files))
    made.append('art', new Blob([new Uint8Array(bytes).buffer], { type: 'image/png' }), name);
  return made;
}
const look = (view: string, files: Record<string, Uint8Array>) =>
  call<Back>(server, 'POST', `/views/${view}/bring-back/look`, form(files));
const take = (view: string, files: Record<string, Uint8Array>, ids: string[], renew: 'yes' | 'no') =>
  call<State>(server, 'POST', `/views/${view}/bring-back`, form(files, { take: ids.join(), renew }));

/** A limb that was handed off, with its layered file and its images. */
async function handedOff() {
  const limb = await jointedLimb(server, production);
  const made = await packageOf(server, limb.id, { formats: ['ora'] });
  const [ora] = [...made.files].filter(([path]) => path.endsWith('.ora')).map(([, bytes]) => bytes);
  const [view] = made.rig.views;
  const image = (name: string) => made.files.get(`front/${name}.png`) as Uint8Array;
  return { ...limb, ora, image, rig: view };
}
/** A layered file with one of its layers repainted. */
function repaintedIn(ora: Uint8Array, layer: string): Uint8Array {
  const entries = readZip(ora);
  const stack = new TextDecoder().decode(entries.find(({ path }) => path === 'stack.xml')?.bytes);
  const src = new RegExp(`<layer[^>]*name="${layer}"[^>]*>`).exec(stack)?.[0].match(/src="([^"]+)"/)?.[1];
  return writeZip(entries.map(({ path, bytes }) => ({ path, bytes: path === src ? repaint(bytes) : bytes })));
}
async function restOf(id: string): Promise<{ differing: number; design: Bitmap }> {
  const made = await packageOf(server, id, { formats: [] });
  const check = made.rig.checks.find((one) => one.id === 'rest-match');
  return { differing: check?.figure ?? NaN, design: decodePng(made.files.get('front/design.png') as Uint8Array) };
}

test('a layered file comes back repainted: it is held against each piece, and taken with the design or without', async () => {
  const { id, view, ora, upper, lower, state } = await handedOff();
  const before = (await restOf(id)).design;
  const back = repaintedIn(ora, 'arm_A_lower');
  const { body: seen } = await look(view, { 'limb.ora': back });
  expect(seen).toMatchObject({ same: 1, missing: [] });
  expect(seen.pieces).toEqual([
    expect.objectContaining({ pieceId: lower, name: 'arm_A_lower', cameAs: null, weight: 'safe' }),
  ]);
  expect(seen.pieces[0].shown).toBeGreaterThan(5000);

  // Without the design only what is hidden changes.
  const { body: kept } = await take(view, { 'limb.ora': back }, [lower], 'no');
  expect(kept.notes?.[0]).toMatch(/were left as the design has them/);
  const [still] = [await restOf(id)];
  expect(still.differing).toBe(0);
  expect(compareBitmaps(still.design, before).differing).toBe(0);

  const { body: renewed } = await take(view, { 'limb.ora': back }, [lower], 'yes');
  expect(renewed.summary).toBe('Bring back arm_A_lower and the design with it');
  const now = await restOf(id);
  expect(now.differing).toBe(0);
  expect(compareBitmaps(now.design, before).differing).toBeGreaterThan(5000);
  // Joints, ranges and names stay.
  const steady = ({ x, y, radius, rangeLow, rangeHigh }: State['doc']['joints'][number]) => [
    ...[x, y, radius, rangeLow, rangeHigh],
  ];
  expect(renewed.doc.joints.map(steady)).toEqual(state.doc.joints.map(steady));
  expect(renewed.doc.pieces.map((piece) => piece.id).sort()).toEqual([upper, lower].sort());

  // What is there now comes back as it is.
  const again = await packageOf(server, id, { formats: ['ora'] });
  const [same] = [...again.files].filter(([path]) => path.endsWith('.ora')).map(([, bytes]) => bytes);
  expect((await look(view, { 'limb.ora': same })).body).toMatchObject({ pieces: [], same: 2 });

  const { body: undone } = await call<State>(server, 'POST', `/characters/${id}/undo`);
  expect(undone.doc.views[0].designBlob).toBe(state.doc.views[0].designBlob);
});

test('single images come back by the names they left with, also after a rename, to where they left from', async () => {
  const { id, view, image, lower } = await handedOff();
  const { doc } = (await call<State>(server, 'GET', `/characters/${id}`)).body;
  const part = doc.pieces.find((piece) => piece.id === lower)?.partId;
  await call(server, 'PATCH', `/parts/${part}/name`, { tokens: { group: 'sleeve' } });
  const files = { 'arm_A_lower.png': repaint(image('arm_A_lower')) };
  const { body } = await look(view, files);
  expect(body.missing).toEqual(['arm_A_upper']);
  expect(body.pieces).toEqual([expect.objectContaining({ name: 'sleeve', cameAs: 'arm_A_lower' })]);
  await take(view, files, [lower], 'yes');
  expect((await restOf(id)).differing).toBe(0);
});

test('art that left with a finish says so, as the finish is in its paint', async () => {
  const limb = await jointedLimb(server, production);
  const finish = { name: 'cloth', blend: 'multiply', strength: 0.5, scope: 'figure', colour: null, texture: null };
  const made = await packageOf(server, limb.id, { formats: [], finish });
  const { name, image } = made.rig.views[0].pieces.filter(isDrawn)[0];
  const seen = await look(limb.view, { [`${name}.png`]: made.files.get(image) as Uint8Array });
  expect(seen.body.notes).toEqual([expect.stringMatching(/^v001 left with the finish cloth, which is in the paint/)]);
});

test('what left with room round its canvas comes back to its place', async () => {
  const { id, view, lower } = await handedOff();
  const wide = await packageOf(server, id, { formats: ['ora'], room: 40 });
  const [ora] = [...wide.files].filter(([path]) => path.endsWith('.ora')).map(([, bytes]) => bytes);
  expect((await look(view, { 'limb.ora': ora })).body).toMatchObject({ pieces: [], same: 2 });
  const image = wide.files.get('front/arm_A_lower.png') as Uint8Array;
  const { body } = await look(view, { 'arm_A_lower.png': repaint(image, 4) });
  expect(body.pieces).toEqual([expect.objectContaining({ pieceId: lower, moved: 0 })]);
});

test('what cannot be told is left, and said; nothing changes by looking', async () => {
  const { id, view, image, lower } = await handedOff();
  const before = (await call<State>(server, 'GET', `/characters/${id}`)).body.revision;
  const bitten = { width: 30, height: 30, data: new Uint8Array(3600).fill(255) };
  const { body } = await look(view, {
    'arm_A_upper.png': encodePng(bitten),
    'moustache.png': encodePng(bitten),
    'arm_A_lower.png': repaint(image('arm_A_lower'), 4),
  });
  expect(body.notes).toEqual([
    'arm_A_upper is 30 × 30 px, not as large as it left: there is no telling where it goes.',
    'moustache is no piece of this view.',
  ]);
  expect(body.pieces.map(({ pieceId }) => pieceId)).toEqual([lower]);
  expect((await call<State>(server, 'GET', `/characters/${id}`)).body.revision).toBe(before);
});

test.each<[string, () => Record<string, Uint8Array>, RegExp]>([
  ['no file', () => ({}), /There is no file/],
  ['what is no picture', () => ({ 'arm_A_upper.png': new Uint8Array([1, 2, 3]) }), /not a picture/],
  [
    'only strangers',
    () => ({ 'hat.png': encodePng({ width: 4, height: 4, data: new Uint8Array(64).fill(255) }) }),
    /bears the name of a piece/,
  ],
])('%s is refused in a sentence', async (_, files, sentence) => {
  const { view } = await jointedLimb(server, production);
  const { status, body } = await look(view, files());
  expect(status).toBeGreaterThanOrEqual(400);
  expect(body.sentence).toMatch(sentence);
});

test('a layered file of another size is refused, and so is a take of what did not come', async () => {
  const { id, view, image, upper } = await handedOff();
  const small = await packageOf(server, id, { formats: ['ora'], scale: 0.5 });
  const [half] = [...small.files].filter(([path]) => path.endsWith('.ora')).map(([, bytes]) => bytes);
  expect((await look(view, { 'half.ora': half })).body.sentence).toMatch(/100 × 150 px/);
  const lower = { 'arm_A_lower.png': image('arm_A_lower') };
  expect((await take(view, lower, [upper], 'no')).body.sentence).toMatch(/Not all of these/);
});

test('any two versions are compared, and the character goes back to one as one edit', async () => {
  const { id, state } = await jointedLimb(server, production);
  await packageOf(server, id, { formats: [] });
  const [joint] = state.doc.joints;
  await call(server, 'PATCH', `/joints/${joint.id}`, { rangeHigh: joint.rangeHigh + 10 });
  await packageOf(server, id, { formats: [] });
  await call(server, 'PATCH', `/joints/${joint.id}`, { x: joint.x + 3 });
  await packageOf(server, id, { formats: [] });
  const compare = (from: number, to: number) =>
    call<{ entries: { kind: string; place: object | null }[]; views: { before: string; after: string }[] }>(
      server,
      'POST',
      `/characters/${id}/handoffs/compare`,
      { from, to },
    );
  const { body } = await compare(1, 3);
  expect(new Set(body.entries.map(({ kind }) => kind))).toEqual(new Set(['pivot', 'range', 'hidden-paint']));
  expect(body.entries[0].place).not.toBeNull();
  expect(body.views[0].before).toBe(body.views[0].after);
  const back = await compare(3, 1);
  expect(back.body.entries.some(({ kind }) => kind === 'pivot')).toBe(true);
  expect((await compare(2, 2)).body.entries).toEqual([]);
  const missing = await compare(1, 9);
  expect(missing).toMatchObject({ status: 404, body: { sentence: 'There is no version 9.' } });

  const { body: list } = await call<{ versions: Version[] }>(server, 'GET', `/characters/${id}/handoffs`);
  const first = list.versions.at(-1) as Version;
  const { body: restored } = await call<State>(server, 'POST', `/handoffs/${first.id}/restore`, {});
  expect(restored.summary).toBe('Go back to version 1');
  expect(restored.doc.joints[0]).toMatchObject({ x: joint.x, rangeHigh: joint.rangeHigh });
  const { body: undone } = await call<State>(server, 'POST', `/characters/${id}/undo`);
  expect(undone.doc.joints[0]).toMatchObject({ x: joint.x + 3 });
});

test('a version has a page for whoever rigs: its parts sheet, what differs, the package; names are text and nothing else', async () => {
  const { id } = await jointedLimb(server, production);
  await call(server, 'PATCH', `/characters/${id}`, { name: '<b>Mast</b>' });
  await packageOf(server, id, { formats: ['sheet'], note: 'A & B' });
  const { body: list } = await call<{ versions: Version[] }>(server, 'GET', `/characters/${id}/handoffs`);
  const answer = await fetch(`${server.address}/api/handoffs/${list.versions[0].id}/sheet`);
  const page = await answer.text();
  expect(answer.headers.get('content-type')).toMatch(/^text\/html/);
  expect(page).toContain('&lt;b&gt;Mast&lt;/b&gt;, version 1');
  expect(page).toContain('A &amp; B');
  const [, picture] = /<img src="([^"]+)"/.exec(page) ?? [];
  const sheet = await fetch(`${server.address}${picture}`);
  expect(decodePng(new Uint8Array(await sheet.arrayBuffer())).width).toBeGreaterThan(1000);
  const zip = await fetch(`${server.address}${/href="([^"]+)" download/.exec(page)?.[1]}`);
  expect(zip.status).toBe(200);
});
