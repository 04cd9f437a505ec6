import { spreadApart, uniteRects } from '@limber-sheaf/core';
import type { RigPiece } from '@limber-sheaf/formats';
import { BRASS, INK, LETTER, LINE, PAPER, SOFT, onPaper, resized, wordsPath } from '../files/on-paper.js';
import type { PackedView } from './packed-view.js';

/** px: how high the figure stands on the sheet, what stays free round it, and how large its words are. */
const HEIGHT = 1500;
const MARGIN = 80;
const WORDS = 17;
const TITLE = 34;
/** px of a pivot's mark. */
const PIN = 6;

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
      height: image.height * scale + (words[at].length + 0.6) * WORDS * LINE,
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
      wordsPath(line, x, y + high + (row + 1) * WORDS * LINE, WORDS, row === 0 ? INK : SOFT),
    );
    if (!entry.pivot) return lines;
    const [px, py] = [entry.pivot.x * scale, entry.pivot.y * scale];
    return [...lines, pin(px + dx, py + dy), pin(px + MARGIN, py + top)];
  });
  const title = wordsPath(`${character} · ${view.key}`, MARGIN, MARGIN, TITLE, INK);
  return onPaper(sheet, pictures, [title, ...marks]);
}

function pin(x: number, y: number): string {
  return `<circle cx="${x.toFixed(1)}" cy="${y.toFixed(1)}" r="${PIN}" fill="${BRASS}" stroke="${PAPER}" stroke-width="2"/>`;
}
