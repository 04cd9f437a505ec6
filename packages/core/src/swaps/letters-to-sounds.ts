/** A spelling and the sounds it stands for, in the letters of ARPAbet; `at` says where in a word it holds. */
interface LetterRule {
  letters: string;
  sounds: string;
  at?: 'start' | 'end';
}

/** English spellings, the longest first; what is not among them stands for itself. */
const RULES: readonly LetterRule[] = (
  [
    ['ough', 'OW'],
    ['eigh', 'EY'],
    ['tion', 'SH AH N'],
    ['sion', 'ZH AH N'],
    ['igh', 'AY'],
    ['tch', 'CH'],
    ['dge', 'JH'],
    ['air', 'EH R'],
    ['ear', 'IH R'],
    ['our', 'AW R'],
    ['oor', 'AO R'],
    ['ing', 'IH NG'],
    ['sch', 'S K'],
    ['qu', 'K W'],
    ['ck', 'K'],
    ['ch', 'CH'],
    ['sh', 'SH'],
    ['th', 'TH'],
    ['ph', 'F'],
    ['gh', 'G', 'start'],
    ['gh', ''],
    ['wh', 'W'],
    ['wr', 'R', 'start'],
    ['kn', 'N', 'start'],
    ['ng', 'NG'],
    ['ai', 'EY'],
    ['ay', 'EY'],
    ['au', 'AO'],
    ['aw', 'AO'],
    ['ar', 'AA R'],
    ['ea', 'IY'],
    ['ee', 'IY'],
    ['ei', 'EY'],
    ['eu', 'Y UW'],
    ['ew', 'UW'],
    ['er', 'ER'],
    ['ey', 'IY'],
    ['ie', 'IY'],
    ['ir', 'ER'],
    ['oa', 'OW'],
    ['oe', 'OW'],
    ['oi', 'OY'],
    ['oy', 'OY'],
    ['oo', 'UW'],
    ['ou', 'AW'],
    ['ow', 'OW'],
    ['or', 'AO R'],
    ['ur', 'ER'],
    ['ue', 'UW'],
    ['le', 'AH L', 'end'],
    ['es', 'Z', 'end'],
    ['ed', 'D', 'end'],
    ['bb', 'B'],
    ['cc', 'K'],
    ['dd', 'D'],
    ['ff', 'F'],
    ['gg', 'G'],
    ['ll', 'L'],
    ['mm', 'M'],
    ['nn', 'N'],
    ['pp', 'P'],
    ['rr', 'R'],
    ['ss', 'S'],
    ['tt', 'T'],
    ['zz', 'Z'],
    ['ce', 'S', 'end'],
    ['ge', 'JH', 'end'],
    ['ci', 'S IH'],
    ['cy', 'S IY'],
    ['y', 'Y', 'start'],
    ['e', '', 'end'],
    ['a', 'AE'],
    ['b', 'B'],
    ['c', 'K'],
    ['d', 'D'],
    ['e', 'EH'],
    ['f', 'F'],
    ['g', 'G'],
    ['h', 'HH'],
    ['i', 'IH'],
    ['j', 'JH'],
    ['k', 'K'],
    ['l', 'L'],
    ['m', 'M'],
    ['n', 'N'],
    ['o', 'AA'],
    ['p', 'P'],
    ['q', 'K'],
    ['r', 'R'],
    ['s', 'S'],
    ['t', 'T'],
    ['u', 'AH'],
    ['v', 'V'],
    ['w', 'W'],
    ['x', 'K S'],
    ['y', 'IY'],
    ['z', 'Z'],
  ] as const
).map(([letters, sounds, at]) => ({ letters, sounds, at }));

const VOWELS = /[aeiouy]/;
/** A vowel, one consonant and a silent e: the vowel says its name. */
const LONG: Record<string, string> = { a: 'EY', e: 'IY', i: 'AY', o: 'OW', u: 'UW', y: 'AY' };

/**
 * The sounds of a word that no dictionary has, by how English is spelt; letters with accents count as those without. For
 * other alphabets there are none.
 * @param word letters alone
 * @returns sounds in ARPAbet, without stress
 */
export function lettersToSounds(word: string): string[] {
  const text = word
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^a-z]/g, '');
  const sounds: string[] = [];
  let at = 0;
  while (at < text.length) {
    const isLong =
      text.length === at + 3 && text.endsWith('e') && VOWELS.test(text[at]) && !VOWELS.test(text[at + 1]) && at > 0;
    if (isLong) {
      sounds.push(LONG[text[at]]);
      at++;
      continue;
    }
    // A word of one vowel at its end says it whole: go, me, by.
    if (at === text.length - 1 && VOWELS.test(text[at]) && !VOWELS.test(text.slice(0, at)) && at > 0) {
      sounds.push(LONG[text[at]]);
      break;
    }
    const from = at;
    const rule = RULES.find(
      ({ letters, at: place }) =>
        text.startsWith(letters, from) &&
        (place !== 'start' || from === 0) &&
        (place !== 'end' || (from + letters.length === text.length && from > 0)),
    );
    if (rule?.sounds) sounds.push(...rule.sounds.split(' '));
    at += rule?.letters.length ?? 1;
  }
  return sounds;
}
