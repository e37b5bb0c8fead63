/**
 * What rivals will have brought in by the end, from the standings after some of the days.
 *
 *   e^(m + q·(ln w − m) + ¼·s²·(1 − n/D))·D/n, m and s² mean and variance of ln w, q² = ½·(1 + n/D)
 *
 * Given      totals above nought in any unit; after how many days, of how many
 * Returned   in their order; as they are where all days are over
 * Source     ours: of the variance of the standings half is taken to be skill, which lasts, the other half the luck of n days, which averages
 *            out; bags are log-normal, so that the middle of their sums lies above the sum of their middles. Events in which skill is between
 *            a fifth and four fifths: `docs/calibration.md`, places
 */
export function standingsAhead(totals: readonly number[], after: number, days: number): number[] {
  if (totals.length === 0 || after >= days) return [...totals]
  const logs = totals.map(Math.log)
  const middle = logs.reduce((sum, log) => sum + log, 0) / logs.length
  const variance = logs.reduce((sum, log) => sum + (log - middle) ** 2, 0) / Math.max(1, logs.length - 1)
  const [over, lasts] = [after / days, Math.sqrt((1 + after / days) / 2)]
  const rise = (variance / 4) * (1 - over)
  return logs.map((log) => Math.exp(middle + lasts * (log - middle) + rise) / over)
}
