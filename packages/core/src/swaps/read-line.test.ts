import fc from 'fast-check';
import { lettersToSounds } from './letters-to-sounds.js';
import { numberWords, readLine, standIn } from './read-line.js';

/** A few words of the dictionary. */
const SOUNDS: Record<string, string> = {
  low: 'L OW1',
  water: 'W AO1 T ER0',
  at: 'AE1 T',
  nine: 'N AY1 N',
  all: 'AO1 L',
  mail: 'M EY1 L',
  aboard: 'AH0 B AO1 R D',
  mum: 'M AH1 M',
  two: 'T UW1',
};
const options = { fps: 24, wordsAMinute: 160, pronounce: (word: string) => SOUNDS[word] ?? null };
const read = (text: string, more: Partial<typeof options> = {}) => readLine(text, { ...options, ...more });
const shapes = (text: string) => read(text).shapes.map(({ shape }) => shape);

test('words become the shapes of their sounds, with rest at the pauses', () => {
  expect(shapes('mum')).toEqual(['closed', 'half', 'closed', 'rest']);
  const line = read('Low water at nine, all mail aboard.');
  expect(line.guessed).toEqual([]);
  expect(line.shapes.filter(({ shape }) => shape === 'rest').length).toBe(2);
  expect(line.shapes.at(-1)).toMatchObject({ shape: 'rest', word: '' });
  expect(line.frames).toBe(line.shapes.reduce((sum, { frames }) => sum + frames, 0));
});

test('at any speed a shape is held two frames or more, and no closed lips are dropped', () => {
  const word = fc.constantFrom(...Object.keys(SOUNDS), 'bumblebee', 'pepper', 'maybe');
  fc.assert(
    fc.property(
      fc.array(word, { minLength: 1, maxLength: 14 }),
      fc.constantFrom(12, 24, 30),
      fc.integer({ min: 60, max: 400 }),
      (words, fps, wordsAMinute) => {
        const line = read(words.join(' '), { fps, wordsAMinute });
        expect(line.shapes.every(({ frames }) => frames >= 1)).toBe(true);
        // The first gives up a frame, so that every shape leads its sound.
        expect(line.shapes.slice(1).every(({ frames }) => frames >= 2)).toBe(true);
        const closings = words.map((one) => (SOUNDS[one] ?? lettersToSounds(one).join(' ')).split(' '));
        const wanted = closings.flat().filter((sound) => /^[MBP]\d?$/.test(sound)).length;
        const neighbours = closings
          .flat()
          .filter((sound, at, list) => /^[MBP]\d?$/.test(sound) && /^[MBP]\d?$/.test(list[at - 1] ?? '')).length;
        expect(line.shapes.filter(({ shape }) => shape === 'closed').length).toBeGreaterThanOrEqual(
          wanted - neighbours,
        );
      },
    ),
    { numRuns: 60 },
  );
});

test('a slower speaker takes longer; frames a second change the count and not the time', () => {
  const [quick, slow] = [read('water mail', { wordsAMinute: 200 }), read('water mail', { wordsAMinute: 90 })];
  expect(slow.frames).toBeGreaterThan(quick.frames);
  const [few, many] = [12, 24].map(
    (fps) => read('Low water at nine, all mail aboard.', { fps, wordsAMinute: 90 }).frames / fps,
  );
  expect(Math.abs(few - many)).toBeLessThan(0.8);
});

test('a mood in brackets holds from there on, and eyes blink by themselves', () => {
  const line = read('Low water. [happy] All mail aboard! [] At nine. All mail aboard. Low water at nine.');
  const moodOf = (word: string) => line.shapes.filter((one) => one.word === word).map(({ mood }) => mood);
  expect(moodOf('mail')[0]).toBe('happy');
  expect(moodOf('water')[0]).toBeNull();
  expect(line.blinks.length).toBeGreaterThan(0);
  expect(line.blinks.every((frame) => frame < line.frames)).toBe(true);
});

test('digits are said as numbers, unknown words by their spelling, other alphabets not at all; an empty line says nothing', () => {
  expect([numberWords('7'), numberWords('42'), numberWords('317'), numberWords('2026')]).toEqual([
    ['seven'],
    ['forty', 'two'],
    ['three', 'hundred', 'seventeen'],
    ['two', 'zero', 'two', 'six'],
  ]);
  const odd = read('zblorp 9 вода £');
  expect([odd.guessed, odd.unsaid]).toEqual([['zblorp'], ['вода', '£']]);
  expect(read('')).toEqual({ shapes: [], frames: 0, blinks: [], guessed: [], unsaid: [] });
  expect(read('…').frames).toBeGreaterThan(0);
  expect(read('mail '.repeat(2000)).frames).toBeLessThan(20_000);
});

/** Spellings and the mouth shapes that a speaker makes for them. */
test.each([
  ['night', 'N AY T'],
  ['phone', 'F OW N'],
  ['quick', 'K W IH K'],
  ['make', 'M EY K'],
  ['ship', 'SH IH P'],
  ['go', 'G OW'],
  ['knee', 'N IY'],
  ['table', 'T AE B AH L'],
  ['Élan', 'EH L AE N'],
  ['вода', ''],
])('%s is said by its spelling', (word, sounds) => {
  expect(lettersToSounds(word).join(' ')).toBe(sounds);
});

test('what a set lacks is stood in for by the nearest that it has', () => {
  const has = (...shapes: string[]) =>
    shapes.map((one) => ({ shape: one.split(' ')[0], mood: one.split(' ')[1] ?? 'neutral' }));
  const of = (list: ReturnType<typeof has>, shape: string, mood = 'neutral') => {
    const found = standIn(list, shape, mood, 'neutral');
    return found && `${found.drawing.shape} ${found.drawing.mood}${found.isOther ? ' instead' : ''}`;
  };
  expect(of(has('rest', 'round'), 'round')).toBe('round neutral');
  expect(of(has('rest', 'round'), 'small')).toBe('round neutral instead');
  expect(of(has('rest', 'open', 'open happy'), 'open', 'happy')).toBe('open happy');
  expect(of(has('rest', 'open'), 'open', 'happy')).toBe('open neutral instead');
  expect(of(has('rest'), 'tongue')).toBe('rest neutral instead');
  expect(standIn([], 'open', 'neutral', 'neutral')).toBeNull();
});
