import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { spreadApart, uniteRects, type PlacedBitmap } from '@limber-sheaf/core';
import type { RigPiece } from '@limber-sheaf/formats';
import opentype from 'opentype.js';
import sharp from 'sharp';
import type { PackedView } from './packed-view.js';

/** px: how high the figure stands on the sheet, what stays free round it, and how large its words are. */
const HEIGHT = 1500;
const MARGIN = 80;
const WORDS = 17;
const TITLE = 34;
/** px of a pivot's mark. */
const PIN = 6;

const PAPER = '#fbf8f1';
const INK = '#25303a';
const SOFT = '#5f6a71';
const BRASS = '#b5842a';

let font: opentype.Font | null = null;

/** Words as paths, in the font that ships: whatever the machine has installed, the sheet is the same. */
function wordsPath(text: string, x: number, y: number, size: number, colour: string): string {
  const file = createRequire(import.meta.url).resolve(
    '@fontsource/ibm-plex-mono/files/ibm-plex-mono-latin-400-normal.woff',
  );
  font ??= opentype.parse(new Uint8Array(readFileSync(file)).buffer);
  return `<path fill="${colour}" d="${font.getPath(text, x, y, size).toPathData(1)}"/>`;
}

/** A word is so many times as wide as it is high, a letter: the font's letters are all as wide. */
const LETTER = 0.6;

/** What is written under a piece: its place in the order with its name, and through which angles it turns. */
function linesOf({ name, joint }: RigPiece, rank: number): string[] {
  return [`${rank} ${name}`, ...(joint ? [`${joint.range[0]}° to ${joint.range[1]}°`] : [])];
}

/**
 * The parts sheet: the figure assembled, and beside it spread apart along its limbs so that no two pieces touch, each with its
 * place in the draw order, its name, its pivot and its range. PNG.
 */
export async function partsSheet({ view, pieces }: PackedView, character: string): Promise<Uint8Array> {
  const scale = HEIGHT / view.canvas.height;
  const shown = pieces.filter(({ entry }) => entry.kind !== 'line-under');
  const names = shown.map(({ entry }) => entry.name);
  const words = shown.map(({ entry }) => linesOf(entry, view.drawOrder.indexOf(entry.name) + 1));
  const boxes = shown.map(({ entry, image }, at) => {
    // With room for its words beneath it.
    const wide = Math.max(...words[at].map((line) => line.length)) * WORDS * LETTER;
    const parent = entry.parent === null ? -1 : names.indexOf(entry.parent);
    return {
      x: image.x * scale,
      y: image.y * scale,
      width: Math.max(image.width * scale, wide),
      height: image.height * scale + (words[at].length + 0.6) * WORDS * 1.25,
      parent: parent < 0 ? null : parent,
    };
  });
  const moved = spreadApart(boxes);
  const apart = boxes.map((box, at) => ({ ...box, x: box.x + moved[at].dx, y: box.y + moved[at].dy }));
  const room = apart.map(({ x, y, width, height }) => ({ x, y, width, height })).reduce(uniteRects, apart[0]);
  const left = MARGIN + view.canvas.width * scale + MARGIN;
  const top = MARGIN + TITLE * 2;
  const sheet = {
    width: Math.ceil(left + room.width + MARGIN),
    height: Math.ceil(top + Math.max(HEIGHT, room.height) + MARGIN),
  };
  const whole = pieces.map(({ image }) => ({ image, dx: MARGIN, dy: top }));
  const spread = shown.map(({ image }, at) => ({
    ...{ image, dx: left - room.x + moved[at].dx, dy: top - room.y + moved[at].dy },
  }));
  const pictures = await Promise.all(
    [...whole, ...spread].map(async ({ image, dx, dy }) => ({
      input: await resized(image, scale),
      left: Math.round(image.x * scale + dx),
      top: Math.round(image.y * scale + dy),
    })),
  );
  const marks = shown.flatMap(({ entry }, at) => {
    const { dx, dy } = spread[at];
    const [x, y] = [apart[at].x - room.x + left, apart[at].y - room.y + top];
    const high = shown[at].image.height * scale;
    const lines = words[at].map((line, row) =>
      wordsPath(line, x, y + high + (row + 1) * WORDS * 1.25, WORDS, row === 0 ? INK : SOFT),
    );
    if (!entry.pivot) return lines;
    const [px, py] = [entry.pivot.x * scale, entry.pivot.y * scale];
    return [...lines, pin(px + dx, py + dy), pin(px + MARGIN, py + top)];
  });
  const overlay = Buffer.from(
    `<svg xmlns="http://www.w3.org/2000/svg" width="${sheet.width}" height="${sheet.height}">${wordsPath(
      `${character} · ${view.key}`,
      MARGIN,
      MARGIN,
      TITLE,
      INK,
    )}${marks.join('')}</svg>`,
  );
  return sharp({ create: { ...sheet, channels: 3, background: PAPER } })
    .composite([...pictures, { input: overlay, left: 0, top: 0 }])
    .png()
    .toBuffer();
}

function pin(x: number, y: number): string {
  return `<circle cx="${x.toFixed(1)}" cy="${y.toFixed(1)}" r="${PIN}" fill="${BRASS}" stroke="${PAPER}" stroke-width="2"/>`;
}

function resized({ width, height, data }: PlacedBitmap, scale: number): Promise<Buffer> {
  return sharp(data, { raw: { width, height, channels: 4 } })
    .resize({
      width: Math.max(1, Math.round(width * scale)),
      height: Math.max(1, Math.round(height * scale)),
      fit: 'fill',
    })
    .png({ compressionLevel: 1 })
    .toBuffer();
}
