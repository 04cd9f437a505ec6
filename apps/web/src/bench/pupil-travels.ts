import type { Travel } from '@limber-sheaf/core';
import type { BenchValue } from './context';
import { handWorker, keyOf } from './worker';
import type { TableTasks } from './worker/table-tasks';

/** How far each pupil of a view may go from where it rests, by piece; null for one that does not lie within its white. */
export async function pupilTravels({
  doc,
  sheets,
  view,
}: Pick<BenchValue, 'doc' | 'sheets' | 'view'>): Promise<ReadonlyMap<string, Travel | null>> {
  return new Map(await handWorker<TableTasks>().travels(keyOf({ doc, sheets }), view.id));
}
