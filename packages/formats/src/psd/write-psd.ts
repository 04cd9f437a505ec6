import type { Bitmap } from '@limber-sheaf/core';
import { writePsdUint8Array, type Layer, type PixelData } from 'ag-psd';
import { isGroup, type LayerNode } from '../layered/layer-tree.js';

/** A layer of pixels and where it sits, px. */
export interface PsdLayer {
  name: string;
  x: number;
  y: number;
  image: Bitmap;
  visible: boolean;
}

/**
 * Writes a layered PSD: 8-bit RGB, layers of pixels and neutral groups, no masks, no effects, no blend modes.
 * @param layers back to front
 * @param merged the whole picture
 */
export function writePsd(layers: readonly LayerNode<PsdLayer>[], merged: Bitmap): Uint8Array {
  const node = (one: LayerNode<PsdLayer>): Layer =>
    isGroup(one)
      ? {
          name: one.group,
          opened: true,
          blendMode: 'pass through',
          hidden: one.hidden ?? false,
          children: one.layers.map(node),
        }
      : {
          name: one.name,
          left: one.x,
          top: one.y,
          right: one.x + one.image.width,
          bottom: one.y + one.image.height,
          blendMode: 'normal',
          hidden: !one.visible,
          imageData: pixelsOf(one.image),
        };
  const { width, height } = merged;
  return writePsdUint8Array(
    { width, height, channels: 4, bitsPerChannel: 8, children: layers.map(node), imageData: pixelsOf(merged) },
    { noBackground: true },
  );
}

function pixelsOf({ width, height, data }: Bitmap): PixelData {
  return { width, height, data: new Uint8ClampedArray(data.buffer, data.byteOffset, data.byteLength) };
}
