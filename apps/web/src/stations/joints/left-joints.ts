import { create } from 'zustand';
import { createJSONStorage, persist } from 'zustand/middleware';

/** Why fit-all left pieces without a joint, in their own words; kept over a reload, until they are fitted anew. */
export const useLeftJoints = create<{ because: Record<string, string> }>()(
  persist(() => ({ because: {} }), {
    name: 'limber-sheaf.left-joints',
    storage: createJSONStorage(() => sessionStorage),
  }),
);

/** Takes the reasons out of what an edit left alone ("arm_A_hand is left: …"), by piece. */
export function leftBecause(
  notes: readonly string[],
  pieces: readonly { id: string; name: string }[],
): Record<string, string> {
  const because: Record<string, string> = {};
  for (const { id, name } of pieces) {
    const start = `${name} is left: `;
    const note = notes.find((line) => line.startsWith(start));
    if (note) because[id] = note.slice(start.length);
  }
  return because;
}
