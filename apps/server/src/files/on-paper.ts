import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import type { Bitmap } from '@limber-sheaf/core';
import opentype from 'opentype.js';
import sharp from 'sharp';

/** What pages are drawn in. */
export const PAPER = '#fbf8f1';
export const INK = '#25303a';
export const SOFT = '#5f6a71';
export const BRASS = '#b5842a';
export const MADDER = '#b23a33';
export const RULE = '#ddd3bf';

/** A letter is so many times as wide as its size: all are as wide. */
export const LETTER = 0.6;
/** From one line of words to the next, in sizes. */
export const LINE = 1.25;

let font: opentype.Font | null = null;

/** Words as paths, in the font that ships: whatever the machine has installed, the page is the same. */
export function wordsPath(text: string, x: number, y: number, size: number, colour: string): string {
  const file = createRequire(import.meta.url).resolve(
    '@fontsource/ibm-plex-mono/files/ibm-plex-mono-latin-400-normal.woff',
  );
  font ??= opentype.parse(new Uint8Array(readFileSync(file)).buffer);
  return `<path fill="${colour}" d="${font.getPath(text, x, y, size).toPathData(1)}"/>`;
}

/** A sentence in lines of at most so many letters; a longer word has a line of its own. */
export function wrapped(text: string, letters: number): string[] {
  const lines: string[] = [];
  for (const word of text.split(' ')) {
    const last = lines.at(-1);
    if (last !== undefined && last.length + 1 + word.length <= letters) lines[lines.length - 1] = `${last} ${word}`;
    else lines.push(word);
  }
  return lines;
}

/** A picture that lies on a page, px. */
export interface OnPage {
  input: Buffer;
  left: number;
  top: number;
}

/** A picture made larger or smaller, to whole px. */
export function resized({ width, height, data }: Bitmap, scale: number): Promise<Buffer> {
  return sharp(data, { raw: { width, height, channels: 4 } })
    .resize({
      width: Math.max(1, Math.round(width * scale)),
      height: Math.max(1, Math.round(height * scale)),
      fit: 'fill',
    })
    .png({ compressionLevel: 1 })
    .toBuffer();
}

/**
 * A page with pictures on it. PNG.
 * @param marks SVG elements over the pictures
 * @param lines SVG elements beneath them
 */
export async function onPaper(
  size: { width: number; height: number },
  pictures: readonly OnPage[],
  marks: readonly string[],
  lines: readonly string[] = [],
): Promise<Uint8Array> {
  const drawn = (elements: readonly string[]): OnPage => ({
    input: Buffer.from(
      `<svg xmlns="http://www.w3.org/2000/svg" width="${size.width}" height="${size.height}">${elements.join('')}</svg>`,
    ),
    left: 0,
    top: 0,
  });
  const png = await sharp({ create: { ...size, channels: 3, background: PAPER } })
    .composite([drawn(lines), ...pictures, drawn(marks)])
    .png()
    .toBuffer();
  return new Uint8Array(png);
}
