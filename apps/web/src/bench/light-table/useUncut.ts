import { intersectRects, uniteRects, type PieceRow, type Rect, type SheetRef, type ViewRow } from '@limber-sheaf/core';
import { useEffect, useRef, useState } from 'react';
import { COARSEST, loadPicture } from './usePicture';

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

/** A picture drawn here, and the rectangle of the canvas it fills. */
export interface Sheer extends Rect {
  image: HTMLCanvasElement;
}

/** How coarsely it is found out where anything is uncut. */
const COARSE = 8;
/** Of 255; what the roundings of the faces' alphas, added up, may leave of a cell that is all taken. */
const LEAST = 3;

/** How often what is taken is taken out: of a soft edge that is all taken, once would leave as much as a quarter. */
const TAKEN_OUT = 6;

interface Drawn {
  image: HTMLCanvasElement;
  pen: CanvasRenderingContext2D;
  /** What the faces have, added up. */
  sum: CanvasRenderingContext2D;
}

/** Draws a rectangle of the design, and what the faces have of it; null where a canvas cannot be had. */
async function drawTaken(view: ViewRow, faces: readonly SheetRef[], box: Rect, by: number): Promise<Drawn | null> {
  const lying = faces.filter((face) => intersectRects(face, box).width > 0);
  const [design, ...laid] = await Promise.all([designOf(view), ...lying].map((kept) => loadPicture(kept, by)));
  const [next, taken] = [0, 1].map(() => {
    const canvas = document.createElement('canvas');
    canvas.width = box.width / by;
    canvas.height = box.height / by;
    return canvas;
  });
  const [pen, sum] = [next.getContext('2d'), taken.getContext('2d')];
  if (!pen || !sum) return null;
  // Added up, not laid over one another: where two pieces share a pixel, they leave nothing of it between them.
  sum.globalCompositeOperation = 'lighter';
  for (const { image, x, y } of laid) sum.drawImage(image, (x - box.x) / by, (y - box.y) / by);
  pen.drawImage(design.image, -box.x / by, -box.y / by);
  for (const { release } of [design, ...laid]) release();
  return { image: next, pen, sum };
}

/** Where anything is uncut, on the coarse grid; null for nowhere. */
async function findUncut(view: ViewRow, faces: readonly SheetRef[]): Promise<Rect | null> {
  const whole = onGrid(view);
  if (faces.length === 0) return whole;
  const drawn = await drawTaken(view, faces, whole, COARSE);
  if (!drawn) return null;
  const { width, height } = drawn.image;
  const [design, taken] = [drawn.pen, drawn.sum].map((pen) => pen.getImageData(0, 0, width, height).data);
  let box: Rect | null = null;
  for (let i = 0; i < width * height; i++) {
    if (design[i * 4 + 3] - taken[i * 4 + 3] < LEAST) continue;
    const cell = { x: i % width, y: Math.floor(i / width), width: 1, height: 1 };
    box = box ? uniteRects(box, cell) : cell;
  }
  return box && { x: box.x * COARSE, y: box.y * COARSE, width: box.width * COARSE, height: box.height * COARSE };
}

/** The whole canvas, grown to whole cells of the coarsest grid there is. */
function onGrid({ width, height }: ViewRow): Rect {
  const up = (length: number) => Math.ceil(length / COARSEST) * COARSEST;
  return { x: 0, y: 0, width: up(width), height: up(height) };
}

/** The part of the design that no piece has taken, pale and hatched; undefined while it is made, null for none. */
export function useUncut(
  view: ViewRow,
  pieces: readonly PieceRow[],
  by: number,
  veil: string,
  line: string,
): Sheer | null | undefined {
  const [sheer, setSheer] = useState<Sheer | null>();
  // Where anything is uncut is the same at every zoom, and found once.
  const uncut = useRef<{ of: string; box: Promise<Rect | null> } | null>(null);
  const key = pieces.map((p) => `${p.face.blob}@${p.face.x},${p.face.y}`).join();
  useEffect(() => {
    let wanted = true;
    void (async () => {
      const faces = pieces.map(({ face }) => face);
      const of = `${view.designBlob} ${key}`;
      if (uncut.current?.of !== of) uncut.current = { of, box: findUncut(view, faces) };
      const found = await uncut.current.box.catch((error: unknown) => {
        // A picture that did not come is asked for again.
        uncut.current = null;
        throw error;
      });
      if (!wanted) return;
      if (!found) return setSheer(null);
      const box = by > COARSE ? onGrid(view) : found;
      const drawn = await drawTaken(view, faces, box, by);
      if (!drawn || !wanted) return;
      const { image, pen, sum } = drawn;
      pen.globalCompositeOperation = 'destination-out';
      for (let time = 0; time < TAKEN_OUT; time++) pen.drawImage(sum.canvas, 0, 0);
      if (pieces.length > 0) {
        pen.globalCompositeOperation = 'source-atop';
        pen.globalAlpha = 0.62;
        pen.fillStyle = veil;
        pen.fillRect(0, 0, image.width, image.height);
        pen.globalAlpha = 0.16;
        pen.fillStyle = hatch(pen, line, by) ?? 'transparent';
        pen.fillRect(0, 0, image.width, image.height);
      }
      setSheer({ image, ...box });
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
