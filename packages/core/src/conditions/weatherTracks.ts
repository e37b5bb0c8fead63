import { at } from '../checked/index.ts'
import { countWhile } from '../numerics/index.ts'
import { CARRIED_MS, DAY_MS, HOUR_MS, courseOf } from '../time/index.ts'
import type { EpochMs } from '../time/index.ts'
import { pressureTendency } from '../weather/index.ts'
import { classTrack, courseTrack, readingTrack, samplesOf } from './readingTracks.ts'
import type { Scene } from './scene.ts'
import { UNKNOWN_TRACK, countTrack, mapped, stepTrack } from './track.ts'
import type { Count, Track } from './track.ts'
import type { PastReading } from './types.ts'
import { usualAirC } from './waterPast.ts'

/**
 * By how much the pressure has changed, hPa in three hours.
 *
 * Given      pressures of the trip and the days before it
 * Source     `pressureTendency`
 */
export function tendencyTrack(scene: Scene, edges: readonly number[]): Track {
  const pressures = scene
    .lately()
    .flatMap(({ ms, reading }) => (typeof reading.pressureHpa === 'number' ? [{ ms, value: reading.pressureHpa }] : []))
  return courseTrack(courseOf(pressureTendency(pressures), true), edges)
}

/**
 * Where the day stands to a front, in words.
 *
 * Source     `frontPhase`
 */
export const frontTrack = (scene: Scene): Track =>
  classTrack(scene.fronts().map(({ ms, value }) => ({ ms, value: value.phase })))

/**
 * Days since the last front passed, rising through the trip.
 *
 * Returned   unknown before the first front that was seen to pass
 * Source     `frontPhase`
 */
export function daysSinceFrontTrack(scene: Scene, edges: readonly number[]): Track {
  const states = scene.fronts()
  let moment: EpochMs | null = null
  const counts = states.map(({ ms, value }, i): Count => {
    moment = value.passedMs ?? moment
    return { from: ms, to: states[i + 1]?.ms ?? Infinity, moment, stale: false }
  })
  return countTrack(during(counts), DAY_MS, 1, edges)
}

/** Those of a list that touch a span. */
const during =
  (counts: readonly Count[]) =>
  (fromMs: EpochMs, toMs: EpochMs): readonly Count[] =>
    counts.filter(({ from, to }) => from < toMs && to > fromMs)

/**
 * What the last hours add up to, reading by reading; null until something was read. Unknown unless they were read from their first half
 * on: what is known only since the launch says nothing of yesterday.
 */
function overHours(hours: number, add: (sum: number | null, reading: PastReading['reading']) => number | null) {
  const window = hours * HOUR_MS
  return (scene: Scene): Track => {
    const readings = scene.lately()
    const times = new Float64Array(3 * readings.length)
    for (let i = 0; i < readings.length; i++) {
      const { ms } = at(readings, i)
      times[3 * i] = ms
      times[3 * i + 1] = ms + window / 2
      times[3 * i + 2] = ms + window
    }
    return stepTrack(times.sort(), (ms) => {
      const first = countWhile(readings, (reading) => reading.ms <= ms - window)
      if (!((readings[first]?.ms ?? Infinity) <= ms - window / 2)) return null
      let sum: number | null = null
      for (let i = first; i < readings.length && at(readings, i).ms <= ms; i++) sum = add(sum, at(readings, i).reading)
      return sum
    })
  }
}

/** The strongest mean wind; gusts apart. */
export const windMaxTrack = overHours(24, (strongest, { windMps }) =>
  typeof windMps === 'number' ? Math.max(strongest ?? 0, windMps) : strongest,
)

/** Millimetres fallen: each reading of rain is what fell since the one before. */
export const rainTrack = overHours(48, (fallen, { rainMm, precipitation }) =>
  typeof rainMm === 'number' ? (fallen ?? 0) + rainMm : precipitation === 'none' ? (fallen ?? 0) : fallen,
)

/**
 * Air temperature less what is usual at this water for the time of year, °C.
 *
 * Returned   unknown where that is not known
 * Source     `usualAirC`
 */
export function airAnomalyTrack({ setting, past, startMs }: Scene, edges: readonly number[]): Track {
  const usual = usualAirC(past, startMs)
  if (usual === null) return UNKNOWN_TRACK
  const shifted = edges.map((edge) => edge + usual)
  return mapped(readingTrack(setting, 'airTempC', shifted), (value) => value - usual)
}

/**
 * Hours since the current was switched.
 *
 * Returned   while the current is known; unknown before the first change seen
 * Source     common practice, no source
 */
export function sinceCurrentTrack({ setting }: Scene, edges: readonly number[]): Track {
  const currents = samplesOf<string>(setting.readings, 'current', 'string').sort((a, b) => a.ms - b.ms)
  const changes = currents.filter(({ value }, i) => i > 0 && value !== currents[i - 1]?.value).map(({ ms }) => ms)
  const [first, last] = [changes[0], currents.at(-1)]
  if (first === undefined || !last) return UNKNOWN_TRACK
  const current = readingTrack(setting, 'current')
  const times = [
    ...new Set([
      ...changes,
      ...current.cuts(first, last.ms + CARRIED_MS).filter((ms) => ms > first),
      last.ms + CARRIED_MS,
    ]),
  ].sort((a, b) => a - b)
  const counts = times.slice(0, -1).map((from, i): Count => {
    const to = times[i + 1] ?? from
    const { value, stale } = current.at((from + to) / 2)
    return { from, to, moment: value === null ? null : (changes.findLast((ms) => ms <= from) ?? null), stale }
  })
  return countTrack(during(counts), HOUR_MS, 1, edges)
}
