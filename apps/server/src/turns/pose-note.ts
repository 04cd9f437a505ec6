import { capital, type Bitmap, type PoseFinding } from '@limber-sheaf/core';
import { INK, LETTER, LINE, MADDER, PAPER, SOFT, onPaper, resized, wordsPath, wrapped } from '../files/on-paper.js';

/** A view with what in its pose will make separating hard. */
export interface PosedView {
  key: string;
  design: Bitmap;
  pose: readonly PoseFinding[];
}

/** px: how high the views are, what stays free round them, and how large words and marks are. */
const TALL = 900;
const MARGIN = 60;
const WORDS = 19;
const TITLE = 30;
const MARK = 22;
/** px that the page is wide at least, so that sentences have room. */
const LEAST_WIDE = 1000;

/** A note for whoever draws the design: its views with numbered marks, and beneath them what to ask for. PNG. */
export async function poseNote(views: readonly PosedView[], character: string): Promise<Uint8Array> {
  const top = MARGIN + TITLE * 2;
  let left = MARGIN;
  let number = 0;
  const pictures = [];
  const marks: string[] = [wordsPath(`${character}: before it is separated`, MARGIN, MARGIN + TITLE / 2, TITLE, INK)];
  const sentences: string[] = [];
  for (const { key, design, pose } of views) {
    const scale = TALL / design.height;
    pictures.push({ input: await resized(design, scale), left: Math.round(left), top });
    marks.push(wordsPath(key, left, top - WORDS / 2, WORDS, SOFT));
    for (const { place, sentence } of pose) {
      number++;
      marks.push(mark(number, left + place.x * scale, top + place.y * scale));
      sentences.push(`${number}  ${capital(key)}. ${sentence}`);
    }
    left += design.width * scale + MARGIN;
  }
  const width = Math.ceil(Math.max(left, LEAST_WIDE));
  const letters = Math.floor((width - 2 * MARGIN) / (WORDS * LETTER));
  let y = top + TALL + MARGIN;
  for (const sentence of sentences.length > 0 ? sentences : ['Nothing in these poses will make separating hard.'])
    for (const line of wrapped(sentence, letters)) {
      marks.push(wordsPath(line, MARGIN, y, WORDS, INK));
      y += WORDS * LINE;
    }
  return onPaper({ width, height: Math.ceil(y + MARGIN) }, pictures, marks);
}

/** A ring with its number. */
function mark(number: number, x: number, y: number): string {
  const word = String(number);
  const ring = `<circle cx="${x.toFixed(1)}" cy="${y.toFixed(1)}" r="${MARK}" fill="${MADDER}" stroke="${PAPER}" stroke-width="3"/>`;
  return ring + wordsPath(word, x - (word.length * WORDS * LETTER) / 2, y + WORDS / 3, WORDS, PAPER);
}
