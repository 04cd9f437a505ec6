// How long a thread has worked, by the system's own count: what a busy machine does meanwhile is not held against it.
import { readFileSync, readlinkSync } from 'node:fs';
import { basename } from 'node:path';

/** Of a second: the unit in which Linux tells it to programs, on every machine that Node.js runs on. */
const TICKS = 100;

/** A thread that the system gives no number. */
const UNKNOWN = 1;

let own: number | undefined;

/** The number by which Linux knows the thread that asks; 1 on another system. */
export function threadNumber(): number {
  own ??= askNumber();
  return own;
}

function askNumber(): number {
  try {
    return Number(basename(readlinkSync('/proc/thread-self')));
  } catch {
    return UNKNOWN;
  }
}

/**
 * s; how long one of the process's threads has been on a processor since it began; null where the system does not tell.
 * @param thread its `threadNumber`
 */
export function workedSeconds(thread: number): number | null {
  if (thread === UNKNOWN) return null;
  try {
    const told = readFileSync(`/proc/self/task/${thread}/stat`, 'utf8');
    // Its name comes first, in brackets, and may hold anything; the times are the 14th and 15th of all (proc(5)).
    const [user, system] = told
      .slice(told.lastIndexOf(')') + 2)
      .split(' ')
      .slice(11, 13)
      .map(Number);
    return (user + system) / TICKS;
  } catch {
    return null;
  }
}
