import type { BookRecords } from '../effort/index.ts'

/**
 * Hours and strikes by lure and temperature band, summed second by second with none of the project's own splitting: written from
 * the rules alone (analysis.md §1, formats.md), as a check from outside would. Slow, plain, and only for tests.
 */
export function independentSum(
  book: BookRecords,
  edgesC: readonly number[],
): Map<string, { seconds: number; strikes: number }> {
  const sums = new Map<string, { seconds: number; strikes: number }>()
  const cell = (lure: string, band: string): { seconds: number; strikes: number } => {
    const key = `${lure} ${band}`
    const sum = sums.get(key) ?? { seconds: 0, strikes: 0 }
    sums.set(key, sum)
    return sum
  }
  for (const stint of book.stints) {
    if (!stint.end) continue
    const [from, to] = [Date.parse(stint.start), Date.parse(stint.end)]
    const readings = book.readings
      .filter((reading) => reading.trip === stint.trip && typeof reading.waterTempC === 'number' && !reading.spot)
      .map((reading) => ({ at: Date.parse(reading.time), c: reading.waterTempC ?? NaN }))
      .sort((a, b) => a.at - b.at)
    // A second belongs to the band of its middle.
    for (let second = from; second < to; second += 1000)
      cell(stint.lure, bandOf(temperatureAt(readings, second + 500), edgesC)).seconds++
    for (const strike of book.strikes) {
      const at = Date.parse(strike.time)
      if (strike.stint !== stint.id || strike.outcome === 'raised' || at < from || at > to || to <= from) continue
      // On a cut it belongs to the later piece, at the stint's own end to the last.
      cell(stint.lure, bandOf(temperatureAt(readings, at === to ? at - 1 : at + 1), edgesC)).strikes++
    }
  }
  return sums
}

const HOUR = 3_600_000

function temperatureAt(readings: readonly { at: number; c: number }[], time: number): number | undefined {
  const before = readings.filter(({ at }) => at <= time).at(-1)
  const after = readings.find(({ at }) => at > time)
  if (!before) return after && after.at - time <= HOUR ? after.c : undefined
  if (after && after.at - before.at <= 3 * HOUR)
    return before.c + ((after.c - before.c) * (time - before.at)) / (after.at - before.at)
  return time - before.at < 6 * HOUR ? before.c : undefined
}

const bandOf = (value: number | undefined, edges: readonly number[]): string =>
  value === undefined ? 'unknown' : String(edges.filter((edge) => value >= edge).length)
