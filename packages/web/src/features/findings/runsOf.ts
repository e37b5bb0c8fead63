/** Neighbouring levels as stretches: the places of the first and the last of each. */
export function runsOf(own: readonly string[], levels: readonly string[]): [number, number][] {
  const runs: [number, number][] = []
  levels.forEach((level, place) => {
    if (!own.includes(level)) return
    const last = runs.at(-1)
    if (last?.[1] === place - 1) last[1] = place
    else runs.push([place, place])
  })
  return runs
}
