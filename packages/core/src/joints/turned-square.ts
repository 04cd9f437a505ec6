import type { Rect } from '../raster/bitmap.js';
import type { MovingLayer } from './bend-layers.js';
import type { Vector } from './limb-axis.js';

/** The square in which a bend is measured, as what turns lies in it at one angle after another. */
export class TurnedSquare {
  private cos = 1;
  private sin = 0;

  /**
   * @param window the square, px of the canvas
   * @param still by pixel of it, above 0 where what stays may show
   * @param layers what turns
   */
  constructor(
    private readonly window: Rect,
    private readonly pivot: Vector,
    private readonly still: Uint8Array,
    private readonly layers: readonly (MovingLayer | null)[],
  ) {}

  /** Turns to an angle, degrees clockwise. */
  turnTo(angle: number): void {
    const rad = (angle * Math.PI) / 180;
    this.cos = Math.cos(rad);
    this.sin = Math.sin(rad);
  }

  /** May the paint at a pixel of the square, column and row, come into view? */
  mayShow(x: number, y: number): boolean {
    if (this.still[y * this.window.width + x] !== 0) return true;
    const column = this.columnBack(x, y);
    const row = this.rowBack(x, y);
    for (const layer of this.layers) {
      if (!layer) continue;
      const { rect, mayShow } = layer;
      const [own, down] = [column - rect.x, row - rect.y];
      if (own >= 0 && down >= 0 && own < rect.width && down < rect.height && mayShow[down * rect.width + own] !== 0)
        return true;
    }
    return false;
  }

  /** Is a pixel marked where it comes from? @param marks by pixel of the square */
  isMarkedBack(marks: Uint8Array, x: number, y: number): boolean {
    const { x: left, y: top, width, height } = this.window;
    const [column, row] = [this.columnBack(x, y) - left, this.rowBack(x, y) - top];
    return column >= 0 && row >= 0 && column < width && row < height && marks[row * width + column] > 0;
  }

  /** The column, and the row, of the canvas from which a pixel of the square comes. */
  private columnBack(x: number, y: number): number {
    const dx = this.window.x + x + 0.5 - this.pivot.x;
    const dy = this.window.y + y + 0.5 - this.pivot.y;
    return Math.floor(this.pivot.x + this.cos * dx + this.sin * dy);
  }

  private rowBack(x: number, y: number): number {
    const dx = this.window.x + x + 0.5 - this.pivot.x;
    const dy = this.window.y + y + 0.5 - this.pivot.y;
    return Math.floor(this.pivot.y - this.sin * dx + this.cos * dy);
  }
}
