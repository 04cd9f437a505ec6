import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { compareBitmaps, composite, type Bitmap } from '@limber-sheaf/core';
import { isDrawn, decodePng, encodePng, readOpenRaster, rigFaults, type RigChanges } from '@limber-sheaf/formats';
import ReadAgain from '@webtoon/psd';
import { validateBytes } from 'gltf-validator';
import sharp from 'sharp';
import { call, end, jointedLimb, packageOf, startServer, type Running } from './server-under-test';

let server: Running;
let production: string;

beforeAll(async () => {
  server = await startServer();
  const { body } = await call<{ id: string }>(server, 'POST', '/productions', { name: 'Hand-off' });
  production = body.id;
});
afterAll(() => end(server));

type Package = Awaited<ReturnType<typeof packageOf>>;
const [WIDTH, HEIGHT] = [200, 300];

const file = ({ files }: Package, path: string) => {
  const bytes = files.get(path);
  if (!bytes) throw new Error(`no ${path}`);
  return bytes;
};
const json = <T>(made: Package, path: string) => JSON.parse(new TextDecoder().decode(file(made, path))) as T;
const sha256 = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex');
const code = ({ rig }: Package) => rig.character.code;
const imagesOf = (made: Package) =>
  made.rig.views[0].pieces
    .filter(isDrawn)
    .map(({ image, bounds: { x, y } }) => ({ ...decodePng(file(made, image)), x, y }));
const designOf = (made: Package) => decodePng(file(made, made.rig.views[0].design.image));
async function pixels(bytes: Uint8Array): Promise<Bitmap> {
  const { data, info } = await sharp(bytes).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, data: new Uint8Array(data) };
}

test('every format holds the same pieces under the same names, as other readers see it', async () => {
  const { id } = await jointedLimb(server, production);
  const made = await packageOf(server, id, {});
  const [view] = made.rig.views;
  const images = imagesOf(made);
  const design = designOf(made);

  const psd = ReadAgain.parse(file(made, `${code(made)}_front.psd`).slice().buffer);
  // The front first.
  const layers = [...psd.layers].reverse();
  expect(layers.map(({ name }) => name)).toEqual(view.drawOrder);
  for (const [at, layer] of layers.entries()) {
    expect([layer.left, layer.top]).toEqual([images[at].x, images[at].y]);
    expect(Buffer.compare(Buffer.from(await layer.composite(false, false)), images[at].data)).toBe(0);
  }
  const flat = { width: WIDTH, height: HEIGHT, data: new Uint8Array(await psd.composite(false, false)) };
  expect(compareBitmaps(flat, design).largest).toBeLessThanOrEqual(1);

  // As an independent renderer draws it.
  const svg = await pixels(file(made, `${code(made)}_front.svg`));
  expect(compareBitmaps(svg, design).largest).toBeLessThanOrEqual(1);

  const sheet = decodePng(file(made, `${code(made)}_front.atlas.png`));
  const onSheet = view.pieces.map(({ atlas }, at) => ({ ...images[at], x: atlas?.x ?? 0, y: atlas?.y ?? 0 }));
  expect(compareBitmaps(composite(sheet.width, sheet.height, onSheet), sheet)).toMatchObject({ differing: 0 });

  const parts = await sharp(file(made, 'parts-sheet_front.png')).metadata();
  expect([parts.format, (parts.width ?? 0) > 1500, (parts.height ?? 0) > 1500]).toEqual(['png', true, true]);
  expect(json<RigChanges>(made, 'changes.json')).toEqual({ from: null, to: 1, entries: [] });
});

