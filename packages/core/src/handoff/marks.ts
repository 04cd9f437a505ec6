import { createPlaced, wordsOf, type PlacedBitmap } from '../raster/bitmap.js';
import { opaqueWord, withAlpha } from '../raster/words.js';

/** px from a mark's centre to its rim, how wide its ring and its cross are. */
const MARK = 15;
const RING = 2.5;
const CROSS = 1;
const INK = opaqueWord([180, 30, 110]);
const PLATE = opaqueWord([255, 255, 255]);

/** A mark whose centre is a place of the canvas, px: a disc with a cross, small enough to be unmistakable. */
export function pivotMark({ x, y }: { x: number; y: number }): PlacedBitmap {
  const [left, top] = [Math.floor(x - MARK) - 1, Math.floor(y - MARK) - 1];
  const size = 2 * MARK + 4;
  const mark = createPlaced({ x: left, y: top, width: size, height: size });
  const words = wordsOf(mark);
  for (let row = 0, i = 0; row < size; row++)
    for (let column = 0; column < size; column++, i++) {
      const [dx, dy] = [left + column + 0.5 - x, top + row + 0.5 - y];
      const far = Math.hypot(dx, dy);
      const within = Math.max(0, Math.min(1, MARK - far + 0.5));
      if (within === 0) continue;
      const isInk = far > MARK - RING || Math.abs(dx) < CROSS || Math.abs(dy) < CROSS;
      words[i] = withAlpha(isInk ? INK : PLATE, Math.round(255 * within));
    }
  return mark;
}

/** A picture as large as the canvas with nothing but its rim, so that a program that trims layers keeps its place. */
export function registerFrame(canvas: { width: number; height: number }): PlacedBitmap {
  const frame = createPlaced({ x: 0, y: 0, ...canvas });
  const words = wordsOf(frame);
  for (let x = 0; x < canvas.width; x++) words[x] = words[words.length - 1 - x] = INK;
  for (let y = 0; y < canvas.height; y++) words[y * canvas.width] = words[y * canvas.width + canvas.width - 1] = INK;
  return frame;
}
