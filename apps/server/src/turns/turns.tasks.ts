import {
  carryOver,
  copyPlaced,
  cutSheet,
  layParts,
  leaveOut,
  mirroredAt,
  pieceById,
  placedAt,
  takeColour,
  takeParts,
  transformPicture,
  viewById,
  viewMeasure,
  type CarryWish,
  type CharacterDoc,
  type KeptParts,
  type Laying,
  type MadeJoints,
  type PieceId,
  type PieceRow,
  type PlacedBitmap,
  type Rect,
  type Rgb,
  type SheetRef,
  type TakeOrder,
  type ViewId,
  type ViewMeasure,
} from '@limber-sheaf/core';
import { randomUUID } from 'node:crypto';
import { memo } from '../threads/memo.js';
import { designOf, keepIfAny, keepSheet, picture, readArt, sheet } from '../threads/pictures.js';
import { task } from '../threads/task.js';
import { poseNote, type PosedView } from './pose-note.js';

/** A view with what it is compared by. */
export interface MeasuredView {
  viewId: ViewId;
  measure: ViewMeasure;
}

/** What a view is compared by. */
export const measure = task(async ({ doc, viewId }: { doc: CharacterDoc; viewId: ViewId }): Promise<ViewMeasure> =>
  viewMeasure(doc, viewId).measure(await readArt(doc, viewId)),
);

/** Gives a view the order and the joints' ranges of another; its joints are fitted here. */
export const carry = task(
  async (order: { doc: CharacterDoc; fromId: ViewId; toId: ViewId; wish: CarryWish }): Promise<MadeJoints> => {
    const { doc, fromId, toId, wish } = order;
    return carryOver(doc, fromId, toId, await readArt(doc, toId), randomUUID, { ...wish, memo });
  },
);

/** A piece in another main colour, and the design with it. */
export interface Recoloured {
  design: SheetRef;
  face: SheetRef;
  own: SheetRef | null;
  beneath: SheetRef | null;
}

/** Changes a piece's main colour, on its face, on what lies beneath it and in the design. */
export const recolour = task(
  async (order: { doc: CharacterDoc; pieceId: PieceId; from: Rgb; to: Rgb }): Promise<Recoloured> => {
    const { doc, pieceId, from, to } = order;
    const { viewId, ...piece } = pieceById(doc, pieceId);
    const art = await readArt(doc, viewId);
    const other = async (ref: SheetRef | null): Promise<PlacedBitmap | null> => {
      const picture = await sheet(ref);
      return picture && takeColour(picture, from, to);
    };
    const face = (await other(piece.face)) as PlacedBitmap;
    const design = copyPlaced(art.design);
    for (let y = 0, i = 0; y < face.height; y++)
      for (let x = 0; x < face.width; x++, i += 4)
        if (face.data[i + 3] > 0)
          design.data.set(face.data.subarray(i, i + 4), ((face.y + y) * design.width + face.x + x) * 4);
    const [own, beneath] = await Promise.all([other(piece.own), other(piece.beneath)]);
    return {
      design: await keepSheet(design),
      face: await keepSheet(face),
      own: await keepIfAny(own),
      beneath: await keepIfAny(beneath),
    };
  },
);

/** A view that was cut out of a sheet: its design, and where it stands. */
export interface FromSheet {
  sheet: SheetRef;
  floorY: number;
}

/** Cuts a sheet into a view a box. */
export const partSheet = task(
  async ({ doc, viewId, boxes }: { doc: CharacterDoc; viewId: ViewId; boxes: Rect[] }): Promise<FromSheet[]> => {
    const views = cutSheet(await picture(viewById(doc, viewId).designBlob), boxes);
    return Promise.all(
      views.map(async ({ design, floorY }) => ({ sheet: await keepSheet(placedAt(design, 0, 0)), floorY })),
    );
  },
);

