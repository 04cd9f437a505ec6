import { createHash } from 'node:crypto';
import {
  decodePng,
  encodePng,
  isDrawn,
  readOpenRaster,
  writeOpenRaster,
  writePsd,
  writeRig,
} from '@limber-sheaf/formats';
import type { Rig } from '@limber-sheaf/formats';
import { provePackage } from '../src/handoff/prove-package';
import { call, end, jointedLimb, packageOf, startServer, zipOfPackage, type Running } from './server-under-test';

let server: Running;
let made: Awaited<ReturnType<typeof packageOf>>;

beforeAll(async () => {
  server = await startServer();
  const { body } = await call<{ id: string }>(server, 'POST', '/productions', { name: 'Proof' });
  const { id } = await jointedLimb(server, body.id);
  made = await packageOf(server, id, { formats: ['ora', 'psd', 'svg', 'glb', 'atlas'] });
});
afterAll(() => end(server));

const sha256 = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex');
const text = (bytes: Uint8Array) => new TextDecoder('latin1').decode(bytes);
const bytesOf = (latin: string) => Uint8Array.from(latin, (letter) => letter.charCodeAt(0));

/** The package, with some files put in the place of its own. */
function zipOf(changed: Record<string, Uint8Array>, rig: Rig = made.rig): Uint8Array {
  const files = new Map([...made.files, ['rig.json', writeRig(rig)], ...Object.entries(changed)]);
  return zipOfPackage({ ...made, files });
}

/** A file of the view by its ending. */
function viewFile(ending: string): [path: string, bytes: Uint8Array] {
  const path = `${made.rig.character.code}_front.${ending}`;
  return [path, made.files.get(path) as Uint8Array];
}

const proofOf = (zip: Uint8Array) => expect(provePackage(zip, made.name));
const lower = () => made.rig.views[0].pieces.find(({ joint }) => joint) as Rig['views'][0]['pieces'][0];

/** A picture with one of its pixels turned red. */
function withRedPixel(png: Uint8Array): Uint8Array {
  const picture = decodePng(png);
  picture.data.set([255, 0, 0, 255], (Math.floor(picture.height / 2) * picture.width + 20) * 4);
  return encodePng(picture);
}

test('a package as it was written is proven', async () => {
  await proofOf(zipOf({})).resolves.toBeUndefined();
});

test('a layer that lies a pixel off is found in each layered file', async () => {
  const [ora, oraBytes] = viewFile('ora');
  const read = readOpenRaster(oraBytes);
  const layers = read.layers.map((layer, at) => (at === 1 ? { ...layer, x: layer.x + 1 } : layer));
  const merged = read.merged as Uint8Array;
  const shifted = writeOpenRaster({ ...read, layers, merged, thumbnail: merged });
  await proofOf(zipOf({ [ora]: shifted })).rejects.toThrow(/where the layer .* lies \(ora\)/);

  const [svg, svgBytes] = viewFile('svg');
  const moved = text(svgBytes).replace(/ x="(\d+)"/, (_, x) => ` x="${Number(x) + 1}"`);
  await proofOf(zipOf({ [svg]: bytesOf(moved) })).rejects.toThrow(/where the layer .* lies \(svg\)/);
});

test('a PSD with one other pixel, a layer too few or another name is found', async () => {
  const [psd] = viewFile('psd');
  const layers = made.rig.views[0].pieces.filter(isDrawn).map(({ name, image, bounds: { x, y } }) => {
    const picture = decodePng(made.files.get(image) as Uint8Array);
    return { name, x, y, visible: true, image: { ...picture, x, y } };
  });
  const merged = decodePng(made.files.get('front/design.png') as Uint8Array);
  await proofOf(zipOf({ [psd]: writePsd(layers, merged) })).resolves.toBeUndefined();
  await proofOf(zipOf({ [psd]: writePsd(layers.slice(1), merged) })).rejects.toThrow(/its layers \(psd\)/);
  const renamed = layers.map((layer, at) => (at === 0 ? { ...layer, name: 'arm' } : layer));
  await proofOf(zipOf({ [psd]: writePsd(renamed, merged) })).rejects.toThrow(/its layers \(psd\)/);
  const { image } = layers[0];
  image.data[((image.height >> 1) * image.width + 20) * 4] ^= 1;
  await proofOf(zipOf({ [psd]: writePsd(layers, merged) })).rejects.toThrow(`the layer ${layers[0].name} (psd)`);
});

test('a packed sheet with one other pixel is found', async () => {
  const [atlas, bytes] = viewFile('atlas.png');
  await proofOf(zipOf({ [atlas]: withRedPixel(bytes) })).rejects.toThrow(/on its packed sheet/);
});

test('a puppet whose node bears another name, hangs elsewhere or has another picture is found', async () => {
  const glb = `${made.rig.character.code}.glb`;
  const bytes = made.files.get(glb) as Uint8Array;
  const name = lower().name;
  const other = text(bytes).replaceAll(`"name":"${name}"`, `"name":"${'x'.repeat(name.length)}"`);
  await proofOf(zipOf({ [glb]: bytesOf(other) })).rejects.toThrow(`the puppet’s ${name} (glb)`);
  const broken = bytes.slice();
  broken[broken.length - 40] ^= 1;
  await proofOf(zipOf({ [glb]: broken })).rejects.toThrow(/puppet’s .* \(glb\)/);
});

test('a piece that is not what the manifest says, and one that no longer makes the design, are found', async () => {
  const image = lower().image ?? '';
  const red = withRedPixel(made.files.get(image) as Uint8Array);
  await proofOf(zipOf({ [image]: red })).rejects.toThrow(`: ${image}.`);
  const rig = structuredClone(made.rig);
  for (const piece of rig.views[0].pieces) if (piece.image === image) piece.sha256 = sha256(red);
  await proofOf(zipOf({ [image]: red }, rig)).rejects.toThrow(/its pieces are not the design by \d+\/255/);
});

test('a clean range that shows daylight is found', async () => {
  const rig = structuredClone(made.rig);
  const turning = rig.views[0].pieces.find(({ joint }) => joint);
  if (!turning?.pivot || !turning.joint) throw new Error('nothing turns');
  turning.pivot.x += 30;
  turning.joint.cleanRange = [-60, 60];
  await proofOf(zipOf({}, rig)).rejects.toThrow(/shows \d+ px of daylight at -60°/);
});
