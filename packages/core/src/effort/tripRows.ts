import { at } from '../checked/index.ts'
import { calendarSeason } from '../season/index.ts'
import { epochMs, isoUtc, localParts } from '../time/index.ts'
import { UNKNOWN } from '../vocabulary/index.ts'
import type { Lure, Spot, Stint, Strike } from '../vocabulary/index.ts'
import { bandLabel } from './bandLabels.ts'
import { tripBundles, tripRecord } from './bookRecords.ts'
import type { BookRecords, TripBundle } from './bookRecords.ts'
import { SPECIES, columnInfo } from './columnInfo.ts'
import type { ColumnInfo } from './columnInfo.ts'
import { bySpecies, countStrike, emptyCounts } from './segmentRow.ts'
import type { LeftOut, SegmentRow } from './segmentRow.ts'
import { cutStints } from './cut.ts'
import type { Cut } from './cut.ts'
import type { CutPlan } from './cutPlan.ts'
import { looseEndsOfTrip } from './looseEnds.ts'
import { placeStrikes } from './placeStrikes.ts'
import type { LooseEnd, TripRecord } from './types.ts'

interface RowsOfTrip {
  readonly trip: string
  readonly rows: readonly SegmentRow[]
  readonly looseEnds: readonly LooseEnd[]
}

/** The segments of each trip, earliest trip first; counts what it had to leave out. */
export function* tripRows(book: BookRecords, plan: CutPlan, leftOut: LeftOut): Generator<RowsOfTrip> {
  const labels = new Labels(book, plan)
  const species = plan.factors.includes(SPECIES) ? [...new Set(book.strikes.map((strike) => strike.species || UNKNOWN))].sort() : undefined
  const untimed = book.strikes.some(({ timeUnknown }) => timeUnknown)
  for (const bundle of tripBundles(book)) {
    const { rows, looseEnds } = rowsOf(bundle, plan, labels, untimed, leftOut)
    yield { trip: bundle.trip.id, rows: species ? rows.flatMap((row) => bySpecies(row, species, UNKNOWN, bundle.trip, SPECIES)) : rows, looseEnds }
  }
}

function rowsOf(bundle: TripBundle, plan: CutPlan, labels: Labels, untimed: boolean, leftOut: LeftOut): { rows: SegmentRow[]; looseEnds: readonly LooseEnd[] } {
  const known = bundle.trip.effortKnown ?? 'full'
  const whole = known === 'trip' && !plan.needsStints && bundle.trip.end ? wholeTrip(bundle, plan) : undefined
  // Strikes without a time cannot be laid on a part of a trip. Leaving out only the trips that have such strikes would keep the blank
  // ones and lower every rate, so that no trip of this sort is used where the question cuts it.
  const usable = known === 'full' || (whole !== undefined && (whole.cuts.length === 1 || !untimed))
  if (!usable) {
    leftOut.trips++
    leftOut.strikes += bundle.strikes.filter((strike) => strike.outcome !== 'raised').length
    return { rows: strikeRows(bundle, plan, labels), looseEnds: looseEndsOfTrip(bundle) }
  }
  const { record, cuts } = whole ?? { record: tripRecord(bundle), cuts: cutStints(tripRecord(bundle), plan) }
  const anglers = whole ? Math.max(1, bundle.trip.anglers?.length ?? 1) : 1
  const rows = cuts.map((cut) => labels.row(cut, bundle, record.timeZone, ((cut.toMs - cut.fromMs) / 3_600_000) * anglers))
  leftOut.looseStrikes += layStrikes(rows, cuts, record, bundle)
  leftOut.stintsWithoutHours += record.stints.filter((stint) => stint.end === null || epochMs(stint.end) < epochMs(stint.start)).length
  return { rows, looseEnds: looseEndsOfTrip(bundle) }
}

/** A trip of which only the hours are known, as one stint that all its strikes belong to. */
function wholeTrip(bundle: TripBundle, plan: CutPlan): { record: TripRecord; cuts: Cut[] } {
  const trip = tripRecord(bundle)
  const stint = { stint: trip.trip, lure: '', angler: null, start: trip.start, end: trip.end }
  const record = { ...trip, stints: [stint], strikes: trip.strikes.map((strike) => ({ ...strike, stint: trip.trip })) }
  return { record, cuts: cutStints(record, plan) }
}

