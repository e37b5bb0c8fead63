import { countWhile } from '../numerics/index.ts'
import { HOUR_MS } from '../time/index.ts'
import type { EpochMs, Sample } from '../time/index.ts'
import { frontPhase } from '../weather/index.ts'
import type { FrontState, WeatherReading } from '../weather/index.ts'
import { Daylight } from './daylight.ts'
import type { PastReading, TimedSetting } from './types.ts'
import type { WaterPast } from './waterPast.ts'

const BEFORE_MS = 72 * HOUR_MS

/** A setting with what several conditions ask of it, each worked out when it is first asked for. */
export class Scene {
  readonly startMs: EpochMs
  private readLately: readonly PastReading[] | undefined
  private states: readonly Sample<FrontState>[] | undefined

  /** Undefined for a water without coordinates. */
  readonly light: Daylight | undefined

  constructor(
    readonly setting: TimedSetting,
    readonly past: WaterPast,
    light?: Daylight,
  ) {
    this.startMs = setting.startMs
    const { latitude, longitude } = setting
    this.light =
      light ?? (latitude === null || longitude === null ? undefined : new Daylight(setting, latitude, longitude))
  }

  /** The same, for a lure that works at another depth; undefined: not known. */
  atDepth = (lureDepthM: number | undefined): Scene =>
    new Scene({ ...this.setting, ...(lureDepthM === undefined ? {} : { lureDepthM }) }, this.past, this.light)

  /** Readings of the water from three days before the trip, and the trip's own, in order of time. */
  lately(): readonly PastReading[] {
    this.readLately ??= this.gathered()
    return this.readLately
  }

  fronts(): readonly Sample<FrontState>[] {
    this.states ??= frontPhase(this.lately().map(({ ms, reading }) => weatherOf(ms, reading)))
    return this.states
  }

  private gathered(): PastReading[] {
    const own = this.setting.readings.filter(({ reading }) => !reading.spot)
    const times = new Set(own.map(({ ms }) => ms))
    const end = Math.max(this.startMs, ...times)
    const { readings } = this.past
    const before: PastReading[] = []
    for (let i = countWhile(readings, ({ ms }) => ms < this.startMs - BEFORE_MS); i < readings.length; i++) {
      const one = readings[i]
      if (!one || one.ms > end) break
      if (!times.has(one.ms)) before.push(one)
    }
    return [...before, ...own].sort((a, b) => a.ms - b.ms)
  }
}

const known = (value: unknown): number | undefined => (typeof value === 'number' ? value : undefined)

function weatherOf(ms: EpochMs, reading: PastReading['reading']): WeatherReading {
  return {
    ms,
    pressureHpa: known(reading.pressureHpa),
    windMps: known(reading.windMps),
    windFromDeg: known(reading.windFromDeg),
    cloudPct: known(reading.cloudPct),
    precipitation: typeof reading.precipitation === 'string' ? reading.precipitation : undefined,
  }
}
