import type { EpochMs } from '../../time/index.ts'
import { at, entry } from '../../checked/index.ts'
import type { SegmentColumns } from '../../effort/index.ts'
import type { TripBouts } from '../../stats/index.ts'
import { BOUT_MS } from '../../stats/index.ts'
import type { ClockHours } from './clock.ts'
import type { Sides } from './comparedTrips.ts'

interface Struck {
  readonly ms: EpochMs
  readonly side: 'a' | 'b'
}

/**
 * Bouts and hours of both sides by trip: an angler's strikes at most a quarter of an hour apart are one, of the side whose strike began it.
 * Given columns with the factor `angler`; strikes without a time are bouts of their own. With a clock an hour counts by what it is worth, so
 * that what is thrown in the best hour does not stand out by that.
 */
export function boutsBySide(
  columns: SegmentColumns,
  rows: readonly number[],
  { inA, inB }: Sides,
  clock?: ClockHours,
): TripBouts[] {
  const sideOf = (row: number): 'a' | 'b' | undefined => (inA(row) ? 'a' : inB(row) ? 'b' : undefined)
  const anglers = entry(columns.factors, 'angler')
  const trips = new Map<number, { hours: { a: number; b: number }; struck: Map<number, Struck[]> }>()
  const asked = new Uint8Array(columns.rows)
  for (const row of rows) {
    asked[row] = 1
    const side = sideOf(row)
    if (!side) continue
    const trip = at(columns.trip.codes, row)
    const known = trips.get(trip) ?? { hours: { a: 0, b: 0 }, struck: new Map<number, Struck[]>() }
    trips.set(trip, known)
    known.hours[side] +=
      at(columns.hours, row) * (clock?.factor(at(columns.clockFrom, row), at(columns.clockTo, row)) ?? 1)
  }
  columns.strikeRows.forEach((row, i) => {
    const side = at(asked, row) === 1 ? sideOf(row) : undefined
    if (!side) return
    const { struck } = trips.get(at(columns.trip.codes, row)) ?? { struck: new Map<number, Struck[]>() }
    const angler = at(anglers.codes, row)
    struck.set(angler, [...(struck.get(angler) ?? []), { ms: at(columns.strikeMs, i), side }])
  })
  return [...trips.values()].map(({ hours, struck }) => {
    const begun = [...struck.values()].flatMap(begunBouts)
    const of = (side: 'a' | 'b') => ({
      events: begun.filter((one) => one.side === side).length,
      exposureHours: hours[side],
    })
    return { a: of('a'), b: of('b') }
  })
}

function begunBouts(struck: readonly Struck[]): Struck[] {
  const sorted = [...struck].sort((x, y) => x.ms - y.ms)
  return sorted.filter(({ ms }, i) => i === 0 || !(ms - at(sorted, i - 1).ms <= BOUT_MS))
}
