import { labelFor } from '@limber-sheaf/core';
import { useOnBench } from '../../bench/context';
import { useBench } from '../../bench/store';
import { useCut } from './cut-store';
import { nextPart } from '../../bench/parts';
import { usePenStore } from './pen-store';
import { proposalStore } from './proposals';

/** What the tool in hand waits for, in a sentence. */
export function useCutHint(): string | null {
  const { doc, view } = useOnBench();
  const pickedPart = useBench((s) => s.pickedPart);
  const { tool, settings } = useCut();
  const { proposal, refusal, busy, pen } = usePenStore();
  const split = proposalStore((s) => s.picture !== null);
  if (busy) return 'Cutting…';
  if (proposal || tool === null) return null;
  if (refusal && (pen.kind !== 'idle' || tool === 'soak')) return refusal;
  const part = labelFor(
    pickedPart ?? nextPart(doc, view.id, null) ?? { group: 'the part', side: null, part: null, index: null },
  );
  switch (tool) {
    case 'cross':
      return split ? 'Draw a line across a shape to split it.' : 'Draw a line across a limb, or click its two ends.';
    case 'soak':
      return `Click a region for ${part}${settings.copy ? ', as a copy' : ''}.`;
    case 'trace':
      return settings.hug
        ? `Click along the edge of ${part}: the line follows it. Drag a point to move it; Enter closes.`
        : `Draw round ${part}, or click point to point and drag points to move them; Enter closes.`;
    case 'nib':
      return `Draw over what ${part} gets; hold Alt to take away from it.`;
    case 'give':
      return 'Draw round what goes back to the design.';
  }
}
