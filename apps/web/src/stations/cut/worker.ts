import { handWorker } from '../../bench/worker';
import type { proposalTasks } from './proposal-tasks';
import type { tasks } from './tasks';

/** The worker as Cut asks it: for what the hand does, and for proposals. */
export const cutWorker = () => handWorker<typeof tasks>('cut');
export const proposalWorker = () => handWorker<typeof proposalTasks>('proposals');
