import type { PieceRow, ViewRow } from '@limber-sheaf/core';
import { useEffect, useState } from 'react';
import { loadBlobImage } from './useBlobImage';

/** A slant of fine lines that marks what is still uncut, so that it does not rest on paleness alone. */
function hatch(context: CanvasRenderingContext2D, colour: string): CanvasPattern | null {
  const tile = document.createElement('canvas');
  tile.width = tile.height = 28;
  const pen = tile.getContext('2d');
  if (!pen) return null;
  pen.strokeStyle = colour;
  pen.lineWidth = 2.5;
  for (const offset of [-28, 0, 28]) {
    pen.beginPath();
    pen.moveTo(offset, 28);
    pen.lineTo(offset + 28, 0);
    pen.stroke();
  }
  return context.createPattern(tile, 'repeat');
}

/** The part of the design that no piece has taken, pale and hatched; null while it is made. */
export function useUncut(
  view: ViewRow,
  pieces: readonly PieceRow[],
  veil: string,
  line: string,
): HTMLCanvasElement | null {
  const [canvas, setCanvas] = useState<HTMLCanvasElement | null>(null);
  const key = pieces.map((p) => `${p.face.blob}@${p.face.x},${p.face.y}`).join();
  useEffect(() => {
    let wanted = true;
    void (async () => {
      const design = await loadBlobImage(view.designBlob);
      const faces = await Promise.all(
        pieces.map(async (p) => ({ image: await loadBlobImage(p.face.blob), x: p.face.x, y: p.face.y })),
      );
      const next = document.createElement('canvas');
      next.width = view.width;
      next.height = view.height;
      const context = next.getContext('2d');
      if (!context || !wanted) return;
      context.drawImage(design, 0, 0);
      context.globalCompositeOperation = 'destination-out';
      for (const { image, x, y } of faces) context.drawImage(image, x, y);
      if (pieces.length > 0) {
        context.globalCompositeOperation = 'source-atop';
        context.globalAlpha = 0.62;
        context.fillStyle = veil;
        context.fillRect(0, 0, view.width, view.height);
        context.globalAlpha = 0.16;
        context.fillStyle = hatch(context, line) ?? 'transparent';
        context.fillRect(0, 0, view.width, view.height);
      }
      setCanvas(next);
    })().catch(() => undefined);
    return () => {
      wanted = false;
    };
    // `key` stands for the pieces.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [view.designBlob, view.width, view.height, key, veil, line]);
  return canvas;
}
