import { lab } from 'd3-color';
import type { PsdHeader, PsdMode } from './psd-header.js';

/** Channels that hold colour, by mode. */
export const COLOUR_CHANNELS: Record<PsdMode, number> = {
  bitmap: 1,
  grey: 1,
  indexed: 1,
  RGB: 3,
  CMYK: 4,
  duotone: 1,
  Lab: 3,
};

/** What was converted, in sentences; none for plain 8-bit RGB. */
export function conversionNotes({ mode, depth }: Pick<PsdHeader, 'mode' | 'depth'>): string[] {
  const notes: string[] = [];
  if (mode === 'CMYK') notes.push('The colours were converted from CMYK to sRGB without the profile of a press.');
  else if (mode === 'duotone') notes.push('The duotone was read as grey: its inks are left out.');
  else if (mode !== 'RGB')
    notes.push(`The colours were converted from ${mode === 'Lab' ? mode : `${mode} colour`} to sRGB.`);
  if (depth > 8) notes.push(`${depth} bits a channel were reduced to 8.`);
  return notes;
}

/**
 * Puts colour channels and a coverage together as straight sRGB, 8 bits a channel.
 * @param channels a byte a pixel each, as many as the mode has
 * @param alpha how far each pixel covers; null for all of it
 */
export function toRgba(
  channels: readonly Uint8Array[],
  alpha: Uint8Array | null,
  { mode, palette }: Pick<PsdHeader, 'mode' | 'palette'>,
): Uint8Array {
  const [c0, c1, c2, c3] = channels;
  const count = c0.length;
  const out = new Uint8Array(4 * count);
  for (let i = 0, to = 0; i < count; i++, to += 4) {
    out[to + 3] = alpha ? alpha[i] : 255;
    switch (mode) {
      case 'RGB':
        out[to] = c0[i];
        out[to + 1] = c1[i];
        out[to + 2] = c2[i];
        break;
      case 'CMYK':
        // Inks are kept as what they leave of the paper's light.
        out[to] = Math.round((c0[i] * c3[i]) / 255);
        out[to + 1] = Math.round((c1[i] * c3[i]) / 255);
        out[to + 2] = Math.round((c2[i] * c3[i]) / 255);
        break;
      case 'Lab': {
        const { r, g, b } = lab((c0[i] * 100) / 255, c1[i] - 128, c2[i] - 128)
          .rgb()
          .clamp();
        out.set([Math.round(r), Math.round(g), Math.round(b)], to);
        break;
      }
      case 'indexed':
        for (let c = 0; c < 3; c++) out[to + c] = palette?.[256 * c + c0[i]] ?? 0;
        break;
      default:
        out.fill(c0[i], to, to + 3);
    }
  }
  return out;
}

/** Takes a white ground out of colours that were blended with it, in place; nothing where a pixel covers fully or not at all. */
export function takeWhiteOut(rgba: Uint8Array): void {
  for (let i = 0; i < rgba.length; i += 4) {
    const share = rgba[i + 3] / 255;
    if (share === 0 || share === 1) continue;
    for (let c = i; c < i + 3; c++)
      rgba[c] = Math.max(0, Math.min(255, Math.round((rgba[c] - 255 * (1 - share)) / share)));
  }
}
