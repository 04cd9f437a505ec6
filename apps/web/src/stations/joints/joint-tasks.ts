import {
  movedBy,
  BOTH,
  CHILD_ONLY,
  NEITHER,
  PARENT_ONLY,
  compareDiscs,
  composePiece,
  drawOrder,
  mergeSheets,
  type SheetRef,
  jointById,
  jointLabel,
  limbSilhouette,
  mendsFor,
  pieceById,
  pieceImages,
  settleDisc,
  sweptRange,
  type JointRow,
  type Mend,
  type PlacedBitmap,
  type PlacedMask,
} from '@limber-sheaf/core';
import * as Comlink from 'comlink';
import { held, type StateKey } from '../../bench/worker/held';
import { designOf, ownersOf } from '../../bench/worker/owners';
import { artOf, sheet } from '../../bench/worker/pictures';
import type { Tint } from '../../bench/worker/tint';

/** One picture of a limb: how far which joint is bent, and with which ends. */
export interface Shot {
  jointId: string;
  /** Degrees. */
  angle: number;
  butt: boolean;
}

/** How far a joint's two discs lie on each other, px, and where. */
export interface DiscPicture {
  apart: number;
  inner: number;
  tint: Tint;
}

/** By label: both in sap, the child alone in woad, the parent alone in brass, neither in madder; as words. */
const DISC_TINTS: Partial<Record<number, number>> = {
  [BOTH]: 0x703d7a4f,
  [CHILD_ONLY]: 0xc8865c2b,
  [PARENT_ONLY]: 0xc82a84b5,
  [NEITHER]: 0xe6333ab2,
};

let newestMend = 0;

const silhouettes = new Map<string, Promise<PlacedMask | null>>();

/** The coverage of two pieces together; the newest is kept, as a drag asks for it again and again. */
function silhouetteOf(at: StateKey, viewId: string, refs: readonly SheetRef[]): Promise<PlacedMask | null> {
  const key = refs.map((ref) => `${ref.blob}@${ref.x},${ref.y}`).join();
  const made =
    silhouettes.get(key) ??
    (async () => {
      const design = await designOf(at, viewId);
      const faces = (await Promise.all(refs.map(sheet))).flatMap((face) => face ?? []);
      return faces.length > 0 ? limbSilhouette(faces, design) : null;
    })();
  silhouettes.clear();
  silhouettes.set(key, made);
  return made;
}

interface Part {
  image: ImageBitmap;
  x: number;
  y: number;
  turns: boolean;
}

async function bitmapOf(picture: PlacedBitmap): Promise<ImageBitmap> {
  const { width, height, data } = picture;
  return createImageBitmap(new ImageData(new Uint8ClampedArray(data), width, height));
}

/** The pieces of a joint that turn, and the one they turn on, back to front. */
async function limbOf(at: StateKey, joint: JointRow, butt: boolean): Promise<Part[]> {
  const { doc } = held(at);
  const art = await artOf(at, joint.viewId, butt);
  const moving = movedBy(doc, joint);
  const parts: Part[] = [];
  for (const { id, image: picture } of pieceImages(doc, joint.viewId, art)) {
    if (id !== joint.parentId && !moving.has(id)) continue;
    parts.push({
      image: await bitmapOf(picture),
      x: picture.x,
      y: picture.y,
      turns: moving.has(id) && id !== joint.parentId,
    });
  }
  return parts;
}

/** Draws a limb, bent, so that six radii about its pivot fill a square. */
function drawLimb(
  pen: OffscreenCanvasRenderingContext2D,
  box: { x: number; y: number; size: number },
  joint: JointRow,
  parts: readonly Part[],
  angle: number,
): void {
  const scale = box.size / (6 * joint.radius);
  pen.save();
  pen.beginPath();
  pen.rect(box.x, box.y, box.size, box.size);
  pen.clip();
  pen.translate(box.x + box.size / 2, box.y + box.size / 2);
  pen.scale(scale, scale);
  pen.imageSmoothingQuality = 'high';
  for (const { image, x, y, turns } of parts) {
    pen.save();
    if (turns) pen.rotate((angle * Math.PI) / 180);
    pen.drawImage(image, x - joint.x, y - joint.y);
    pen.restore();
  }
  pen.restore();
}

const CELL = 300;
const CAPTION = 30;

