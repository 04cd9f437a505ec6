import { codeOf } from '../testing/code-of.js';
import { readGlb } from './read-glb.js';

/** A binary glTF 2.0 file of a description and what it names: a header, and a chunk of each. */
function glb(gltf: object | string, binary = new Uint8Array()): Uint8Array {
  const said = new TextEncoder().encode(typeof gltf === 'string' ? gltf : JSON.stringify(gltf));
  const json = new Uint8Array(Math.ceil(said.length / 4) * 4).fill(0x20);
  json.set(said);
  const bytes = new Uint8Array(12 + 8 + json.length + 8 + binary.length);
  const view = new DataView(bytes.buffer);
  const words = [0x46546c67, 2, bytes.length, json.length, 0x4e4f534a];
  words.forEach((word, at) => view.setUint32(4 * at, word, true));
  bytes.set(json, 20);
  view.setUint32(20 + json.length, binary.length, true);
  view.setUint32(24 + json.length, 0x004e4942, true);
  bytes.set(binary, 28 + json.length);
  return bytes;
}

const PICTURE = Uint8Array.from([137, 80, 78, 71, 5]);
/** Corners of a quad from (-1, -2) to (3, 4), a hundredth in front. */
const CORNERS = Float32Array.from([-1, 4, 0.01, 3, 4, 0.01, -1, -2, 0.01, 3, -2, 0.01]);

/** An arm on a body in one view: the body is at (0, 2), the arm another (1, 3) from it, with the one picture. */
const described = {
  scenes: [{ name: 'front', nodes: [0] }, { name: 'empty' }],
  nodes: [
    { name: 'body', children: [1], translation: [0, 2, 0] },
    { name: 'arm', translation: [1, 3, 0], mesh: 0 },
  ],
  meshes: [{ primitives: [{ attributes: { POSITION: 0 }, material: 0 }] }],
  materials: [{ pbrMetallicRoughness: { baseColorTexture: { index: 0 } } }],
  textures: [{ source: 0 }],
  images: [{ bufferView: 1 }],
  accessors: [{ bufferView: 0, count: 4 }],
  bufferViews: [{ byteLength: 48 }, { byteOffset: 48, byteLength: PICTURE.length }],
};
const held = new Uint8Array([...new Uint8Array(CORNERS.buffer), ...PICTURE]);

test('a node lies where the nodes above it put it, with its quad and its picture', () => {
  const [front, empty] = readGlb(glb(described, held));
  expect([front.key, empty.key, empty.nodes]).toEqual(['front', 'empty', []]);
  const [body, arm] = front.nodes;
  expect(body).toEqual({ name: 'body', parent: null, origin: { x: 0, y: 2 }, quad: null });
  expect(arm).toMatchObject({ name: 'arm', parent: 'body', origin: { x: 1, y: 5 } });
  expect(arm.quad).toMatchObject({ left: -1, right: 3, top: 4, bottom: -2 });
  expect(arm.quad?.depth).toBeCloseTo(0.01, 6);
  expect([...(arm.quad?.png ?? [])]).toEqual([...PICTURE]);
});

test.each<[string, Uint8Array]>([
  ['is too short', new Uint8Array(12)],
  ['is another kind of file', new TextEncoder().encode('something else, and long enough to be looked at')],
  ['says nothing that can be read', glb('{"scenes":[')],
  ['names a node that it lacks', glb({ ...described, scenes: [{ name: 'front', nodes: [7] }] }, held)],
  ['names a picture that it lacks', glb({ ...described, images: [] }, held)],
  ['ends before its corners do', glb({ ...described, accessors: [{ bufferView: 0, count: 4000 }] }, held)],
])('a file that %s is refused', (_, bytes) => {
  expect(codeOf(() => readGlb(bytes))).toBe('damaged-file');
});
