/** The middle one of some values, or the mean of the two middle ones; 0 of none. */
export function median(values: readonly number[]): number {
  const sorted = [...values].sort((one, other) => one - other);
  const middle = sorted.length >> 1;
  if (sorted.length === 0) return 0;
  return sorted.length % 2 === 1 ? sorted[middle]! : (sorted[middle - 1]! + sorted[middle]!) / 2;
}
