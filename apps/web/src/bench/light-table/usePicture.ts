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
  image: ImageBitmap;
  /** To be called when it is no longer shown: a large picture's memory is given back at once. */
  release: () => void;
}

/** How many pictures are on their way. */
const useComing = create<{ count: number }>(() => ({ count: 0 }));
const come = (by: number) => useComing.setState(({ count }) => ({ count: count + by }));

/** Are pictures on their way? */
export const usePicturesComing = () => useComing(({ count }) => count > 0);

const images = new Map<string, Promise<ImageBitmap>>();
/** Pictures kept at hand beyond those that are shown; the oldest go first. */
const MOST_IMAGES = 240;
/** px; a picture larger than this is let go when nobody shows it any more, and had from the browser's cache again. */
const LARGE = 4_000_000;
/** How many show a picture now. */
const shown = new WeakMap<ImageBitmap, number>();

/**
 * Loads a picture once; later calls share it. As a bitmap and not as an element, whose pixels a browser keeps several
 * times over and long after the last is shown.
 */
function loadImage(address: string): Promise<ImageBitmap> {
  const kept = images.get(address);
  if (kept) return kept;
  const loading = (async () => {
    const answer = await fetch(address);
    if (!answer.ok) throw new Error('A picture did not load.');
    return createImageBitmap(await answer.blob());
  })();
  come(1);
  loading.then(
    ({ width, height }) => {
      come(-1);
      if (width * height > LARGE) images.delete(address);
    },
    () => {
      come(-1);
      images.delete(address);
    },
  );
  images.set(address, loading);
  if (images.size > MOST_IMAGES) images.delete(images.keys().next().value as string);
  return loading;
}

/** How much smaller pictures are shown at most. */
export const COARSEST = 16;

/**
 * How much smaller pictures may be for a zoom without showing it: a power of two.
 * @param scale screen px per canvas px
 */
export function smallerFor(scale: number): number {
  const room = 1 / (scale * (globalThis.devicePixelRatio || 1));
  return Math.min(COARSEST, 2 ** Math.max(0, Math.floor(Math.log2(room))));
}

/** Loads a picture, made smaller by `by`. */
export async function loadPicture({ blob, x, y, width, height }: Kept, by: number): Promise<Laid> {
  const image = await loadImage(by === 1 ? blobUrl(blob) : smallerUrl(blob, by, x, y));
  shown.set(image, (shown.get(image) ?? 0) + 1);
  const release = () => {
    const left = (shown.get(image) ?? 1) - 1;
    shown.set(image, left);
    if (left === 0 && image.width * image.height > LARGE) image.close();
  };
  if (by === 1) return { image, release, x, y, width, height };
  return {
    image,
    release,
    x: Math.floor(x / by) * by,
    y: Math.floor(y / by) * by,
    width: image.width * by,
    height: image.height * by,
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
        (loaded) => (wanted ? setLaid(loaded) : loaded.release()),
        () => undefined,
      );
    return () => {
      wanted = false;
    };
  }, [blob, x, y, width, height, by]);
  useEffect(() => () => laid?.release(), [laid]);
  return blob ? laid : undefined;
}
