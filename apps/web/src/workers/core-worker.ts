import {
  assembleJoint,
  cleanRange,
  crossCut,
  findOffcuts,
  fitBetween,
  contours,
  coverageOf,
  drawOrder,
  mapOwners,
  prepareBend,
  sweepAngles,
  wordsOf,
  type BendMeasure,
  type BendRig,
  type CharacterDoc,
  type JointRow,
  type PairFit,
  type PlacedMask,
  type Refusal,
  type Result,
  type SheetRef,
  type Sweep,
} from '@limber-sheaf/core';
import * as Comlink from 'comlink';
import { artOf, picture, sheet } from './pictures';
import { cutTasks } from './cut-tasks';
import { designTasks } from './design-tasks';
import { jointTasks } from './joint-tasks';
import { proposalTasks } from './proposal-tasks';
import { sheetTasks } from './sheet-tasks';

/** An offcut with the piece it belongs to. */
export interface BenchOffcut {
  area: number;
  place: { x: number; y: number };
  bounds: { x: number; y: number; width: number; height: number };
  pieceId: string | null;
}

/** The two sides that a cross-cut would make. */
export interface CrossPreview {
  ok: true;
  /** Both sides tinted, over `rect`. */
  tint: ImageBitmap;
  rect: { x: number; y: number; width: number; height: number };
  centres: { left: { x: number; y: number }; right: { x: number; y: number } };
  areas: { left: number; right: number };
}

/** One bend with the daylight it shows, as a picture. */
export interface BendPicture {
  measure: BendMeasure;
  daylight: { image: ImageBitmap; x: number; y: number } | null;
}

/** The coverage that a cross-cut works on: a piece's face, or what is still uncut. */
async function target(doc: CharacterDoc, viewId: string, pieceId: string | null): Promise<PlacedMask | null> {
  if (pieceId) {
    const piece = doc.pieces.find((p) => p.id === pieceId);
    const face = piece && (await sheet(piece.face));
    return face ? { ...coverageOf(face), x: face.x, y: face.y } : null;
  }
  const art = await artOf(doc, viewId, true);
  const { design } = art;
  const { owner } = mapOwners(
    [...art.pieces.values()].map((p) => p.face),
    design,
  );
  const words = wordsOf(design);
  const data = new Uint8Array(owner.length);
  for (let i = 0; i < data.length; i++) if (owner[i] === 0) data[i] = words[i] >>> 24;
  return { x: 0, y: 0, width: design.width, height: design.height, data };
}

const targets = new Map<string, Promise<PlacedMask | null>>();

function keptTarget(doc: CharacterDoc, viewId: string, pieceId: string | null): Promise<PlacedMask | null> {
  const key = pieceId
    ? `${pieceId}:${doc.pieces.find((p) => p.id === pieceId)?.face.blob}`
    : `rest:${doc.pieces.map((p) => p.face.blob).join()}`;
  const kept = targets.get(key) ?? target(doc, viewId, pieceId);
  targets.clear();
  targets.set(key, kept);
  return kept;
}

const LEFT_TINT = [43, 92, 134, 120];
const RIGHT_TINT = [181, 132, 42, 120];

let newestSweep = 0;
let rig: { key: string; rig: BendRig } | null = null;

async function rigFor(doc: CharacterDoc, joint: JointRow, butt: boolean, key: string): Promise<BendRig | null> {
  const full = `${key}:${butt}`;
  if (rig?.key === full) return rig.rig;
  const assembly = assembleJoint(doc, joint, await artOf(doc, joint.viewId, butt));
  if (!assembly) return null;
  rig = { key: full, rig: prepareBend(assembly) };
  return rig.rig;
}

