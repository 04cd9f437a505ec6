import { backgroundWorker } from '../../bench/worker';
import type { underTasks } from './under-tasks';

/** The worker as Under asks it. */
export const underWorker = () => backgroundWorker<typeof underTasks>('under');
