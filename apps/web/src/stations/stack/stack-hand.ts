import { bendByHand } from '../../bench/bend-hand';
import type { Hand } from '../../bench/station';
import { useStackStore } from './stack-store';
import { still } from './wiggle';

/** What the pointer does at Stack: bends a limb, so that its order there can be set; a click picks. */
export const stackHand: Hand = {
  points: () => false,

  send(event, bench, table) {
    if (event.kind === 'move' && !event.pressed)
      void table.pieceUnder(event.x, event.y).then((under) => {
        if (useStackStore.getState().under !== under) useStackStore.setState({ under });
      });
    if (event.kind === 'press') still();
    return bendByHand(event, bench, table);
  },
};
