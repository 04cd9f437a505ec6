import { useEffect, useState } from 'react';
import { blobUrl } from '../../api/client';

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
  });
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
