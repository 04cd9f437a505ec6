import { useEffect, useState } from 'react';
import { create } from 'zustand';
import { blobUrl } from '../../api/client';

/** How many pictures are on their way. */
const useComing = create<{ count: number }>(() => ({ count: 0 }));
const come = (by: number) => useComing.setState(({ count }) => ({ count: count + by }));

/** Are pictures on their way? */
export const usePicturesComing = () => useComing(({ count }) => count > 0);

const images = new Map<string, Promise<HTMLImageElement>>();

/** Loads a picture once; later calls share it. */
export function loadBlobImage(blob: string): Promise<HTMLImageElement> {
  const kept = images.get(blob);
  if (kept) return kept;
  const loading = new Promise<HTMLImageElement>((done, fail) => {
    const image = new Image();
    image.onload = () => done(image);
    image.onerror = () => {
      images.delete(blob);
      fail(new Error('A picture did not load.'));
    };
    image.src = blobUrl(blob);
    come(1);
  });
  const arrived = () => come(-1);
  loading.then(arrived, arrived);
  images.set(blob, loading);
  return loading;
}

/** A picture by its SHA-256; undefined while it loads. Keeps the one before until the next is there. */
export function useBlobImage(blob: string | null | undefined): HTMLImageElement | undefined {
  const [image, setImage] = useState<HTMLImageElement>();
  useEffect(() => {
    let wanted = true;
    if (blob)
      loadBlobImage(blob).then(
        (loaded) => wanted && setImage(loaded),
        () => undefined,
      );
    return () => {
      wanted = false;
    };
  }, [blob]);
  return blob ? image : undefined;
}
