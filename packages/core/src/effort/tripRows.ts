import { at } from '../checked/index.ts'
import { epochMs, localParts } from '../time/index.ts'
import { UNKNOWN } from '../vocabulary/index.ts'
import type { Lure, Strike, Trip } from '../vocabulary/index.ts'
import { bandLabel } from './bandLabels.ts'
import { tripBundles, tripRecord } from './bookRecords.ts'
import type { BookRecords, TripBundle } from './bookRecords.ts'
import { columnInfo } from './columnInfo.ts'
import type { ColumnInfo } from './columnInfo.ts'
import type { LeftOut, SegmentRow } from './segmentRow.ts'
import { cutStints } from './cut.ts'
import type { Cut } from './cut.ts'
import type { CutPlan } from './cutPlan.ts'
import { looseEndsOf } from './looseEnds.ts'
import { placeStrikes } from './placeStrikes.ts'
import type { LooseEnd, TripRecord } from './types.ts'

interface RowsOfTrip {
  readonly trip: string
  readonly rows: SegmentRow[]
  readonly looseEnds: readonly LooseEnd[]
}

/** The segments of each trip, earliest trip first; counts what it had to leave out. */
export function* tripRows(book: BookRecords, plan: CutPlan, leftOut: LeftOut): Generator<RowsOfTrip> {
  const lures = new Map(book.lures.map((lure) => [lure.id, lure]))
  for (const bundle of tripBundles(book)) {
    const known = bundle.trip.effortKnown ?? 'full'
    if (known === 'none' || (known === 'trip' && (plan.needsStints || !bundle.trip.end))) {
      leftOut.trips++
      leftOut.strikes += bundle.strikes.filter((strike) => strike.outcome !== 'raised').length
      continue
    }
    const record = known === 'trip' ? asOneStint(bundle) : tripRecord(bundle)
    const cuts = cutStints(record, plan)
    const anglers = known === 'trip' ? Math.max(1, bundle.trip.anglers?.length ?? 1) : 1
    const rows = cuts.map((cut) => segmentRow(cut, anglers, bundle, lures, plan, record.timeZone))
    leftOut.looseStrikes += countStrikes(rows, cuts, record, bundle)
    leftOut.stintsWithoutHours += record.stints.filter((stint) => stint.end === null || epochMs(stint.end) < epochMs(stint.start)).length
    yield { trip: bundle.trip.id, rows, looseEnds: known === 'trip' ? [] : looseEndsOf(record) }
  }
}

/** A trip of which only the hours are known, as one stint that all its strikes belong to. */
function asOneStint(bundle: TripBundle): TripRecord {
  const record = tripRecord(bundle)
  const whole = { stint: record.trip, lure: '', angler: null, start: record.start, end: record.end }
  return { ...record, stints: [whole], strikes: record.strikes.map((strike) => ({ ...strike, stint: record.trip })) }
}

function segmentRow(cut: Cut, anglers: number, { trip, water, stints }: TripBundle, lures: ReadonlyMap<string, Lure>, plan: CutPlan, zone: string): SegmentRow {
  const stint = stints.find((candidate) => candidate.id === cut.stint.stint)
  const records = { trip, water, stint, lure: stint && lures.get(stint.lure) }
  const valueOf = (info: ColumnInfo): unknown => {
    if (info.source === 'calendar') return localParts(cut.fromMs, zone)[info.field as 'hour' | 'month' | 'year']
    if (info.source === 'reading' || info.source === 'sun' || info.source === 'band') return cut.values[info.field]
    return (records[info.source] as Record<string, unknown> | undefined)?.[info.field]
  }
  const label = (name: string): string => {
    const info = columnInfo(name)
    const value = valueOf(info)
    const band = info.source === 'band' ? plan.bands[name] : undefined
    return band ? bandLabel((value ?? null) as number | null, band.edges, band.labels) : wordOf(value)
  }
  const numberOf = (name: string): number => {
    const value = valueOf(columnInfo(name))
    return typeof value === 'number' ? value : NaN
  }
  return {
    hours: ((cut.toMs - cut.fromMs) / 3_600_000) * anglers,
    counts: { strikes: 0, raised: 0, bycatch: 0, sameFish: 0, missed: 0, lost: 0, landed: 0 },
    labels: Object.fromEntries(plan.factors.map((name) => [name, label(name)])),
    numbers: Object.fromEntries(plan.numbers.map((name) => [name, numberOf(name)])),
    strikeIds: [],
  }
}

function wordOf(value: unknown): string {
  if (value === null || value === undefined || value === '') return UNKNOWN
  if (Array.isArray(value)) return value.length === 0 ? UNKNOWN : value.join(';')
  return typeof value === 'boolean' ? (value ? 'yes' : 'no') : String(value)
}

/** Lays each strike on its row; returns how many belong to none. */
function countStrikes(rows: readonly SegmentRow[], cuts: readonly Cut[], record: TripRecord, { trip, strikes }: TripBundle): number {
  let loose = 0
  placeStrikes(cuts, record.strikes).forEach((piece, i) => {
    const strike = at(strikes, i)
    const row = piece === undefined ? undefined : rows[piece]
    if (row) countStrike(row, strike, trip)
    else if (strike.outcome !== 'raised') loose++
  })
  return loose
}

function countStrike({ counts, strikeIds }: SegmentRow, strike: Strike, trip: Trip): void {
  if (strike.outcome === 'raised') counts.raised++
  else if (isBycatch(strike, trip)) counts.bycatch++
  else if (strike.sameFish) counts.sameFish++
  else {
    counts.strikes++
    strikeIds.push(strike.id)
    if (strike.outcome) counts[strike.outcome]++
  }
}

/** A species that the trip was not after; a trip without a target is after all of them. */
function isBycatch(strike: Strike, trip: Trip): boolean {
  return !!strike.species && !!trip.target && trip.target.length > 0 && !trip.target.includes(strike.species)
}
