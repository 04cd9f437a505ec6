import { backgroundWorker, handWorker } from '../../bench/worker';
import type { bendTasks } from './bend-tasks';
import type { jointTasks } from './joint-tasks';

type JointTasks = typeof bendTasks & typeof jointTasks;

/** The workers as Joints asks them: for the hand, and in the background. */
export const jointWorker = () => handWorker<JointTasks>();
export const sweepWorker = () => backgroundWorker<JointTasks>();
