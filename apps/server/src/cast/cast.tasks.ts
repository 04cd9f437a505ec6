import { placedAt, trimToPaint } from '@limber-sheaf/core';
import { INK, LETTER, RULE, SOFT, onPaper, resized, wordsPath } from '../files/on-paper.js';
import { picture } from '../threads/pictures.js';
import { task } from '../threads/task.js';

/** Who stands in a line-up: the first view of a character. */
export interface Stander {
  name: string;
  designBlob: string;
  /** px from the top of the design. */
  floorY: number;
}

/** px: how high the tallest stands, what stays free round them and between them, and how large the words are. */
const TALL = 900;
const MARGIN = 80;
const GAP = 50;
const WORDS = 19;
const TITLE = 32;
/** px that a page is wide at most: a larger cast stands smaller. */
const MOST_WIDE = 8000;
/** Lines at these shares of the tallest. */
const SHARES = [0, 0.25, 0.5, 0.75, 1];

/** The cast side by side on one floor, all in the scale that they are drawn in. PNG. */
export const lineUp = task(async ({ title, standers }: { title: string; standers: Stander[] }): Promise<Uint8Array> => {
  const figures = [];
  for (const { name, designBlob, floorY } of standers) {
    const figure = trimToPaint(placedAt(await picture(designBlob), 0, 0));
    if (figure) figures.push({ name, figure, tall: Math.max(1, floorY - figure.y), floorY });
  }
  const tallest = Math.max(1, ...figures.map(({ tall }) => tall));
  const widths = figures.reduce((sum, { figure }) => sum + figure.width, 0);
  const room = MOST_WIDE - 2 * MARGIN - GAP * figures.length;
  const scale = Math.min(TALL / tallest, room / Math.max(1, widths));
  const top = MARGIN + TITLE * 2;
  const floorAt = top + tallest * scale;
  let left = MARGIN;
  const pictures = [];
  const words: string[] = [wordsPath(title, MARGIN, MARGIN, TITLE, INK)];
  for (const { name, figure, tall, floorY } of figures) {
    const label = `${Math.round((100 * tall) / tallest)} %`;
    const wide = Math.max(figure.width * scale, Math.max(name.length, label.length) * WORDS * LETTER);
    const at = left + (wide - figure.width * scale) / 2;
    const input = await resized(figure, scale);
    pictures.push({ input, left: Math.round(at), top: Math.round(floorAt + (figure.y - floorY) * scale) });
    words.push(wordsPath(name, left, floorAt + WORDS * 3, WORDS, INK));
    words.push(wordsPath(label, left, floorAt + WORDS * 4.4, WORDS, SOFT));
    left += wide + GAP;
  }
  const page = {
    width: Math.ceil(Math.max(left - GAP + MARGIN, 600)),
    height: Math.ceil(floorAt + WORDS * 5 + MARGIN),
  };
  const lines = SHARES.map((share) => {
    const y = floorAt - share * tallest * scale;
    return `<line x1="${MARGIN / 2}" x2="${page.width - MARGIN / 2}" y1="${y}" y2="${y}" stroke="${RULE}" stroke-width="2"/>`;
  });
  return onPaper(page, pictures, words, lines);
});
