import { at } from '../checked/index.ts'
import { countWhile } from '../numerics/index.ts'
import { HOUR_MS } from '../time/index.ts'
import type { EpochMs, Sample } from '../time/index.ts'
import type { conditionWords } from '../vocabulary/index.ts'
import { pressureTendency } from './pressureTendency.ts'

export type FrontPhase = (typeof conditionWords.FRONT_PHASES)[number]

/** What tells the phases of a front apart. All ours, all adjustable: the trade gives the phases, not the numbers. */
export interface FrontThresholds {
  /** hPa in three hours: falling from here down. */
  readonly fallingHpa: number
  /** hPa: how much it must have come down before its turn, and up again after it. */
  readonly dropHpa: number
  readonly riseHpa: number
  /** How long before the turn the fall is looked for. */
  readonly dropH: number
  /** Degrees that the wind turns within six hours at a passage. */
  readonly windShiftDeg: number
  /** So long after the turn it is still passing. */
  readonly passageH: number
  /** So long after the turn the days count as post-front. */
  readonly postFrontH: number
  /** Less cloud, less wind and no rain: bright. */
  readonly brightCloudPct: number
  readonly brightWindMps: number
}

export const FRONT_THRESHOLDS: FrontThresholds = {
  fallingHpa: -0.6,
  dropHpa: 2,
  riseHpa: 1,
  dropH: 18,
  windShiftDeg: 60,
  passageH: 6,
  postFrontH: 48,
  brightCloudPct: 50,
  brightWindMps: 4.4704,
}

export interface WeatherReading {
  readonly ms: EpochMs
  readonly pressureHpa?: number | undefined
  readonly windMps?: number | undefined
  readonly windFromDeg?: number | undefined
  readonly cloudPct?: number | undefined
  readonly precipitation?: string | undefined
}

export interface FrontState {
  readonly phase: FrontPhase
  /** When the last front passed, as far as the readings show. */
  readonly passedMs: EpochMs | null
}

/**
 * Where the day stands to the last front, at each reading of pressure.
 *
 * Method     a front has passed where pressure turned after a fall, or where the wind turned sharply in falling or rainy weather;
 *            falling comes first, then passage, then bright or unsettled until 48 h after; else stable
 * Given      readings of the water in order of time, those of the two days before too; sky and wind are carried on for six hours
 * Returned   a state at each reading that has a pressure tendency, or a passage behind it
 * Accuracy   a rough rule of thumb on few readings: one can correct it by hand
 * Source     common practice, no source; the thresholds are ours
 */
export function frontPhase(
  readings: readonly WeatherReading[],
  thresholds: FrontThresholds = FRONT_THRESHOLDS,
): Sample<FrontState>[] {
  const pressures = readings.flatMap(({ ms, pressureHpa }) =>
    pressureHpa === undefined ? [] : [{ ms, value: pressureHpa }],
  )
  const tendencies = new Map(pressureTendency(pressures).map(({ ms, value }) => [ms, value]))
  const passages = [...turnsOfPressure(pressures, thresholds), ...turnsOfWind(readings, thresholds)]
  return pressures.flatMap(({ ms }) => {
    const tendency = tendencies.get(ms)
    const passedMs = lastPassage(passages, ms, thresholds)
    if (tendency === undefined && passedMs === null) return []
    return [
      { ms, value: { phase: phaseAt(readings, { ms, tendency: tendency ?? 0, passedMs }, thresholds), passedMs } },
    ]
  })
}

function phaseAt(
  readings: readonly WeatherReading[],
  { ms, tendency, passedMs }: { readonly ms: EpochMs; readonly tendency: number; readonly passedMs: EpochMs | null },
  limits: FrontThresholds,
): FrontPhase {
  if (tendency <= limits.fallingHpa) return 'falling'
  if (passedMs === null) return 'stable'
  if (ms - passedMs <= limits.passageH * HOUR_MS) return 'passage'
  const [cloud, wind, rain] = [
    carried(readings, ms, 'cloudPct'),
    carried(readings, ms, 'windMps'),
    carried(readings, ms, 'precipitation'),
  ]
  const bright =
    cloud !== undefined &&
    cloud < limits.brightCloudPct &&
    (wind ?? 0) < limits.brightWindMps &&
    (rain ?? 'none') === 'none'
  return bright ? 'post-front bright' : 'post-front unsettled'
}

const CARRIED_MS = 6 * HOUR_MS

/** What was last read of a value in the six hours up to a time. */
function carried<F extends keyof WeatherReading>(
  readings: readonly WeatherReading[],
  ms: EpochMs,
  field: F,
): WeatherReading[F] | undefined {
  for (let i = countWhile(readings, (reading) => reading.ms <= ms) - 1; i >= 0; i--) {
    const reading = at(readings, i)
    if (reading.ms < ms - CARRIED_MS) return undefined
    if (reading[field] !== undefined) return reading[field]
  }
  return undefined
}

/** A front that seems to have passed: from one reading on it shows, from another on it has turned out not to be one. */
interface Passage {
  readonly turnMs: EpochMs
  readonly shownMs: EpochMs
  readonly refutedMs: EpochMs
}

/** Readings of pressure that were the lowest for hours, after a fall and before a rise. */
function turnsOfPressure(
  pressures: readonly Sample<number>[],
  { dropHpa, riseHpa, dropH }: FrontThresholds,
): Passage[] {
  const dropMs = dropH * HOUR_MS
  return pressures.flatMap(({ ms: turnMs, value }) => {
    let [fell, shownMs, refutedMs] = [false, Infinity, Infinity]
    for (const one of pressures) {
      const near = Math.abs(one.ms - turnMs) <= dropMs
      if (one.ms < turnMs && near && one.value - value >= dropHpa) fell = true
      if (one.ms > turnMs && one.value - value >= riseHpa) shownMs = Math.min(shownMs, one.ms)
      if (near && one.value < value) refutedMs = Math.min(refutedMs, Math.max(one.ms, turnMs))
    }
    return fell && shownMs < refutedMs ? [{ turnMs, shownMs, refutedMs }] : []
  })
}

/** Sharp turns of the wind between two readings in wet weather. */
function turnsOfWind(readings: readonly WeatherReading[], { windShiftDeg }: FrontThresholds): Passage[] {
  const winds = readings.filter(({ windFromDeg, windMps }) => windFromDeg !== undefined && (windMps ?? 0) > 1)
  return winds.slice(1).flatMap((after, i) => {
    const before = at(winds, i)
    const turned =
      turnBetween(before.windFromDeg ?? 0, after.windFromDeg ?? 0) >= windShiftDeg && after.ms - before.ms <= CARRIED_MS
    const wet = turned && (carried(readings, after.ms, 'precipitation') ?? 'none') !== 'none'
    return wet ? [{ turnMs: after.ms, shownMs: after.ms, refutedMs: Infinity }] : []
  })
}

/** The latest passage within the post-front hours before a time, as far as was to be seen by then. */
function lastPassage(passages: readonly Passage[], ms: EpochMs, { postFrontH }: FrontThresholds): EpochMs | null {
  let latest: EpochMs | null = null
  for (const { turnMs, shownMs, refutedMs } of passages) {
    const recent = turnMs <= ms && turnMs > ms - postFrontH * HOUR_MS
    if (recent && shownMs <= ms && ms < refutedMs) latest = Math.max(latest ?? turnMs, turnMs)
  }
  return latest
}

/** The shorter way round between two bearings, 0–180. */
const turnBetween = (a: number, b: number): number => Math.abs(((((b - a) % 360) + 540) % 360) - 180)
