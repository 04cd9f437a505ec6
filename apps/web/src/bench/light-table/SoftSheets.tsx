import {
  bendPicture,
  meshOf,
  scaledLine,
  uniteRects,
  type PlacedBitmap,
  type Rect,
  type SheetRef,
  type SoftLine,
} from '@limber-sheaf/core';
import { useEffect, useMemo, useState } from 'react';
import { Image } from '../../ui/konva';
import { loadPicture, type Laid } from './usePicture';

/** A soft piece, bent along its line: its sheets are put together once, and bent anew as it turns. */
export function SoftSheets({
  soft,
  sheets,
  by,
  bent,
}: {
  soft: SoftLine;
  sheets: readonly SheetRef[];
  by: number;
  bent: number;
}) {
  const whole = useWhole(sheets, by);
  const line = useMemo(() => scaledLine(soft, whole ? 1 / whole.by : 1), [soft, whole]);
  const drawn = useMemo(() => {
    if (!whole) return null;
    const { x, y, width, height, data } = bendPicture(whole.picture, meshOf(whole.picture, line), line, bent);
    const canvas = document.createElement('canvas');
    canvas.width = width;
    canvas.height = height;
    canvas.getContext('2d')?.putImageData(new ImageData(new Uint8ClampedArray(data), width, height), 0, 0);
    return { image: canvas, ...timesBy({ x, y, width, height }, whole.by) };
  }, [whole, line, bent]);
  return drawn && <Image {...drawn} perfectDrawEnabled={false} />;
}

/** A piece's sheets as one picture, px of what is `by` times smaller than the canvas; the one before until the next is there. */
export function useWhole(sheets: readonly SheetRef[], by: number): { picture: PlacedBitmap; by: number } | null {
  const [whole, setWhole] = useState<{ picture: PlacedBitmap; by: number } | null>(null);
  const key = JSON.stringify(sheets.map(({ blob, x, y, width, height }) => ({ blob, x, y, width, height })));
  useEffect(() => {
    let wanted = true;
    const wished = JSON.parse(key) as SheetRef[];
    void Promise.all(wished.map((sheet) => loadPicture(sheet, by))).then(
      (laid) => {
        if (wanted && laid.length > 0) setWhole({ picture: together(laid, by), by });
        for (const one of laid) one.release();
      },
      () => undefined,
    );
    return () => {
      wanted = false;
    };
  }, [key, by]);
  return whole;
}

/** Pictures laid over one another, back to front. */
function together(laid: readonly Laid[], by: number): PlacedBitmap {
  const { x, y, width, height } = timesBy(laid.map((one): Rect => one).reduce(uniteRects), 1 / by);
  const canvas = document.createElement('canvas');
  canvas.width = width;
  canvas.height = height;
  const context = canvas.getContext('2d', { willReadFrequently: true });
  for (const { image, ...at } of laid) context?.drawImage(image, at.x / by - x, at.y / by - y);
  const data = context?.getImageData(0, 0, width, height).data ?? new Uint8ClampedArray(width * height * 4);
  return { x, y, width, height, data: new Uint8Array(data.buffer) };
}

function timesBy({ x, y, width, height }: Rect, by: number): Rect {
  return { x: x * by, y: y * by, width: width * by, height: height * by };
}
