import type { Bitmap } from '@limber-sheaf/core';

/** The lowest row with solid paint. */
export function lowestPaint({ width, height, data }: Bitmap): number {
  for (let y = height - 1; y > 0; y--) {
    for (let x = 0; x < width; x++) if (data[(y * width + x) * 4 + 3] > 127) return y;
  }
  return 0;
}
