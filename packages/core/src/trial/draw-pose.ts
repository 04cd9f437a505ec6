import { drawSteps } from '../document/family.js';
import { orderAtPose } from '../document/order-at-pose.js';
import type { CharacterDoc, DrawingId, PieceId, SoftLine, ViewId } from '../document/rows.js';
import type { ViewArt } from '../document/view-art.js';
import { AT_REST, placedBox, type Placement } from '../joints/place-pieces.js';
import { outsetRect, placedAt, uniteRects, type PlacedBitmap, type Rect } from '../raster/bitmap.js';
import { composite } from '../raster/composite.js';
import { STAY, transformPicture, type Transform } from '../raster/transform.js';
import { shownImages } from '../swaps/drawn-instead.js';
import { bendPicture } from './bend-soft.js';
import { placeSoftly, softBends } from './place-softly.js';
import { bendsOf, gazeIn, type Pose } from './pose.js';
import { scaledLine } from './soft-line.js';
import { meshOf } from './soft-mesh.js';

/** A view's pieces made smaller together, ready to be posed. */
export interface PoseImages {
  /** px of these for one of the canvas. */
  scale: number;
  /** By piece: its image, and the outline beneath its limb's fills. */
  pieces: ReadonlyMap<PieceId, PlacedBitmap>;
  lines: ReadonlyMap<PieceId, PlacedBitmap>;
  /** Second pictures: drawn directly in front of a piece, and moving with another. */
  overs: readonly { at: PieceId; of: PieceId; image: PlacedBitmap }[];
}

/**
 * Makes a view's pieces smaller, all on one grid, so that they meet as they did.
 * @param art with drawings, where any are worn
 * @param wears drawings that show in place of their sets' default ones
 */
export function poseImages(
  doc: CharacterDoc,
  viewId: ViewId,
  art: ViewArt,
  { scale, wears }: { scale: number; wears: readonly DrawingId[] },
): PoseImages {
  const smaller = (image: PlacedBitmap) => transformPicture(image, { ...STAY, a: scale, d: scale });
  const [pieces, lines] = [new Map<PieceId, PlacedBitmap>(), new Map<PieceId, PlacedBitmap>()];
  const overs: { at: PieceId; of: PieceId; image: PlacedBitmap }[] = [];
  for (const { at, of, sheet, image } of shownImages(doc, viewId, art, wears)) {
    const small = smaller(image);
    if (!small) continue;
    if (sheet === 'over') overs.push({ at, of, image: small });
    else (sheet === 'line' ? lines : pieces).set(at, small);
  }
  return { scale, pieces, lines, overs };
}

/** The images of a pose, back to front, each with where it is placed. */
function placedImages(
  doc: CharacterDoc,
  viewId: ViewId,
  { scale, pieces, lines, overs }: PoseImages,
  pose: Pose,
): { image: PlacedBitmap; placement: Placement }[] {
  const bends = bendsOf(doc, viewId, pose);
  const placed = placeSoftly(doc, viewId, bends, pose.root, gazeIn(doc, viewId, pose));
  const soft = softBends(doc, viewId, bends);
  const placementOf = (id: PieceId) => placed.get(id) ?? AT_REST;
  return drawSteps(doc, viewId, orderAtPose(doc, viewId, bends)).flatMap(({ piece, sheet }) => {
    const { id } = piece;
    const still = (sheet === 'line' ? lines : pieces).get(id);
    const image = still && piece.soft && soft.has(id) ? bentImage(still, piece.soft, scale, soft.get(id)) : still;
    const before = sheet === 'piece' ? overs.filter(({ at }) => at === id) : [];
    return [
      ...(image ? [{ image, placement: placementOf(id) }] : []),
      ...before.map((over) => ({ image: over.image, placement: placementOf(over.of) })),
    ];
  });
}

/** A soft piece's image, bent. */
function bentImage(image: PlacedBitmap, soft: SoftLine, scale: number, angle = 0): PlacedBitmap {
  const line = scaledLine(soft, scale);
  return bendPicture(image, meshOf(image, line), line, angle);
}

/** The rectangle that holds a view's character in all of some poses, px of its images. */
export function roomOfPoses(doc: CharacterDoc, viewId: ViewId, images: PoseImages, poses: readonly Pose[]): Rect {
  const rects = poses.flatMap((pose) =>
    placedImages(doc, viewId, images, pose).map(({ image, placement }): Rect => {
      const { left, top, right, bottom } = placedBox(image, scaled(placement, images.scale));
      const [x, y] = [Math.floor(left), Math.floor(top)];
      return { x, y, width: Math.ceil(right) - x, height: Math.ceil(bottom) - y };
    }),
  );
  return rects.length > 0 ? outsetRect(rects.reduce(uniteRects), 1) : { x: 0, y: 0, width: 1, height: 1 };
}

/** Draws one pose. @param room what is drawn, px of the images */
export function drawPose(doc: CharacterDoc, viewId: ViewId, images: PoseImages, pose: Pose, room: Rect): PlacedBitmap {
  const layers = placedImages(doc, viewId, images, pose).flatMap(({ image, placement }) => {
    const turned = transformPicture(image, turnOf(scaled(placement, images.scale)));
    return turned ? [placedAt(turned, turned.x - room.x, turned.y - room.y)] : [];
  });
  return placedAt(composite(room.width, room.height, layers), room.x, room.y);
}

/** A placement among images that are made smaller. */
function scaled({ angle, tx, ty }: Placement, scale: number): Placement {
  return { angle, tx: tx * scale, ty: ty * scale };
}

function turnOf({ angle, tx, ty }: Placement): Transform {
  if (angle === 0) return { ...STAY, e: tx, f: ty };
  const [cos, sin] = [Math.cos((angle * Math.PI) / 180), Math.sin((angle * Math.PI) / 180)];
  return { a: cos, b: sin, c: -sin, d: cos, e: tx, f: ty };
}
