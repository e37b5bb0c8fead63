/**
 * What rivals will have brought in by the end, from the standings after some of the days.
 *
 *   e^(m + q·(ln w − m))·D/n, m the mean of ln w, q = ½·(1 + √(n/D))
 *
 * Given      totals above nought in any unit; after how many days, of how many
 * Returned   in their order; as they are where all days are over
 * Source     ours: half of what parts the standings is taken to last, the other half is the luck of n days, which averages out
 */
export function standingsAhead(totals: readonly number[], after: number, days: number): number[] {
  if (totals.length === 0 || after >= days) return [...totals]
  const middle = totals.reduce((sum, total) => sum + Math.log(total), 0) / totals.length
  const lasts = (1 + Math.sqrt(after / days)) / 2
  return totals.map((total) => (Math.exp(middle + lasts * (Math.log(total) - middle)) * days) / after)
}
