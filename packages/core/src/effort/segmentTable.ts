import { at } from '../checked/index.ts'
import { epochMs } from '../time/index.ts'
import { UNKNOWN } from '../vocabulary/index.ts'
import type { Strike, Trip } from '../vocabulary/index.ts'
import { CodeRows } from './codeRows.ts'
import { SPECIES } from './columnInfo.ts'
import type { Factor, LeftOut, SegmentColumns } from './segmentColumns.ts'
import { Levels } from './levels.ts'
import type { LooseEnd } from './types.ts'

const COUNTS = ['strikes', 'raised', 'bycatch', 'sameFish', 'missed', 'lost', 'landed'] as const
type CountName = (typeof COUNTS)[number]

/** Segments as they are laid, column by column. Asked by species, each stands once for every species, in the order of the species. */
export class SegmentTable {
  readonly levels: readonly Levels[]
  private readonly trips = new Levels()
  private readonly tripCodes: number[] = []
  private readonly hours: number[] = []
  /** The row of each strike that counts, a list a count. */
  private readonly counted = Object.fromEntries(COUNTS.map((name) => [name, [] as number[]])) as Record<CountName, number[]>
  private readonly codes: CodeRows
  private readonly values: readonly number[][]
  private readonly fish: { row: number; weightG: number; lengthMm: number }[] = []
  private readonly strikes: { row: number; id: string; ms: number }[] = []
  private readonly looseEnds: (LooseEnd & { trip: string })[] = []

  /** `species` undefined: the question is not by species. */
  constructor(
    private readonly factors: readonly string[],
    private readonly numbers: readonly string[],
    private readonly species: readonly string[] | undefined,
  ) {
    this.levels = factors.map(() => new Levels())
    this.codes = new CodeRows(factors.length)
    this.values = numbers.map(() => [])
    species?.forEach((word) => at(this.levels, factors.indexOf(SPECIES)).codeOf(word))
  }

  /** Lays one segment; the codes and values are copied (the code of a species is written over). Returned: its place, for its strikes. */
  add(trip: string, hours: number, codes: Int32Array, values: ArrayLike<number>): number {
    const place = this.hours.length
    const times = this.species?.length ?? 1
    const tripCode = this.trips.codeOf(trip)
    for (let i = 0; i < times; i++) {
      this.tripCodes.push(tripCode)
      this.hours.push(hours)
      if (this.species) codes[this.factors.indexOf(SPECIES)] = i
      this.codes.push(codes)
      for (let n = 0; n < this.values.length; n++) at(this.values, n).push(at(values, n))
    }
    return place
  }

  /** Counts a strike on a segment. With `inRate` false it tells of hook-up and size only: the segment has no hours to divide by. */
  count(place: number, strike: Strike, trip: Trip, inRate: boolean): void {
    const row = place + (this.species ? this.species.indexOf(strike.species || UNKNOWN) : 0)
    const count = (name: CountName): void => void this.counted[name].push(row)
    const once = (name: CountName): void => {
      if (inRate) count(name)
    }
    if (strike.outcome === 'raised') return once('raised')
    // The species asked for is the one in question: nothing of it is by-catch.
    if (!this.species && isBycatch(strike, trip)) return once('bycatch')
    if (strike.sameFish) return once('sameFish')
    once('strikes')
    if (inRate) this.strikes.push({ row, id: strike.id, ms: strike.timeUnknown ? NaN : epochMs(strike.time) })
    if (strike.outcome) count(strike.outcome)
    if (strike.outcome === 'landed') this.fish.push({ row, weightG: strike.weightG ?? NaN, lengthMm: strike.lengthMm ?? NaN })
  }

  loose(trip: string, ends: readonly LooseEnd[]): void {
    for (const end of ends) this.looseEnds.push({ ...end, trip })
  }

  private countsOf(name: CountName): Int32Array {
    const counts = new Int32Array(this.hours.length)
    for (const row of this.counted[name]) counts[row] = (counts[row] ?? 0) + 1
    return counts
  }

  columns(leftOut: LeftOut): SegmentColumns {
    const counts = Object.fromEntries(COUNTS.map((name) => [name, this.countsOf(name)])) as Record<CountName, Int32Array>
    // By row: what is measured of a segment's fish stands together.
    const [fish, strikes] = [inRows(this.fish), inRows(this.strikes)]
    return {
      rows: this.hours.length,
      hours: new Float64Array(this.hours),
      ...counts,
      trip: { codes: new Int32Array(this.tripCodes), levels: this.trips.words },
      factors: Object.fromEntries(this.factors.map((name, f): [string, Factor] => [name, { codes: this.codes.column(f), levels: at(this.levels, f).words }])),
      numbers: Object.fromEntries(this.numbers.map((name, n) => [name, new Float64Array(at(this.values, n))])),
      repeatedBy: this.species ? SPECIES : null,
      fishRows: Int32Array.from(fish, ({ row }) => row),
      fishWeightG: Float64Array.from(fish, ({ weightG }) => weightG),
      fishLengthMm: Float64Array.from(fish, ({ lengthMm }) => lengthMm),
      strikeIds: strikes.map(({ id }) => id),
      strikeRows: Int32Array.from(strikes, ({ row }) => row),
      strikeMs: Float64Array.from(strikes, ({ ms }) => ms),
      leftOut,
      looseEnds: this.looseEnds,
    }
  }
}

/** A species that the trip was not after; a trip without a target is after all of them. */
const isBycatch = (strike: Strike, trip: Trip): boolean => !!strike.species && !!trip.target && trip.target.length > 0 && !trip.target.includes(strike.species)

/** Trips are laid one after the other, so that most lists are in order as they are. */
function inRows<T extends { readonly row: number }>(list: readonly T[]): readonly T[] {
  const ordered = list.every(({ row }, i) => i === 0 || row >= at(list, i - 1).row)
  return ordered ? list : [...list].sort((a, b) => a.row - b.row)
}
