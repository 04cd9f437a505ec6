import { LimberError } from '@limber-sheaf/core';

/** A node of a puppet as it is read, its place worked out from the nodes above it. */
interface PuppetNode {
  name: string;
  /** The node that it hangs from; null for a root. */
  parent: string | null;
  /** Units; y up. */
  origin: { x: number; y: number };
  /** Its quad, units, and the picture on it; null for none. */
  quad: { left: number; right: number; top: number; bottom: number; depth: number; png: Uint8Array } | null;
}

/** A scene of a puppet: a view. */
export interface PuppetScene {
  key: string;
  nodes: PuppetNode[];
}

/** The parts of glTF 2.0 that are looked at. */
interface Gltf {
  scenes: { name: string; nodes?: number[] }[];
  nodes: { name: string; children?: number[]; translation?: [number, number, number]; mesh?: number }[];
  meshes?: { primitives: { attributes: { POSITION: number }; material: number }[] }[];
  materials?: { pbrMetallicRoughness: { baseColorTexture: { index: number } } }[];
  textures?: { source: number }[];
  images?: { bufferView: number }[];
  accessors?: { bufferView: number; byteOffset?: number; count: number }[];
  bufferViews?: { byteOffset?: number; byteLength: number; byteStride?: number }[];
}

const MAGIC = 0x46546c67;

/**
 * Reads the scenes of a binary glTF whose nodes are quads, by the file's own tables alone (glTF 2.0, Binary).
 * @throws LimberError `damaged-file`
 */
export function readGlb(bytes: Uint8Array): PuppetScene[] {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (bytes.length < 28 || view.getUint32(0, true) !== MAGIC)
    throw new LimberError('damaged-file', 'This is not a binary glTF file.');
  const jsonLength = view.getUint32(12, true);
  const gltf = parseGltf(new TextDecoder().decode(bytes.subarray(20, 20 + jsonLength)));
  const binary = 20 + jsonLength + 8;
  const of = <T>(list: readonly T[] | undefined, at: number): T => {
    const found = list?.[at];
    if (found === undefined) throw new LimberError('damaged-file', 'The glTF file names something that it lacks.');
    return found;
  };
  const positions = (index: number): [number, number, number][] => {
    const { bufferView, byteOffset = 0, count } = of(gltf.accessors, index);
    const { byteOffset: start = 0, byteStride = 12 } = of(gltf.bufferViews, bufferView);
    const from = binary + start + byteOffset;
    if (from + (count - 1) * byteStride + 12 > bytes.length)
      throw new LimberError('damaged-file', 'The glTF file ends before its corners do.');
    return Array.from({ length: count }, (_, k) => {
      const at = from + k * byteStride;
      return [view.getFloat32(at, true), view.getFloat32(at + 4, true), view.getFloat32(at + 8, true)];
    });
  };
  const quadOf = (mesh: number): PuppetNode['quad'] => {
    const [{ attributes, material }] = of(gltf.meshes, mesh).primitives;
    const corners = positions(attributes.POSITION);
    const { index } = of(gltf.materials, material).pbrMetallicRoughness.baseColorTexture;
    const image = of(gltf.images, of(gltf.textures, index).source);
    const { byteOffset = 0, byteLength } = of(gltf.bufferViews, image.bufferView);
    const [xs, ys] = [0, 1].map((axis) => corners.map((corner) => corner[axis]));
    return {
      ...{ left: Math.min(...xs), right: Math.max(...xs), top: Math.max(...ys), bottom: Math.min(...ys) },
      depth: corners[0][2],
      png: bytes.subarray(binary + byteOffset, binary + byteOffset + byteLength),
    };
  };
  return gltf.scenes.map(({ name: key, nodes: roots = [] }) => {
    const nodes: PuppetNode[] = [];
    const walk = (index: number, parent: string | null, from: { x: number; y: number }) => {
      const { name, translation = [0, 0, 0], mesh, children = [] } = of(gltf.nodes, index);
      const origin = { x: from.x + translation[0], y: from.y + translation[1] };
      nodes.push({ name, parent, origin, quad: mesh === undefined ? null : quadOf(mesh) });
      for (const child of children) walk(child, name, origin);
    };
    for (const root of roots) walk(root, null, { x: 0, y: 0 });
    return { key, nodes };
  });
}

function parseGltf(text: string): Gltf {
  try {
    return JSON.parse(text) as Gltf;
  } catch {
    throw new LimberError('damaged-file', 'What the glTF file says of itself cannot be read.');
  }
}