test('a program that has drawn PSDs for decades sees the same layers, under their names, at their places', async () => {
  const { id } = await jointedLimb(server, production);
  const made = await packageOf(server, id, { formats: ['psd'] });
  const folder = mkdtempSync(join(tmpdir(), 'psd-'));
  const path = join(folder, 'limb.psd');
  writeFileSync(path, file(made, `${code(made)}_front.psd`));
  const convert = (...args: string[]) => execFileSync('/usr/bin/convert', args, { maxBuffer: 1e8 });
  const [view] = made.rig.views;
  const images = imagesOf(made);
  // The whole comes first, then each layer.
  const told = convert(path, '-format', '%[label] %w %h %X %Y\n', 'info:').toString().trim().split('\n').slice(1);
  expect(told).toEqual(
    images.map(({ x, y, width, height }, at) => `${view.drawOrder[at]} ${width} ${height} +${x} +${y}`),
  );
  for (const [at, image] of images.entries()) {
    const data = new Uint8Array(convert(`${path}[${at + 1}]`, '-depth', '8', 'RGBA:-'));
    expect(compareBitmaps({ ...image, data }, image).largest).toBeLessThanOrEqual(1);
  }
  const data = new Uint8Array(convert(`${path}[0]`, '-depth', '8', 'RGBA:-'));
  expect(compareBitmaps({ width: WIDTH, height: HEIGHT, data }, designOf(made)).largest).toBeLessThanOrEqual(1);
  rmSync(folder, { recursive: true });
});

test('two packages of an unchanged character differ in what tells versions apart alone', async () => {
  const { id } = await jointedLimb(server, production);
  const [first, second] = [await packageOf(server, id, {}), await packageOf(server, id, {})];
  const changes = ['CHANGES.md', 'changes.json', 'rig.json'];
  const rest = ({ files }: Package) =>
    [...files].filter(([path]) => !changes.includes(path)).map(([path, bytes]) => `${path} ${sha256(bytes)}`);
  expect(rest(second)).toEqual(rest(first));
  const { version: _, previousVersion: __, createdAt: ___, ...is } = second.rig;
  expect(first.rig).toMatchObject(is);
});

test('the puppet holds what its standard asks; each piece hangs at its pivot and its quad lies where it rests', async () => {
  const { id } = await jointedLimb(server, production);
  const made = await packageOf(server, id, { formats: ['glb'] });
  const [view] = made.rig.views;
  const glb = file(made, `${code(made)}.glb`);
  const { issues, info } = await validateBytes(glb);
  expect([issues.numErrors, issues.numWarnings]).toEqual([0, 0]);
  expect(info.extensionsUsed).toEqual(['KHR_materials_unlit']);

  const length = new DataView(glb.buffer, glb.byteOffset).getUint32(12, true);
  const puppet = JSON.parse(new TextDecoder().decode(glb.subarray(20, 20 + length))) as {
    scene: number;
    scenes: { name: string; nodes: number[] }[];
    nodes: { name: string; children?: number[]; translation?: number[]; mesh?: number }[];
    meshes: { primitives: { attributes: { POSITION: number } }[] }[];
    accessors: { min: number[]; max: number[] }[];
  };
  const scene = puppet.scenes[puppet.scene];
  expect(scene.name).toBe('front');
  const seen = new Map<string, { parent: string | null; origin: number[]; rect: number[]; z: number }>();
  const walk = (at: number, parent: string | null, x: number, y: number) => {
    const { name, children = [], translation = [0, 0], mesh } = puppet.nodes[at];
    const [ox, oy] = [x + translation[0], y + translation[1]];
    if (mesh === undefined) throw new Error('no quad');
    const { min, max } = puppet.accessors[puppet.meshes[mesh].primitives[0].attributes.POSITION];
    // Back to px of the canvas.
    const px = (value: number) => value * 100 + WIDTH / 2;
    const py = (value: number) => view.floorY - value * 100;
    const rect = [px(ox + min[0]), py(oy + max[1]), (max[0] - min[0]) * 100, (max[1] - min[1]) * 100];
    seen.set(name, { parent, origin: [px(ox), py(oy)], rect, z: min[2] });
    for (const child of children) walk(child, name, ox, oy);
  };
  for (const root of scene.nodes) walk(root, null, 0, 0);
  for (const [rank, { name, parent, pivot, bounds }] of view.pieces.filter(isDrawn).entries()) {
    const node = seen.get(name);
    expect(node?.parent).toBe(parent);
    const rect = [bounds.x, bounds.y, bounds.width, bounds.height];
    rect.forEach((value, k) => expect(node?.rect[k]).toBeCloseTo(value, 2));
    if (pivot) [pivot.x, pivot.y].forEach((value, k) => expect(node?.origin[k]).toBeCloseTo(value, 2));
    expect(node?.z).toBeCloseTo(rank * 0.001, 6);
  }
});

