import { backgroundWorker } from '../../bench/worker';
import type { stackTasks } from './stack-tasks';

/** The worker as Stack asks it. */
export const stackWorker = () => backgroundWorker<typeof stackTasks>('stack');
