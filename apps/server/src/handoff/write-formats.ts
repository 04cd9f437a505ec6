import {
  composite,
  pivotMark,
  placedAt,
  registerFrame,
  type CharacterDoc,
  type PackageOptions,
  type PlacedBitmap,
  meshOf,
} from '@limber-sheaf/core';
import {
  groupInRuns,
  packAtlas,
  writeGlb,
  writeOpenRaster,
  writePsd,
  writeSvg,
  type GlbNode,
  type GlbPuppet,
  type LayerNode,
  type PackageFile,
  type RigBounds,
  softJoint,
  softMeshName,
  type RigPiece,
} from '@limber-sheaf/formats';
import sharp from 'sharp';
import { encode } from '../threads/pictures.js';
import { unseenBefore, type PackedSet, type PackedUnseen } from './packed-sets.js';
import type { PackedPicture, PackedPiece } from './packed-picture.js';
import type { PackedView } from './packed-view.js';

/** A layer as every layered file takes it. */
interface Layer {
  name: string;
  x: number;
  y: number;
  image: PlacedBitmap;
  png: Uint8Array;
  visible: boolean;
}

/** The groups of marks in layered files. */
export const HIDDEN_GROUPS = { marks: 'pivot marks', frame: 'register frame' } as const;

/** Largest side of a layered file's small picture, px. */
const THUMBNAIL = 256;

/** The layers of a view, back to front: a piece each with its shade and line above it, limbs in groups, marks hidden. */
export async function layersOf(
  { view, pieces, sets, unseen }: PackedView,
  doc: CharacterDoc,
  { pivotMarks, registerFrame: framed }: PackageOptions,
): Promise<LayerNode<Layer>[]> {
  const layer = (name: string, image: PlacedBitmap, png: Uint8Array): Layer => ({
    ...{ name, x: image.x, y: image.y, image, png, visible: true },
  });
  const setOf = new Map(sets.map((set) => [set.entry.piece, set]));
  const shown = pieces.flatMap((piece): { layer: LayerNode<Layer>; group: string | null }[] => {
    const { group } = piece;
    const before = unseenBefore(unseen, piece.entry.name);
    return [...layersOfPiece(piece), ...before.map((one) => ({ layer: unseenLayers(one), group }))];
  });
  const atTheBack = unseenBefore(unseen, null).map((one) => ({ layer: unseenLayers(one), group: null }));
  const nodes = groupInRuns([...atTheBack, ...shown]) as LayerNode<Layer>[];

  function layersOfPiece({
    entry,
    base,
    above,
    group,
  }: PackedPiece): { layer: LayerNode<Layer>; group: string | null }[] {
    const set = entry.kind === 'face' ? setOf.get(entry.name) : undefined;
    if (set) return [{ layer: drawingLayers(set), group }];
    return [
      { layer: layer(entry.name, base.image, base.png), group },
      ...above.map(({ role, image, png }) => ({ layer: layer(`${entry.name}_${role}`, image, png), group })),
    ];
  }
  if (pivotMarks) {
    const marks: Layer[] = [];
    const mark = doc.character.scheme.pivotMark;
    for (const { entry } of pieces) {
      if (!entry.pivot || entry.kind === 'line-under') continue;
      const image = pivotMark(entry.pivot);
      marks.push(layer(`${entry.name}_${mark}`, image, await encode(image)));
    }
    nodes.push({ group: HIDDEN_GROUPS.marks, hidden: true, layers: marks });
  }
  if (framed) {
    const image = registerFrame(view.canvas);
    nodes.unshift({
      group: HIDDEN_GROUPS.frame,
      hidden: true,
      layers: [layer('register_frame', image, await encode(image))],
    });
  }
  return nodes;
}

/** A set as a group that is named as its piece, a layer a drawing, of which the default one alone shows. */
function drawingLayers({ entry: { piece, default: standing }, drawings }: PackedSet): LayerNode<Layer> {
  const layers = drawings.flatMap(({ entry: { name }, packed }): Layer[] => {
    if (!packed) return [];
    const { image, png } = packed;
    return [{ name, x: image.x, y: image.y, image, png, visible: name === standing }];
  });
  return { group: piece, layers };
}

/** The pictures of a piece that shows nothing at rest. */
function unseenLayers({ entry: { name: group }, pictures }: PackedUnseen): LayerNode<Layer> {
  const layers = pictures.flatMap(({ name, picture }): Layer[] => {
    if (!picture) return [];
    const { image, png } = picture;
    return [{ name, x: image.x, y: image.y, image, png, visible: false }];
  });
  return { group, layers };
}

export async function openRaster({ view, merged }: PackedView, layers: LayerNode<Layer>[]): Promise<Uint8Array> {
  const whole = await encode(merged);
  const thumbnail = await sharp(whole)
    .resize({ width: THUMBNAIL, height: THUMBNAIL, fit: 'inside', withoutEnlargement: true })
    .png()
    .toBuffer();
  return writeOpenRaster({ ...view.canvas, layers, merged: whole, thumbnail });
}

