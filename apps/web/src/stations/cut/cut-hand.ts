import type { Hand } from '../../bench/station';
import { useCut } from './cut-store';
import { sendNib } from './nib-hand';
import { penHand } from './pen-hand';
import { usePenStore } from './pen-store';
import { clickShape, giveAcross, hoverShape } from './proposal-hand';
import { proposalStore } from './proposals';
import { hoverSoak, takeSoak } from './soak-hand';

/** What the pointer does at Cut: draws with the pen, soaks, corrects a proposal, or picks the side of a cut. */
export const cutHand: Hand = {
  points: () => useCut.getState().tool !== null,

  send(event, bench, table) {
    const { tool } = useCut.getState();
    const { proposal } = usePenStore.getState();
    const { x, y, kind } = event;
    if (tool === 'nib') {
      sendNib(event, bench);
      return true;
    }
    if (tool !== null && tool !== 'soak' && !proposal) {
      const { send } = penHand(bench, table);
      if (kind === 'press' || kind === 'move') send({ kind, x, y });
      else if (kind === 'double') send({ kind: 'close' });
      else send({ kind });
      return true;
    }
    if (tool === 'soak') {
      if (kind === 'move') void hoverSoak(bench, { x, y });
      if (kind === 'release' && !event.dragged) void takeSoak(bench, { x, y });
      return true;
    }
    if (proposal) {
      if (kind === 'release' && !event.dragged) penHand(bench, table).pickSide({ x, y });
      return true;
    }
    if (proposalStore.getState().picture && tool === null) {
      if (kind === 'press' || kind === 'move') void hoverShape({ x, y }, event.pressed);
      if (kind === 'release') void (event.dragged ? giveAcross() : clickShape({ x, y }));
      return true;
    }
    return false;
  },
};
