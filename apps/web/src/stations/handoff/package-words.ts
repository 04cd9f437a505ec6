import type { FinishBlend, FinishName, PackageFormat } from '@limber-sheaf/core';
import type { AnswerOf } from '../../api/client';

/** The formats of a package, in words. */
export const FORMAT_WORDS: Record<PackageFormat, { word: string; short: string }> = {
  ora: { word: 'OpenRaster, layered', short: 'OpenRaster' },
  psd: { word: 'PSD, layered', short: 'PSD' },
  svg: { word: 'SVG, a group a piece', short: 'SVG' },
  glb: { word: 'GLB, the puppet as a tree', short: 'GLB' },
  atlas: { word: 'Packed sheet', short: 'packed sheet' },
  sheet: { word: 'Parts sheet to pin up', short: 'parts sheet' },
};

/** What may be laid over all pieces, in words. */
export const FINISH_WORDS: Record<FinishName, string> = {
  paper: 'paper',
  cloth: 'cloth',
  tint: 'a tint',
  'edge-shade': 'soft shade along edges',
  'edge-light': 'soft light along edges',
  own: 'a picture of your own',
};

export const BLEND_WORDS: Record<FinishBlend, string> = {
  multiply: 'multiply, darker',
  screen: 'screen, lighter',
  tint: 'tint',
};

/** Scales that are offered. */
export const SCALES: readonly number[] = [0.25, 0.5, 0.75, 1, 1.5, 2];

type Version = AnswerOf<'handOff.list'>['versions'][number];
type Weight = Version['changes'][number]['weight'];

/** How much a change matters, the most first, in words. */
export const WEIGHTS: readonly { weight: Weight; word: string; many: string; tone: string }[] = [
  { weight: 'breaks', word: 'breaks a rig', many: 'break a rig', tone: 'text-madder' },
  { weight: 'check', word: 'look at it', many: 'to look at', tone: 'text-brass' },
  { weight: 'safe', word: 'safe', many: 'safe', tone: 'text-sap' },
];

/** How much a change matters, in words. */
export function weightWords(weight: Weight): (typeof WEIGHTS)[number] {
  return WEIGHTS.find((one) => one.weight === weight) ?? WEIGHTS[0];
}

/** What differs in a version, counted: `1 breaks a rig, 2 safe`. */
export function changesInWords({ number, changes }: Pick<Version, 'number' | 'changes'>): string {
  if (number === 1) return 'the first';
  const counts = WEIGHTS.flatMap(({ weight, word, many }) => {
    const count = changes.filter((change) => change.weight === weight).length;
    return count === 0 ? [] : [`${count} ${weight === 'breaks' && count === 1 ? word : many}`];
  });
  return counts.length === 0 ? 'nothing differs' : counts.join(', ');
}

/** How large a file is: `740 kB`, `3.2 MB`. */
export function sizeInWords(bytes: number): string {
  return bytes < 1e6 ? `${Math.max(1, Math.round(bytes / 1e3))} kB` : `${(bytes / 1e6).toFixed(1)} MB`;
}
