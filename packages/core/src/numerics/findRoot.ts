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
