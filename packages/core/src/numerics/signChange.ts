/**
 * The whole number at which a function has changed its sign, between two at which it has different ones.
 *
 * Given      whole numbers `low` < `high`, and the function's values there: one below 0, the other 0 or above
 * Returned   the upper of two neighbours between which the sign changes; any one of them where it changes more than once
 * Source     regula falsi with halved weights: Dowell & Jarratt, BIT 11 (1971) 168
 */
// eslint-disable-next-line max-params -- both ends and what is known of them; called for every edge of a band
export function signChange(f: (x: number) => number, low: number, high: number, atLow: number, atHigh: number): number {
  const rising = atHigh >= 0
  let from = low
  let to = high
  let before = atLow
  let after = atHigh
  let kept: 'from' | 'to' | undefined
  for (let steps = 0; to - from > 1; steps++) {
    // A function that is flat nearly everywhere makes the line useless: then by halves.
    const guess =
      steps < 30 ? Math.round(from + ((to - from) * before) / (before - after)) : Math.floor((from + to) / 2)
    const x = Math.min(to - 1, Math.max(from + 1, Number.isFinite(guess) ? guess : Math.floor((from + to) / 2)))
    const value = f(x)
    if (value >= 0 === rising) {
      to = x
      after = value
      if (kept === 'from') before /= 2
      kept = 'from'
    } else {
      from = x
      before = value
      if (kept === 'to') after /= 2
      kept = 'to'
    }
  }
  return to
}
