import type { NameTokens } from '../document/naming.js';
import type { ChartShape, SwapKind } from '../document/row-types.js';

/** Columns and rows. */
interface Chart {
  shapes: ChartShape[];
  moods: string[];
}

/** A chart that a set starts with: its columns, its rows, and which of both the default drawing stands in. */
export interface UsualChart extends Chart {
  /** The shape of the piece's own paint. */
  rest: string;
}

/** A chart that a production keeps: sets of its kind start with it. */
export interface KeptChart extends Chart {
  kind: SwapKind;
}

/** The mood that a name does not tell of. */
const NEUTRAL = 'neutral';

const plain = (...keys: string[]): ChartShape[] => keys.map((key) => ({ key, sounds: '' }));

/** The charts of geometry.md; data, which every set may change. */
export const USUAL_CHARTS: Record<SwapKind, UsualChart> = {
  mouth: {
    shapes: [
      { key: 'rest', sounds: '' },
      { key: 'closed', sounds: 'm b p' },
      { key: 'open', sounds: 'ah' },
      { key: 'half', sounds: 'eh' },
      { key: 'wide', sounds: 'ee' },
      { key: 'round', sounds: 'oh' },
      { key: 'small', sounds: 'oo w' },
      { key: 'bite', sounds: 'f v' },
      { key: 'tongue', sounds: 'l th' },
      { key: 'teeth', sounds: 's z t d k r' },
    ],
    moods: [NEUTRAL, 'happy'],
    rest: 'rest',
  },
  lids: { shapes: plain('open', 'half', 'shut', 'upper', 'lower', 'squint'), moods: [NEUTRAL], rest: 'open' },
  brows: { shapes: plain('level', 'low', 'raised', 'worried', 'one-up'), moods: [NEUTRAL], rest: 'level' },
  hand: {
    shapes: plain('rest', 'open', 'fist', 'point', 'grip', 'pinch', 'flat'),
    moods: [NEUTRAL],
    rest: 'rest',
  },
  head: { shapes: plain('rest'), moods: ['calm', 'startled'], rest: 'rest' },
  prop: { shapes: plain('rest', 'used'), moods: [NEUTRAL], rest: 'rest' },
  outfit: { shapes: plain('on', 'off'), moods: [NEUTRAL], rest: 'on' },
  other: { shapes: plain('rest'), moods: [NEUTRAL], rest: 'rest' },
};

/** The kind of set that a part usually has. */
export function usualKind({ group, part }: NameTokens): SwapKind {
  const words = [group, part ?? ''].join(' ').toLowerCase();
  if (/\bmouth\b|\blips?\b/.test(words)) return 'mouth';
  if (/\b(eye)?lids?\b|\beyes?\b/.test(words)) return 'lids';
  if (/\b(eye)?brows?\b/.test(words)) return 'brows';
  if (/\bhands?\b|\bpaws?\b/.test(words)) return 'hand';
  if (/\bhead\b/.test(words)) return 'head';
  if (/\b(cap|hat|coat|scarf|boots?|apron|satchel|bag)\b/.test(words)) return 'outfit';
  return 'other';
}

/** Have two charts the same shapes and moods, in the same order? */
export function sameChart(a: Chart, b: Chart): boolean {
  const plain = ({ shapes, moods }: Chart) => JSON.stringify([shapes.map(({ key, sounds }) => [key, sounds]), moods]);
  return plain(a) === plain(b);
}
