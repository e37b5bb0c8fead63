import { MINUTE_MS, epochMs, fromSi, hourMarks, localParts } from '@jotbook/core'
import type { DayCondition, EpochMs, UnitPreferences } from '@jotbook/core'
import type { StripModel } from '../../charts/dayStrip/stripModel.ts'
import { clock, unitLabel } from '../../ui/locale.ts'
import { lightFootOf, ribbonsOf, skyOf, spellsOnStrip, sunOf, waterColour, windOf } from './stripConditions.ts'
import { blankOf, bottomOf, luresOf, pathsOf, zoneOf } from './stripPaths.ts'
import type { TripOnScreen } from './stripPaths.ts'
import { text } from './text.ts'

const STEP_MS = 10 * MINUTE_MS
const HALF_HOUR_MS = 30 * MINUTE_MS
const SHALLOWEST_FOOT_M = 3

/** The whole half hours that a trip's strip runs over. */
export function spanOf({ trip, stints }: Pick<TripOnScreen, 'trip' | 'stints'>): { fromMs: EpochMs; toMs: EpochMs } {
  const ends = [trip.end, ...stints.map((stint) => stint.end ?? stint.start)]
    .filter((iso) => typeof iso === 'string')
    .map(epochMs)
  const starts = [trip.start, ...stints.map((stint) => stint.start)].map(epochMs)
  const fromMs = Math.floor(Math.min(...starts) / HALF_HOUR_MS) * HALF_HOUR_MS
  return {
    fromMs,
    toMs: Math.max(fromMs + 2 * HALF_HOUR_MS, Math.ceil(Math.max(...ends, fromMs) / HALF_HOUR_MS) * HALF_HOUR_MS),
  }
}

/** What the day strip of a trip shows; the conditions in words come when they have been worked out. */
export function stripModel(
  screen: TripOnScreen,
  units: UnitPreferences,
  conditions: readonly DayCondition[] = [],
): StripModel {
  const { trip, water, readings } = screen
  const zone = zoneOf(screen)
  const { fromMs, toMs } = spanOf(screen)
  const times = Array.from({ length: Math.floor((toMs - fromMs) / STEP_MS) + 1 }, (_, i) => fromMs + i * STEP_MS)
  const paths = pathsOf(screen, units)
  const bottom = bottomOf(screen, fromMs, toMs)
  const depths = [
    ...paths.flatMap((path) => path.stints.map(({ depthM }) => depthM * 1.2)),
    ...bottom.map(({ depthM }) => depthM * 1.12),
  ]
  const deepestM = Math.max(SHALLOWEST_FOOT_M, ...depths)
  return {
    fromMs,
    toMs,
    deepestM,
    label: text.strip.label,
    hours: [fromMs, ...hourMarks(fromMs, toMs, zone), toMs]
      .filter((ms) => localParts(ms, zone).minute === 0)
      .map((ms) => ({ ms, text: clock(ms, zone) })),
    depths: depthTicks(deepestM, units),
    wind: windOf(readings, times, units),
    sky: skyOf(water, readings, times),
    ...sunOf(water, fromMs, toMs),
    water: waterColour(readings, deepestM),
    lightFoot: lightFootOf(readings, units),
    bottom,
    paths,
    lures: luresOf(screen, units),
    blank: blankOf(paths),
    ribbons: ribbonsOf(readings, units, fromMs),
    spells: spellsOnStrip(conditions, trip),
  }
}

function depthTicks(deepestM: number, units: UnitPreferences): StripModel['depths'] {
  const deepest = fromSi(deepestM, units.depth)
  const step = deepest > 40 ? 20 : deepest > 16 ? 10 : deepest > 6 ? 5 : 2
  const ticks = Array.from({ length: Math.floor(deepest / step) + 1 }, (_, i) => i * step)
  return ticks.map((value) => ({
    depthM: (value * deepestM) / deepest,
    text: value === 0 ? `0 ${unitLabel(units.depth)}` : String(value),
  }))
}
