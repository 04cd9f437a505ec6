import type { BendMeasure } from '@limber-sheaf/core';

/** What a bend at some angle measures: nothing wrong but for the faults given. */
export function bend(angle: number, faults: Partial<BendMeasure> = {}): BendMeasure {
  return { angle, daylight: 0, kink: 0, torn: 0, brokenLine: 0, strayLine: 0, place: null, ...faults };
}
