import * as Comlink from 'comlink';
import { holding } from './bench/worker/held';
import { tableTasks } from './bench/worker/table-tasks';
import { STATION_TASKS } from './stations/tasks';

type Task = (...args: unknown[]) => unknown;

/** Tasks that are loaded with the first of them that is asked for, so that the page opens with no more than it shows. */
function whenAsked(load: () => Promise<object>): object {
  return new Proxy(
    {},
    {
      get:
        (_, name) =>
        async (...args: unknown[]) =>
          ((await load()) as Record<PropertyKey, Task>)[name](...args),
    },
  );
}

const stations = Object.entries(STATION_TASKS).map(([name, load]) => [name, whenAsked(load)] as const);

Comlink.expose({ ...holding, table: tableTasks, ...Object.fromEntries(stations) });
