/** A token of a piece's name, in the order a scheme puts them. */
export type NameToken = 'group' | 'side' | 'part' | 'index';

/** How a character's pieces are named. Schemes are data; a part keeps its tokens whatever the scheme. */
export interface NamingScheme {
  /** How sides are told apart: letters stay true when a puppet is mirrored. */
  sides: 'letters' | 'near-far' | 'left-right';
  separator: '_' | '-' | ' ';
  /** Letter case of the words; a side letter is always a capital. */
  case: 'lower' | 'capital' | 'camel';
  piece: NameToken[];
  /** Follows a piece's name on its pivot marker. */
  pivotMark: string;
  /** The order of a drawing's tokens; as usual where not given. */
  drawing?: DrawingToken[];
  /** Digits that the number of a copy has at least: 1, 01, 001; one where not given. */
  digits?: number;
}

/** A token of a swap drawing's name, in the order a scheme puts them. */
export const DRAWING_TOKENS = ['set', 'shape', 'mood', 'index'] as const;
export type DrawingToken = (typeof DRAWING_TOKENS)[number];

/** Digits that a copy's number may be given. */
export const INDEX_DIGITS = { least: 1, most: 3 } as const;

/** The scheme a new character starts with. */
export const DEFAULT_SCHEME: NamingScheme = {
  sides: 'letters',
  separator: '_',
  case: 'lower',
  piece: ['group', 'side', 'part', 'index'],
  pivotMark: 'PIVOT',
};

/** What a name is made of: tokens a part carries. */
export interface NameTokens {
  /** What it belongs to: arm, leg, head, hair. */
  group: string;
  /** A or B; null for what there is one of. */
  side: 'A' | 'B' | null;
  /** Which part of the group: upper, lower, hand; null where the group is the part. */
  part: string | null;
  /** Counts copies from 1; null for the only one. */
  index: number | null;
}

/** What tokens say without their number: the same for copies of one part. */
export function unnumbered({ group, side, part }: NameTokens): string {
  return JSON.stringify([group, side, part]);
}

const SIDE_WORDS = {
  letters: { A: 'A', B: 'B' },
  'near-far': { A: 'near', B: 'far' },
  'left-right': { A: 'right', B: 'left' },
} as const;

/** The longest a piece's name may be, characters: safe with an ending on every common file system. */
export const LONGEST_NAME = 80;

/** The name of a part in a scheme: its tokens in order, empty ones dropped. */
export function nameFor(part: NameTokens, scheme: NamingScheme): string {
  const words: string[] = [];
  for (const token of scheme.piece) {
    if (token === 'side') {
      if (part.side) words.push(sideWord(part.side, scheme, words.length === 0));
    } else if (token === 'index') {
      if (part.index !== null) words.push(indexWord(part.index, scheme));
    } else {
      const text = part[token];
      if (text) words.push(caseWord(text, scheme, words.length === 0));
    }
  }
  return words.join(scheme.separator);
}

/** The name of a swap drawing in a scheme: its tokens in order, empty ones dropped. The set is a name already. */
export function drawingNameFor(
  drawing: { set: string; shape: string; mood: string | null; index: number | null },
  scheme: NamingScheme,
): string {
  const words: string[] = [];
  for (const token of scheme.drawing ?? DRAWING_TOKENS) {
    const text = token === 'index' || token === 'set' ? null : drawing[token];
    if (token === 'index' && drawing.index !== null) words.push(indexWord(drawing.index, scheme));
    if (token === 'set') words.push(drawing.set);
    if (text) words.push(caseWord(text, scheme, words.length === 0));
  }
  return words.join(scheme.separator);
}

function indexWord(index: number, { digits = INDEX_DIGITS.least }: NamingScheme): string {
  return String(index).padStart(digits, '0');
}

function sideWord(side: 'A' | 'B', scheme: NamingScheme, first: boolean): string {
  const word = SIDE_WORDS[scheme.sides][side];
  return word.length === 1 ? word : caseWord(word, scheme, first);
}

/** One token in the scheme's letter case; several words in a token are run together with the separator they lack. */
function caseWord(text: string, scheme: NamingScheme, first: boolean): string {
  const words = plainWords(text);
  if (scheme.case === 'lower') return words.join(scheme.separator === '-' ? '_' : '-');
  return words
    .map((word, i) => (scheme.case === 'camel' && first && i === 0 ? word : word[0].toUpperCase() + word.slice(1)))
    .join('');
}

/** The plain lower-case words of a text: letters and digits of ASCII, accents dropped. */
export function plainWords(text: string): string[] {
  return (
    text
      .normalize('NFKD')
      .replace(/[\u0300-\u036f]/g, '')
      .toLowerCase()
      .match(/[a-z0-9]+/g) ?? []
  );
}

/** Are two names the same to whoever reads them: whatever their capitals, accents and signs? */
export function sameName(one: string, other: string): boolean {
  return plainWords(one).join() === plainWords(other).join();
}

/** A text as a code for files and addresses: `Juniper Vane` → `juniper-vane`; empty where nothing is left of it. */
export function codeFor(text: string): string {
  return plainWords(text).join('-').slice(0, 60).replace(/-+$/, '');
}

/** A part as a person says it: `lower arm A`, `hair, front`, `head`. */
export function labelFor(part: NameTokens): string {
  const limb = LIMBS.has(part.group);
  const base = !part.part
    ? part.group
    : limb && WITH_GROUP.has(part.part)
      ? `${part.part} ${part.group}`
      : limb
        ? part.part
        : `${part.group}, ${part.part}`;
  return [base, part.side, part.index].filter((word) => word !== null && word !== '').join(' ');
}

/** A label at the beginning of a sentence. */
export function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}

const LIMBS = new Set(['arm', 'leg', 'foreleg', 'hindleg', 'wing']);
const WITH_GROUP = new Set(['upper', 'lower', 'tip', 'paw']);
