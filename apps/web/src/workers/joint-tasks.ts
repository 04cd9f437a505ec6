import {
  hangingFrom,
  jointById,
  jointLabel,
  limbSilhouette,
  mendsFor,
  pieceById,
  pieceImages,
  settleDisc,
  type CharacterDoc,
  type JointRow,
  type Mend,
  type PlacedBitmap,
  type PlacedMask,
} from '@limber-sheaf/core';
import * as Comlink from 'comlink';
import { artOf, sheet } from './pictures';

/** One picture of a limb: how far which joint is bent, and with which ends. */
export interface Shot {
  jointId: string;
  /** Degrees. */
  angle: number;
  butt: boolean;
}

let newestMend = 0;

const silhouettes = new Map<string, Promise<PlacedMask | null>>();

/** The coverage of a joint's two pieces together; the newest is kept, as a drag asks for it again and again. */
function silhouetteOf(doc: CharacterDoc, joint: JointRow): Promise<PlacedMask | null> {
  const refs = [joint.childId, joint.parentId].map((id) => pieceById(doc, id).face);
  const key = refs.map((ref) => `${ref.blob}@${ref.x},${ref.y}`).join();
  const made =
    silhouettes.get(key) ??
    (async () => {
      const { design } = await artOf(doc, joint.viewId, true);
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
async function limbOf(doc: CharacterDoc, joint: JointRow, butt: boolean): Promise<Part[]> {
  const art = await artOf(doc, joint.viewId, butt);
  const moving = new Set(hangingFrom(doc, pieceById(doc, joint.childId)).map((p) => p.id));
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
    doc: CharacterDoc,
    joint: JointRow,
    at: { x: number; y: number },
  ): Promise<{ x: number; y: number; radius: number } | null> {
    const silhouette = await silhouetteOf(doc, joint);
    const fit = silhouette && settleDisc(silhouette, at, Math.max(40, 2.4 * joint.radius));
    return fit?.ok ? { x: fit.x, y: fit.y, radius: fit.radius } : null;
  },

  /** What would make a joint clean through more of its range; null where a newer question was asked meanwhile. */
  async mends(
    doc: CharacterDoc,
    jointId: string,
    clean: [number, number] | null,
    onProgress: (share: number) => void,
  ): Promise<Mend[] | null> {
    const ticket = ++newestMend;
    const joint = jointById(doc, jointId);
    const art = await artOf(doc, joint.viewId);
    if (ticket !== newestMend) return null;
    const step = Math.max(5, Math.round((joint.rangeHigh - joint.rangeLow) / 14));
    const mends = mendsFor(doc, jointId, art, clean, { step, onProgress: (share) => onProgress(share) });
    return ticket === newestMend ? mends : null;
  },

  /** Limbs side by side, each bent as its shot says, with a caption: a picture to look at or to save. */
  async contactSheet(
    doc: CharacterDoc,
    shots: Shot[],
    columns: number,
    paper: { sheet: string; ink: string; rule: string },
  ): Promise<ImageBitmap> {
    const rows = Math.ceil(shots.length / columns);
    const canvas = new OffscreenCanvas(columns * CELL, rows * (CELL + CAPTION));
    const pen = canvas.getContext('2d');
    if (!pen) throw new Error('no canvas');
    pen.fillStyle = paper.sheet;
    pen.fillRect(0, 0, canvas.width, canvas.height);
    const limbs = new Map<string, Part[]>();
    for (const [at, { jointId, angle, butt }] of shots.entries()) {
      const joint = jointById(doc, jointId);
      const key = `${jointId}:${butt}`;
      const parts = limbs.get(key) ?? (await limbOf(doc, joint, butt));
      limbs.set(key, parts);
      const x = (at % columns) * CELL;
      const y = Math.floor(at / columns) * (CELL + CAPTION);
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
