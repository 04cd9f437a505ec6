import type { TableEvent } from '../bench/station';

/** What the pointer does on the light table: nothing held, not dragged, unless it is said. */
export function tableEvent(kind: TableEvent['kind'], x: number, y: number, more: Partial<TableEvent> = {}): TableEvent {
  return { kind, x, y, free: false, more: false, pressure: 1, dragged: false, pressed: false, ...more };
}

/** Waits until all that was asked of the workers is answered. */
export async function answered(): Promise<void> {
  for (let n = 0; n < 40; n++) await Promise.resolve();
}
