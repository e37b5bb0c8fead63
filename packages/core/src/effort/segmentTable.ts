import { at } from '../checked/index.ts'
import { epochMs } from '../time/index.ts'
import { isStrike, UNKNOWN } from '../vocabulary/index.ts'
import type { Id, Strike, Trip } from '../vocabulary/index.ts'
import { CodeRows } from './codeRows.ts'
import { SPECIES } from './columnInfo.ts'
import { sumOfLeftOut } from './segmentColumns.ts'
import type { Factor, LeftOut, SegmentColumns } from './segmentColumns.ts'
import { LabelEncoder } from '../numerics/index.ts'
import { NumberList } from './numberList.ts'
import type { LooseEnd } from './types.ts'

const COUNTS = ['strikes', 'raised', 'bycatch', 'sameFish', 'missed', 'lost', 'landed', 'unsaid'] as const
type CountName = (typeof COUNTS)[number]

/** The hours of a segment, and when by the clock at the water. */
interface Spent {
  readonly hours: number
  readonly clockFrom: number
  readonly clockTo: number
}

/** Segments as they are laid, column by column. Asked by species, each stands once for every species, in the order of the species. */
export class SegmentTable {
  readonly levels: readonly LabelEncoder[]
  private readonly trips = new LabelEncoder()
  private readonly tripCodes = new NumberList()
  private readonly hours = new NumberList()
  private readonly clock = { from: new NumberList(), to: new NumberList() }
  /** The row of each strike that counts, a list a count. */
  private readonly counted = Object.fromEntries(COUNTS.map((name) => [name, new NumberList()])) as Record<
    CountName,
    NumberList
  >
  private readonly codes: CodeRows
  private readonly values: readonly NumberList[]
  private readonly fish = { rows: new NumberList(), weightG: new NumberList(), lengthMm: new NumberList() }
  private readonly strikes = {
    rows: new NumberList(),
    ms: new NumberList(),
    angler: new NumberList(),
    ids: [] as string[],
  }
  private readonly looseEnds: (LooseEnd & { trip: Id<'trip'> })[] = []

  /** `species` undefined: the question is not by species. */
  constructor(
    private readonly factors: readonly string[],
    private readonly numbers: readonly string[],
    private readonly species: readonly string[] | undefined,
  ) {
    this.levels = factors.map(() => new LabelEncoder())
    this.codes = new CodeRows(factors.length)
    this.values = numbers.map(() => new NumberList())
    species?.forEach((word) => at(this.levels, factors.indexOf(SPECIES)).codeOf(word))
  }

  /** Lays one segment; the codes and values are copied (the code of a species is written over). Returned: its place, for its strikes. */
  add(trip: Id<'trip'>, { hours, clockFrom, clockTo }: Spent, codes: Int32Array, values: ArrayLike<number>): number {
    const place = this.hours.length
    const times = this.species?.length ?? 1
    const tripCode = this.trips.codeOf(trip)
    for (let i = 0; i < times; i++) {
      this.tripCodes.push(tripCode)
      this.hours.push(hours)
      this.clock.from.push(clockFrom)
      this.clock.to.push(clockTo)
      if (this.species) codes[this.factors.indexOf(SPECIES)] = i
      this.codes.push(codes)
      for (let n = 0; n < this.values.length; n++) at(this.values, n).push(at(values, n))
    }
    return place
  }

  /** Counts a strike on a segment. With `inRate` false it tells of hook-up and size only: the segment has no hours to divide by. */
  // eslint-disable-next-line max-params -- called for every strike: an object each would cost
  count(place: number, strike: Strike, trip: Trip, inRate: boolean, angler = 0): void {
    const row = place + (this.species ? this.species.indexOf(strike.species || UNKNOWN) : 0)
    const count = (name: CountName): void => void this.counted[name].push(row)
    const once = (name: CountName): void => {
      if (inRate) count(name)
    }
    if (!isStrike(strike)) return once('raised')
    // The species asked for is the one in question: nothing of it is by-catch.
    if (!this.species && isBycatch(strike, trip)) return once('bycatch')
    if (strike.sameFish) return once('sameFish')
    once('strikes')
    if (inRate) {
      this.strikes.rows.push(row)
      this.strikes.ms.push(strike.timeUnknown ? NaN : epochMs(strike.time))
      this.strikes.angler.push(angler)
      this.strikes.ids.push(strike.id)
    }
    count(strike.outcome ?? 'unsaid')
    if (strike.outcome !== 'landed') return
    this.fish.rows.push(row)
    this.fish.weightG.push(strike.weightG ?? NaN)
    this.fish.lengthMm.push(strike.lengthMm ?? NaN)
  }

  loose(trip: Id<'trip'>, ends: readonly LooseEnd[]): void {
    for (const end of ends) this.looseEnds.push({ ...end, trip })
  }

  columns(leftOutOf: ReadonlyMap<string, LeftOut>): SegmentColumns {
    const rows = this.hours.length
    const counts = Object.fromEntries(COUNTS.map((name) => [name, this.counted[name].tally(rows)])) as Record<
      CountName,
      Int32Array
    >
    // By row: what is measured of a segment's fish stands together.
    const [fishRows, strikeRows] = [this.fish.rows.wholes(), this.strikes.rows.wholes()]
    const [fish, strikes] = [byRow(fishRows), byRow(strikeRows)]
    return {
      rows,
      hours: this.hours.numbers(),
      clockFrom: this.clock.from.numbers(),
      clockTo: this.clock.to.numbers(),
      ...counts,
      trip: { codes: this.tripCodes.wholes(), levels: this.trips.labels },
      factors: Object.fromEntries(
        this.factors.map((name, f): [string, Factor] => [
          name,
          { codes: this.codes.column(f), levels: at(this.levels, f).labels },
        ]),
      ),
      numbers: Object.fromEntries(this.numbers.map((name, n) => [name, at(this.values, n).numbers()])),
      repeatedBy: this.species ? SPECIES : null,
      fishRows: picked(fishRows, fish),
      fishWeightG: picked(this.fish.weightG.numbers(), fish),
      fishLengthMm: picked(this.fish.lengthMm.numbers(), fish),
      strikeIds: strikes ? Array.from(strikes, (i) => at(this.strikes.ids, i)) : this.strikes.ids,
      strikeRows: picked(strikeRows, strikes),
      strikeMs: picked(this.strikes.ms.numbers(), strikes),
      strikeAngler: picked(this.strikes.angler.wholes(), strikes),
      leftOutOf,
      leftOut: sumOfLeftOut(leftOutOf.values()),
      looseEnds: this.looseEnds,
    }
  }
}

/** A species that the trip was not after; a trip without a target is after all of them. */
const isBycatch = (strike: Strike, trip: Trip): boolean =>
  !!strike.species && !!trip.target && trip.target.length > 0 && !trip.target.includes(strike.species)

/** The places of a list in the order of their rows; undefined where they are in order as they are, as most are: trips are laid one after the other. */
function byRow(rows: Int32Array): Int32Array | undefined {
  for (let i = 1; i < rows.length; i++)
    if (at(rows, i) < at(rows, i - 1))
      return new Int32Array(rows.keys()).sort((a, b) => at(rows, a) - at(rows, b) || a - b)
  return undefined
}

function picked<A extends Int32Array | Float64Array>(values: A, places: Int32Array | undefined): A {
  return places ? (values.map((_, i) => at(values, at(places, i))) as A) : values
}
