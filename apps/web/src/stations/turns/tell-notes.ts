import { tell } from '../../ui/tell';

/** Says what an edit left alone or laid open. */
export function tellNotes(state: { notes?: string[] } | null | undefined): void {
  for (const note of state?.notes ?? []) tell(note);
}