const api = {
  ...cutTasks,
  ...designTasks,
  ...proposalTasks,
  ...jointTasks,
  ...sheetTasks,

  /** The contour of a sheet, x, y pairs on the canvas, the longest first. */
  async outline(ref: SheetRef): Promise<Float64Array[]> {
    const face = await sheet(ref);
    if (!face) return [];
    return contours(coverageOf(face))
      .slice(0, 24)
      .map((c) => c.map((v, i) => v + (i % 2 === 0 ? face.x : face.y)));
  },

  async offcuts(doc: CharacterDoc, viewId: string): Promise<{ offcuts: BenchOffcut[]; untakenArea: number }> {
    const art = await artOf(doc, viewId, true);
    const order = drawOrder(doc, viewId);
    const report = findOffcuts(
      art.design,
      order.map((p) => art.pieces.get(p.id)?.face ?? null),
    );
    return {
      untakenArea: report.untakenArea,
      offcuts: report.offcuts.slice(0, 200).map(({ area, place, bounds, belongsTo }) => ({
        area,
        place,
        bounds,
        pieceId: belongsTo === null ? null : order[belongsTo].id,
      })),
    };
  },

  /** The first of some spots, front to back, where the face has paint; each spot in the face's own rest place. */
  async pieceUnder(spots: { id: string; face: SheetRef; x: number; y: number }[]): Promise<string | null> {
    for (const { id, face, x, y } of spots) {
      const px = Math.floor(x) - face.x;
      const py = Math.floor(y) - face.y;
      if (px < 0 || py < 0 || px >= face.width || py >= face.height) continue;
      const bitmap = await picture(face.blob);
      if (bitmap.data[(py * bitmap.width + px) * 4 + 3] > 0) return id;
    }
    return null;
  },

  async previewCross(
    doc: CharacterDoc,
    viewId: string,
    pieceId: string | null,
    line: number[],
  ): Promise<CrossPreview | Refusal> {
    const mask = await keptTarget(doc, viewId, pieceId);
    if (!mask) return { ok: false, code: 'not-found', sentence: 'That piece has no paint to cut.' };
    const sides = crossCut(mask, line);
    if (!sides.ok) return sides;
    const { x, y, width, height } = mask;
    const tint = new ImageData(width, height);
    const sums = { left: { x: 0, y: 0, n: 0 }, right: { x: 0, y: 0, n: 0 } };
    for (let i = 0; i < mask.data.length; i++) {
      const side = sides.left.data[i] ? 'left' : sides.right.data[i] ? 'right' : null;
      if (!side) continue;
      tint.data.set(side === 'left' ? LEFT_TINT : RIGHT_TINT, i * 4);
      sums[side].x += i % width;
      sums[side].y += Math.floor(i / width);
      sums[side].n++;
    }
    const centre = (s: 'left' | 'right') => ({ x: x + sums[s].x / sums[s].n, y: y + sums[s].y / sums[s].n });
    const image = await createImageBitmap(tint);
    const preview: CrossPreview = {
      ok: true,
      tint: image,
      rect: { x, y, width, height },
      centres: { left: centre('left'), right: centre('right') },
      areas: { left: sums.left.n, right: sums.right.n },
    };
    return Comlink.transfer(preview, [image]);
  },

  /** The disc that a joint between two pieces would get. */
  async previewFit(doc: CharacterDoc, viewId: string, childId: string, parentId: string): Promise<Result<PairFit>> {
    return fitBetween(doc, childId, parentId, await artOf(doc, viewId, true));
  },

  /** One joint through its range, with progress; null where a newer sweep has been asked for meanwhile. */
  async sweep(
    doc: CharacterDoc,
    joint: JointRow,
    butt: boolean,
    step: number,
    onProgress: (share: number) => void,
  ): Promise<Sweep | null> {
    const ticket = ++newestSweep;
    const assembly = assembleJoint(doc, joint, await artOf(doc, joint.viewId, butt));
    if (!assembly) return null;
    const prepared = prepareBend(assembly);
    const angles = sweepAngles([joint.rangeLow, joint.rangeHigh], step);
    const bends: BendMeasure[] = [];
    let paused = performance.now();
    for (const angle of angles) {
      bends.push(prepared.measure(angle));
      if (performance.now() - paused < 60) continue;
      onProgress(bends.length / angles.length);
      // Lets a newer request in.
      await new Promise((done) => setTimeout(done, 0));
      if (ticket !== newestSweep) return null;
      paused = performance.now();
    }
    return { bends, cleanRange: cleanRange(bends, joint) };
  },

  /** One angle, with its daylight drawn. `key` names the state of the pieces, so that they are prepared once. */
  async bend(
    doc: CharacterDoc,
    joint: JointRow,
    butt: boolean,
    key: string,
    angle: number,
  ): Promise<BendPicture | null> {
    const prepared = await rigFor(doc, joint, butt, key);
    if (!prepared) return null;
    const measure = prepared.measure(angle);
    if (measure.daylight === 0) return { measure, daylight: null };
    const mask = prepared.daylight();
    const image = new ImageData(mask.width, mask.height);
    for (let i = 0; i < mask.data.length; i++) if (mask.data[i]) image.data.set([178, 58, 51, 235], i * 4);
    const bitmap = await createImageBitmap(image);
    return Comlink.transfer({ measure, daylight: { image: bitmap, x: mask.x, y: mask.y } }, [bitmap]);
  },
};

export type CoreWorker = typeof api;
Comlink.expose(api);
