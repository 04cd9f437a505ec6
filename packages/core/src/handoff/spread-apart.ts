import type { Rect } from '../raster/bitmap.js';

/** A piece on a parts sheet: where it lies at rest, px, and what it hangs from, by its place in the list. */
export interface SheetPiece extends Rect {
  parent: number | null;
}

/** px, as a share of the figure's height, that pieces are moved along their limb to begin with, and that stays between them. */
const ALONG = 0.03;
const GAP = 0.012;
/** Rounds of pushing apart, at most. */
const ROUNDS = 400;

/**
 * Spreads pieces apart along their limbs until no two of their rectangles touch: each moves on from what it hangs from in the
 * direction in which it hangs, and what still meets is pushed apart evenly.
 * @param sideways how many times farther a piece rather goes sideways than up or down: over 1 for a sheet that is wide
 * @returns how far each is moved, px
 */
export function spreadApart(pieces: readonly SheetPiece[], sideways = 1): { dx: number; dy: number }[] {
  const height = Math.max(1, ...pieces.map((p) => p.y + p.height)) - Math.min(...pieces.map((p) => p.y), 0);
  const gap = GAP * height;
  const moved = pieces.map(() => ({ dx: 0, dy: 0 }));
  const done = new Set<number>();
  const settle = (at: number): void => {
    if (done.has(at)) return;
    done.add(at);
    const { parent } = pieces[at];
    if (parent === null || parent === at) return;
    settle(parent);
    const [own, above] = [middleOf(pieces[at]), middleOf(pieces[parent])];
    const far = Math.hypot(own.x - above.x, own.y - above.y) || 1;
    moved[at] = {
      dx: moved[parent].dx + ((own.x - above.x) / far) * ALONG * height,
      dy: moved[parent].dy + ((own.y - above.y) / far) * ALONG * height,
    };
  };
  pieces.forEach((_, at) => settle(at));
  for (let round = 0; round < ROUNDS && pushApart(pieces, moved, gap, sideways); round++);
  return moved;
}

/** Pushes what touches apart, half of the way each, the shorter way out. @returns whether anything touched */
function pushApart(
  pieces: readonly SheetPiece[],
  moved: { dx: number; dy: number }[],
  gap: number,
  sideways: number,
): boolean {
  let any = false;
  for (let a = 0; a < pieces.length; a++)
    for (let b = a + 1; b < pieces.length; b++) {
      const [one, other] = [placed(pieces[a], moved[a]), placed(pieces[b], moved[b])];
      const wide = Math.min(one.x + one.width, other.x + other.width) - Math.max(one.x, other.x) + gap;
      const high = Math.min(one.y + one.height, other.y + other.height) - Math.max(one.y, other.y) + gap;
      if (wide <= 0 || high <= 0) continue;
      any = true;
      const [from, to] = [middleOf(one), middleOf(other)];
      // A little more than half, so that the last hair's breadth does not take for ever.
      const across = (to.x >= from.x ? 1 : -1) * (wide / 2 + 0.5);
      const down = (to.y >= from.y ? 1 : -1) * (high / 2 + 0.5);
      const step = wide <= high * sideways ? { dx: across, dy: 0 } : { dx: 0, dy: down };
      moved[a] = { dx: moved[a].dx - step.dx, dy: moved[a].dy - step.dy };
      moved[b] = { dx: moved[b].dx + step.dx, dy: moved[b].dy + step.dy };
    }
  return any;
}

function placed(piece: Rect, { dx, dy }: { dx: number; dy: number }): Rect {
  return { x: piece.x + dx, y: piece.y + dy, width: piece.width, height: piece.height };
}

function middleOf({ x, y, width, height }: Rect): { x: number; y: number } {
  return { x: x + width / 2, y: y + height / 2 };
}
