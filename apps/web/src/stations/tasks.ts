/** What stations ask the workers for, by the name under which they ask. */
export const STATION_TASKS = {
  plan: async () => (await import('./plan/plan-tasks')).planTasks,
  cut: async () => (await import('./cut/tasks')).tasks,
  proposals: async () => (await import('./cut/proposal-tasks')).proposalTasks,
  joints: async () => (await import('./joints/tasks')).tasks,
  under: async () => (await import('./under/under-tasks')).underTasks,
  stack: async () => (await import('./stack/stack-tasks')).stackTasks,
  names: async () => (await import('./names/name-tasks')).nameTasks,
  swaps: async () => (await import('./swaps/swap-tasks')).swapTasks,
  handoff: async () => (await import('./handoff/sheet-tasks')).sheetTasks,
};
