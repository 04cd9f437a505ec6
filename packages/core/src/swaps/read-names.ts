import { plainWords } from '../document/naming.js';
import type { SwapSetRow } from '../document/rows.js';
import type { SwapKind } from '../document/row-types.js';

/** What a name says of a drawing. */
export type ReadName =
  | { kind: 'read'; shape: string; mood: string; side: 'A' | 'B' | null; index: number | null }
  /** Why it is not understood, in a sentence. */
  | { kind: 'unread'; reason: string };

/** Usual short forms and other words for the shapes of each kind of set; a shape's own name always stands for it. */
const SHAPE_WORDS: Partial<Record<SwapKind, Record<string, string>>> = {
  mouth: {
    neutral: 'rest',
    idle: 'rest',
    default: 'rest',
    normal: 'rest',
    x: 'rest',
    m: 'closed',
    b: 'closed',
    p: 'closed',
    mbp: 'closed',
    bmp: 'closed',
    shut: 'closed',
    close: 'closed',
    a: 'open',
    ah: 'open',
    aa: 'open',
    ai: 'open',
    e: 'half',
    eh: 'half',
    mid: 'half',
    ee: 'wide',
    i: 'wide',
    grin: 'wide',
    o: 'round',
    oh: 'round',
    oo: 'small',
    u: 'small',
    uh: 'small',
    w: 'small',
    wq: 'small',
    pout: 'small',
    pucker: 'small',
    f: 'bite',
    v: 'bite',
    fv: 'bite',
    lip: 'bite',
    l: 'tongue',
    th: 'tongue',
    s: 'teeth',
    z: 'teeth',
    t: 'teeth',
    d: 'teeth',
    k: 'teeth',
    r: 'teeth',
    sz: 'teeth',
    etc: 'teeth',
    clench: 'teeth',
  },
  lids: {
    opened: 'open',
    wide: 'open',
    closed: 'shut',
    close: 'shut',
    blink: 'shut',
    wink: 'shut',
    sleep: 'shut',
    mid: 'half',
    halfway: 'half',
    sleepy: 'half',
    up: 'upper',
    top: 'upper',
    bottom: 'lower',
    low: 'lower',
    narrow: 'squint',
  },
  brows: {
    rest: 'level',
    neutral: 'level',
    flat: 'level',
    default: 'level',
    down: 'low',
    frown: 'low',
    angry: 'low',
    up: 'raised',
    raise: 'raised',
    high: 'raised',
    surprised: 'raised',
    sad: 'worried',
    worry: 'worried',
    oneup: 'one-up',
    sceptical: 'one-up',
    skeptical: 'one-up',
  },
  hand: {
    relaxed: 'rest',
    default: 'rest',
    neutral: 'rest',
    idle: 'rest',
    spread: 'open',
    closed: 'fist',
    clenched: 'fist',
    pointing: 'point',
    finger: 'point',
    hold: 'grip',
    holding: 'grip',
    grab: 'grip',
    pinched: 'pinch',
    palm: 'flat',
    stop: 'flat',
  },
};

/** Other words for moods. */
const MOOD_WORDS: Record<string, string> = {
  smile: 'happy',
  smiling: 'happy',
  joy: 'happy',
  glad: 'happy',
  plain: 'neutral',
  sadness: 'sad',
  anger: 'angry',
  mad: 'angry',
  surprise: 'surprised',
  fear: 'afraid',
  scared: 'afraid',
};

/** Words that say nothing of a drawing. */
const EMPTY = new Set(['layer', 'copy', 'final', 'new', 'the', 'png', 'shape', 'drawing', 'mouths', 'phoneme']);

/** What a whole set is called as often as one of its shapes: where a name says another shape, that is meant. */
const WEAK = new Set(['blink', 'wink']);

const SIDES: Record<string, 'A' | 'B'> = { left: 'B', right: 'A', near: 'A', far: 'B' };

/**
 * Reads the name of a file or a layer as a drawing of a set: by the words of the set's chart and their usual short forms.
 * Where no word tells the mood, it is the chart's first.
 * @param own what the set's part is called: its words say nothing of the drawing
 */
export function readName(
  name: string,
  { kind, shapes, moods }: Pick<SwapSetRow, 'kind' | 'shapes' | 'moods'>,
  own: readonly string[],
): ReadName {
  const words = wordsOf(name);
  const meant = SHAPE_WORDS[kind] ?? {};
  const shapeOf = (word: string): string | null => {
    const direct = shapes.find(({ key }) => plainWords(key).join('') === word);
    const told = direct?.key ?? meant[word];
    return told !== undefined && shapes.some(({ key }) => key === told) ? told : null;
  };
  const moodOf = (word: string) => moods.find((mood) => mood === word || mood === MOOD_WORDS[word]) ?? null;
  const isTold = (word: string) => WEAK.has(word) && words.some((other) => other !== word && shapeOf(other) !== null);
  const ownWords = new Set(own.flatMap((word) => [word, `${word}s`, word.replace(/s$/, '')]));
  const found: { shapes: Set<string>; moods: Set<string> } = { shapes: new Set(), moods: new Set() };
  let [side, index]: ['A' | 'B' | null, number | null] = [null, null];
  for (let at = 0; at < words.length; at++) {
    const word = words[at];
    // Two words may be one: lip bite, one up.
    const both = at + 1 < words.length ? shapeOf(word + words[at + 1]) : null;
    if (both) {
      found.shapes.add(both);
      at++;
      continue;
    }
    if (/^\d+$/.test(word)) index = Number(word);
    else if (word in SIDES) side = SIDES[word];
    else if (ownWords.has(word) || EMPTY.has(word) || isTold(word)) continue;
    else {
      const [shape, mood] = [shapeOf(word), moodOf(word)];
      // A word that may be either is the mood where the name has a shape besides.
      if (mood && (!shape || words.some((other) => other !== word && !ownWords.has(other) && shapeOf(other) !== null)))
        found.moods.add(mood);
      else if (shape) found.shapes.add(shape);
    }
  }
  if (found.shapes.size > 1)
    return { kind: 'unread', reason: `${name} says two shapes: ${[...found.shapes].join(' and ')}.` };
  if (found.moods.size > 1)
    return { kind: 'unread', reason: `${name} says two moods: ${[...found.moods].join(' and ')}.` };
  const [shape] = found.shapes;
  const [mood = moods[0]] = found.moods;
  if (shape) return { kind: 'read', shape, mood, side, index };
  // A mood alone is the shape at rest in that mood.
  if (found.moods.size > 0 && shapes.length > 0) return { kind: 'read', shape: shapes[0].key, mood, side, index };
  return { kind: 'unread', reason: `${name} says no shape of the chart.` };
}

/** The words of a name as they are written by habit: apart, run together with capitals, with numbers. */
function wordsOf(name: string): string[] {
  const apart = name
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .replace(/([A-Za-z])(\d)/g, '$1 $2')
    .replace(/(\d)([A-Za-z])/g, '$1 $2');
  return plainWords(apart);
}
