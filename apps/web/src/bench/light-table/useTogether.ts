import { uniteRects, type Rect } from '@limber-sheaf/core';
import { useEffect, useState } from 'react';
import { loadPicture, type Kept, type Laid } from './usePicture';

/** Several pictures on one canvas, back to front, and the rectangle of it, px of what is `by` times smaller. */
export interface LaidTogether extends Rect {
  canvas: OffscreenCanvas;
  by: number;
}

/**
 * Makes something of several pictures, made smaller by `by`, that are laid over one another; undefined while they load. Keeps
 * the one before until the next is there.
 * @param make the same function each time
 */
export function useMadeOf<T>(sheets: readonly Kept[], by: number, make: (laid: LaidTogether) => T): T | undefined {
  const [made, setMade] = useState<T>();
  const key = JSON.stringify(sheets.map(({ blob, x, y, width, height }) => ({ blob, x, y, width, height })));
  useEffect(() => {
    let wanted = true;
    const kept = JSON.parse(key) as Kept[];
    void Promise.all(kept.map((one) => loadPicture(one, by))).then(
      (loaded) => {
        if (wanted && loaded.length > 0) setMade(make(layTogether(loaded, by)));
        for (const { release } of loaded) release();
      },
      () => undefined,
    );
    return () => {
      wanted = false;
    };
  }, [key, by, make]);
  return made;
}

/**
 * Several pictures as one. Drawn one by one between pixels, two that meet would both be half covered along their border, and
 * what lies beneath them would show there as a hairline.
 */
export function useTogether(sheets: readonly Kept[], by: number): Laid | undefined {
  const laid = useMadeOf(sheets, by, asPicture);
  useEffect(() => () => laid?.release(), [laid]);
  return laid;
}

function asPicture({ canvas, by, ...small }: LaidTogether): Laid {
  const image = canvas.transferToImageBitmap();
  return { image, release: () => image.close(), ...timesBy(small, by) };
}

function layTogether(loaded: readonly Laid[], by: number): LaidTogether {
  const small = timesBy(loaded.map((one): Rect => one).reduce(uniteRects), 1 / by);
  const canvas = new OffscreenCanvas(Math.max(1, small.width), Math.max(1, small.height));
  const context = canvas.getContext('2d');
  for (const { image, ...at } of loaded) context?.drawImage(image, at.x / by - small.x, at.y / by - small.y);
  return { canvas, by, ...small };
}

export function timesBy({ x, y, width, height }: Rect, by: number): Rect {
  return { x: x * by, y: y * by, width: width * by, height: height * by };
}
