import type { StationKey } from './store';

/** The stations of the run that are built, under the numbers they have in the whole run. */
export const STATIONS: readonly { key: StationKey; number: number; word: string; hotkey: string; purpose: string }[] = [
  {
    key: 'plan',
    number: 1,
    word: 'Plan',
    hotkey: '1',
    purpose: 'Decide what will move, how large it is drawn, and what is to come.',
  },
  { key: 'cut', number: 2, word: 'Cut', hotkey: '2', purpose: 'Give each pixel of the design to a part.' },
  {
    key: 'joints',
    number: 3,
    word: 'Joints',
    hotkey: '3',
    purpose: 'Fit a disc at each joint and round both ends to it.',
  },
  {
    key: 'stack',
    number: 5,
    word: 'Stack',
    hotkey: '5',
    purpose: 'Set what is drawn in front, and what moves with what.',
  },
  { key: 'handoff', number: 10, word: 'Hand-off', hotkey: '0', purpose: 'Check everything and make the package.' },
];
