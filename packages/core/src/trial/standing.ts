import { pieceById } from '../document/find.js';
import type { CharacterDoc, PieceId, ViewId } from '../document/rows.js';
import { imageOf, type ViewArt } from '../document/view-art.js';
import type { Placement } from '../joints/place-pieces.js';
import type { PlacedBitmap } from '../raster/bitmap.js';
import type { Turn } from '../under/sight.js';
import { bendPicture } from './bend-soft.js';
import { placeSoftly, softBends } from './place-softly.js';
import { bendsOf, gazeIn, type Pose } from './pose.js';
import { meshOf, type SoftMesh } from './soft-mesh.js';

/** How a character stands in a pose: what is turned, where pieces lie, and the pictures of those that are bent. */
interface Standing {
  turns: Turn[];
  placed: ReadonlyMap<PieceId, Placement>;
  /** By soft piece, degrees that its tip is turned by, its mesh, and its picture. */
  angles: ReadonlyMap<PieceId, number>;
  meshes: ReadonlyMap<PieceId, SoftMesh>;
  bent: ReadonlyMap<PieceId, PlacedBitmap>;
}

/** Stands a view's character in a pose. @param art pictures of all pieces */
export function standIn(doc: CharacterDoc, viewId: ViewId, art: ViewArt, pose: Pose): Standing {
  const bends = bendsOf(doc, viewId, pose);
  const angles = softBends(doc, viewId, bends);
  const meshes = new Map<PieceId, SoftMesh>();
  const bent = new Map<PieceId, PlacedBitmap>();
  for (const [pieceId, angle] of angles) {
    const [{ soft }, image] = [pieceById(doc, pieceId), imageOf(art, pieceId)];
    if (!soft || !image) continue;
    const mesh = meshOf(image, soft);
    meshes.set(pieceId, mesh);
    bent.set(pieceId, bendPicture(image, mesh, soft, angle));
  }
  const turns = Object.entries(bends).map(([jointId, angle]) => ({ jointId, angle }));
  return { turns, placed: placeSoftly(doc, viewId, bends, undefined, gazeIn(doc, viewId, pose)), angles, meshes, bent };
}
