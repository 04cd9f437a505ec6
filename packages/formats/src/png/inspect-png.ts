import { LimberError } from '@limber-sheaf/core';

/** What a PNG file's header says. */
export interface PngInfo {
  width: number;
  height: number;
  /** Bits a channel: 1, 2, 4, 8 or 16. */
  depth: number;
  colour: 'grey' | 'rgb' | 'palette' | 'grey-alpha' | 'rgba';
  interlaced: boolean;
  animated: boolean;
  /** Does the file lack its end chunk, and nothing else? */
  endless: boolean;
  /** What a reader will have to convert, in the artist's words; empty for plain 8-bit RGBA. */
  notes: string[];
}

/** Limits on a design, product-wide. */
export const PNG_LIMITS = { bytes: 80 * 1024 * 1024, side: 16384, pixels: 120_000_000 } as const;

const SIGNATURE = [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a];
const COLOURS: Record<number, PngInfo['colour']> = { 0: 'grey', 2: 'rgb', 3: 'palette', 4: 'grey-alpha', 6: 'rgba' };
const DEPTHS: Record<PngInfo['colour'], readonly number[]> = {
  grey: [1, 2, 4, 8, 16],
  rgb: [8, 16],
  palette: [1, 2, 4, 8],
  'grey-alpha': [8, 16],
  rgba: [8, 16],
};

const CRC_TABLE = new Uint32Array(256).map((_, n) => {
  for (let k = 0; k < 8; k++) n = n & 1 ? 0xedb88320 ^ (n >>> 1) : n >>> 1;
  return n;
});

function crc32(bytes: Uint8Array): number {
  let crc = 0xffffffff;
  for (let i = 0; i < bytes.length; i++) crc = CRC_TABLE[(crc ^ bytes[i]) & 255] ^ (crc >>> 8);
  return (crc ^ 0xffffffff) >>> 0;
}

/**
 * Reads a PNG's structure (W3C PNG, 3rd edition) without decoding it: every chunk's length and checksum,
 * the header, and what will need converting.
 * @throws LimberError `not-a-png`, `damaged-file`, `too-large`: one sentence saying what is wrong and what would do
 */
export function inspectPng(bytes: Uint8Array): PngInfo {
  if (bytes.length === 0)
    throw new LimberError('not-a-png', 'The file is empty.', 'Choose a PNG of the finished design.');
  if (bytes.length > PNG_LIMITS.bytes) {
    throw new LimberError(
      'too-large',
      `The file is larger than ${PNG_LIMITS.bytes / 1024 / 1024} MB.`,
      'Save it smaller.',
    );
  }
  if (bytes.length < 8 || SIGNATURE.some((b, i) => bytes[i] !== b)) {
    throw new LimberError(
      'not-a-png',
      'This is not a PNG file.',
      'Save the finished design as a PNG with a transparent background.',
    );
  }
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  let info: PngInfo | null = null;
  let sawData = false;
  let sawPalette = false;
  let sawEnd = false;
  for (let at = 8; at < bytes.length && !sawEnd;) {
    if (at + 12 > bytes.length) throw damaged('The PNG file ends too early.');
    const length = view.getUint32(at);
    if (length > 0x7fffffff || at + 12 + length > bytes.length) throw damaged('The PNG file ends too early.');
    const type = String.fromCharCode(...bytes.subarray(at + 4, at + 8));
    if (crc32(bytes.subarray(at + 4, at + 8 + length)) !== view.getUint32(at + 8 + length)) {
      throw damaged('The PNG file is damaged: a checksum is wrong.');
    }
    if (!info && type !== 'IHDR') throw damaged('The PNG file does not start with its header.');
    if (type === 'IHDR') info = readHeader(view, at + 8, length);
    else if (type === 'PLTE') sawPalette = true;
    else if (type === 'IDAT') sawData = true;
    else if (type === 'IEND') sawEnd = true;
    else if (type === 'acTL' && info) {
      info.animated = true;
      info.notes.push('The file is animated: only its first picture is used.');
    }
    at += 12 + length;
  }
  if (!info || !sawData) throw damaged('The PNG file ends too early.');
  if (!sawEnd) {
    info.endless = true;
    info.notes.push('The file lacks its end mark; its picture is whole.');
  }
  if (info.colour === 'palette' && !sawPalette) throw damaged('The PNG file lacks its palette.');
  return info;
}

function damaged(sentence: string): LimberError {
  return new LimberError('damaged-file', sentence, 'Save the design again and try that file.');
}

function readHeader(view: DataView, at: number, length: number): PngInfo {
  if (length !== 13) throw damaged('The PNG header is damaged.');
  const width = view.getUint32(at);
  const height = view.getUint32(at + 4);
  const depth = view.getUint8(at + 8);
  const colour = COLOURS[view.getUint8(at + 9)];
  const interlaced = view.getUint8(at + 12) === 1;
  if (width === 0 || height === 0 || !colour || !DEPTHS[colour].includes(depth))
    throw damaged('The PNG header is damaged.');
  if (width > PNG_LIMITS.side || height > PNG_LIMITS.side || width * height > PNG_LIMITS.pixels) {
    throw new LimberError(
      'too-large',
      `The picture is ${width} × ${height} px; at most ${PNG_LIMITS.side} a side and ${PNG_LIMITS.pixels / 1e6} million in all are read.`,
      'Save it smaller.',
    );
  }
  const notes: string[] = [];
  if (depth === 16) notes.push('16 bits a channel were brought down to 8.');
  if (colour === 'grey' || colour === 'grey-alpha') notes.push('The greyscale picture was made RGB.');
  if (colour === 'palette') notes.push('The palette picture was made RGB.');
  return { width, height, depth, colour, interlaced, animated: false, endless: false, notes };
}

/** The end chunk of a PNG, for a file that lacks it. */
export const PNG_END = Uint8Array.from([0, 0, 0, 0, 0x49, 0x45, 0x4e, 0x44, 0xae, 0x42, 0x60, 0x82]);
