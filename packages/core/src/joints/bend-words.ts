import type { BendMeasure } from './bend-rig.js';

/** The largest fault of a bend, in words. */
export function faultOf(bend: BendMeasure): string {
  if (bend.daylight > 0 && bend.daylight >= bend.strayLine) return `${Math.round(bend.daylight)} px of daylight`;
  if (bend.strayLine > bend.brokenLine) return `${Math.round(bend.strayLine)} px of stray line`;
  return `${Math.round(bend.brokenLine)} px of broken line`;
}
