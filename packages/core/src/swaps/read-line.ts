import { lettersToSounds } from './letters-to-sounds.js';

/** A mouth shape and how many frames it is held. */
export interface SpokenShape {
  /** Of the usual chart. */
  shape: string;
  frames: number;
  mood: string | null;
  /** The word that is being said; empty in a pause. */
  word: string;
}

/** A line that was read. */
export interface SpokenLine {
  shapes: SpokenShape[];
  /** Frames in all. */
  frames: number;
  /** Frames at which the eyes begin to blink. */
  blinks: number[];
  /** Words that the dictionary lacks: said by how they are spelt. */
  guessed: string[];
  /** What could not be said at all: other alphabets, signs. */
  unsaid: string[];
}

export interface ReadOptions {
  fps: number;
  wordsAMinute: number;
  /** The sounds of a word in ARPAbet, apart by spaces, or null where it is not there. Lower case. */
  pronounce: (word: string) => string | null;
}

/** The longest line that is read, characters. */
export const LONGEST_LINE = 2000;

/** The mouth shapes of each sound of ARPAbet, one after the other. */
const SHAPES_OF: Record<string, readonly string[]> = {
  AA: ['open'],
  AE: ['half'],
  AH: ['half'],
  AO: ['round'],
  AW: ['open', 'small'],
  AY: ['open', 'wide'],
  EH: ['half'],
  ER: ['teeth'],
  EY: ['half', 'wide'],
  IH: ['wide'],
  IY: ['wide'],
  OW: ['round', 'small'],
  OY: ['round', 'wide'],
  UH: ['small'],
  UW: ['small'],
  W: ['small'],
  M: ['closed'],
  B: ['closed'],
  P: ['closed'],
  F: ['bite'],
  V: ['bite'],
  L: ['tongue'],
  TH: ['tongue'],
  DH: ['tongue'],
  // Breath takes the shape of what follows.
  HH: [],
};
/** Every other sound is said with the teeth together. */
const TEETH = ['teeth'] as const;

/** Shapes that are seen to be missing where they are dropped: lips that close. */
const KEPT = 'closed';

/** How long a shape is held against others. */
const WEIGHT: Record<string, number> = { open: 2, half: 1.6, wide: 1.8, round: 2, small: 1.6 };

/** Seconds of rest after a sign. */
const PAUSES: Record<string, number> = {
  ',': 0.25,
  ';': 0.3,
  ':': 0.3,
  '.': 0.45,
  '!': 0.45,
  '?': 0.45,
  '…': 0.6,
  '–': 0.3,
};

/** Frames that a shape is held at least. */
const LEAST = 2;
/** Seconds from one blink to the next, and after a pause. */
const BLINK_EVERY = 3.4;

