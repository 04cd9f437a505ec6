import { backgroundWorker } from '../../bench/worker';
import type { TableTasks } from '../../bench/worker/table-tasks';
import type { underTasks } from './under-tasks';

/** The worker as Under asks it. */
export const underWorker = () => backgroundWorker<typeof underTasks & TableTasks>();
