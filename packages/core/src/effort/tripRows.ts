import { at } from '../checked/index.ts'
import { NO_PAST, waterPast } from '../conditions/index.ts'
import type { TripReading, WaterPast } from '../conditions/index.ts'
import { workingDepthM } from '../presentation/index.ts'
import { epochMs, isoUtc } from '../time/index.ts'
import { UNKNOWN } from '../vocabulary/index.ts'
import type { Lure, Strike } from '../vocabulary/index.ts'
import { tripBundles, tripRecord } from './bookRecords.ts'
import type { BookRecords, TripBundle } from './bookRecords.ts'
import { SPECIES } from './columnInfo.ts'
import { cutStints } from './cut.ts'
import type { Cut } from './cut.ts'
import type { CutPlan } from './cutPlan.ts'
import { Labels } from './labels.ts'
import { looseEndsOfTrip } from './looseEnds.ts'
import { placeStrikes } from './placeStrikes.ts'
import { bySpecies, countStrike } from './segmentRow.ts'
import type { LeftOut, SegmentRow } from './segmentRow.ts'
import type { LooseEnd, TripRecord } from './types.ts'

interface RowsOfTrip {
  readonly trip: string
  readonly rows: readonly SegmentRow[]
  readonly looseEnds: readonly LooseEnd[]
}

/** What the trips of a book are cut with. */
interface Cutting {
  readonly plan: CutPlan
  readonly labels: Labels
  readonly lures: ReadonlyMap<string, Lure>
  readonly past: (water: string) => WaterPast
  /** Some strikes of the book have no time. */
  readonly untimed: boolean
  readonly leftOut: LeftOut
}

/** The segments of each trip, earliest trip first; counts what it had to leave out. */
export function* tripRows(book: BookRecords, plan: CutPlan, leftOut: LeftOut): Generator<RowsOfTrip> {
  const bundles = tripBundles(book)
  const species = plan.factors.includes(SPECIES) ? [...new Set(book.strikes.map((strike) => strike.species || UNKNOWN))].sort() : undefined
  const cutting = {
    plan,
    labels: new Labels(book, plan),
    lures: new Map(book.lures.map((lure) => [lure.id, lure])),
    past: plan.needsPast ? pastsOf(bundles) : () => NO_PAST,
    untimed: book.strikes.some(({ timeUnknown }) => timeUnknown),
    leftOut,
  }
  for (const bundle of bundles) {
    const { rows, looseEnds } = rowsOf(bundle, cutting)
    yield { trip: bundle.trip.id, rows: species ? rows.flatMap((row) => bySpecies(row, species, UNKNOWN, bundle.trip, SPECIES)) : rows, looseEnds }
  }
}

/** The past of each water, worked out when it is first asked for. */
export function pastsOf(bundles: readonly TripBundle[]): (water: string) => WaterPast {
  const known = new Map<string, WaterPast>()
  return (water) => {
    let past = known.get(water)
    if (!past)
      known.set(water, (past = waterPast(bundles.filter(({ trip }) => trip.water === water).flatMap(({ readings }) => readings as readonly TripReading[]))))
    return past
  }
}

function rowsOf(bundle: TripBundle, cutting: Cutting): { rows: SegmentRow[]; looseEnds: readonly LooseEnd[] } {
  const { plan, labels, leftOut } = cutting
  const trip = tripRecord(bundle)
  const looseEnds = looseEndsOfTrip(bundle, trip)
  const known = bundle.trip.effortKnown ?? 'full'
  const whole = known === 'trip' && !plan.needsStints && trip.end ? cutTrip(asOneStint(trip), bundle, cutting) : undefined
  // Strikes without a time cannot be laid on a part of a trip. Leaving out only the trips that have such strikes would keep the blank
  // ones and lower every rate, so that no trip of this sort is used where the question cuts it.
  const usable = known === 'full' || (whole !== undefined && (whole.cuts.length === 1 || !cutting.untimed))
  if (!usable) {
    leftOut.trips++
    leftOut.strikes += bundle.strikes.filter((strike) => strike.outcome !== 'raised').length
    return { rows: strikeRows(trip, bundle, cutting), looseEnds }
  }
  const { record, cuts } = whole ?? cutTrip(plan.needsDepth ? withDepths(trip, bundle, cutting) : trip, bundle, cutting)
  const anglers = whole ? Math.max(1, bundle.trip.anglers?.length ?? 1) : 1
  const labelled = labels.of(bundle, record.timeZone)
  const rows = cuts.map((cut) => labelled(cut, ((cut.toMs - cut.fromMs) / 3_600_000) * anglers))
  leftOut.looseStrikes += layStrikes(rows, cuts, record, bundle)
  leftOut.stintsWithoutHours += record.stints.filter((stint) => stint.end === null || epochMs(stint.end) < epochMs(stint.start)).length
  return { rows, looseEnds }
}

const cutTrip = (record: TripRecord, { trip }: TripBundle, { plan, past }: Cutting): { record: TripRecord; cuts: Cut[] } => ({
  record,
  cuts: cutStints(record, plan, past(trip.water)),
})

/** The trip with the depth at which each stint's lure works. */
function withDepths(record: TripRecord, { stints }: TripBundle, { lures }: Cutting): TripRecord {
  const depths = new Map(
    stints.flatMap((stint) => {
      const lure = lures.get(stint.lure)
      const depthM = lure && workingDepthM(lure, stint)
      return depthM === undefined ? [] : [[stint.id, depthM] as const]
    }),
  )
  const withDepth = (stint: TripRecord['stints'][number]): TripRecord['stints'][number] => {
    const lureDepthM = depths.get(stint.stint)
    return lureDepthM === undefined ? stint : { ...stint, lureDepthM }
  }
  return { ...record, stints: record.stints.map(withDepth) }
}

/** A trip of which only the hours are known, as one stint that all its strikes belong to. */
function asOneStint(trip: TripRecord): TripRecord {
  const stint = { stint: trip.trip, lure: '', angler: null, start: trip.start, end: trip.end }
  return { ...trip, stints: [stint], strikes: trip.strikes.map((strike) => ({ ...strike, stint: trip.trip })) }
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
function strikeRows(record: TripRecord, bundle: TripBundle, cutting: Cutting): SegmentRow[] {
  const labelled = cutting.labels.of(bundle, record.timeZone)
  const moment = (strike: Strike): Cut | undefined => {
    const stint = { stint: strike.stint ?? '', lure: '', angler: null, start: strike.time, end: isoUtc(epochMs(strike.time) + 1) }
    return cutTrip({ ...record, stints: [stint] }, bundle, cutting).cuts[0]
  }
  return bundle.strikes.flatMap((strike) => {
    const cut = moment(strike)
    if (!cut) return []
    const row = labelled(strike.timeUnknown ? { ...cut, values: {} } : cut, 0)
    row.strikes.push(strike)
    countStrike(row, strike, bundle.trip, false)
    return [row]
  })
}
