import type { CharacterDoc, SheetsOf } from '@limber-sheaf/core';

/** A character as the bench has it: what a worker is told once, and then only reminded of by its key. */
export interface HeldState {
  doc: CharacterDoc;
  sheets: SheetsOf;
}

/** Stands for a character's state in a task's arguments. */
export type StateKey = number;

const MOST = 6;
const states = new Map<StateKey, HeldState>();

/** The state that a key stands for. @throws RangeError for one that is long gone */
export function held(key: StateKey): HeldState {
  const state = states.get(key);
  if (!state) throw new RangeError('that state of the character is no longer held');
  return state;
}

export const holding = {
  /** Takes a state in; the oldest goes. */
  hold(key: StateKey, state: HeldState): void {
    states.set(key, state);
    if (states.size > MOST) states.delete(states.keys().next().value as StateKey);
  },
};

export type Holding = typeof holding;