test('a version tells what differs from the one before, what breaks a rig first, in the list and in the package', async () => {
  const { id, state } = await jointedLimb(server, production);
  await packageOf(server, id);
  const nothing = await packageOf(server, id);
  expect(json<RigChanges>(nothing, 'changes.json')).toEqual({ from: 1, to: 2, entries: [] });
  const [joint] = state.doc.joints;
  const upper = state.doc.pieces.find((piece) => piece.id === joint.parentId);
  await call(server, 'PATCH', `/joints/${joint.id}`, { x: joint.x + 2, rangeHigh: joint.rangeHigh + 10 });
  await call(server, 'PATCH', `/parts/${upper?.partId}/name`, { tokens: { group: 'sleeve' } });
  const made = await packageOf(server, id, { note: 'A sleeve' });
  const { entries } = json<RigChanges>(made, 'changes.json');
  const told = entries.map(({ weight, kind, piece }) => `${weight} ${kind} ${piece}`);
  expect(told).toEqual(
    expect.arrayContaining(['breaks piece-renamed sleeve', 'breaks pivot arm_A_lower', 'check range arm_A_lower']),
  );
  expect(told).toEqual([...told].sort((a, b) => 'bcs'.indexOf(a[0]) - 'bcs'.indexOf(b[0])));
  expect(told.some((one) => /removed|added/.test(one))).toBe(false);
  expect(new TextDecoder().decode(file(made, 'CHANGES.md'))).toContain('upper is named sleeve now');
  const { body } = await call<{ versions: { number: number; note: string; changes: object[]; bytes: number }[] }>(
    server,
    'GET',
    `/characters/${id}/handoffs`,
  );
  expect(body.versions[0]).toMatchObject({ number: 3, note: 'A sleeve', changes: entries });
  expect(body.versions[0].bytes).toBeGreaterThan(10_000);
});

test('only what is asked for is made; marks and frame are hidden layers, and every pivot lies in its mark', async () => {
  const { id } = await jointedLimb(server, production);
  const made = await packageOf(server, id, { formats: ['ora'], pivotMarks: true, registerFrame: true });
  expect([...made.files.keys()].filter((path) => /\.(psd|svg|glb)$|atlas|parts-sheet/.test(path))).toEqual([]);
  const { layers } = readOpenRaster(file(made, `${code(made)}_front.ora`));
  const [frame] = layers;
  expect([frame.path, decodePng(frame.png).width, decodePng(frame.png).height]).toEqual([
    ...['register frame/register_frame', WIDTH, HEIGHT],
  ]);
  const mark = layers.at(-1);
  expect(mark?.path).toBe('pivot marks/arm_A_lower_PIVOT');
  const pivot = made.rig.views[0].pieces.find(({ name }) => name === 'arm_A_lower')?.pivot ?? { x: 0, y: 0 };
  const { width, height } = decodePng(mark?.png ?? new Uint8Array());
  expect(Math.abs((mark?.x ?? 0) + width / 2 - pivot.x)).toBeLessThanOrEqual(1.5);
  expect(Math.abs((mark?.y ?? 0) + height / 2 - pivot.y)).toBeLessThanOrEqual(1.5);
  expect(made.rig.views[0].pieces.every(({ atlas }) => atlas === null)).toBe(true);
});

