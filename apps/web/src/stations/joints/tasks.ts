import { bendTasks } from './bend-tasks';
import { jointTasks } from './joint-tasks';

/** What Joints asks the workers for. */
export const tasks = { ...jointTasks, ...bendTasks };