export const jointTasks = {
  /** The disc that lies in the limb's contour near a place, or null where none does. */
  async settle(
    at: StateKey,
    joint: JointRow,
    near: { x: number; y: number },
  ): Promise<{ x: number; y: number; radius: number } | null> {
    const { doc } = held(at);
    const faces = [joint.childId, joint.parentId].map((id) => pieceById(doc, id).face);
    const silhouette = await silhouetteOf(at, joint.viewId, faces);
    const fit = silhouette && settleDisc(silhouette, near, Math.max(40, 2.4 * joint.radius));
    return fit?.ok ? { x: fit.x, y: fit.y, radius: fit.radius } : null;
  },

  /** The two pieces that a disc drawn by hand lies on most, and the disc that lies in their contour near its middle. */
  async settleDrawn(
    at: StateKey,
    viewId: string,
    disc: { x: number; y: number; radius: number },
  ): Promise<{ pieceIds: string[]; settled: { x: number; y: number; radius: number } | null }> {
    const { doc } = held(at);
    const { owner, width, height } = await ownersOf(at, viewId);
    const tally = new Map<number, number>();
    for (let y = Math.max(0, Math.ceil(disc.y - disc.radius)); y < Math.min(height, disc.y + disc.radius); y++)
      for (let x = Math.max(0, Math.ceil(disc.x - disc.radius)); x < Math.min(width, disc.x + disc.radius); x++) {
        const own = owner[y * width + x];
        if (own > 0 && Math.hypot(x - disc.x, y - disc.y) < disc.radius) tally.set(own, (tally.get(own) ?? 0) + 1);
      }
    const order = drawOrder(doc, viewId);
    const pieces = [...tally].sort((a, b) => b[1] - a[1]).map(([own]) => order[own - 1]);
    const [a, b] = pieces;
    const silhouette = b ? await silhouetteOf(at, viewId, [a.face, b.face]) : null;
    const fit = silhouette && settleDisc(silhouette, disc, Math.max(40, 2.4 * disc.radius));
    // Far from where the hand is, it would not be what the hand means.
    const near = fit?.ok && Math.hypot(fit.x - disc.x, fit.y - disc.y) < disc.radius / 2;
    return { pieceIds: pieces.map((p) => p.id), settled: near ? { x: fit.x, y: fit.y, radius: fit.radius } : null };
  },

  /** Whether a joint's two discs lie on each other, with the picture of where they do not. */
  async discs(at: StateKey, joint: JointRow): Promise<DiscPicture | null> {
    const art = await artOf(at, joint.viewId);
    const image = (id: string) => {
      const sheets = art.pieces.get(id);
      return sheets ? mergeSheets([sheets.line ?? null, composePiece(sheets)]) : null;
    };
    const [child, parent] = [image(joint.childId), image(joint.parentId)];
    if (!child || !parent) return null;
    const { rect, labels, apart, inner } = compareDiscs(joint, child, parent);
    const tint = new ImageData(rect.width, rect.height);
    const words = new Uint32Array(tint.data.buffer);
    labels.forEach((label, i) => (words[i] = DISC_TINTS[label] ?? 0));
    const picture = await createImageBitmap(tint);
    return Comlink.transfer({ apart, inner, tint: { image: picture, x: rect.x, y: rect.y } }, [picture]);
  },

  /** What would make a joint clean through more of its range; null where a newer question was asked meanwhile. */
  async mends(
    at: StateKey,
    jointId: string,
    clean: [number, number] | null,
    onProgress: (share: number) => void,
  ): Promise<Mend[] | null> {
    const { doc } = held(at);
    const ticket = ++newestMend;
    const joint = jointById(doc, jointId);
    const art = await artOf(at, joint.viewId);
    if (ticket !== newestMend) return null;
    const [low, high] = sweptRange(joint);
    const step = Math.max(5, Math.round((high - low) / 14));
    const mends = mendsFor(doc, jointId, art, clean, { step, onProgress: (share) => onProgress(share) });
    return ticket === newestMend ? mends : null;
  },

  /** Limbs side by side, each bent as its shot says, with a caption: a picture to look at or to save. */
  async contactSheet(
    at: StateKey,
    shots: Shot[],
    columns: number,
    paper: { sheet: string; ink: string; rule: string },
  ): Promise<ImageBitmap> {
    const { doc } = held(at);
    const rows = Math.ceil(shots.length / columns);
    const canvas = new OffscreenCanvas(columns * CELL, rows * (CELL + CAPTION));
    const pen = canvas.getContext('2d');
    if (!pen) throw new Error('no canvas');
    pen.fillStyle = paper.sheet;
    pen.fillRect(0, 0, canvas.width, canvas.height);
    const limbs = new Map<string, Part[]>();
    for (const [place, { jointId, angle, butt }] of shots.entries()) {
      const joint = jointById(doc, jointId);
      const key = `${jointId}:${butt}`;
      const parts = limbs.get(key) ?? (await limbOf(at, joint, butt));
      limbs.set(key, parts);
      const x = (place % columns) * CELL;
      const y = Math.floor(place / columns) * (CELL + CAPTION);
      drawLimb(pen, { x: x + 8, y: y + 8, size: CELL - 16 }, joint, parts, angle);
      pen.strokeStyle = paper.rule;
      pen.strokeRect(x + 8.5, y + 8.5, CELL - 17, CELL - 17);
      pen.fillStyle = paper.ink;
      pen.font = '600 15px "Figtree Variable", sans-serif';
      const kind = butt ? ', butt joint' : '';
      pen.fillText(`${jointLabel(doc, joint)}  ${angle > 0 ? '+' : ''}${angle}°${kind}`, x + 12, y + CELL + 14);
    }
    const image = canvas.transferToImageBitmap();
    return Comlink.transfer(image, [image]);
  },
};