test.each([0.5, 0.37, 1.5])(
  'at a scale of %d lengths, places and pictures go together, and the parts are the design',
  async (scale) => {
    const { id } = await jointedLimb(server, production);
    const full = await packageOf(server, id, { formats: [] });
    const made = await packageOf(server, id, { formats: ['ora', 'psd', 'atlas'], scale });
    expect(rigFaults(made.rig)).toEqual([]);
    const [view] = made.rig.views;
    expect([made.rig.scale, view.canvas.width, view.canvas.height]).toEqual([
      ...[scale, Math.round(WIDTH * scale), Math.round(HEIGHT * scale)],
    ]);
    const [was, is] = [full, made].map(({ rig }) => rig.views[0].pieces.find(({ joint }) => joint !== null));
    expect(is?.joint?.radius).toBeCloseTo((was?.joint?.radius ?? 0) * scale, 1);
    expect(is?.pivot?.y).toBeCloseTo((was?.pivot?.y ?? 0) * scale, 1);
    const drawn = composite(view.canvas.width, view.canvas.height, imagesOf(made));
    const design = designOf(made);
    const mean = drawn.data.reduce((sum, value, i) => sum + Math.abs(value - design.data[i]), 0) / drawn.data.length;
    expect(mean).toBeLessThan(0.5);
  },
);

test.each([
  ['paper', 'multiply', 0.6, 'figure', null],
  ['cloth', 'screen', 0.3, 'figure', null],
  ['edge-shade', 'multiply', 0.6, 'figure', null],
  ['tint', 'tint', 0.25, 'figure', [214, 168, 96]],
] as const)(
  'with %s laid over them the pieces are the design with the same finish, by its published formula',
  async (name, blend, strength, scope, colour) => {
    const { id } = await jointedLimb(server, production);
    const finish = { name, blend, strength, scope, colour };
    const made = await packageOf(server, id, { formats: ['ora', 'svg'], finish });
    expect(rigFaults(made.rig)).toEqual([]);
    const texture = made.files.get('front/finish.png');
    expect(made.rig.finish).toMatchObject({ ...finish, images: texture ? { front: sha256(texture) } : {} });
    expect(texture === undefined).toBe(name === 'tint');
    const sheet = texture && decodePng(texture).data;
    const design = designOf(made);
    const wanted = Uint8Array.from(design.data, (value, i) => {
      if (i % 4 === 3 || design.data[i - (i % 4) + 3] === 0) return value;
      const [c, t, s] = [value / 255, (sheet ? sheet[i] : (colour?.[i % 4] ?? 0)) / 255, strength];
      if (blend === 'multiply') return Math.round(255 * c * (1 - s + s * t));
      return Math.round(255 * (blend === 'screen' ? 1 - (1 - c) * (1 - s * t) : c * (1 - s) + s * t));
    });
    const drawn = composite(WIDTH, HEIGHT, imagesOf(made));
    expect(compareBitmaps(drawn, { ...design, data: wanted }).largest).toBeLessThanOrEqual(2);
    expect(compareBitmaps(drawn, design).differing).toBeGreaterThan(1000);
    expect(compareBitmaps(await pixels(file(made, `${code(made)}_front.svg`)), drawn).largest).toBeLessThanOrEqual(1);
  },
);

test('shaded piece by piece there is no design to hold the pieces against, and the package says so', async () => {
  const { id } = await jointedLimb(server, production);
  const finish = { name: 'edge-light', blend: 'screen', strength: 0.5, scope: 'piece' };
  const made = await packageOf(server, id, { formats: ['ora'], finish });
  expect(made.rig.checks.find((check) => check.id === 'rest-match')).toMatchObject({ figure: null, unit: 'layers' });
  expect(made.rig.finish?.images).toEqual({});
  const { merged } = readOpenRaster(file(made, `${code(made)}_front.ora`));
  const drawn = composite(WIDTH, HEIGHT, imagesOf(made));
  expect(compareBitmaps(decodePng(merged ?? new Uint8Array()), drawn).largest).toBeLessThanOrEqual(1);
  const refused = await call<{ sentence: string }>(server, 'POST', `/characters/${id}/handoffs`, {
    finish: { name: 'own', blend: 'multiply', strength: 0.5, scope: 'figure' },
  });
  expect(refused.body.sentence).toMatch(/has no picture yet/);
});

