import { handWorker } from '../../bench/worker';
import type { crossTasks } from './cross-tasks';
import type { cutTasks } from './cut-tasks';
import type { designTasks } from './design-tasks';
import type { proposalTasks } from './proposal-tasks';

/** The worker as Cut asks it. */
export const cutWorker = () =>
  handWorker<typeof crossTasks & typeof cutTasks & typeof designTasks & typeof proposalTasks>();
