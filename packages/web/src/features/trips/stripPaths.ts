import { timeZoneOf, isStrike, MINUTE_MS, epochMs, trackBottom, workingDepth } from '@jotbook/core'
import type { EpochMs, Lure, Reading, Stint, Strike, Trip, UnitPreferences, Water, WorkingDepth } from '@jotbook/core'
import type { StripLure, StripModel, StripPath } from '../../charts/dayStrip/stripModel.ts'
import { clock, quantity } from '../../ui/locale.ts'
import { text } from './text.ts'

export interface TripOnScreen {
  readonly trip: Trip
  readonly water: Water | undefined
  readonly stints: readonly Stint[]
  readonly readings: readonly Reading[]
  readonly strikes: readonly Strike[]
  readonly lures: ReadonlyMap<string, Lure>
}

/** A stretch without a strike is spoken of from here on. */
const LONG_BLANK_MS = 75 * MINUTE_MS

export const zoneOf = ({ trip, water }: Pick<TripOnScreen, 'trip' | 'water'>): string => timeZoneOf(trip, water)

/** One path a person, at the depth worked; a strike of no stint stands at the surface of the first. */
export function pathsOf(screen: TripOnScreen, units: UnitPreferences): StripPath[] {
  const { stints, strikes } = screen
  const anglers = [...new Set(stints.map((stint) => stint.angler ?? ''))]
  const byId = new Map(stints.map((stint) => [stint.id, stint]))
  return (anglers.length > 0 ? anglers : ['']).map((angler, index) => ({
    angler,
    stints: stints
      .filter((stint) => (stint.angler ?? '') === angler && stint.end)
      .sort((a, b) => (a.start < b.start ? -1 : 1))
      .map((stint) => placedStint(stint, screen, units)),
    strikes: strikes
      .filter((strike) => {
        const stint = strike.stint ? byId.get(strike.stint) : undefined
        return stint ? (stint.angler ?? '') === angler : index === 0
      })
      .map((strike) => placedStrike(strike, strike.stint ? byId.get(strike.stint) : undefined, screen))
      .sort((a, b) => a.ms - b.ms),
  }))
}

function placedStint(stint: Stint, screen: TripOnScreen, units: UnitPreferences): StripPath['stints'][number] {
  const [zone, lure] = [zoneOf(screen), screen.lures.get(stint.lure)]
  const { depthM, from } = workingDepth(lure, stint)
  const assumed = from === 'assumed'
  const [fromMs, toMs] = [epochMs(stint.start), epochMs(stint.end ?? stint.start)]
  const label = [
    lure?.name ?? text.table.lure,
    text.table.span(clock(fromMs, zone), clock(toMs, zone)),
    text.strip.depth(quantity(depthM, stint.lureDepthMTyped, 'm', units.depth), assumed),
  ]
  return { id: stint.id, fromMs, toMs, depthM, assumed, label: label.join(', ') }
}

function placedStrike(strike: Strike, stint: Stint | undefined, screen: TripOnScreen): StripPath['strikes'][number] {
  const ms = epochMs(strike.time)
  const when = strike.timeUnknown ? text.table.noTime : clock(ms, zoneOf(screen))
  return {
    id: strike.id,
    ms,
    depthM: stint ? workingDepth(screen.lures.get(stint.lure), stint).depthM : 0,
    outcome: strike.outcome ?? null,
    label: `${when} ${strike.outcome ?? text.table.notSaid}`,
  }
}

/** A shorter stretch is a change of rods, not of the bottom. */
const LEAST_STRETCH_MS = 10 * MINUTE_MS

/**
 * The bottom as sounded: from the boat's track where it carried a sounder; else as logged, where two people sounded at once, the deeper, and never above a lure that swam there.
 * One point at each moment a stint begins or ends, where both stretches touch, and one between.
 */
export function bottomOf(screen: TripOnScreen, fromMs: EpochMs, toMs: EpochMs): StripModel['bottom'] {
  return trackBottom(screen.trip.track, fromMs, toMs, LEAST_STRETCH_MS) ?? loggedBottom(screen, fromMs, toMs)
}

function loggedBottom({ stints, lures }: TripOnScreen, fromMs: EpochMs, toMs: EpochMs): StripModel['bottom'] {
  const spans = stints.flatMap((stint) =>
    stint.end && typeof stint.depthM === 'number'
      ? [
          {
            fromMs: epochMs(stint.start),
            toMs: epochMs(stint.end),
            depthM: Math.max(stint.depthM, workingDepth(lures.get(stint.lure), stint).depthM),
          },
        ]
      : [],
  )
  const cuts = [...new Set(spans.flatMap((span) => [span.fromMs, span.toMs]))].sort((a, b) => a - b)
  const moments = cuts.flatMap((cut, i) => {
    const before = cuts[i - 1]
    return before === undefined || cut - before < LEAST_STRETCH_MS ? [cut] : [(before + cut) / 2, cut]
  })
  const points = moments.flatMap((ms) => {
    const under = spans.filter((span) => span.fromMs <= ms && span.toMs >= ms)
    return under.length > 0 ? [{ ms, depthM: Math.max(...under.map(({ depthM }) => depthM)) }] : []
  })
  const [first, last] = [points[0], points.at(-1)]
  return first && last ? [{ ...first, ms: fromMs }, ...points, { ...last, ms: toMs }] : []
}

/** The lures thrown, the shallowest first. */
export function luresOf({ stints, lures }: TripOnScreen, units: UnitPreferences): StripLure[] {
  const depths = new Map<string, WorkingDepth[]>()
  for (const stint of stints)
    depths.set(stint.lure, [...(depths.get(stint.lure) ?? []), workingDepth(lures.get(stint.lure), stint)])
  return [...depths]
    .flatMap(([id, list]): StripLure[] => {
      const lure = lures.get(id)
      const depthM = list.reduce((sum, { depthM: one }) => sum + one, 0) / list.length
      const assumed = list.every(({ from }) => from === 'assumed')
      if (!lure) return []
      const { name, back = null, side = null, belly = null, accent = null, finish = null } = lure
      return [
        {
          id,
          name,
          class: lure.class,
          depthM,
          depthText: text.strip.depth(quantity(depthM, null, 'm', units.depth), assumed),
          back,
          side,
          belly,
          accent,
          finish,
        },
      ]
    })
    .sort((a, b) => a.depthM - b.depthM)
}

/** The longest time fished between two strikes, or before the first or after the last. */
export function blankOf(paths: readonly StripPath[]): StripModel['blank'] {
  const stints = paths.flatMap((path) => path.stints)
  const struck = paths
    .flatMap((path) => path.strikes)
    .filter(isStrike)
    .map(({ ms }) => ms)
    .sort((a, b) => a - b)
  if (stints.length === 0 || struck.length === 0) return undefined
  const marks = [
    Math.min(...stints.map(({ fromMs }) => fromMs)),
    ...struck,
    Math.max(...stints.map(({ toMs }) => toMs)),
  ]
  const gaps = marks.slice(1).map((toMs, i) => ({ fromMs: marks[i] ?? toMs, toMs }))
  const longest = gaps.reduce((a, b) => (b.toMs - b.fromMs > a.toMs - a.fromMs ? b : a))
  if (longest.toMs - longest.fromMs < LONG_BLANK_MS) return undefined
  const under = stints.filter((stint) => stint.fromMs < longest.toMs && stint.toMs > longest.fromMs)
  const depthM = Math.max(0, ...under.map((stint) => stint.depthM))
  return { ...longest, depthM, text: text.strip.blank(Math.round((longest.toMs - longest.fromMs) / MINUTE_MS)) }
}
