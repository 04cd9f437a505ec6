import {
  composePiece,
  contours,
  coverageOf,
  drawOrder,
  ownLine,
  parentPiece,
  pupilsIn,
  travelOf,
  wordsOf,
  type OwnLine,
  type PieceRow,
  type Rgb,
  type SheetRef,
  type Travel,
} from '@limber-sheaf/core';
import * as Comlink from 'comlink';
import { held, type StateKey } from './held';
import { designOf, ownersOf } from './owners';
import { picture, sheet, sheetsOf } from './pictures';
import { tintColour, type Tint } from './tint';

/** What the light table itself asks a worker for. */
export const tableTasks = {
  /** The contour of a sheet, x, y pairs on the canvas, the longest first. */
  async outline(ref: SheetRef): Promise<Float64Array[]> {
    const face = await sheet(ref);
    if (!face) return [];
    return contours(coverageOf(face))
      .slice(0, 24)
      .map((c) => c.map((v, i) => v + (i % 2 === 0 ? face.x : face.y)));
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

  /** All pieces in flat tints, what is uncut left out. */
  async xray(at: StateKey, viewId: string): Promise<Tint> {
    const { doc } = held(at);
    const map = await ownersOf(at, viewId);
    const data = new ImageData(map.width, map.height);
    const words = new Uint32Array(data.data.buffer);
    const colours = drawOrder(doc, viewId).map((_, i) => {
      const [r, g, b] = tintColour(i);
      return (r | (g << 8) | (b << 16) | (235 << 24)) >>> 0;
    });
    const design = wordsOf(await designOf(at, viewId));
    for (let i = 0; i < words.length; i++)
      if (map.owner[i] && design[i] >>> 24 > 60) words[i] = colours[map.owner[i] - 1];
    const image = await createImageBitmap(data);
    return Comlink.transfer({ image, x: 0, y: 0 }, [image]);
  },

  /** The figure's own line: its width, px, 0 for none, and its colour. */
  async lineOf(at: StateKey, viewId: string): Promise<OwnLine> {
    return ownLine(await designOf(at, viewId));
  },

  /** The design's colour at a place, px; null beside it. */
  async colourAt(at: StateKey, viewId: string, x: number, y: number): Promise<Rgb | null> {
    const view = held(at).doc.views.find((one) => one.id === viewId);
    const design = view && (await picture(view.designBlob));
    const [column, row] = [Math.floor(x), Math.floor(y)];
    if (!design || column < 0 || row < 0 || column >= design.width || row >= design.height) return null;
    const [r, g, b, a] = design.data.subarray((row * design.width + column) * 4);
    return a === 255 ? [r, g, b] : null;
  },

  /** How far each pupil of a view may go, px from where it rests; null for nowhere. */
  async travels(at: StateKey, viewId: string): Promise<[pieceId: string, travel: Travel | null][]> {
    const { doc, sheets } = held(at);
    const drawn = async (piece: PieceRow | null) => piece && composePiece(await sheetsOf(piece, sheets[piece.id]));
    return Promise.all(
      pupilsIn(doc, viewId).map(async (pupil) => {
        const eye = parentPiece(doc, pupil);
        const [white, own] = [await drawn(eye), await drawn(pupil)];
        return [pupil.id, travelOf(doc, pupil, (id) => (id === pupil.id ? own : id === eye?.id ? white : null))] as [
          string,
          Travel | null,
        ];
      }),
    );
  },
};

export type TableTasks = typeof tableTasks;
