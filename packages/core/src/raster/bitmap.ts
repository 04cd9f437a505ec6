/** A rectangle of whole pixels on the canvas. */
export interface Rect {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** Straight-alpha sRGB RGBA, 8 bits a channel, `width * height * 4` bytes, rows from the top. */
export interface Bitmap {
  width: number;
  height: number;
  data: Uint8Array;
}

/** A bitmap and where its top left pixel sits on the canvas, px. */
export interface PlacedBitmap extends Bitmap {
  x: number;
  y: number;
}

/** A blank (fully transparent) bitmap. */
export function createBitmap(width: number, height: number): Bitmap {
  return { width, height, data: new Uint8Array(width * height * 4) };
}

/**
 * A bitmap, or a mask, of `data` over `rect` of the canvas. All are made here, with their fields in one order: what loops over
 * pixels is compiled anew for every form of object that it meets, which took longer than the loops.
 */
export function placedOver({ x, y, width, height }: Rect, data: Uint8Array): PlacedBitmap {
  return { x, y, width, height, data };
}

/** A bitmap, or a mask, with its top left pixel at a place of the canvas, px; its pixels are shared. */
export function placedAt({ width, height, data }: Bitmap, x: number, y: number): PlacedBitmap {
  return { x, y, width, height, data };
}

/** A placed bitmap, or a mask, with pixels of its own, to be changed. */
export function copyPlaced({ x, y, width, height, data }: PlacedBitmap): PlacedBitmap {
  return { x, y, width, height, data: data.slice() };
}

/** A blank bitmap that covers `rect` of the canvas. */
export function createPlaced(rect: Rect): PlacedBitmap {
  return placedOver(rect, new Uint8Array(rect.width * rect.height * 4));
}

/** The pixels of a bitmap as 32-bit words (RGBA in memory order), sharing its memory where aligned. */
export function wordsOf(bitmap: Bitmap): Uint32Array {
  const { data } = bitmap;
  if (data.byteOffset % 4 === 0) return new Uint32Array(data.buffer, data.byteOffset, data.length / 4);
  return new Uint32Array(data.slice().buffer);
}

/** The common part of two rectangles; width and height are both 0 where there is none. */
export function intersectRects(a: Rect, b: Rect): Rect {
  const x = Math.max(a.x, b.x);
  const y = Math.max(a.y, b.y);
  const width = Math.min(a.x + a.width, b.x + b.width) - x;
  const height = Math.min(a.y + a.height, b.y + b.height) - y;
  return width > 0 && height > 0 ? { x, y, width, height } : { x, y, width: 0, height: 0 };
}

/** Have two rectangles any of the canvas in common? */
export function rectsMeet(a: Rect, b: Rect): boolean {
  return a.x < b.x + b.width && b.x < a.x + a.width && a.y < b.y + b.height && b.y < a.y + a.height;
}

/** The smallest rectangle that holds both. */
export function uniteRects(a: Rect, b: Rect): Rect {
  const x = Math.min(a.x, b.x);
  const y = Math.min(a.y, b.y);
  return {
    x,
    y,
    width: Math.max(a.x + a.width, b.x + b.width) - x,
    height: Math.max(a.y + a.height, b.y + b.height) - y,
  };
}

/** A rectangle with `margin` px more on every side. */
export function outsetRect({ x, y, width, height }: Rect, margin: number): Rect {
  return { x: x - margin, y: y - margin, width: width + 2 * margin, height: height + 2 * margin };
}

/** `rect` grown by `margin` px on every side and kept inside `within`. */
export function growRect(rect: Rect, margin: number, within: Rect): Rect {
  return intersectRects(outsetRect(rect, margin), within);
}

/**
 * Copies `rect` (canvas px) out of a placed bitmap; what lies outside of it comes out blank.
 * @returns a fresh bitmap of exactly `rect`'s size.
 */
export function cropPlaced(src: PlacedBitmap, rect: Rect): PlacedBitmap {
  const dst = createPlaced(rect);
  const common = intersectRects(src, rect);
  for (let row = 0; row < common.height; row++) {
    const from = ((common.y + row - src.y) * src.width + (common.x - src.x)) * 4;
    const to = ((common.y + row - rect.y) * rect.width + (common.x - rect.x)) * 4;
    dst.data.set(src.data.subarray(from, from + common.width * 4), to);
  }
  return dst;
}

/** The smallest rectangle (canvas px) that holds every pixel with alpha > 0, or null for a blank bitmap. */
export function paintBounds(src: PlacedBitmap): Rect | null {
  const { width, height } = src;
  const words = wordsOf(src);
  const isBlank = (y: number) => {
    for (let i = y * width, end = i + width; i < end; i++) if (words[i] >>> 24 !== 0) return false;
    return true;
  };
  let top = 0;
  while (top < height && isBlank(top)) top++;
  if (top === height) return null;
  let bottom = height - 1;
  while (isBlank(bottom)) bottom--;
  // Only what lies beyond the bounds so far is looked at: what is within a piece is most of it.
  let left = width;
  let right = -1;
  for (let y = top; y <= bottom; y++) {
    const row = y * width;
    let first = 0;
    while (first < left && words[row + first] >>> 24 === 0) first++;
    left = first;
    let last = width - 1;
    while (last > right && words[row + last] >>> 24 === 0) last--;
    right = last;
  }
  return { x: src.x + left, y: src.y + top, width: right - left + 1, height: bottom - top + 1 };
}

/** The bitmap cut down to its paint, or null where it has none. */
export function trimToPaint(src: PlacedBitmap): PlacedBitmap | null {
  const bounds = paintBounds(src);
  return bounds && cropPlaced(src, bounds);
}

/** Number of pixels with alpha > 0. */
export function paintArea(src: Bitmap): number {
  const words = wordsOf(src);
  let area = 0;
  for (let i = 0; i < words.length; i++) if (words[i] >>> 24 !== 0) area++;
  return area;
}
