export interface LaneOptions {
  readonly size: number
  readonly gap: number
  readonly width: number
}

/** Where pictures of one size stand below a strip: each centred under its place, within the width, in the first lane where it covers no other. */
export function photoLanes(centres: readonly number[], { size, gap, width }: LaneOptions): { readonly left: number; readonly lane: number }[] {
  const ends: number[] = []
  const places = new Map<number, { left: number; lane: number }>()
  const inOrder = centres.map((centre, i) => ({ centre, i })).sort((a, b) => a.centre - b.centre)
  for (const { centre, i } of inOrder) {
    const left = Math.max(0, Math.min(width - size, centre - size / 2))
    const free = ends.findIndex((end) => end + gap <= left)
    const lane = free < 0 ? ends.length : free
    ends[lane] = left + size
    places.set(i, { left, lane })
  }
  return centres.map((_centre, i) => places.get(i) ?? { left: 0, lane: 0 })
}
