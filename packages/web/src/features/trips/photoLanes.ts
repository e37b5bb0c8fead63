export interface LaneOptions {
  readonly size: number
  readonly gap: number
  readonly width: number
}

/**
 * Where pictures of one size stand below a strip, in order of time: each centred under its place where that is free, else beside the one before it;
 * a row that has reached the end of the width goes on in the next.
 */
export function photoLanes(
  centres: readonly number[],
  { size, gap, width }: LaneOptions,
): { readonly left: number; readonly lane: number }[] {
  let [lane, end] = [0, -gap]
  const places = new Map<number, { left: number; lane: number }>()
  const inOrder = centres.map((centre, i) => ({ centre, i })).sort((a, b) => a.centre - b.centre)
  for (const { centre, i } of inOrder) {
    const wanted = Math.max(0, Math.min(width - size, centre - size / 2))
    if (end + gap > width - size) [lane, end] = [lane + 1, -gap]
    const left = Math.max(wanted, end + gap)
    end = left + size
    places.set(i, { left, lane })
  }
  return centres.map((_centre, i) => places.get(i) ?? { left: 0, lane: 0 })
}
