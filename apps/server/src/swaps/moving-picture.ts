import {
  LimberError,
  composite,
  cropPlaced,
  intersectRects,
  outsetRect,
  pieceOfSet,
  placedAt,
  shownImages,
  uniteRects,
  viewById,
  type CharacterDoc,
  type DrawingId,
  type PlacedBitmap,
  type Rect,
  type ViewArt,
  type ViewId,
} from '@limber-sheaf/core';
import sharp from 'sharp';
import { PAPER } from '../files/on-paper.js';
import { movingFile, pageDelays } from '../files/moving-pages.js';
import { keepBlob } from '../threads/blobs.js';
import { readArtWithDrawings, type DerivedOfView } from '../threads/pictures.js';
import type { Tell } from '../threads/task.js';

/** Drawings that show together, and for how many frames. */
interface Scene {
  /** Of sets that show another than their default one. */
  drawingIds: DrawingId[];
  frames: number;
}

/** What a moving picture is made from. */
export interface MovingOrder {
  doc: CharacterDoc;
  viewId: ViewId;
  derived: DerivedOfView;
  scenes: Scene[];
  fps: number;
}

/** A moving picture that is kept. */
export interface MovingPicture {
  blob: string;
  width: number;
  height: number;
}

/** Pages that one picture has at most: all of them are in memory while they are put together. */
const MOST_PAGES = 400;
/** px of its longer side at most. */
const LARGEST = 480;
/** What of the character is seen about the pieces that change, as a share of their longer side. */
const ABOUT = 0.5;

/** Makes a moving picture (GIF, looped) of drawings that change, seen as near as the pieces of their sets want. */
export async function movingPicture(
  { doc, viewId, derived, scenes, fps }: MovingOrder,
  tell: Tell,
): Promise<MovingPicture> {
  if (scenes.length > MOST_PAGES)
    throw new LimberError(
      'too-long',
      `The line has ${scenes.length} scenes; a moving picture has ${MOST_PAGES} at most.`,
      'Say it in parts.',
    );
  const art = await readArtWithDrawings(doc, viewId, derived);
  const rect = seenOf(doc, viewId);
  const drawn = new Map<string, Promise<Buffer>>();
  const scale = Math.min(1, LARGEST / Math.max(rect.width, rect.height));
  const size = {
    width: Math.max(1, Math.round(rect.width * scale)),
    height: Math.max(1, Math.round(rect.height * scale)),
  };
  const pages: Buffer[] = [];
  for (const [at, { drawingIds }] of scenes.entries()) {
    tell((0.8 * at) / scenes.length, 'Drawing the frames');
    const key = [...drawingIds].sort().join();
    const page = drawn.get(key) ?? draw(doc, viewId, art, drawingIds, rect, size);
    drawn.set(key, page);
    pages.push(await page);
  }
  tell(0.85, 'Putting them together');
  const delay = pageDelays(
    scenes.map(({ frames }) => frames),
    fps,
  );
  return { blob: await keepBlob(await movingFile(pages, delay, 'gif'), 'image/gif'), ...size };
}

/** The part of the canvas that holds what changes, with some of what is about it. */
function seenOf(doc: CharacterDoc, viewId: ViewId): Rect {
  const { width, height } = viewById(doc, viewId);
  const faces = doc.swapSets.flatMap((set) => pieceOfSet(doc, set, viewId)?.face ?? []);
  if (faces.length === 0) throw new LimberError('nothing-there', 'There is no set in this view.', 'Start one first.');
  const all = faces.reduce<Rect>(uniteRects, faces[0]);
  const about = Math.round(Math.max(all.width, all.height) * ABOUT);
  return intersectRects(outsetRect(all, about), { x: 0, y: 0, width, height });
}

/** One frame, with some drawings in place of their pieces, on paper. */
async function draw(
  doc: CharacterDoc,
  viewId: ViewId,
  art: ViewArt,
  drawingIds: readonly DrawingId[],
  rect: Rect,
  size: { width: number; height: number },
): Promise<Buffer> {
  const layers = shownImages(doc, viewId, art, drawingIds).flatMap(({ image }): PlacedBitmap[] => {
    const seen = intersectRects(image, rect);
    if (seen.width === 0) return [];
    const cropped = cropPlaced(image, seen);
    return [placedAt(cropped, cropped.x - rect.x, cropped.y - rect.y)];
  });
  const { width, height, data } = composite(rect.width, rect.height, layers);
  return sharp(data, { raw: { width, height, channels: 4 } })
    .flatten({ background: PAPER })
    .resize({ ...size, fit: 'fill' })
    .png({ compressionLevel: 1 })
    .toBuffer();
}
