import { jointLabel, type Bare, type CharacterDoc } from '@limber-sheaf/core';

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
