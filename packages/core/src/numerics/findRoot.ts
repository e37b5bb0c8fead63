const HALVINGS = 60

/**
 * Where a continuous function that falls through 0 between `low` and `high` does so; an end where it does not.
 *
 * Accuracy   (high − low)·2^−60
 * Method     bisection
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
 */
export function findRootFromZero(falling: (x: number) => number, first = 1): number {
  if (!(falling(0) > 0)) return 0
  let high = first
  while (falling(high) > 0) high *= 2
  return findRoot(falling, 0, high)
}
