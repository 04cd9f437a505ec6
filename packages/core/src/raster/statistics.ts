/** The middle value (mean of the two middle ones); NaN for an empty list. The list is not changed. */
export function median(values: readonly number[]): number {
  const sorted = Float64Array.from(values).sort();
  const middle = sorted.length >> 1;
  return sorted.length % 2 === 1 ? sorted[middle] : (sorted[middle - 1] + sorted[middle]) / 2;
}
