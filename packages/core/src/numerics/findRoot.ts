const HALVINGS = 60

/**
 * Where a continuous function that falls through 0 between `low` and `high` does so; an end where it does not.
 *
 * Accuracy   (high − low)·2^−60
 * Method     bisection
 * Source     Press et al., Numerical Recipes (2007) §9.1, from memory
 */
export function findRoot(falling: (x: number) => number, low: number, high: number): number {
  let [from, to] = [low, high]
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (from + to) / 2
    if (falling(middle) > 0) from = middle
    else to = middle
  }
  return (from + to) / 2
}

/**
 * The same from 0 up without an end: `first` is doubled until the function is no longer above 0.
 *
 * Given      a continuous function that falls below 0 at last; 0 is returned where it is not above 0 there
 * Source     as `findRoot`
 */
export function findRootFromZero(falling: (x: number) => number, first = 1): number {
  if (!(falling(0) > 0)) return 0
  let high = first
  while (falling(high) > 0) high *= 2
  return findRoot(falling, 0, high)
}

interface Place {
  readonly x: number
  readonly y: number
}

/**
 * Where a function that costs much and is near a straight line rises through 0, between a place below it and one above it.
 *
 * Accuracy   |y| under `close`
 * Method     false position by the Illinois rule
 * Source     Dowell & Jarratt, BIT 11 (1971) 168
 */
export function findCrossing(rising: (x: number) => number, below: Place, above: Place, close: number): number {
  let [low, high] = [below, above]
  let kept: 'low' | 'high' | undefined
  for (let i = 0; i < HALVINGS; i++) {
    const x = high.x - (high.y * (high.x - low.x)) / (high.y - low.y)
    const y = rising(x)
    if (Math.abs(y) < close) return x
    // An end that stays twice counts half: else the line would turn about it, ever slower.
    if (y < 0) {
      low = { x, y }
      if (kept === 'high') high = { ...high, y: high.y / 2 }
      kept = 'high'
    } else {
      high = { x, y }
      if (kept === 'low') low = { ...low, y: low.y / 2 }
      kept = 'low'
    }
  }
  return (low.x + high.x) / 2
}
