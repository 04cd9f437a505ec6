import { asWork } from '../../api/work';
import type { BenchValue } from '../../bench/context';
import { tell } from '../../ui/tell';
import { dropProposal } from './proposals';

/** Has nothing been cut in the view yet? */
export function isRaw({ doc, view }: Pick<BenchValue, 'doc' | 'view'>): boolean {
  return !doc.pieces.some((piece) => piece.viewId === view.id);
}

/** All that can be proposed, done as one edit: what is left to decide is asked afterwards, doubt by doubt. */
export async function firstDraft({ view, edit }: BenchValue): Promise<void> {
  dropProposal();
  const state = await asWork('First draft', (signal) => edit('draft.draft', view.id, {}, signal));
  if (state?.summary) tell(`${state.summary}. What is left to decide is asked in the ledger.`);
}
