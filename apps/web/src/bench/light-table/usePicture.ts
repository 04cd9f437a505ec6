import type { Rect } from '@limber-sheaf/core';
import { useEffect, useState } from 'react';
import { create } from 'zustand';
import { blobUrl, smallerUrl } from '../../api/client';

/** A picture that is kept, and where its pixels lie on the canvas. */
export interface Kept extends Rect {
  blob: string;
}

/** A picture as it is drawn: full, or made smaller on the canvas's grid, and the rectangle of the canvas it fills. */
export interface Laid extends Rect {
  image: HTMLImageElement;
}

/** How many pictures are on their way. */
const useComing = create<{ count: number }>(() => ({ count: 0 }));
const come = (by: number) => useComing.setState(({ count }) => ({ count: count + by }));

/** Are pictures on their way? */
export const usePicturesComing = () => useComing(({ count }) => count > 0);

const images = new Map<string, Promise<HTMLImageElement>>();
/** Pictures kept at hand beyond those that are shown; the oldest go first. */
const MOST_IMAGES = 240;

/** Loads a picture once; later calls share it. */
function loadImage(address: string): Promise<HTMLImageElement> {
  const kept = images.get(address);
  if (kept) return kept;
  const loading = new Promise<HTMLImageElement>((done, fail) => {
    const image = new Image();
    image.onload = () => done(image);
    image.onerror = () => {
      images.delete(address);
      fail(new Error('A picture did not load.'));
    };
    image.src = address;
    come(1);
  });
  const arrived = () => come(-1);
  loading.then(arrived, arrived);
  images.set(address, loading);
  if (images.size > MOST_IMAGES) images.delete(images.keys().next().value as string);
  return loading;
}

/**
 * How much smaller pictures may be for a zoom without showing it: a power of two.
 * @param scale screen px per canvas px
 */
export function smallerFor(scale: number): number {
  const room = 1 / (scale * (globalThis.devicePixelRatio || 1));
  return 2 ** Math.min(4, Math.max(0, Math.floor(Math.log2(room))));
}

/** Loads a picture, made smaller by `by`; later calls share it. */
export async function loadPicture({ blob, x, y, width, height }: Kept, by: number): Promise<Laid> {
  if (by === 1) return { image: await loadImage(blobUrl(blob)), x, y, width, height };
  const image = await loadImage(smallerUrl(blob, by, x, y));
  return {
    image,
    x: Math.floor(x / by) * by,
    y: Math.floor(y / by) * by,
    width: image.naturalWidth * by,
    height: image.naturalHeight * by,
  };
}

/** A picture made smaller by `by`; undefined while it loads. Keeps the one before until the next is there. */
export function usePicture(kept: Kept | null | undefined, by: number): Laid | undefined {
  const [laid, setLaid] = useState<Laid>();
  const { blob, x = 0, y = 0, width = 0, height = 0 } = kept ?? {};
  useEffect(() => {
    let wanted = true;
    if (blob)
      loadPicture({ blob, x, y, width, height }, by).then(
        (loaded) => wanted && setLaid(loaded),
        () => undefined,
      );
    return () => {
      wanted = false;
    };
  }, [blob, x, y, width, height, by]);
  return blob ? laid : undefined;
}
