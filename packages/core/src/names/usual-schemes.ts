import { DEFAULT_SCHEME, DRAWING_TOKENS, INDEX_DIGITS, type NamingScheme } from '../document/naming.js';

/** Schemes that every production may take over, each under a name. */
export const USUAL_SCHEMES: readonly { name: string; scheme: NamingScheme }[] = [
  { name: 'Limb first, A and B', scheme: DEFAULT_SCHEME },
  {
    name: 'Part first, hyphens',
    scheme: { ...DEFAULT_SCHEME, separator: '-', piece: ['part', 'group', 'side', 'index'] },
  },
  { name: 'Words with spaces, capitals', scheme: { ...DEFAULT_SCHEME, separator: ' ', case: 'capital' } },
  { name: 'Numbers of two digits', scheme: { ...DEFAULT_SCHEME, digits: 2 } },
  { name: 'One word, near and far', scheme: { ...DEFAULT_SCHEME, case: 'camel', sides: 'near-far' } },
];

/** Are two schemes the same, so that they make the same names? */
export function sameScheme(a: NamingScheme, b: NamingScheme): boolean {
  return (
    a.sides === b.sides &&
    a.separator === b.separator &&
    a.case === b.case &&
    a.pivotMark === b.pivotMark &&
    (a.digits ?? INDEX_DIGITS.least) === (b.digits ?? INDEX_DIGITS.least) &&
    a.piece.join() === b.piece.join() &&
    (a.drawing ?? DRAWING_TOKENS).join() === (b.drawing ?? DRAWING_TOKENS).join()
  );
}
