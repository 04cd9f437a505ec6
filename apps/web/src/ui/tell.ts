import { create } from 'zustand';

/** A thing to do about what was told, on its toast. */
export interface TellAction {
  label: string;
  onClick: () => void;
}

/** Something that the bench has said. */
export interface Told {
  /** Counted from 1 since the page was opened. */
  number: number;
  at: Date;
  text: string;
  description?: string;
  /** Was something refused, and not just told? */
  refused: boolean;
  action?: TellAction;
}

/** How much is kept to be read later. */
const KEPT = 60;

/** What was told since the page was opened, newest last. */
export const useTold = create<{ told: Told[] }>(() => ({ told: [] }));

function add(text: string, refused: boolean, more: { description?: string; action?: TellAction } = {}): void {
  useTold.setState(({ told }) => ({
    told: [...told.slice(1 - KEPT), { number: (told.at(-1)?.number ?? 0) + 1, at: new Date(), text, refused, ...more }],
  }));
}

/** Says what was done; it stays to be read on the list of what was said. */
export function tell(text: string, more?: { description?: string; action?: TellAction }): void {
  add(text, false, more);
}

/** Says why something was not done, and what would do. */
export function refuse(text: string, more?: { description?: string }): void {
  add(text, true, more);
}
