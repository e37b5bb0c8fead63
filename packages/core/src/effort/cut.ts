import { at } from '../checked/index.ts'
import { dayMarks, epochMs, hourMarks } from '../time/index.ts'
import type { EpochMs } from '../time/index.ts'
import { tracksOf } from './tracks.ts'
import type { CutBy, Track, TrackValue } from './tracks.ts'
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
 * Returned   pieces in the order of the stints, each `[fromMs, toMs)`; the pieces of a stint add up to it exactly
 * Source     Clayton & Hills, Statistical Models in Epidemiology (1993), ch. 6
 */
export function cutStints(trip: TripRecord, options: CutOptions): Cut[] {
  const tracksBySpot = new Map<string | undefined, Record<string, Track>>()
  const tracksAt = (spot: string | undefined): Record<string, Track> => {
    const tracks = tracksBySpot.get(spot) ?? tracksOf(trip, options, spot)
    tracksBySpot.set(spot, tracks)
    return tracks
  }
  return trip.stints.flatMap((stint) => cutStint(stint, tracksAt(stint.spot), trip.timeZone, options))
}

function cutStint(stint: TripStint, tracks: Record<string, Track>, zone: string, options: CutOptions): Cut[] {
  if (stint.end === null) return []
  const [start, end] = [epochMs(stint.start), epochMs(stint.end)]
  if (end <= start) return []
  const marks = options.byHour ? hourMarks(start, end, zone) : options.byDay ? dayMarks(start, end, zone) : []
  const inner = [...marks, ...Object.values(tracks).flatMap((track) => track.cuts(start, end))].filter((ms) => ms > start && ms < end)
  const bounds = [start, ...new Set(inner.sort((a, b) => a - b)), end]
  const pieces: Cut[] = []
  let signature = ''
  for (let i = 0; i + 1 < bounds.length; i++) {
    const [fromMs, toMs] = [at(bounds, i), at(bounds, i + 1)]
    const read = Object.entries(tracks).map(([condition, track]) => [condition, track.at((fromMs + toMs) / 2)] as const)
    const here = read.map(([condition, seen]) => bandKey(seen, options.edges[condition])).join('|')
    const last = pieces.at(-1)
    if (last && here === signature && !marks.includes(fromMs)) last.toMs = toMs
    else pieces.push({ stint, fromMs, toMs, values: Object.fromEntries(read.map(([name, seen]) => [name, seen.value])), stale: staleOf(read) })
    signature = here
  }
  return pieces
}

const staleOf = (read: readonly (readonly [string, TrackValue])[]): string[] => read.filter(([, seen]) => seen.stale).map(([condition]) => condition)

function bandKey({ value, stale }: TrackValue, edges: readonly number[] | undefined): string {
  const band = typeof value === 'number' && edges ? bandIndex(value, edges) : value
  return `${band}${stale ? '*' : ''}`
}

/** Number of edges at or below the value: half-open bands `[edge, next)`. Edges ascending. */
export function bandIndex(value: number, edges: readonly number[]): number {
  let index = 0
  while (index < edges.length && value >= at(edges, index)) index++
  return index
}
