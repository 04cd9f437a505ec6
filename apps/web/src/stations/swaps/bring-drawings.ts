import { asWork } from '../../api/work';
import type { BenchValue } from '../../bench/context';

/**
 * Brings files in as drawings of a set, as one edit.
 * @param cell the place on the chart that one file is for; by their names where not given
 */
export async function bringDrawings(
  { edit, view }: Pick<BenchValue, 'edit' | 'view'>,
  setId: string,
  files: readonly File[],
  cell?: { shape: string; mood: string },
): Promise<void> {
  if (files.length === 0) return;
  const form = new FormData();
  // Before the files: a form is read in its order.
  form.append('viewId', view.id);
  if (cell) {
    form.append('shape', cell.shape);
    form.append('mood', cell.mood);
  }
  for (const file of files) form.append('art', file, file.name);
  await asWork('Reading the drawings', (signal) => edit('swaps.bring', setId, form, signal));
}

/** Lets a drawing hold the thing in a file, as a piece of its own. */
export async function holdThing(
  { edit, view }: Pick<BenchValue, 'edit' | 'view'>,
  drawingId: string,
  files: readonly File[],
): Promise<void> {
  const [file] = files;
  if (!file) return;
  const form = new FormData();
  form.append('viewId', view.id);
  form.append('art', file, file.name);
  await asWork('Reading the thing', (signal) => edit('swaps.hold', drawingId, form, signal));
}
