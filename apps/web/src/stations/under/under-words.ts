import { jointLabel, type Bare, type CharacterDoc } from '@limber-sheaf/core';
import type { WantedMode } from './under-store';

/** What shows a bare place: `shoulder A at 90°`, or two joints at their ends. */
export function shownBy(doc: CharacterDoc, { turns }: Pick<Bare, 'turns'>): string {
  return turns
    .flatMap(({ jointId, angle }) => {
      const joint = doc.joints.find(({ id }) => id === jointId);
      return joint ? [`${jointLabel(doc, joint)} at ${angle}°`] : [];
    })
    .join(', ');
}

/** px in words: `11,406`. */
export const pixels = (area: number) => area.toLocaleString('en');

/** px beyond what comes into view that are painted unless the artist says otherwise. */
export const USUAL_MARGIN = 12;

/** How paint is carried on, in words. */
export const MODE_WORDS: { value: WantedMode; word: string }[] = [
  { value: 'auto', word: 'by its paint' },
  { value: 'flat', word: 'flat' },
  { value: 'smooth', word: 'smooth' },
  { value: 'continue', word: 'continue' },
];
