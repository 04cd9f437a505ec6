import { create } from 'zustand';

/** A stroke that is drawn and not kept yet: x, y and radius, px, by threes. */
export interface WetStroke {
  stroke: readonly number[];
  away: boolean;
}

/** Strokes on their way to be kept: they stay to be seen until the picture has them. */
export const useWet = create<{ strokes: readonly WetStroke[] }>(() => ({ strokes: [] }));

/** Shows a stroke until it is kept, or until it turns out that it cannot be. */
export async function wetUntil(stroke: WetStroke, kept: Promise<unknown>): Promise<void> {
  useWet.setState(({ strokes }) => ({ strokes: [...strokes, stroke] }));
  try {
    await kept;
  } finally {
    useWet.setState(({ strokes }) => ({ strokes: strokes.filter((one) => one !== stroke) }));
  }
}
