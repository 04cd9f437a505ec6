import { USUAL_VIEWS } from '@limber-sheaf/core';

const VIEW_WORDS: Record<string, string> = {
  front: 'Front',
  'three-quarter': 'Three-quarter',
  side: 'Side',
  back: 'Back',
};

/** A view's key as a person says it. */
export function viewWord(key: string): string {
  return VIEW_WORDS[key] ?? key[0].toUpperCase() + key.slice(1).replace(/-/g, ' ');
}

/** A free view key for a file: by a word of its name, else the next usual one. */
export function viewKeyFromFile(name: string, taken: readonly string[]): string {
  const words = name.toLowerCase();
  const said = ['three-quarter', 'front', 'side', 'back'].find(
    (key) => words.includes(key) || words.includes(key.replace('-', '_')) || words.includes(key.replace('-', ' ')),
  );
  if (said && !taken.includes(said)) return said;
  const usual = USUAL_VIEWS.find((key) => !taken.includes(key));
  if (usual) return usual;
  for (let n = 2; ; n++) if (!taken.includes(`view-${n}`)) return `view-${n}`;
}

/** The key of a view by what somebody calls it: "Three-quarter left" is `three-quarter-left`; empty for no word at all. */
export function viewKeyOf(word: string): string {
  return word
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^[-0-9]+|-+$/g, '')
    .slice(0, 31);
}
