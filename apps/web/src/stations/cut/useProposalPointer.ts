import { useRef } from 'react';
import { toast } from 'sonner';
import { useBench } from '../../bench/store';
import { handWorker } from '../../workers/core';
import { sameTokens } from './parts';
import { giveShape, proposalStore } from './proposals';

/** Pointing at proposed shapes: a click gives one to the picked part, or takes it out where it has it already. */
export function useProposalPointer() {
  const picture = proposalStore((s) => s.picture);
  const tool = useBench((s) => s.tool);
  const asking = useRef(false);

  const hover = (at: { x: number; y: number }) => {
    if (asking.current) return;
    asking.current = true;
    void handWorker()
      .shapeAt(at.x, at.y)
      .then((over) => over !== proposalStore.getState().over && proposalStore.setState({ over }))
      .finally(() => (asking.current = false));
  };

  const click = async (at: { x: number; y: number }) => {
    const shape = await handWorker().shapeAt(at.x, at.y);
    const { picture: now, parts } = proposalStore.getState();
    if (shape === null || !now) return;
    const { pickedPart } = useBench.getState();
    const guess = now.shapes[shape].part;
    const guessed = guess === null ? null : parts[guess];
    if (!pickedPart) {
      if (guessed) useBench.setState({ pickedPart: guessed, pickedPiece: null });
      else toast('Pick the part this shape belongs to in the ledger, then click it again.');
      return;
    }
    await giveShape(shape, sameTokens(pickedPart, guessed) ? null : pickedPart);
  };

  return { active: picture !== null && tool === null, hover, click };
}
