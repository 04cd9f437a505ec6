import { LimberError } from '@limber-sheaf/core';
import { PNG_LIMITS } from '../png/inspect-png.js';

/** Colour modes by their number in the header. */
export type PsdMode = 'bitmap' | 'grey' | 'indexed' | 'RGB' | 'CMYK' | 'duotone' | 'Lab';
const MODES: Partial<Record<number, PsdMode>> = {
  0: 'bitmap',
  1: 'grey',
  2: 'indexed',
  3: 'RGB',
  4: 'CMYK',
  8: 'duotone',
  9: 'Lab',
};

/** Bits a channel that each mode can have. */
const DEPTHS: Record<PsdMode, readonly number[]> = {
  bitmap: [1],
  grey: [8, 16, 32],
  indexed: [8],
  RGB: [8, 16, 32],
  CMYK: [8, 16],
  duotone: [8, 16],
  Lab: [8, 16],
};

/** What the first bytes of a PSD say, read before anything is unpacked. */
export interface PsdHeader {
  width: number;
  height: number;
  mode: PsdMode;
  /** Bits a channel. */
  depth: number;
  channels: number;
  /** 256 reds, 256 greens, 256 blues; for indexed colour only. */
  palette: Uint8Array | null;
  /** Does the merged picture's first channel beyond its colours hold how far it covers? */
  mergedAlpha: boolean;
}

/** Reads the header. @throws LimberError `damaged-file`, `unreadable-file`, `too-large` */
export function readPsdHeader(bytes: Uint8Array): PsdHeader {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  try {
    const version = view.getUint16(4);
    if (version !== 1)
      throw new LimberError('unreadable-file', 'This kind of large PSD file is not read.', 'Save it as a plain PSD.');
    const [channels, height, width] = [view.getUint16(12), view.getUint32(14), view.getUint32(18)];
    if (width === 0 || height === 0) throw new LimberError('damaged-file', 'The PSD file has no size.');
    if (width > PNG_LIMITS.side || height > PNG_LIMITS.side || width * height > PNG_LIMITS.pixels)
      throw new LimberError(
        'too-large',
        `The picture is ${width} × ${height} px, larger than is read.`,
        'Save it smaller.',
      );
    const depth = view.getUint16(22);
    const mode = MODES[view.getUint16(24)];
    if (!mode || !DEPTHS[mode].includes(depth))
      throw new LimberError(
        'unreadable-file',
        `The PSD file is ${mode ?? 'of another colour mode'} with ${depth} bits a channel.`,
        'Save it as RGB.',
      );
    const colourBytes = view.getUint32(26);
    const palette = mode === 'indexed' ? bytes.slice(30, 30 + 768) : null;
    if (palette && (colourBytes < 768 || palette.length < 768))
      throw new LimberError('damaged-file', 'The PSD file has lost its palette.');
    return { width, height, mode, depth, channels, palette, mergedAlpha: hasMergedAlpha(view, 30 + colourBytes) };
  } catch (error) {
    if (error instanceof RangeError) throw new LimberError('damaged-file', 'The PSD file ends too early.');
    throw error;
  }
}

/**
 * A negative count of layers says that the merged picture is see-through. Deeper files keep their layers, count
 * included, in a block of their own behind the empty place of the usual one.
 */
function hasMergedAlpha(view: DataView, resources: number): boolean {
  const section = resources + 4 + view.getUint32(resources);
  const length = view.getUint32(section);
  if (length < 6) return false;
  if (view.getUint32(section + 4) > 0) return view.getInt16(section + 8) < 0;
  const end = Math.min(section + 4 + length, view.byteLength) - 14;
  // Blocks lie on even places behind the (short) global mask; their keys are two words.
  for (let at = section + 8; at < end; at += 2)
    if (view.getUint32(at) === 0x3842494d && [0x4c723136, 0x4c723332].includes(view.getUint32(at + 4)))
      return view.getInt16(at + 12) < 0;
  return false;
}
