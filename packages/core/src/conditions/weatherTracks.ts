import { countWhile } from '../numerics/index.ts'
import { CARRIED_MS, HOUR_MS, courseOf } from '../time/index.ts'
import type { EpochMs } from '../time/index.ts'
import { pressureTendency } from '../weather/index.ts'
import { classTrack, courseTrack, readingTrack, samplesOf } from './readingTracks.ts'
import type { Scene } from './scene.ts'
import { UNKNOWN_TRACK, countTrack, stepTrack } from './track.ts'
import type { Count, Track } from './track.ts'
import type { PastReading } from './types.ts'
import { usualAirC } from './waterPast.ts'

const DAY_MS = 24 * HOUR_MS

export function tendencyTrack(scene: Scene, edges: readonly number[]): Track {
  const pressures = scene.lately().flatMap(({ ms, reading }) => (typeof reading.pressureHpa === 'number' ? [{ ms, value: reading.pressureHpa }] : []))
  return courseTrack(courseOf(pressureTendency(pressures), true), edges)
}

export const frontTrack = (scene: Scene): Track => classTrack(scene.fronts().map(({ ms, value }) => ({ ms, value: value.phase })))

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

/** What the last hours add up to. Unknown unless they were read from their first half on: what is known only since the launch says nothing of yesterday. */
function overHours(hours: number, of: (readings: readonly PastReading[]) => number | null) {
  const window = hours * HOUR_MS
  return (scene: Scene): Track => {
    const readings = scene.lately()
    const times = new Float64Array(3 * readings.length)
    readings.forEach(({ ms }, i) => times.set([ms, ms + window / 2, ms + window], 3 * i))
    return stepTrack(times.sort(), (ms) => {
      const within = readings.slice(
        countWhile(readings, (reading) => reading.ms <= ms - window),
        countWhile(readings, (reading) => reading.ms <= ms),
      )
      return (within[0]?.ms ?? Infinity) <= ms - window / 2 ? of(within) : null
    })
  }
}

/** The strongest mean wind; gusts apart. */
export const windMaxTrack = overHours(24, (readings) => {
  let strongest: number | null = null
  for (const { reading } of readings) if (typeof reading.windMps === 'number') strongest = Math.max(strongest ?? 0, reading.windMps)
  return strongest
})

/** Millimetres fallen: each reading of rain is what fell since the one before. */
export const rainTrack = overHours(48, (readings) => {
  let fallen: number | null = null
  for (const { reading } of readings) {
    if (typeof reading.rainMm === 'number') fallen = (fallen ?? 0) + reading.rainMm
    else if (reading.precipitation === 'none') fallen ??= 0
  }
  return fallen
})

/** Air temperature less what is usual at this water for the time of year. */
export function airAnomalyTrack({ setting, past, startMs }: Scene, edges: readonly number[]): Track {
  const usual = usualAirC(past, startMs)
  if (usual === null) return UNKNOWN_TRACK
  const shifted = edges.map((edge) => edge + usual)
  const air = readingTrack(setting, 'airTempC', shifted)
  return {
    cuts: air.cuts,
    at: (ms) => {
      const { value, stale } = air.at(ms)
      return { value: typeof value === 'number' ? value - usual : null, stale }
    },
  }
}

/** Hours since the current was switched, while it is known; unknown before the first change seen. */
export function sinceCurrentTrack({ setting }: Scene, edges: readonly number[]): Track {
  const currents = samplesOf<string>(setting.readings, 'current', 'string').sort((a, b) => a.ms - b.ms)
  const changes = currents.filter(({ value }, i) => i > 0 && value !== currents[i - 1]?.value).map(({ ms }) => ms)
  const [first, last] = [changes[0], currents.at(-1)]
  if (first === undefined || !last) return UNKNOWN_TRACK
  const current = readingTrack(setting, 'current')
  const times = [...new Set([...changes, ...current.cuts(first, last.ms + CARRIED_MS).filter((ms) => ms > first), last.ms + CARRIED_MS])].sort((a, b) => a - b)
  const counts = times.slice(0, -1).map((from, i): Count => {
    const to = times[i + 1] ?? from
    const { value, stale } = current.at((from + to) / 2)
    return { from, to, moment: value === null ? null : (changes.findLast((ms) => ms <= from) ?? null), stale }
  })
  return countTrack(during(counts), HOUR_MS, 1, edges)
}
