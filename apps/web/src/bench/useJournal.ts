import { toast } from 'sonner';
import { useOnBench } from './context';

/** Undo and redo, told by name. */
export function useJournal(): { undo: () => Promise<void>; redo: () => Promise<void> } {
  const { doc, edit } = useOnBench();
  const step = (way: 'undo' | 'redo') => async () => {
    const state = await edit('POST', `/characters/${doc.character.id}/${way}`);
    if (state?.summary) toast(state.summary);
  };
  return { undo: step('undo'), redo: step('redo') };
}
