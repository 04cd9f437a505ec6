/** A range, degrees, as it is in the mirror: what turned one way turns the other. Never minus nought, which rows do not tell from nought. */
export function mirroredRange(low: number, high: number): [low: number, high: number] {
  return [0 - high, 0 - low];
}
