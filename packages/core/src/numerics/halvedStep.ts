/** Where a step led, how high it is there, and what share of the step was taken. */
export interface Halved<Place> {
  readonly place: Place
  readonly height: number
  readonly share: number
}

/**
 * The longest of a step, its half, its quarter … that does not lead too low: what keeps Newton's method from running away.
 *
 * Given      the place at a share of the step; the height of a place; the height that is enough; how often the step may be halved
 * Returned   the first place high enough, else the last one tried
 * Source     Nocedal & Wright, Numerical Optimization (2006) §3.1, backtracking
 */
export function halvedStep<Place>(
  placeAt: (share: number) => Place,
  heightOf: (place: Place) => number,
  enough: number,
  mostHalvings = 30,
): Halved<Place> {
  for (let [share, halvings] = [1, 1]; ; share /= 2, halvings++) {
    const place = placeAt(share)
    const height = heightOf(place)
    if (height >= enough || halvings === mostHalvings) return { place, height, share }
  }
}