export function psd({ merged }: PackedView, layers: LayerNode<Layer>[]): Uint8Array {
  return writePsd(layers, merged);
}

export function svg({ view }: PackedView, layers: LayerNode<Layer>[]): Uint8Array {
  return writeSvg(layers, view.canvas);
}

/** All pieces on one sheet; each piece's entry is told where. */
export async function atlas(code: string, { view, pieces, sets }: PackedView): Promise<PackageFile> {
  const others = sets.flatMap(({ entry: { default: standing }, drawings }) =>
    drawings.flatMap(({ entry, packed }) =>
      packed && entry.name !== standing ? [{ entry, image: packed.image }] : [],
    ),
  );
  const seconds = sets.flatMap(({ drawings }) =>
    drawings.flatMap(({ entry, over }) => (over && entry.over ? [{ entry: entry.over, image: over.image }] : [])),
  );
  const all: { entry: { atlas: RigBounds | null }; image: PlacedBitmap }[] = [...pieces, ...others, ...seconds];
  const { width, height, places } = packAtlas(all.map(({ image }) => image));
  const packed = composite(
    width,
    height,
    all.map(({ image }, at) => placedAt(image, places[at].x, places[at].y)),
  );
  all.forEach(({ entry }, at) => (entry.atlas = places[at]));
  // The default drawing is its piece's own picture.
  for (const { entry } of sets) {
    const own = view.pieces.find(({ name }) => name === entry.piece);
    for (const drawing of entry.drawings) if (own && drawing.name === entry.default) drawing.atlas = own.atlas;
  }
  return { path: `${code}_${view.key}.atlas.png`, bytes: await encode(packed) };
}

/** The puppet: every view a scene. */
export function glb(views: readonly PackedView[], generator: string): Promise<Uint8Array> {
  return writeGlb(
    views.map(({ view, pieces, sets, unseen }): GlbPuppet => {
      const setOf = new Map(sets.map((set) => [set.entry.piece, set]));
      const handles = view.handles.map((handle): GlbNode => ({ ...handle, picture: null }));
      const unseenNodes = ({ entry: { name: own, parent, pivot }, pictures }: PackedUnseen): GlbNode[] => [
        { name: own, parent, pivot, picture: null },
        ...pictures.map(({ name, picture }): GlbNode => ({
          ...{ name, parent: own, pivot: null, isShown: false },
          picture: picture && quadOf(picture),
        })),
      ];
      const before = (name: string | null) => unseenBefore(unseen, name).flatMap(unseenNodes);
      const quads = [
        ...before(null),
        ...pieces.flatMap((piece): GlbNode[] => [...pieceNodes(piece), ...before(piece.entry.name)]),
      ];
      return { key: view.key, canvas: view.canvas, floorY: view.floorY, nodes: [...handles, ...quads] };

      function pieceNodes({ entry, image, png, tipBeneath }: PackedPiece): GlbNode[] {
        const { name, parent, pivot } = entry;
        const set = entry.kind === 'face' ? setOf.get(name) : undefined;
        if (entry.soft) return softNodes(entry, { ...entry.soft, tipBeneath }, { image, png });
        if (!set) return [{ name, parent, pivot, picture: quadOf({ image, png }) }];
        const drawings = set.drawings.map(({ entry: drawing, packed }): GlbNode => ({
          ...{ name: drawing.name, parent: name, pivot: null, isShown: drawing.name === set.entry.default },
          picture: packed && quadOf(packed),
        }));
        return [{ name, parent, pivot, picture: null }, ...drawings];
      }
    }),
    generator,
  );
}

/** A soft piece: a chain of nodes along its line, which hangs from the piece's, and a mesh that follows them. */
function softNodes(
  { name, parent, pivot }: RigPiece,
  { line, stiffness, tipBeneath }: NonNullable<RigPiece['soft']> & Pick<PackedPiece, 'tipBeneath'>,
  picture: PackedPicture,
): GlbNode[] {
  const joints = line.map((_, i) => softJoint(name, i));
  const chain = line.map(([x, y], i): GlbNode => ({
    ...{ name: joints[i], parent: joints[i - 1] ?? name, pivot: { x, y }, picture: null },
  }));
  const mesh = meshOf(picture.image, { points: line.flat(), stiffness, tipBeneath });
  return [
    { name, parent, pivot, picture: null },
    ...chain,
    { name: softMeshName(name), parent: null, pivot: null, picture: quadOf(picture), skin: { joints, mesh } },
  ];
}

function quadOf({ image: { x, y, width, height }, png }: PackedPicture): NonNullable<GlbNode['picture']> {
  return { png, x, y, width, height };
}
