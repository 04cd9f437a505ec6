import { bendPicture, meshOf, scaledLine, type PlacedBitmap, type SheetRef, type SoftLine } from '@limber-sheaf/core';
import { useMemo } from 'react';
import { Image } from '../../ui/konva';
import { timesBy, useMadeOf, type LaidTogether } from './useTogether';

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
  return useMadeOf(sheets, by, wholePicture) ?? null;
}

function wholePicture({ canvas, by, x, y, width, height }: LaidTogether): { picture: PlacedBitmap; by: number } {
  const pixels = canvas.getContext('2d')?.getImageData(0, 0, canvas.width, canvas.height).data;
  const data = pixels ? new Uint8Array(pixels.buffer) : new Uint8Array(width * height * 4);
  return { picture: { x, y, width, height, data }, by };
}
