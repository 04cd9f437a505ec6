import type { Bitmap } from '@limber-sheaf/core';

/**
 * Decodes a PNG as the server stores it: 8-bit RGBA, straight alpha, without any colour conversion. A browser's own decoder
 * (WebCodecs) takes a fifth of the time; it is asked only where it keeps every value, which a canvas does not.
 * @throws LimberError `not-a-png` or `damaged-file`
 */
export async function decodePicture(bytes: ArrayBuffer): Promise<Bitmap> {
  browserKeepsValues ??= keepsValues();
  const decoded = (await browserKeepsValues) ? await inTurn(() => byTheBrowser(bytes)) : null;
  return decoded ?? decodeByItself(bytes);
}

/**
 * The same without the browser's decoder, which keeps memory of its own for a while: slower, and leaner.
 * @throws LimberError `not-a-png` or `damaged-file`
 */
export async function decodeByItself(bytes: ArrayBuffer): Promise<Bitmap> {
  const { decodePng } = await import('@limber-sheaf/formats');
  return decodePng(new Uint8Array(bytes));
}

let browserKeepsValues: Promise<boolean> | undefined;
let before: Promise<unknown> = Promise.resolve();

/** One after the other: the browser would decode sixty large pictures at once, and hold all of them. */
function inTurn<T>(decode: () => Promise<T>): Promise<T> {
  const turn = before.then(decode);
  before = turn.catch(() => undefined);
  return turn;
}

/** Two pixels that are hardly there and not there at all, as a PNG: what rounds colours by their alpha loses them. */
const FAINT = [200, 10, 3, 7, 1, 2, 3, 0];
const FAINT_PNG =
  'iVBORw0KGgoAAAANSUhEUgAAAAIAAAABCAYAAAD0In+KAAAAEUlEQVR4XmM4wcXMzsjEzAAABtQA43USOuUAAAAASUVORK5CYII=';

async function keepsValues(): Promise<boolean> {
  if (typeof ImageDecoder === 'undefined') return false;
  const png = Uint8Array.from(atob(FAINT_PNG), (letter) => letter.charCodeAt(0));
  const decoded = await byTheBrowser(png.buffer);
  return decoded?.data.join() === FAINT.join();
}

/** Null where the browser keeps pictures in another way, or cannot read this one. */
async function byTheBrowser(bytes: ArrayBuffer): Promise<Bitmap | null> {
  const decoder = new ImageDecoder({ data: bytes, type: 'image/png', colorSpaceConversion: 'none' });
  try {
    const { image } = await decoder.decode();
    try {
      return await pixelsOf(image);
    } finally {
      image.close();
    }
  } catch {
    // The formats say what is wrong with it.
    return null;
  } finally {
    decoder.close();
  }
}

async function pixelsOf(image: VideoFrame): Promise<Bitmap | null> {
  const { codedWidth: width, codedHeight: height, format } = image;
  if (format !== 'RGBA' && format !== 'BGRA') return null;
  const data = new Uint8Array(width * height * 4);
  await image.copyTo(data, { layout: [{ offset: 0, stride: width * 4 }] });
  if (format === 'BGRA') swapRedAndBlue(data);
  return { width, height, data };
}

/** Turns BGRA into RGBA in place, a pixel a word: little-endian, as every machine that runs a browser. */
function swapRedAndBlue(data: Uint8Array<ArrayBuffer>): void {
  const words = new Uint32Array(data.buffer);
  for (let i = 0; i < words.length; i++) {
    const word = words[i];
    words[i] = (word & 0xff00ff00) | ((word & 0xff) << 16) | ((word >>> 16) & 0xff);
  }
}
