import * as Comlink from 'comlink';
import { holding } from './bench/worker/held';
import { tableTasks } from './bench/worker/table-tasks';
import { whenAsked } from './bench/worker/when-asked';
import { STATION_TASKS } from './stations/tasks';

const stations = Object.entries(STATION_TASKS).map(([name, load]) => [name, whenAsked(load)] as const);

const doubts = whenAsked(async () => (await import('./bench/worker/doubt-tasks')).doubtTasks);

Comlink.expose({ ...holding, table: tableTasks, doubts, ...Object.fromEntries(stations) });
