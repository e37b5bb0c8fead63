import { NO_PAST, Scene, trackIn } from '../conditions/index.ts'
import type { CutBy, Track, WaterPast } from '../conditions/index.ts'
import { dayMarks, hourMarks } from '../time/index.ts'
import type { EpochMs } from '../time/index.ts'
import { Stretches, CutCondition, runOf } from './stretches.ts'
import type { Run } from './stretches.ts'
import type { TimedTrip, TimedStint } from './types.ts'
import type { Id } from '../vocabulary/index.ts'

/** A piece of one stint in epoch milliseconds, through which every condition keeps its band. */
export interface Cut {
  readonly stint: TimedStint
  readonly fromMs: EpochMs
  readonly toMs: EpochMs
  /** What the trip was like there, and in which of its stretches. */
  readonly stretches: Stretches
  readonly stretch: number
}

/** A trip cut: its pieces in the order of the stints, each `[fromMs, toMs)`; the pieces of a stint add up to it exactly. */
export interface CutTrip {
  readonly cuts: readonly Cut[]
  /** A condition's own value in a stint's place at a time; null is unknown. */
  readonly valueAt: (stint: TimedStint, condition: string, ms: EpochMs) => number | string | null
}

export interface CutOptions extends CutBy {
  /** Cut at whole hours of the local clock. */
  readonly byHour?: boolean
  /** Cut where a local day begins. */
  readonly byDay?: boolean
}

/** The one condition that depends on how deep a stint's lure works. */
const AT_DEPTH = 'lureLux'

/** A stint with hours. */
type Closed = TimedStint & { readonly toMs: EpochMs }

/**
 * Cuts every closed stint of a trip wherever a condition crosses one of its edges, changes class, goes stale or becomes unknown,
 * and at whole hours or midnights when asked: the Lexis expansion of cohort studies. Conditions are followed once a trip, not once a stint.
 *
 * Source     Clayton & Hills, Statistical Models in Epidemiology (1993), ch. 6
 */
export class Cutter {
  readonly conditions: readonly CutCondition[]

  constructor(private readonly options: CutOptions) {
    this.conditions = [
      ...Object.entries(options.edges).map(([name, edges]) => new CutCondition(name, edges)),
      ...(options.classes ?? []).map((name) => new CutCondition(name, undefined)),
    ]
  }

  /** `past` is what the book knows of the water beside the trip, for what is usual there. */
  cut(trip: TimedTrip, past: WaterPast = NO_PAST): CutTrip {
    const closed = trip.stints.filter(isClosed)
    if (closed.length === 0) return { cuts: [], valueAt: () => null }
    const [fromMs, toMs] = [
      closed.reduce((low, stint) => Math.min(low, stint.fromMs), Infinity),
      closed.reduce((high, stint) => Math.max(high, stint.toMs), 0),
    ]
    const places = new Places(trip, past, this, fromMs, toMs)
    const cuts: Cut[] = []
    for (const stint of closed) {
      const { fromMs: from, toMs: to } = stint
      const stretches = places.stretchesOf(stint)
      for (let stretch = stretches.stretchAt(from), fromMs = from; fromMs < to; stretch++) {
        const toMs = Math.min(to, stretches.endOf(stretch))
        cuts.push({ stint, fromMs, toMs, stretches, stretch })
        fromMs = toMs
      }
    }
    return { cuts, valueAt: (stint, condition, ms) => places.named(stint, condition).at(ms).value }
  }

  conditionOf(name: string): CutCondition {
    const condition = this.conditions.find((one) => one.name === name)
    if (!condition) throw new RangeError(`the trip was not cut by ${name}`)
    return condition
  }

  marks(fromMs: EpochMs, toMs: EpochMs, zone: string): readonly EpochMs[] {
    return this.options.byHour ? hourMarks(fromMs, toMs, zone) : this.options.byDay ? dayMarks(fromMs, toMs, zone) : []
  }
}

/** What a trip was like in each place and at each depth that was fished. */
class Places {
  private readonly known = new Map<string, Stretches>()
  private readonly runs = new Map<string, Run>()
  private readonly tracks = new Map<string, Track>()
  /** The same by stint and name, for who asks often. */
  private readonly tracksOf = new Map<TimedStint, Map<string, Track>>()
  private readonly scenes = new Map<string, Scene>()
  private readonly marks: readonly EpochMs[]
  private readonly readAt: ReadonlySet<string | null | undefined>
  private readonly askDepth: boolean

  // eslint-disable-next-line max-params -- its own fields
  constructor(
    private readonly trip: TimedTrip,
    private readonly past: WaterPast,
    private readonly cutter: Cutter,
    private readonly fromMs: EpochMs,
    private readonly toMs: EpochMs,
  ) {
    this.marks = cutter.marks(fromMs, toMs, trip.timeZone)
    this.readAt = new Set(trip.readings.map(({ reading }) => reading.spot))
    this.askDepth = cutter.conditions.some(({ name }) => name === AT_DEPTH)
  }

  stretchesOf(stint: TimedStint): Stretches {
    const key = this.keyOf(stint, AT_DEPTH)
    let stretches = this.known.get(key)
    if (!stretches) {
      const runs = this.cutter.conditions.map((condition) => this.runOf(stint, condition))
      this.known.set(key, (stretches = Stretches.of(runs, this.marks, this.fromMs)))
    }
    return stretches
  }

  trackOf(stint: TimedStint, condition: CutCondition): Track {
    const key = `${condition.name}|${this.keyOf(stint, condition.name)}`
    let track = this.tracks.get(key)
    if (!track)
      this.tracks.set(key, (track = trackIn(this.sceneOf(stint, condition.name), condition.name, condition.edges)))
    return track
  }

  named(stint: TimedStint, condition: string): Track {
    let own = this.tracksOf.get(stint)
    if (!own) this.tracksOf.set(stint, (own = new Map<string, Track>()))
    let track = own.get(condition)
    if (!track) own.set(condition, (track = this.trackOf(stint, this.cutter.conditionOf(condition))))
    return track
  }

  private runOf(stint: TimedStint, condition: CutCondition): Run {
    const key = `${condition.name}|${this.keyOf(stint, condition.name)}`
    let run = this.runs.get(key)
    if (!run) this.runs.set(key, (run = runOf(this.trackOf(stint, condition), condition, this.fromMs, this.toMs)))
    return run
  }

  private sceneOf({ spot, lureDepthM }: TimedStint, condition: string): Scene {
    const place = this.placeOf(spot)
    let scene = this.scenes.get(place)
    if (!scene)
      this.scenes.set(place, (scene = new Scene({ ...this.trip, ...(place === '' ? {} : { spot: place }) }, this.past)))
    return condition === AT_DEPTH ? scene.atDepth(lureDepthM) : scene
  }

  /** Where readings were taken that go before the trip's own. */
  private placeOf = (spot: Id<'spot'> | undefined): string => (spot !== undefined && this.readAt.has(spot) ? spot : '')

  /** Stints for which a condition is the same all through the trip share a key. */
  private keyOf({ spot, lureDepthM }: TimedStint, condition: string): string {
    return condition === AT_DEPTH && this.askDepth ? `${this.placeOf(spot)}|${lureDepthM}` : this.placeOf(spot)
  }
}

const isClosed = (stint: TimedStint): stint is Closed => stint.toMs !== null && stint.toMs > stint.fromMs