test('a picture that is brought in is a texture; what is clear in it is white', async () => {
  const { id } = await jointedLimb(server, production);
  const form = new FormData();
  const picture = { width: 2, height: 1, data: Uint8Array.from([100, 50, 200, 255, 0, 0, 0, 0]) };
  form.append('design', new Blob([new Uint8Array(encodePng(picture)).buffer]), 'weave.png');
  const { body } = await call<{ texture: string }>(server, 'POST', '/textures', form);
  const finish = { name: 'own', blend: 'multiply', strength: 1, scope: 'figure', texture: body.texture };
  const made = await packageOf(server, id, { formats: [], finish });
  const { data } = decodePng(file(made, 'front/finish.png'));
  expect([...data.subarray(0, 8)]).toEqual([100, 50, 200, 255, 255, 255, 255, 255]);
});

test('room round the canvas moves everything along, and layers lie in no group where none is wanted', async () => {
  const { id } = await jointedLimb(server, production);
  const [plain, wide] = [
    await packageOf(server, id, { formats: ['ora'] }),
    await packageOf(server, id, { formats: ['ora'], room: 30, groups: false }),
  ];
  const [was, is] = [plain, wide].map(({ rig }) => rig.views[0]);
  expect([is.canvas.width, is.canvas.height, is.floorY]).toEqual([WIDTH + 60, HEIGHT + 60, was.floorY + 30]);
  const before = was.pieces.filter(isDrawn);
  for (const [at, piece] of is.pieces.entries()) {
    const { bounds, pivot, joint } = before[at];
    expect(piece.bounds).toEqual({ ...bounds, x: bounds.x + 30, y: bounds.y + 30 });
    expect(piece.pivot).toEqual(pivot && { x: pivot.x + 30, y: pivot.y + 30 });
    expect(piece.joint).toEqual(joint);
  }
  expect(compareBitmaps(composite(WIDTH + 60, HEIGHT + 60, imagesOf(wide)), designOf(wide)).differing).toBe(0);
  const paths = ({ files, rig }: Package) =>
    readOpenRaster(files.get(`${rig.character.code}_front.ora`) ?? new Uint8Array()).layers.map(({ path }) => path);
  expect(paths(plain)).toEqual(['arm A/arm_A_upper', 'arm A/arm_A_lower']);
  expect(paths(wide)).toEqual(['arm_A_upper', 'arm_A_lower']);
});

test('a rigger’s first script reads a package, puts the puppet together and bends it', async () => {
  const { id } = await jointedLimb(server, production);
  const made = await packageOf(server, id, { formats: [] });
  const folder = mkdtempSync(join(tmpdir(), 'package-'));
  for (const [path, bytes] of made.files) {
    mkdirSync(dirname(join(folder, path)), { recursive: true });
    writeFileSync(join(folder, path), bytes);
  }
  const run = (...angles: string[]) =>
    execFileSync(process.execPath, [join(__dirname, '../../../docs/read-rig.js'), folder, ...angles], {
      encoding: 'utf8',
    });
  expect(run()).toMatch(/^front: 2 pieces, at rest [01]\/255 from the design at most$/m);
  run('arm_A_lower=60');
  const pose = await pixels(readFileSync(join(folder, 'pose_front.png')));
  expect(compareBitmaps(pose, designOf(made)).differing).toBeGreaterThan(500);
  rmSync(folder, { recursive: true });
});

test.each<[string, object]>([
  ['a scale of nothing', { scale: 0 }],
  ['a scale beyond all limits', { scale: 9 }],
  ['a format that there is not', { formats: ['gif'] }],
  ['a format twice', { formats: ['ora', 'ora'] }],
  ['no list of formats', { formats: 'ora' }],
  ['a word for a switch', { pivotMarks: 'yes' }],
  ['a note without end', { note: 'x'.repeat(501) }],
])('%s is refused in a sentence, and nothing is made', async (_, wish) => {
  const { id } = await jointedLimb(server, production);
  const { status, body } = await call<{ sentence: string }>(server, 'POST', `/characters/${id}/handoffs`, wish);
  expect(status).toBe(400);
  expect(body.sentence).toMatch(/\.$/);
  const { body: list } = await call<{ versions: object[]; job: object | null }>(
    server,
    'GET',
    `/characters/${id}/handoffs`,
  );
  expect(list).toEqual({ versions: [], job: null });
});