/** A note of what in the poses of a character's views will make separating hard, with the views that are spoken of. PNG. */
export const noteOfPoses = task(
  async ({ doc, measures }: { doc: CharacterDoc; measures: MeasuredView[] }): Promise<Uint8Array> => {
    const found = measures.filter(({ measure: { pose } }) => pose.length > 0);
    const views: PosedView[] = [];
    for (const {
      viewId,
      measure: { pose },
    } of found.length > 0 ? found : measures)
      views.push({ key: viewById(doc, viewId).key, design: await designOf(doc, viewId), pose });
    return poseNote(views, doc.character.name);
  },
);

/** A view's pictures as they are in the mirror: the design, what shows anew, and each picture by its reference. */
export interface InMirror {
  design: SheetRef;
  faces: [PieceId, SheetRef][];
  sheets: [string, SheetRef][];
}

/** Mirrors every picture of a view left to right; what is left out uncovers what lies behind it. */
export const mirror = task(
  async (order: { doc: CharacterDoc; viewId: ViewId; without: PieceId[] }): Promise<InMirror> => {
    const { doc, viewId, without } = order;
    const way = mirroredAt(viewById(doc, viewId).width);
    const flipped = (picture: PlacedBitmap) => keepSheet(transformPicture(picture, way) ?? picture);
    const faces: InMirror['faces'] = [];
    let design = await designOf(doc, viewId);
    if (without.length > 0) {
      const left = leaveOut(doc, viewId, await readArt(doc, viewId), without);
      design = left.design;
      for (const [id, face] of left.faces) faces.push([id, await flipped(face)]);
    }
    const refs = [
      ...doc.pieces.filter((piece) => piece.viewId === viewId).flatMap(sheetsOfPiece),
      ...doc.drawingViews.filter((row) => row.viewId === viewId).flatMap(({ picture: made, over }) => [made, over]),
    ].flatMap((ref) => ref ?? []);
    const sheets: InMirror['sheets'] = [];
    for (const [key, ref] of new Map(refs.map((one) => [JSON.stringify(one), one])))
      sheets.push([key, await flipped((await sheet(ref)) as PlacedBitmap)]);
    return { design: await flipped(design), faces, sheets };
  },
);

function sheetsOfPiece({ face, own, extra, beneath, apart }: PieceRow): (SheetRef | null)[] {
  return [face, own, extra, beneath, ...(apart ? [apart.fill, apart.shade, apart.line] : [])];
}

/** A view with parts laid otherwise. */
export interface LaidOtherwise {
  design: SheetRef;
  pieces: [PieceId, Omit<Recoloured, 'design'>][];
  opened: number;
}

/** Lays parts of a view otherwise: larger or smaller, or as on the other side. */
export const lay = task(
  async (order: { doc: CharacterDoc; viewId: ViewId; laying: Laying }): Promise<LaidOtherwise> => {
    const { doc, viewId, laying } = order;
    const laid = layParts(doc, viewId, await readArt(doc, viewId), laying);
    const pieces: LaidOtherwise['pieces'] = [];
    for (const [id, { face, own, beneath }] of laid.pieces)
      pieces.push([id, { face: await keepSheet(face), own: await keepIfAny(own), beneath: await keepIfAny(beneath) }]);
    return { design: await keepSheet(laid.design), pieces, opened: laid.opened };
  },
);

/** A view of a character. */
interface ViewOfDoc {
  doc: CharacterDoc;
  viewId: ViewId;
}

/** Takes parts of another character into a view. */
export const takeLimb = task(
  async ({ from, to, order }: { from: ViewOfDoc; to: ViewOfDoc; order: TakeOrder }): Promise<KeptParts> => {
    const read = async (one: ViewOfDoc) => ({ ...one, art: await readArt(one.doc, one.viewId) });
    const taken = takeParts(await read(from), await read(to), order, randomUUID);
    const fresh: KeptParts['fresh'] = [];
    for (const piece of taken.fresh)
      fresh.push({ ...piece, face: await keepSheet(piece.face), beneath: await keepIfAny(piece.beneath) });
    const others: KeptParts['others'] = [];
    for (const [id, { face, beneath }] of taken.others)
      others.push([id, { face: await keepSheet(face), beneath: await keepIfAny(beneath) }]);
    return { design: await keepSheet(taken.design), fresh, others, joints: taken.joints };
  },
);
