import { pieceName, type OwnLine, type PieceRow, type ProposeOptions } from '@limber-sheaf/core';
import { asWork } from '../../api/work';
import type { BenchValue } from '../../bench/context';
import { handWorker, keyOf } from '../../bench/worker';
import type { TableTasks } from '../../bench/worker/table-tasks';
import { useUnderStore, type WantedMode } from './under-store';

/** What can be changed of paint that was just taken. */
interface Numbers {
  mode: WantedMode;
  margin: number | null;
  line: OwnLine;
}

/** How the picked piece's paint is wanted, where the artist has said so. */
export function proposeOptions({ mode, margin }: Pick<Numbers, 'mode' | 'margin'>): ProposeOptions {
  return { ...(mode === 'auto' ? {} : { mode }), ...(margin === null ? {} : { margin }) };
}

/** Paints a piece beneath as it is proposed. Its numbers can be changed from then on, until something else happens. */
export async function takeProposal(bench: BenchValue, piece: PieceRow, anew: boolean): Promise<void> {
  const { doc, edit, view } = bench;
  const body = { ...proposeOptions(useUnderStore.getState()), anew, saw: { [piece.id]: piece.version } };
  const [state, line] = await Promise.all([
    asWork(`Paint ${pieceName(doc, piece)} beneath`, (signal) => edit('under.paint', piece.id, body, signal)),
    handWorker<TableTasks>().lineOf(keyOf(bench), view.id),
  ]);
  if (state) useUnderStore.setState({ taken: { pieceId: piece.id, revision: state.revision, anew, line } });
}

let adjusting = false;

/** Paints what was taken last by other numbers, in place of that edit and nothing else. */
export async function adjustTaken({ edit }: Pick<BenchValue, 'edit'>, change: Partial<Numbers>): Promise<void> {
  const { line, ...others } = change;
  useUnderStore.setState(({ taken }) => ({ ...others, ...(taken && line && { taken: { ...taken, line } }) }));
  if (adjusting) return;
  adjusting = true;
  try {
    // The hand may move on while the server answers: the newest numbers count.
    for (let used = ''; ;) {
      const { taken, mode, margin } = useUnderStore.getState();
      const wanted = taken && { ...proposeOptions({ mode, margin }), line: bodyOf(taken.line), anew: taken.anew };
      if (!taken || JSON.stringify(wanted) === used) break;
      used = JSON.stringify(wanted);
      const state = await edit('under.paint', taken.pieceId, { ...wanted, replaces: taken.revision, saw: {} });
      useUnderStore.setState((now) => ({
        taken: now.taken && state ? { ...now.taken, revision: state.revision } : null,
      }));
    }
  } finally {
    adjusting = false;
  }
}

function bodyOf({ width, colour }: OwnLine): { width: number; colour: number[] } {
  return { width, colour: [...colour] };
}
