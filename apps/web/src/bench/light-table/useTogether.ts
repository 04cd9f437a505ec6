import { uniteRects, type Rect } from '@limber-sheaf/core';
import { useEffect, useState } from 'react';
import { loadPicture, type Kept, type Laid } from './usePicture';

/**
 * Several pictures as one, back to front, made smaller by `by`; undefined while they load. Drawn one by one between pixels, two
 * that meet would both be half covered along their border, and what lies beneath them would show there as a hairline. Keeps the
 * one before until the next is there.
 */
export function useTogether(sheets: readonly Kept[], by: number): Laid | undefined {
  const [laid, setLaid] = useState<Laid>();
  const key = JSON.stringify(sheets.map(({ blob, x, y, width, height }) => ({ blob, x, y, width, height })));
  useEffect(() => {
    let wanted = true;
    const kept = JSON.parse(key) as Kept[];
    void Promise.all(kept.map((one) => loadPicture(one, by))).then(
      (loaded) => {
        const made = wanted ? together(loaded, by) : null;
        for (const { release } of loaded) release();
        if (made) setLaid(made);
      },
      () => undefined,
    );
    return () => {
      wanted = false;
    };
  }, [key, by]);
  useEffect(() => () => laid?.release(), [laid]);
  return laid;
}

/** Pictures that are laid over one another on the grid that they are drawn on. */
function together(loaded: readonly Laid[], by: number): Laid {
  const { x, y, width, height } = loaded.map((one): Rect => one).reduce(uniteRects);
  const canvas = new OffscreenCanvas(Math.max(1, width / by), Math.max(1, height / by));
  const context = canvas.getContext('2d');
  for (const { image, ...at } of loaded) context?.drawImage(image, (at.x - x) / by, (at.y - y) / by);
  const image = canvas.transferToImageBitmap();
  return { image, release: () => image.close(), x, y, width, height };
}