/** Lays each strike on its row; returns how many belong to none. */
function layStrikes(rows: readonly SegmentRow[], cuts: readonly Cut[], record: TripRecord, { trip, strikes }: TripBundle): number {
  let loose = 0
  placeStrikes(cuts, record.strikes).forEach((piece, i) => {
    const strike = at(strikes, i)
    const row = piece === undefined ? undefined : rows[piece]
    if (row) {
      row.strikes.push(strike)
      countStrike(row, strike, trip, true)
    } else if (strike.outcome !== 'raised') loose++
  })
  return loose
}

/** Strikes of a trip whose hours cannot be used: each on a row without hours, so that they still tell of hook-up and size. */
function strikeRows(bundle: TripBundle, plan: CutPlan, labels: Labels): SegmentRow[] {
  const record = tripRecord(bundle)
  const moment = (strike: Strike): Cut | undefined => {
    const start = epochMs(strike.time)
    const instant = { stint: strike.stint ?? '', lure: '', angler: null, start: strike.time, end: isoUtc(start + 1) }
    return cutStints({ ...record, stints: [instant] }, plan)[0]
  }
  return bundle.strikes.flatMap((strike) => {
    const cut = moment(strike)
    if (!cut) return []
    const row = labels.row(strike.timeUnknown ? { ...cut, values: {} } : cut, bundle, record.timeZone, 0)
    row.strikes.push(strike)
    countStrike(row, strike, bundle.trip, false)
    return [row]
  })
}

/** What each column says of a piece of a trip. */
class Labels {
  private readonly lures: ReadonlyMap<string, Lure>
  private readonly spots: ReadonlyMap<string, Spot>
  private readonly factors: readonly ColumnInfo[]
  private readonly numbers: readonly ColumnInfo[]

  constructor(
    book: BookRecords,
    private readonly plan: CutPlan,
  ) {
    this.lures = new Map(book.lures.map((lure) => [lure.id, lure]))
    this.spots = new Map(book.spots.map((spot) => [spot.id, spot]))
    this.factors = plan.factors.filter((name) => name !== SPECIES).map(columnInfo)
    this.numbers = plan.numbers.map(columnInfo)
  }

  row(cut: Cut, bundle: TripBundle, zone: string, hours: number): SegmentRow {
    const stint = bundle.stints.find((candidate) => candidate.id === cut.stint.stint)
    const valueOf = (info: ColumnInfo): unknown => this.value(info, cut, bundle, stint, zone)
    return {
      hours,
      counts: emptyCounts(),
      labels: Object.fromEntries(this.factors.map((info) => [info.name, this.label(info, valueOf(info))])),
      numbers: Object.fromEntries(this.numbers.map((info) => [info.name, numberOf(valueOf(info))])),
      strikeIds: [],
      fish: [],
      strikes: [],
    }
  }

  private value({ source, field }: ColumnInfo, cut: Cut, { trip, water }: TripBundle, stint: Stint | undefined, zone: string): unknown {
    if (source === 'calendar') {
      const parts = localParts(cut.fromMs, zone)
      return field === 'season' ? calendarSeason(parts.month, water?.latitude ?? null) : parts[field as 'hour' | 'month' | 'year']
    }
    if (source === 'reading' || source === 'sun' || source === 'band') return cut.values[field]
    const of = (record: object | undefined): unknown => (record as Record<string, unknown> | undefined)?.[field]
    // A stint that says nothing of its place has its spot's.
    if (source === 'stint') return of(stint) ?? (stint?.spot ? of(this.spots.get(stint.spot)) : undefined)
    return of(source === 'trip' ? trip : source === 'water' ? water : stint && this.lures.get(stint.lure))
  }

  private label(info: ColumnInfo, value: unknown): string {
    const band = info.source === 'band' ? this.plan.bands[info.name] : undefined
    return band ? bandLabel((value ?? null) as number | null, band.edges, band.labels) : wordOf(value)
  }
}

const numberOf = (value: unknown): number => (typeof value === 'number' ? value : NaN)

function wordOf(value: unknown): string {
  if (value === null || value === undefined || value === '') return UNKNOWN
  if (Array.isArray(value)) return value.length === 0 ? UNKNOWN : value.join(';')
  return typeof value === 'boolean' ? (value ? 'yes' : 'no') : String(value)
}
