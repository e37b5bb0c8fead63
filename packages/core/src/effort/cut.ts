import { at } from '../checked/index.ts'
import { NO_PAST, bandIndex, tracksOf } from '../conditions/index.ts'
import type { CutBy, Track, TrackValue, WaterPast } from '../conditions/index.ts'
import { dayMarks, epochMs, hourMarks } from '../time/index.ts'
import type { EpochMs } from '../time/index.ts'
import type { TripRecord, TripStint } from './types.ts'

/** A piece of one stint in epoch milliseconds, with the value of each condition in its middle. */
export interface Cut {
  readonly stint: TripStint
  readonly fromMs: EpochMs
  toMs: EpochMs
  readonly values: Readonly<Record<string, number | string | null>>
  readonly stale: readonly string[]
}

export interface CutOptions extends CutBy {
  /** Cut at whole hours of the local clock. */
  readonly byHour?: boolean
  /** Cut where a local day begins. */
  readonly byDay?: boolean
}

/**
 * Cuts every closed stint wherever a condition crosses one of its edges, changes class, goes stale or becomes unknown,
 * and at whole hours or midnights when asked: the Lexis expansion of cohort studies.
 *
 * Given      the trip, what to cut by, and what the book knows of the water beside (for what is usual there)
 * Returned   pieces in the order of the stints, each `[fromMs, toMs)`; the pieces of a stint add up to it exactly
 * Source     Clayton & Hills, Statistical Models in Epidemiology (1993), ch. 6
 */
export function cutStints(trip: TripRecord, options: CutOptions, past: WaterPast = NO_PAST): Cut[] {
  const courses = new Map<string, Course>()
  const atDepth = 'lureLux' in options.edges
  const readAt = new Set(trip.readings.map(({ spot }) => spot))
  const courseFor = ({ spot, lureDepthM }: TripStint): Course => {
    const key = `${readAt.has(spot) ? spot : ''}|${atDepth ? lureDepthM : ''}`
    let known = courses.get(key)
    if (!known) {
      const setting = { ...trip, ...(spot === undefined ? {} : { spot }), ...(lureDepthM === undefined ? {} : { lureDepthM }) }
      courses.set(key, (known = new Course(tracksOf(setting, options, past), options.edges)))
    }
    return known
  }
  return trip.stints.flatMap((stint) => cutStint(stint, courseFor(stint), trip.timeZone, options))
}

/** All conditions of a stint side by side. */
class Course {
  private readonly names: readonly string[]
  private readonly tracks: readonly Track[]
  private readonly edges: readonly (readonly number[] | undefined)[]

  constructor(tracks: Readonly<Record<string, Track>>, edges: CutBy['edges']) {
    this.names = Object.keys(tracks)
    this.tracks = Object.values(tracks)
    this.edges = this.names.map((name) => edges[name])
  }

  cuts(fromMs: EpochMs, toMs: EpochMs, found: EpochMs[]): void {
    for (const track of this.tracks) found.push(...track.cuts(fromMs, toMs))
  }

  at = (ms: EpochMs): TrackValue[] => this.tracks.map((track) => track.at(ms))

  /** Whether every condition lies in the same band, as stale, as at another time. */
  alike(a: readonly TrackValue[], b: readonly TrackValue[]): boolean {
    for (let i = 0; i < a.length; i++) {
      const [x, y] = [at(a, i), at(b, i)]
      if (x.stale !== y.stale || bandOf(x.value, this.edges[i]) !== bandOf(y.value, this.edges[i])) return false
    }
    return true
  }

  valuesOf(seen: readonly TrackValue[]): Cut['values'] {
    const values: Record<string, number | string | null> = {}
    for (let i = 0; i < seen.length; i++) values[at(this.names, i)] = at(seen, i).value
    return values
  }

  staleOf = (seen: readonly TrackValue[]): string[] => this.names.filter((_, i) => at(seen, i).stale)
}

/** The band of a number by its edges; a word, or a number without edges, is its own. */
const bandOf = (value: TrackValue['value'], edges: readonly number[] | undefined): number | string | null =>
  typeof value === 'number' && edges ? bandIndex(value, edges) : value

function cutStint(stint: TripStint, course: Course, zone: string, options: CutOptions): Cut[] {
  if (stint.end === null) return []
  const [start, end] = [epochMs(stint.start), epochMs(stint.end)]
  if (end <= start) return []
  const marks = options.byHour ? hourMarks(start, end, zone) : options.byDay ? dayMarks(start, end, zone) : []
  const inner = [...marks]
  course.cuts(start, end, inner)
  const bounds = [start, ...new Set(inner.filter((ms) => ms > start && ms < end).sort((a, b) => a - b)), end]
  const pieces: Cut[] = []
  let before: TrackValue[] | undefined
  for (let i = 0; i + 1 < bounds.length; i++) {
    const [fromMs, toMs] = [at(bounds, i), at(bounds, i + 1)]
    const seen = course.at((fromMs + toMs) / 2)
    const last = pieces.at(-1)
    if (last && before && !marks.includes(fromMs) && course.alike(before, seen)) last.toMs = toMs
    else pieces.push({ stint, fromMs, toMs, values: course.valuesOf(seen), stale: course.staleOf(seen) })
    before = seen
  }
  return pieces
}
