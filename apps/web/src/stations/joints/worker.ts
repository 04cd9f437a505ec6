import { backgroundWorker, handWorker } from '../../bench/worker';
import type { tasks } from './tasks';

/** The workers as Joints asks them: for the hand, and in the background. */
export const jointWorker = () => handWorker<typeof tasks>('joints');
export const sweepWorker = () => backgroundWorker<typeof tasks>('joints');
