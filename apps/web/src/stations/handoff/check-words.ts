import type { Check } from '@limber-sheaf/core';

/** A check's figure in words: `0 px`, `14 / 14`. */
export function figureOf(check: Check): string {
  return check.of === undefined
    ? `${check.figure.toLocaleString('en')} ${check.unit}`
    : `${check.figure} / ${check.of}`;
}
