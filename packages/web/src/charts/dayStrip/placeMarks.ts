/** Where a mark stands: its foot on the path, its head above it. */
export interface PlacedMark<M> {
  readonly mark: M
  readonly x: number
  readonly footY: number
  readonly headY: number
}

/** Half the room a head takes, with a little air. */
export const HEAD = { halfWidth: 11, halfHeight: 7.5 } as const
const FIRST = 20
const STEP = 15
const HIGHEST_STEPS = 40

/**
 * Stands marks over their paths so that no two heads cover one another, whoever's they are: each as low as it can be, the earlier
 * ones first.
 */
export function placeMarks<M>(
  marks: readonly { readonly mark: M; readonly x: number; readonly footY: number }[],
): PlacedMark<M>[] {
  const placed: PlacedMark<M>[] = []
  for (const { mark, x, footY } of [...marks].sort((a, b) => a.x - b.x || b.footY - a.footY)) {
    const near = placed.filter((other) => Math.abs(other.x - x) < 2 * HEAD.halfWidth)
    let headY = footY - FIRST
    for (
      let step = 0;
      step < HIGHEST_STEPS && near.some((other) => Math.abs(other.headY - headY) < 2 * HEAD.halfHeight);
      step++
    )
      headY -= STEP / 3
    placed.push({ mark, x, footY, headY })
  }
  return placed
}
