import sharp from 'sharp';

/** The format counts time in hundredths of a second. */
const TICK = 10;

/** A file that moves: what most programs show, or the smaller one with all colours. */
export type MovingFormat = 'gif' | 'webp';

/**
 * How long each page stays, ms: times are rounded one after the other, so that the whole is as long as it should be.
 * @param frames how many frames each page stays
 */
export function pageDelays(frames: readonly number[], fps: number): number[] {
  let [passed, told] = [0, 0];
  return frames.map((count) => {
    passed += (count * 1000) / fps;
    const ms = Math.max(2 * TICK, Math.round((passed - told) / TICK) * TICK);
    told += ms;
    return ms;
  });
}

/** Puts pages of one size together to a file that moves over and over. @param delay how long each page stays, ms */
export async function movingFile(pages: Buffer[], delay: number[], format: MovingFormat): Promise<Uint8Array> {
  const joined = sharp(pages, { join: { animated: true } });
  const file = format === 'gif' ? joined.gif({ delay, loop: 0 }) : joined.webp({ delay, loop: 0, quality: 88 });
  return new Uint8Array(await file.toBuffer());
}
