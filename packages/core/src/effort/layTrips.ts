import { isStrike, effortKnownOf } from '../vocabulary/index.ts'
import { at } from '../checked/index.ts'
import { NO_PAST, waterPast } from '../conditions/index.ts'
import type { TripReading, WaterPast } from '../conditions/index.ts'
import { workingDepthM } from '../presentation/index.ts'
import type { Id, Lure, Stint } from '../vocabulary/index.ts'
import { tripBundles } from './bookRecords.ts'
import type { BookRecords, TripBundle } from './bookRecords.ts'
import { Cutter } from './cut.ts'
import type { Cut, CutTrip } from './cut.ts'
import type { CutPlan } from './cutPlan.ts'
import { RowLabels } from './rowLabels.ts'
import { looseEndsOfTrip } from './looseEnds.ts'
import { placeStrikes } from './placeStrikes.ts'
import { NOTHING_LEFT_OUT } from './segmentColumns.ts'
import type { LeftOut } from './segmentColumns.ts'
import type { SegmentTable } from './segmentTable.ts'
import { timedTripOf } from './timedTrip.ts'
import type { TimedStint, TimedStrike, TimedTrip } from './types.ts'

/** Lays the segments of each trip (`only` of some), earliest trip first. Returned: what had to be left out, by trip; trips without any are not named. */
export function layTrips(
  book: BookRecords,
  plan: CutPlan,
  table: SegmentTable,
  only?: ReadonlySet<string>,
): Map<string, LeftOut> {
  const bundles = tripBundles(book)
  const layer = new TripLayer(book, plan, table, plan.needsPast ? pastsOf(bundles) : () => NO_PAST)
  for (const bundle of bundles) if (!only || only.has(bundle.trip.id)) layer.lay(bundle)
  return layer.leftOut
}

/** The past of each water, worked out when it is first asked for. */
export function pastsOf(bundles: readonly TripBundle[]): (water: Id<'water'>) => WaterPast {
  const known = new Map<string, WaterPast>()
  return (water) => {
    let past = known.get(water)
    if (!past)
      known.set(
        water,
        (past = waterPast(
          bundles
            .filter(({ trip }) => trip.water === water)
            .flatMap(({ readings }) => readings as readonly TripReading[]),
        )),
      )
    return past
  }
}

/** What the trips of a book are cut with. */
class TripLayer {
  private readonly cutter: Cutter
  private readonly labels: RowLabels
  private readonly lures: ReadonlyMap<string, Lure>
  readonly leftOut = new Map<string, LeftOut>()
  /** Some strikes of the book have no time. */
  private readonly untimed: boolean

  constructor(
    book: BookRecords,
    private readonly plan: CutPlan,
    private readonly table: SegmentTable,
    private readonly past: (water: Id<'water'>) => WaterPast,
  ) {
    this.cutter = new Cutter(plan)
    this.labels = new RowLabels(book, plan, this.cutter.conditions, table)
    this.lures = new Map(book.lures.map((lure) => [lure.id, lure]))
    this.untimed = book.strikes.some(({ timeUnknown }) => timeUnknown)
  }

  // eslint-disable-next-line complexity -- which hours of a trip may be used is asked in one place
  lay(bundle: TripBundle): void {
    const { plan } = this
    const record = timedTripOf(bundle, plan.needsDepth ? this.depthOf : undefined)
    this.table.loose(record.trip, looseEndsOfTrip(bundle, record))
    const known = effortKnownOf(bundle.trip)
    const whole = known === 'trip' && !plan.needsStints && record.endMs !== null ? asOneStint(record) : undefined
    const used = whole ?? record
    // Strikes without a time cannot be laid on a part of a trip. Leaving out only the trips that have such strikes would keep the blank
    // ones and lower every rate, so that no trip of this sort is used where the question cuts it.
    const cut = known === 'full' || whole ? this.cutter.cut(used, this.past(bundle.trip.water)) : undefined
    if (!cut || (whole && cut.cuts.length !== 1 && this.untimed)) {
      const strikes = bundle.strikes.filter(isStrike).length
      this.leftOut.set(record.trip, { ...NOTHING_LEFT_OUT, trips: 1, strikes })
      this.layStrikesAlone(record, bundle)
      return
    }
    const anglers = whole ? Math.max(1, bundle.trip.anglers?.length ?? 1) : 1
    const row = this.labels.of(bundle, used.timeZone, cut)
    const places = cut.cuts.map((piece) => row(piece, ((piece.toMs - piece.fromMs) / 3_600_000) * anglers))
    const looseStrikes = this.layStrikes(places, cut.cuts, used, bundle)
    const stintsWithoutHours = used.stints.filter(({ fromMs, toMs }) => toMs === null || toMs < fromMs).length
    if (looseStrikes + stintsWithoutHours > 0)
      this.leftOut.set(record.trip, { ...NOTHING_LEFT_OUT, looseStrikes, stintsWithoutHours })
  }

  /** How deep the lure of a stint works, as far as known. */
  private readonly depthOf = (stint: Stint): number | undefined => {
    const lure = this.lures.get(stint.lure)
    return lure && workingDepthM(lure, stint)
  }

  /** Lays each strike on its segment; returns how many belong to none. */
  private layStrikes(
    places: readonly number[],
    cuts: readonly Cut[],
    record: TimedTrip,
    { trip, strikes }: TripBundle,
  ): number {
    let loose = 0
    const anglers = [...new Set(record.stints.map(({ angler }) => angler))]
    placeStrikes(cuts, record.strikes).forEach((piece, i) => {
      const strike = at(strikes, i)
      if (piece !== undefined)
        this.table.count(at(places, piece), strike, trip, true, anglers.indexOf(at(cuts, piece).stint.angler))
      else if (isStrike(strike)) loose++
    })
    return loose
  }

  /** Strikes of a trip whose hours cannot be used: each on a segment without hours, so that they still tell of hook-up and size. */
  private layStrikesAlone(record: TimedTrip, bundle: TripBundle): void {
    const cut: CutTrip = this.cutter.cut(
      { ...record, stints: record.strikes.map(momentOf) },
      this.past(bundle.trip.water),
    )
    const row = this.labels.of(bundle, record.timeZone, cut)
    cut.cuts.forEach((piece, i) => {
      const strike = at(bundle.strikes, i)
      this.table.count(row(piece, 0, strike.timeUnknown ?? false), strike, bundle.trip, false)
    })
  }
}

const momentOf = ({ stint, ms }: TimedStrike): TimedStint => ({
  stint: stint ?? '',
  lure: '',
  angler: null,
  fromMs: ms,
  toMs: ms + 1,
})

/** A trip of which only the hours are known, as one stint that all its strikes belong to. */
function asOneStint(trip: TimedTrip): TimedTrip {
  // No stint has this id: it is named by its trip.
  const id: string = trip.trip
  const stint = { stint: id, lure: '', angler: null, fromMs: trip.startMs, toMs: trip.endMs }
  return { ...trip, stints: [stint], strikes: trip.strikes.map((strike) => ({ ...strike, stint: id })) }
}
