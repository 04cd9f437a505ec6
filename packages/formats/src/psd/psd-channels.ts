import { LimberError } from '@limber-sheaf/core';
import { unzlibSync } from 'fflate';
import { LAYER_LIMITS } from '../layered/layered-file.js';

/** How a channel is packed, by the number before it. */
const RAW = 0;
const RUNS = 1;
const ZIP = 2;
const ZIP_OF_STEPS = 3;

const damaged = () => new LimberError('damaged-file', 'The PSD file is damaged: a layer’s pixels end too early.');

/** How the pixels of a channel are kept. */
export interface ChannelShape {
  width: number;
  height: number;
  /** Bits: 1 (where 1 is black), 8, 16, or 32 (floating point). */
  depth: number;
  /** Does it hold colour? Of floating point, colour is in linear light, and how far a pixel covers is not. */
  colour: boolean;
}

/** The rows of a channel that are wanted: those on the canvas. */
export interface Rows {
  from: number;
  to: number;
}

/** Where a row of a channel begins and ends: 1-bit rows fill whole bytes. */
function rowBytes(width: number, depth: number): number {
  return Math.ceil((width * depth) / 8);
}

/**
 * Unpacks one channel into a byte a pixel, 0 to 255.
 * @param compression 0 raw, 1 runs (a length for each row, then the rows), 2 deflated, 3 deflated differences
 * @param rows which rows to unpack; the others are passed over
 * @throws LimberError `damaged-file`
 */
export function unpackChannel(
  data: Uint8Array,
  compression: number,
  shape: ChannelShape,
  rows: Rows = { from: 0, to: shape.height },
): Uint8Array {
  const { width, height, depth } = shape;
  const row = rowBytes(width, depth);
  const size = row * height;
  const kept = { ...shape, height: rows.to - rows.from };
  switch (compression) {
    case RAW:
      if (data.length < size) throw damaged();
      return toBytes(data.subarray(rows.from * row, rows.to * row), kept);
    case RUNS: {
      const lengths = runLengths(data, height);
      const start = lengths.subarray(0, rows.from).reduce((sum, length) => sum + length, 2 * height);
      return toBytes(unpackRows(data, lengths.subarray(rows.from, rows.to), start, row), kept);
    }
    case ZIP:
    case ZIP_OF_STEPS: {
      if (size > LAYER_LIMITS.pixels)
        throw new LimberError('too-large', 'A layer of the PSD is larger than is read.', 'Crop it to the canvas.');
      const plain = inflate(data, size).subarray(0, rows.to * row);
      const steps = compression === ZIP_OF_STEPS ? sumSteps(plain, { ...shape, height: rows.to }) : plain;
      return toBytes(steps.subarray(rows.from * row), kept);
    }
    default:
      throw damaged();
  }
}

/** The merged picture's channels, which lie one after the other behind one compression. @throws LimberError `damaged-file` */
export function unpackMerged(
  data: Uint8Array,
  { width, height, depth, channels, colours }: Omit<ChannelShape, 'colour'> & { channels: number; colours: number },
): Uint8Array[] {
  if (data.length < 2) throw damaged();
  const compression = (data[0] << 8) | data[1];
  const body = data.subarray(2);
  const row = rowBytes(width, depth);
  const shapeOf = (c: number): ChannelShape => ({ width, height, depth, colour: c < colours });
  if (compression === RAW) {
    return Array.from({ length: channels }, (_, c) => unpackChannel(body.subarray(c * row * height), RAW, shapeOf(c)));
  }
  if (compression !== RUNS) throw damaged();
  const lengths = runLengths(body, height * channels);
  let at = 2 * height * channels;
  return Array.from({ length: channels }, (_, c) => {
    const own = lengths.subarray(c * height, (c + 1) * height);
    const plane = unpackRows(body, own, at, row);
    at += own.reduce((sum, length) => sum + length, 0);
    return toBytes(plane, shapeOf(c));
  });
}

function runLengths(data: Uint8Array, rows: number): Uint16Array {
  if (data.length < 2 * rows) throw damaged();
  return Uint16Array.from({ length: rows }, (_, y) => (data[2 * y] << 8) | data[2 * y + 1]);
}

/** Runs as in TIFF's PackBits: 0 to 127 is that many bytes and one more as they are, 129 to 255 is one byte 257 less that often. */
function unpackRows(data: Uint8Array, lengths: Uint16Array, start: number, row: number): Uint8Array {
  const out = new Uint8Array(row * lengths.length);
  let from = start;
  for (let y = 0; y < lengths.length; y++) {
    const end = from + lengths[y];
    if (end > data.length) throw damaged();
    let to = y * row;
    const rowEnd = to + row;
    while (from < end && to < rowEnd) {
      const head = data[from++];
      if (head === 128) continue;
      if (head < 128) {
        const count = Math.min(head + 1, rowEnd - to, end - from);
        out.set(data.subarray(from, from + count), to);
        from += head + 1;
        to += count;
      } else {
        const count = Math.min(257 - head, rowEnd - to);
        out.fill(data[from++], to, to + count);
        to += count;
      }
    }
    from = end;
  }
  return out;
}

function inflate(data: Uint8Array, size: number): Uint8Array {
  try {
    // Given its room, the unpacking ends there, however much a hostile file holds.
    const plain = unzlibSync(data, { out: new Uint8Array(size) });
    if (plain.length === size) return plain;
  } catch {
    // Told below.
  }
  throw damaged();
}

/** Rows of differences to the sample before; of floats, the rows' four byte planes in turn, each byte a difference. */
function sumSteps(data: Uint8Array, { width, height, depth }: ChannelShape): Uint8Array {
  const row = rowBytes(width, depth);
  const out = new Uint8Array(data.length);
  for (let y = 0; y < height; y++) {
    const at = y * row;
    if (depth === 16) {
      let sum = 0;
      for (let i = at; i < at + row; i += 2) {
        sum = (sum + ((data[i] << 8) | data[i + 1])) & 0xffff;
        out[i] = sum >> 8;
        out[i + 1] = sum & 255;
      }
      continue;
    }
    let sum = 0;
    for (let i = 0; i < row; i++) {
      sum = (sum + data[at + i]) & 255;
      const plane = Math.floor(i / width);
      out[depth === 32 ? at + 4 * (i % width) + plane : at + i] = sum;
    }
  }
  return out;
}

function toBytes(data: Uint8Array, { width, height, depth, colour }: ChannelShape): Uint8Array {
  if (depth === 8) return data;
  const out = new Uint8Array(width * height);
  if (depth === 1) {
    const row = rowBytes(width, 1);
    for (let i = 0; i < out.length; i++) {
      const x = i % width;
      out[i] = (data[Math.floor(i / width) * row + (x >> 3)] >> (7 - (x & 7))) & 1 ? 0 : 255;
    }
    return out;
  }
  const view = new DataView(data.buffer, data.byteOffset, data.byteLength);
  for (let i = 0; i < out.length; i++) {
    if (depth === 16) out[i] = Math.round(view.getUint16(2 * i) / 257);
    else {
      const share = Math.max(0, Math.min(1, view.getFloat32(4 * i)));
      out[i] = Math.round(255 * (colour ? encodeLight(share) : share));
    }
  }
  return out;
}

/** Linear light to sRGB, both 0 to 1 (IEC 61966-2-1). */
function encodeLight(v: number): number {
  return v <= 0.0031308 ? 12.92 * v : 1.055 * v ** (1 / 2.4) - 0.055;
}
