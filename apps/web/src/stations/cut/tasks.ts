import { crossTasks } from './cross-tasks';
import { cutTasks } from './cut-tasks';
import { designTasks } from './design-tasks';

/** What Cut asks the workers for, but for its proposals. */
export const tasks = { ...crossTasks, ...cutTasks, ...designTasks };
