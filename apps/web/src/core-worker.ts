import * as Comlink from 'comlink';
import { holding } from './bench/worker/held';
import { tableTasks } from './bench/worker/table-tasks';
import { STATION_TASKS } from './stations/tasks';

Comlink.expose({ ...holding, ...tableTasks, ...STATION_TASKS });
