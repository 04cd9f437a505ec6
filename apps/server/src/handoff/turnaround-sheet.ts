import { paintBounds, trimToPaint, type Landmark, type PlacedBitmap } from '@limber-sheaf/core';
import { INK, LETTER, RULE, SOFT, onPaper, resized, wordsPath } from '../files/on-paper.js';

/** A view as it stands on the sheet, with its heights from the top, px of its picture. */
export interface StandingView {
  key: string;
  picture: PlacedBitmap;
  heights: readonly Landmark[];
}

/** px: how high the figures stand, what stays free round them and between them, and how large the words are. */
const TALL = 1200;
const MARGIN = 80;
const GAP = 70;
const WORDS = 20;
const TITLE = 34;

/** Where a package keeps its turnaround sheet. */
export const TURNAROUND_PATH = 'turnaround-sheet.png';

/** The turnaround sheet: all views on one floor, as tall as one another, with the first one's height lines. PNG. */
export async function turnaroundSheet(views: readonly StandingView[], character: string): Promise<Uint8Array> {
  const words = views[0].heights.map(({ word, share }) => `${word} ${Math.round(100 * share)} %`);
  const gutter = MARGIN + Math.max(0, ...words.map(({ length }) => length)) * WORDS * LETTER + GAP / 2;
  const crownAt = MARGIN + TITLE * 3;
  const floorAt = crownAt + TALL;
  let left = gutter;
  const placed = views.map(({ key, picture, heights }) => {
    const yOf = (name: string, otherwise: number) => heights.find((one) => one.key === name)?.y ?? otherwise;
    const bounds = paintBounds(picture) ?? picture;
    const [crown, floor] = [yOf('crown', bounds.y), yOf('floor', bounds.y + bounds.height)];
    const scale = TALL / Math.max(1, floor - crown);
    const one = {
      key,
      picture,
      scale,
      left: left - bounds.x * scale,
      from: left,
      width: bounds.width * scale,
      top: floorAt - floor * scale,
    };
    left += one.width + GAP;
    return one;
  });
  const page = { width: Math.ceil(left - GAP + MARGIN), height: Math.ceil(floorAt + MARGIN) };
  const pictures = await Promise.all(
    placed.map(async ({ picture, scale, left: x, top }) => {
      const seen = trimToPaint(picture) ?? picture;
      return {
        input: await resized(seen, scale),
        left: Math.round(x + seen.x * scale),
        top: Math.round(top + seen.y * scale),
      };
    }),
  );
  const rows = views[0].heights.map(({ share }) => floorAt - share * TALL);
  const lines = rows.map(
    (y) =>
      `<line x1="${gutter - GAP / 2}" x2="${page.width - MARGIN / 2}" y1="${y}" y2="${y}" stroke="${RULE}" stroke-width="2"/>`,
  );
  let last = -Infinity;
  const names = rows.map((y, at) => {
    // Words of lines that are near one another are pushed apart.
    last = Math.max(y, last + WORDS);
    return wordsPath(words[at], MARGIN, last + WORDS / 3, WORDS, SOFT);
  });
  const keys = placed.map(({ key, from, width }) =>
    wordsPath(key, from + width / 2 - (key.length * WORDS * LETTER) / 2, crownAt - WORDS, WORDS, INK),
  );
  const title = wordsPath(character, MARGIN, MARGIN, TITLE, INK);
  return onPaper(page, pictures, [title, ...keys, ...names], lines);
}
