import type { SoftMesh } from '@limber-sheaf/core';
import type { Node } from '@gltf-transform/core';

/** A node of the puppet: a piece with its picture, or a handle without. */
export interface GlbNode {
  name: string;
  /** The node that it hangs from; null for a root. */
  parent: string | null;
  /** What it turns about, px of the canvas; null where it does not turn. */
  pivot: { x: number; y: number } | null;
  /** Its picture and where that lies, px; null for none. */
  picture: { png: Uint8Array; x: number; y: number; width: number; height: number } | null;
  /** How its picture bends: the nodes that it follows, and a mesh over it; a quad where not given. Its node is a root. */
  skin?: { joints: readonly string[]; mesh: SoftMesh };
  /** Is it drawn? A drawing that is not stands at scale 0; yes where not given. */
  isShown?: boolean;
}

/** One view: a scene of its own. */
export interface GlbPuppet {
  key: string;
  canvas: { width: number; height: number };
  floorY: number;
  /** In draw order, back to front; handles anywhere. */
  nodes: GlbNode[];
}

/** px a unit. */
const UNIT = 100;
/** Units by which each piece lies in front of the one before. */
const STEP = 0.001;

/**
 * Writes glTF 2.0 as one file: a scene a view, a node a piece whose origin is its pivot, a quad a piece that puts its picture
 * where it rests; unlit, blended, y up, 100 px a unit, the origin in the middle of the canvas on its floor.
 */
export async function writeGlb(puppets: readonly GlbPuppet[], generator: string): Promise<Uint8Array> {
  // Loaded by who writes one: the other threads do without.
  const [{ Document, WebIO }, { KHRMaterialsUnlit }] = await Promise.all([
    import('@gltf-transform/core'),
    import('@gltf-transform/extensions'),
  ]);
  const document = new Document();
  document.getRoot().getAsset().generator = generator;
  const buffer = document.createBuffer();
  const unlit = document.createExtension(KHRMaterialsUnlit).setRequired(false);
  for (const [at, { key, canvas, floorY, nodes }] of puppets.entries()) {
    const scene = document.createScene(key);
    if (at === 0) document.getRoot().setDefaultScene(scene);
    const made = new Map<string, Node>(nodes.map(({ name }) => [name, document.createNode(name)]));
    const byName = new Map(nodes.map((node) => [node.name, node]));
    const floor = { x: canvas.width / 2, y: floorY };
    for (const [rank, one] of nodes.entries()) {
      const node = made.get(one.name) as Node;
      const above = one.parent === null ? undefined : byName.get(one.parent);
      const from = above ? originOf(above, byName, floor) : floor;
      const origin = originOf(one, byName, floor);
      node.setTranslation([(origin.x - from.x) / UNIT, (from.y - origin.y) / UNIT, 0]);
      if (above) made.get(above.name)?.addChild(node);
      else scene.addChild(node);
      if (one.isShown === false) node.setScale([0, 0, 0]);
      if (!one.picture) continue;
      const { x, y, width, height, png } = one.picture;
      const [left, right] = [(x - origin.x) / UNIT, (x + width - origin.x) / UNIT];
      const [top, bottom] = [(origin.y - y) / UNIT, (origin.y - y - height) / UNIT];
      const z = rank * STEP;
      const accessor = (type: AccessorType, values: Float32Array | Uint16Array | Uint8Array) =>
        document.createAccessor().setType(type).setArray(values).setBuffer(buffer);
      const shape = document.createPrimitive();
      if (one.skin) {
        const { mesh, joints } = one.skin;
        const { positions, texture } = overPicture(mesh, one.picture, origin, z);
        shape
          .setAttribute('POSITION', accessor('VEC3', positions))
          .setAttribute('TEXCOORD_0', accessor('VEC2', texture))
          .setAttribute('JOINTS_0', accessor('VEC4', mesh.joints))
          .setAttribute('WEIGHTS_0', accessor('VEC4', mesh.weights))
          .setIndices(accessor('SCALAR', Uint16Array.from(mesh.triangles)));
        const skin = document.createSkin(one.name);
        const back = joints.flatMap((joint) => {
          skin.addJoint(made.get(joint) as Node);
          const at = byName.get(joint)?.pivot ?? floor;
          return [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, (floor.x - at.x) / UNIT, (at.y - floor.y) / UNIT, 0, 1];
        });
        node.setSkin(skin.setInverseBindMatrices(accessor('MAT4', new Float32Array(back))));
      } else
        shape
          .setAttribute(
            'POSITION',
            accessor('VEC3', new Float32Array([left, bottom, z, right, bottom, z, right, top, z, left, top, z])),
          )
          .setAttribute('TEXCOORD_0', accessor('VEC2', new Float32Array([0, 1, 1, 1, 1, 0, 0, 0])))
          .setIndices(accessor('SCALAR', new Uint16Array([0, 1, 2, 0, 2, 3])));
      const material = document
        .createMaterial(one.name)
        .setAlphaMode('BLEND')
        .setDoubleSided(true)
        .setBaseColorTexture(document.createTexture(one.name).setImage(png).setMimeType('image/png'))
        .setExtension('KHR_materials_unlit', unlit.createUnlit());
      material.getBaseColorTextureInfo()?.setWrapS(CLAMP).setWrapT(CLAMP);
      node.setMesh(document.createMesh(one.name).addPrimitive(shape.setMaterial(material)));
    }
  }
  return new WebIO().registerExtensions([KHRMaterialsUnlit]).writeBinary(document);
}

type AccessorType = 'VEC2' | 'VEC3' | 'VEC4' | 'MAT4' | 'SCALAR';

/** A mesh's vertices as units and as places on its picture. It is let out round the paint; past the picture's edge there is none. */
function overPicture(
  { vertices }: SoftMesh,
  { x, y, width, height }: NonNullable<GlbNode['picture']>,
  origin: { x: number; y: number },
  z: number,
): { positions: Float32Array; texture: Float32Array } {
  const positions = new Float32Array((vertices.length / 2) * 3);
  const texture = new Float32Array(vertices.length);
  for (let i = 0; i < vertices.length; i += 2) {
    const px = Math.min(x + width, Math.max(x, vertices[i]));
    const py = Math.min(y + height, Math.max(y, vertices[i + 1]));
    positions.set([(px - origin.x) / UNIT, (origin.y - py) / UNIT, z], (i / 2) * 3);
    texture.set([(px - x) / width, (py - y) / height], i);
  }
  return { positions, texture };
}

/** CLAMP_TO_EDGE, of glTF's sampler. */
const CLAMP = 33071;

/** Where a node's origin lies, px: its pivot, or that of what it hangs from; for a root without one, the floor. */
function originOf(
  node: GlbNode,
  byName: ReadonlyMap<string, GlbNode>,
  floor: { x: number; y: number },
): { x: number; y: number } {
  if (node.pivot) return node.pivot;
  const above = node.parent === null ? undefined : byName.get(node.parent);
  return above ? originOf(above, byName, floor) : floor;
}
