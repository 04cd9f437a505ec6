import type { BendMeasure } from './bend-rig.js';
import { FAULTS, type CleanLimits, type Fault } from './sweep-joint.js';

/** A fault in words, as it stands after its figure. */
export const FAULT_WORDS: Record<Fault, string> = {
  daylight: 'daylight',
  kink: 'kink',
  strayLine: 'stray line',
  brokenLine: 'broken line',
  torn: 'torn border',
};

/** The fault of a bend that goes farthest past its limit; where several are, the first of `FAULTS`. */
export function worstFault(bend: BendMeasure, limits: CleanLimits): Fault {
  const past = (fault: Fault) => bend[fault] / limits[fault];
  return FAULTS.reduce((worst, fault) => (past(fault) > past(worst) ? fault : worst));
}

/** The largest fault of a bend, in words. */
export function faultOf(bend: BendMeasure, limits: CleanLimits): string {
  const fault = worstFault(bend, limits);
  return `${Math.round(bend[fault])} px of ${FAULT_WORDS[fault]}`;
}