const DIGITS = ['zero', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine'];
const TEENS = [
  'ten',
  'eleven',
  'twelve',
  'thirteen',
  'fourteen',
  'fifteen',
  'sixteen',
  'seventeen',
  'eighteen',
  'nineteen',
];
const TENS = ['', '', 'twenty', 'thirty', 'forty', 'fifty', 'sixty', 'seventy', 'eighty', 'ninety'];

/** A whole number below a thousand in words; longer ones digit by digit. */
export function numberWords(digits: string): string[] {
  const value = Number(digits);
  if (digits.length > 3) return [...digits].map((digit) => DIGITS[Number(digit)]);
  if (value < 10) return [DIGITS[value]];
  if (value < 20) return [TEENS[value - 10]];
  if (value < 100) return [TENS[Math.floor(value / 10)], ...(value % 10 ? [DIGITS[value % 10]] : [])];
  return [DIGITS[Math.floor(value / 100)], 'hundred', ...(value % 100 ? numberWords(String(value % 100)) : [])];
}

/**
 * Reads a line as mouth shapes with the frames each is held: words by the dictionary, or by how they are spelt; shapes at
 * most every 2 frames, closed lips never dropped, each a frame before its sound, rest at pauses. A mood in square brackets
 * holds from there on: `[happy] Low water at nine.`
 */
export function readLine(text: string, { fps, wordsAMinute, pronounce }: ReadOptions): SpokenLine {
  const shapes: SpokenShape[] = [];
  const [guessed, unsaid]: [Set<string>, Set<string>] = [new Set(), new Set()];
  let mood: string | null = null;
  const rest = (seconds: number) => {
    const frames = Math.max(LEAST, Math.round(seconds * fps));
    const last = shapes.at(-1);
    if (last?.shape === 'rest' && last.mood === mood) last.frames = Math.max(last.frames, frames);
    else shapes.push({ shape: 'rest', frames, mood, word: '' });
  };
  const say = (word: string) => {
    const known = pronounce(word);
    const sounds = known ? known.split(' ').map((sound) => sound.replace(/\d/g, '')) : lettersToSounds(word);
    if (!known) (sounds.length > 0 ? guessed : unsaid).add(word);
    const said = sounds.flatMap((sound) => SHAPES_OF[sound] ?? TEETH);
    shapes.push(...timed(said, (60 / wordsAMinute) * fps).map((one) => ({ ...one, mood, word })));
  };
  const tokens =
    text.slice(0, LONGEST_LINE).match(/\[[^\]]*\]|\d+|[\p{L}\p{M}]+(?:['’][\p{L}]+)*|[,;:.!?…–]|[^\s]/gu) ?? [];
  for (const token of tokens) {
    if (token.startsWith('[')) {
      const word = token.slice(1, -1).trim().toLowerCase();
      mood = word === '' || word === 'neutral' ? null : word;
    } else if (token in PAUSES) rest(PAUSES[token]);
    else if (/^\d/.test(token)) numberWords(token).forEach(say);
    else if (/^\p{L}/u.test(token)) say(token.toLowerCase().replace('’', "'"));
    else if (!/["“”'‘’()\-—]/.test(token)) unsaid.add(token);
  }
  if (shapes.length === 0) return { shapes: [], frames: 0, blinks: [], guessed: [...guessed], unsaid: [...unsaid] };
  rest(PAUSES['.']);
  const joined = lead(joinAlike(shapes));
  const frames = joined.reduce((sum, one) => sum + one.frames, 0);
  return { shapes: joined, frames, blinks: blinksIn(joined, fps), guessed: [...guessed], unsaid: [...unsaid] };
}

/** Shapes of one word with their frames; what there is no time for is dropped, but for closed lips. */
function timed(said: readonly string[], about: number): { shape: string; frames: number }[] {
  const runs = said.filter((shape, at) => shape !== said[at - 1]);
  if (runs.length === 0) return [];
  // Short words are quicker and long ones slower than the mean of two or three syllables.
  const weights = runs.map((shape) => WEIGHT[shape] ?? 1);
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  const wanted = Math.max(LEAST, Math.round(about * Math.min(1.6, 0.45 + total * 0.09)));
  const kept = runs.map((shape, at) => ({ shape, weight: weights[at] }));
  // Lips that close twice open in between, also where the next word begins with them.
  const isFree = ({ shape }: { shape: string }, at: number) =>
    shape !== KEPT && !((kept[at - 1]?.shape ?? KEPT) === KEPT && (kept[at + 1]?.shape ?? KEPT) === KEPT);
  while (kept.length * LEAST > wanted && kept.some(isFree) && kept.length > 1) {
    const lightest = kept.filter(isFree).reduce((a, b) => (b.weight < a.weight ? b : a));
    kept.splice(kept.indexOf(lightest), 1);
  }
  const left = Math.max(0, wanted - kept.length * LEAST);
  const weight = kept.reduce((sum, one) => sum + one.weight, 0);
  let [given, so] = [0, 0];
  return kept.map((one) => {
    so += one.weight;
    const more = Math.round((left * so) / weight) - given;
    given += more;
    return { shape: one.shape, frames: LEAST + more };
  });
}

/** Neighbours of one shape and mood as one, under the words of the first. */
function joinAlike(shapes: readonly SpokenShape[]): SpokenShape[] {
  const joined: SpokenShape[] = [];
  for (const one of shapes) {
    const last = joined.at(-1);
    if (last && last.shape === one.shape && last.mood === one.mood) last.frames += one.frames;
    else joined.push({ ...one });
  }
  return joined;
}

/** Every shape a frame before its sound: the first is a frame shorter, the rest at the end a frame longer. */
function lead(shapes: SpokenShape[]): SpokenShape[] {
  const [first] = shapes;
  const last = shapes.at(-1);
  if (!last || shapes.length < 2 || first.frames <= LEAST) return shapes;
  first.frames -= 1;
  last.frames += 1;
  return shapes;
}

/** A blink every few seconds, where the mouth rests if it does so about then. */
function blinksIn(shapes: readonly SpokenShape[], fps: number): number[] {
  const every = Math.round(BLINK_EVERY * fps);
  const blinks: number[] = [];
  let [at, last] = [0, 0];
  for (const { shape, frames } of shapes) {
    const since = at - last;
    if (since >= every || (shape === 'rest' && since >= every / 2)) {
      blinks.push(at);
      last = at;
    }
    at += frames;
  }
  return blinks;
}

/** Shapes that stand in for one that a set lacks, the nearest first. */
const STAND_INS: Record<string, readonly string[]> = {
  closed: ['rest'],
  open: ['half', 'round', 'wide'],
  half: ['open', 'wide', 'teeth'],
  wide: ['half', 'teeth', 'open'],
  round: ['small', 'open', 'half'],
  small: ['round', 'closed', 'half'],
  bite: ['teeth', 'closed', 'half'],
  tongue: ['half', 'teeth', 'wide'],
  teeth: ['wide', 'half', 'closed'],
};

/** A drawing that a shape is shown by. */
export interface StandIn<D> {
  drawing: D;
  /** Is it another than was asked for? */
  isOther: boolean;
}

/**
 * The drawing that shows a shape in a mood: the very one, else the same shape in the first mood, else the nearest shape.
 * @param drawings the default one first
 */
export function standIn<D extends { shape: string; mood: string }>(
  drawings: readonly D[],
  shape: string,
  mood: string,
  firstMood: string,
): StandIn<D> | null {
  for (const [at, wanted] of [shape, ...(STAND_INS[shape] ?? []), 'rest'].entries())
    for (const felt of [mood, firstMood]) {
      const drawing = drawings.find((one) => one.shape === wanted && one.mood === felt);
      if (drawing) return { drawing, isOther: at > 0 || felt !== mood };
    }
  const [first] = drawings;
  return first ? { drawing: first, isOther: true } : null;
}
