import type { LayerNode, PlacedBitmap } from '@limber-sheaf/core';
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
}

/** Limits on layered files, product-wide; `pixels` bounds what all layers hold together. */
export const LAYER_LIMITS = { layers: 600, depth: 24, name: 200, pixels: 8 * PNG_LIMITS.pixels } as const;

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
