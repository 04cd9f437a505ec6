import { crossTasks } from './cut/cross-tasks';
import { cutTasks } from './cut/cut-tasks';
import { designTasks } from './cut/design-tasks';
import { proposalTasks } from './cut/proposal-tasks';
import { sheetTasks } from './handoff/sheet-tasks';
import { bendTasks } from './joints/bend-tasks';
import { jointTasks } from './joints/joint-tasks';
import { nameTasks } from './names/name-tasks';
import { planTasks } from './plan/plan-tasks';
import { stackTasks } from './stack/stack-tasks';
import { swapTasks } from './swaps/swap-tasks';
import { underTasks } from './under/under-tasks';

/** Everything that stations ask the workers for. */
export const STATION_TASKS = {
  ...planTasks,
  ...cutTasks,
  ...crossTasks,
  ...designTasks,
  ...proposalTasks,
  ...jointTasks,
  ...bendTasks,
  ...underTasks,
  ...stackTasks,
  ...nameTasks,
  ...swapTasks,
  ...sheetTasks,
};
