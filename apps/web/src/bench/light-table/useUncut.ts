import type { PieceRow, ViewRow } from '@limber-sheaf/core';
import { useEffect, useState } from 'react';
import { loadPicture } from './usePicture';

/** A slant of fine lines that marks what is still uncut, so that it does not rest on paleness alone. */
function hatch(context: CanvasRenderingContext2D, colour: string, by: number): CanvasPattern | null {
  const tile = document.createElement('canvas');
  const side = Math.round(28 / by);
  tile.width = tile.height = side;
  const pen = tile.getContext('2d');
  if (!pen) return null;
  pen.strokeStyle = colour;
  pen.lineWidth = 2.5 / by;
  for (const offset of [-side, 0, side]) {
    pen.beginPath();
    pen.moveTo(offset, side);
    pen.lineTo(offset + side, 0);
    pen.stroke();
  }
  return context.createPattern(tile, 'repeat');
}

/** A picture of the canvas's size, made smaller by `by`. */
export interface Sheer {
  image: HTMLCanvasElement;
  width: number;
  height: number;
}

/** The part of the design that no piece has taken, pale and hatched; null while it is made. */
export function useUncut(
  view: ViewRow,
  pieces: readonly PieceRow[],
  by: number,
  veil: string,
  line: string,
): Sheer | null {
  const [sheer, setSheer] = useState<Sheer | null>(null);
  const key = pieces.map((p) => `${p.face.blob}@${p.face.x},${p.face.y}`).join();
  useEffect(() => {
    let wanted = true;
    void (async () => {
      const { image: design } = await loadPicture(designOf(view), by);
      const faces = await Promise.all(pieces.map(({ face }) => loadPicture(face, by)));
      if (!wanted) return;
      const [next, taken] = [design, design].map(({ naturalWidth, naturalHeight }) => {
        const canvas = document.createElement('canvas');
        canvas.width = naturalWidth;
        canvas.height = naturalHeight;
        return canvas;
      });
      const context = next.getContext('2d');
      const sum = taken.getContext('2d');
      if (!context || !sum) return;
      // Added up, not laid over one another: where two pieces share a pixel, they leave nothing of it between them.
      sum.globalCompositeOperation = 'lighter';
      for (const { image, x, y } of faces) sum.drawImage(image, x / by, y / by);
      context.drawImage(design, 0, 0);
      context.globalCompositeOperation = 'destination-out';
      context.drawImage(taken, 0, 0);
      if (pieces.length > 0) {
        context.globalCompositeOperation = 'source-atop';
        context.globalAlpha = 0.62;
        context.fillStyle = veil;
        context.fillRect(0, 0, next.width, next.height);
        context.globalAlpha = 0.16;
        context.fillStyle = hatch(context, line, by) ?? 'transparent';
        context.fillRect(0, 0, next.width, next.height);
      }
      setSheer({ image: next, width: next.width * by, height: next.height * by });
    })().catch(() => undefined);
    return () => {
      wanted = false;
    };
    // `key` stands for the pieces.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [view.designBlob, view.width, view.height, key, by, veil, line]);
  return sheer;
}

/** A view's design as a picture on its canvas. */
export function designOf({ designBlob, width, height }: ViewRow) {
  return { blob: designBlob, x: 0, y: 0, width, height };
}
