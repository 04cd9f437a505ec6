import { LimberError, type LayerNode, type PlacedBitmap } from '@limber-sheaf/core';
import { PNG_LIMITS } from '../png/inspect-png.js';

/** A layer or group as a file holds it, its picture not decoded yet where it is a PNG. */
export type FileNode = Omit<LayerNode, 'paint' | 'children'> & {
  picture: { png: Uint8Array; x: number; y: number } | { bitmap: PlacedBitmap } | null;
  children: FileNode[] | null;
};

/** A layered picture as it was read. */
export interface LayeredFile {
  width: number;
  height: number;
  /** Back to front. */
  nodes: FileNode[];
  /** The file's own merged picture, where it has one. */
  merged: { png: Uint8Array } | { bitmap: PlacedBitmap } | null;
  notes: string[];
  /** What the file's pixels are counted by; pictures that are decoded later are taken from it. */
  budget: PixelBudget;
}

/**
 * Limits on layered files, product-wide: `canvas` bounds the picture, of which several copies are at work at once;
 * `pixels` what the canvas and all layers, trimmed to their paint, hold together.
 */
export const LAYER_LIMITS = {
  layers: 600,
  depth: 24,
  name: 200,
  canvas: 28_000_000,
  pixels: PNG_LIMITS.pixels,
} as const;

/** Counts the pixels of a file as they are read, so that no file can hold more than there is room for. */
export class PixelBudget {
  private used = 0;

  /** @throws LimberError `too-large` for a canvas larger than is read */
  constructor(canvas: { width: number; height: number }) {
    const { width, height } = canvas;
    if (width > PNG_LIMITS.side || height > PNG_LIMITS.side || width * height > LAYER_LIMITS.canvas)
      throw new LimberError(
        'too-large',
        `The picture is ${width} × ${height} px; with layers at most ${LAYER_LIMITS.canvas / 1e6} million are read.`,
        'Save it smaller, or flatten it to a PNG.',
      );
    this.used = width * height;
  }

  /** Counts what is kept of a layer. @throws LimberError `too-large` */
  take({ width, height }: { width: number; height: number }): void {
    this.used += width * height;
    if (this.used > LAYER_LIMITS.pixels)
      throw new LimberError(
        'too-large',
        'The file’s layers hold more pixels than are read.',
        'Merge some of them first.',
      );
  }
}

/** A plain, visible node to start from. */
export function plainNode(name: string): FileNode {
  return {
    name: name.slice(0, LAYER_LIMITS.name),
    visible: true,
    opacity: 1,
    blend: 'normal',
    clipped: false,
    mask: null,
    fill: 1,
    effects: [],
    undrawn: [],
    passThrough: false,
    picture: null,
    children: null,
  };
}
