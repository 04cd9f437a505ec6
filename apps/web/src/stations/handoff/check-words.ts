import type { Check, CheckId } from '@limber-sheaf/core';

/** What a check is called, and what it asks. */
export const CHECK_WORDS: Record<CheckId, { name: string; asks: string }> = {
  'rest-match': { name: 'Rest match', asks: 'put back together, the parts are the design' },
  offcuts: { name: 'Offcuts', asks: 'nothing of the design is left over' },
  'inside-canvas': { name: 'Inside the canvas', asks: 'no piece reaches past the edge' },
  names: { name: 'Names', asks: 'unique, in the scheme, safe as file names' },
  family: { name: 'Family', asks: 'every part moves with its parent' },
  pivots: { name: 'Pivots', asks: 'on the limb, at the joint disc’s centre' },
  'joints-clean': { name: 'Joints clean in range', asks: 'no daylight, no broken outline' },
};

/** A check's figure in words: `0 px`, `14 / 14`. */
export function figureOf(check: Check): string {
  return check.of === undefined
    ? `${check.figure.toLocaleString('en')} ${check.unit}`
    : `${check.figure} / ${check.of}`;
}
