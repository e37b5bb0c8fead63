import { DAY_MS, HOUR_MS, epochMs } from '../time/index.ts'
import type { EpochMs } from '../time/index.ts'
import { toSi } from '../units/units.ts'
import type { TripReading } from './types.ts'

/** What the day calls for caution with. */
export type Caution = 'cold-water' | 'wind' | 'lightning' | 'heat' | 'warm-fish'

/** What is known of the day, as last read. SI. */
export interface CautionInput {
  readonly waterTempC?: number | null | undefined
  readonly windMps?: number | null | undefined
  readonly gustMps?: number | null | undefined
  readonly airTempC?: number | null | undefined
  readonly thunder?: boolean | null | undefined
}

/** Common practice of the trade and of boating safety courses, no single source; local advice goes before. */
const COLD_WATER_C = toSi(60, 'F')
/** Where small open boats turn back. */
const WIND_MPS = toSi(15, 'mph')
const GUST_MPS = toSi(20, 'mph')
const HEAT_C = toSi(90, 'F')
/** Fish held in a livewell suffer. */
const WARM_FISH_C = toSi(75, 'F')

/**
 * The cautions that the day’s conditions call for, the gravest first.
 *
 * Given      conditions in SI, absent where not known
 * Returned   their names
 * Source     the usual limits of small boats, cold water and livewells: common practice, no source
 */
export function cautionsOf({ waterTempC, windMps, gustMps, airTempC, thunder }: CautionInput): Caution[] {
  const found: [Caution, boolean][] = [
    ['lightning', thunder === true],
    ['cold-water', waterTempC !== null && waterTempC !== undefined && waterTempC < COLD_WATER_C],
    ['wind', (windMps ?? 0) >= WIND_MPS || (gustMps ?? 0) >= GUST_MPS],
    ['heat', (airTempC ?? -99) >= HEAT_C],
    ['warm-fish', (waterTempC ?? -99) >= WARM_FISH_C],
  ]
  return found.filter(([, called]) => called).map(([caution]) => caution)
}

const FRESH_MS = DAY_MS
/** A storm reported longer ago has passed. */
const THUNDER_MS = 2 * HOUR_MS
const MEASURED = ['waterTempC', 'windMps', 'gustMps', 'airTempC'] as const

/**
 * The cautions of the newest value of each condition read in the last day.
 *
 * Given      readings in any order; now
 * Returned   each caution once; thunder for two hours after it was reported
 * Source     `cautionsOf`
 */
export function cautionsNow(readings: readonly TripReading[], nowMs: EpochMs): Caution[] {
  const recent = readings
    .map((reading) => ({ reading, ms: epochMs(reading.time) }))
    .filter(({ ms }) => ms <= nowMs && ms > nowMs - FRESH_MS)
    .sort((a, b) => b.ms - a.ms)
  const newest = MEASURED.map(
    (field) => [field, recent.find(({ reading }) => typeof reading[field] === 'number')?.reading[field]] as const,
  )
  return cautionsOf({
    ...(Object.fromEntries(newest) as CautionInput),
    thunder: recent.some(({ reading, ms }) => reading.thunder === true && ms > nowMs - THUNDER_MS),
  })
}
