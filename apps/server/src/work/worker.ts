import { LimberError } from '@limber-sheaf/core';
import { checkTask, deriveTask, fitTask, rehangTask } from './joint-task.js';
import { cutTask } from './cut-task.js';
import { packageTask } from './package-task.js';
import { importTask } from './import-task.js';
import { enlargeTask, matteTask, paletteTask, specksTask } from './design-task.js';
import { sortTask } from './sort-task.js';

/** Everything a worker thread can be asked for. */
export const TASKS = {
  cut: cutTask,
  fit: fitTask,
  derive: deriveTask,
  rehang: rehangTask,
  check: checkTask,
  package: packageTask,
  import: importTask,
  matte: matteTask,
  specks: specksTask,
  palette: paletteTask,
  enlarge: enlargeTask,
  sort: sortTask,
} as const;

export type TaskName = keyof typeof TASKS;
export type TaskInput<N extends TaskName> = Parameters<(typeof TASKS)[N]>[0];
export type TaskOutput<N extends TaskName> = Awaited<ReturnType<(typeof TASKS)[N]>>;

/** A task's answer; errors cross the thread border as plain data, since classes do not. */
export type Answer<T> =
  { ok: true; value: T } | { ok: false; error: { code: string; sentence: string; remedy?: string } };

export default async function run({ name, input }: { name: TaskName; input: never }): Promise<Answer<unknown>> {
  try {
    return { ok: true, value: await TASKS[name](input) };
  } catch (error) {
    if (!(error instanceof LimberError)) throw error;
    return { ok: false, error: { code: error.code, sentence: error.sentence, remedy: error.remedy } };
  }
}
