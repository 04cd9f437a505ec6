import { forget as forgetAtHand } from './at-hand.js';
import { task } from './task.js';

/** Forgets what its thread keeps at hand. */
export const forget = task(forgetAtHand);
