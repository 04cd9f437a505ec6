import { LimberError, type Bitmap } from '@limber-sheaf/core';
import { convertIndexedToRgb, decode, encode, hasPngSignature } from 'fast-png';

/**
 * Decodes a PNG as the bench's server stores it: 8-bit RGBA, straight alpha, without any colour conversion.
 * @throws LimberError `not-a-png` or `damaged-file`
 */
export function decodePng(bytes: Uint8Array): Bitmap {
  if (!hasPngSignature(bytes)) throw new LimberError('not-a-png', 'This is not a PNG file.');
  const image = tryDecode(bytes);
  const { width, height, depth, channels } = image;
  if (image.palette) {
    const rgb = convertIndexedToRgb(image);
    return toRgba(rgb, width, height, rgb.length / (width * height));
  }
  if (depth === 16) throw new LimberError('damaged-file', 'A PNG of 16 bits a channel has to be converted first.');
  return toRgba(image.data as Uint8Array, width, height, channels);
}

function tryDecode(bytes: Uint8Array) {
  try {
    return decode(bytes, { checkCrc: true });
  } catch {
    throw new LimberError('damaged-file', 'The PNG file is damaged.', 'Save it again and try that file.');
  }
}

function toRgba(data: Uint8Array, width: number, height: number, channels: number): Bitmap {
  const pixels = width * height;
  if (channels === 4) return { width, height, data: new Uint8Array(data.buffer, data.byteOffset, pixels * 4) };
  const out = new Uint8Array(pixels * 4);
  for (let i = 0; i < pixels; i++) {
    const grey = channels < 3;
    out[4 * i] = data[i * channels];
    out[4 * i + 1] = data[i * channels + (grey ? 0 : 1)];
    out[4 * i + 2] = data[i * channels + (grey ? 0 : 2)];
    out[4 * i + 3] = channels === 2 ? data[2 * i + 1] : 255;
  }
  return { width, height, data: out };
}

/** Encodes straight RGBA as an 8-bit PNG; the same pixels give the same bytes. */
export function encodePng(bitmap: Bitmap): Uint8Array {
  return encode({ width: bitmap.width, height: bitmap.height, data: bitmap.data, channels: 4, depth: 8 });
}

/** Does a palette PNG use a colour that its palette does not have? */
export function reachesPastPalette(bytes: Uint8Array): boolean {
  try {
    const { palette, depth, data, width, height } = decode(bytes);
    if (!palette) return false;
    const row = Math.ceil((width * depth) / 8);
    const mask = (1 << depth) - 1;
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        const bit = x * depth;
        const index = (data[y * row + (bit >> 3)] >> (8 - depth - (bit & 7))) & mask;
        if (index >= palette.length) return true;
      }
    return false;
  } catch {
    return false;
  }
}
