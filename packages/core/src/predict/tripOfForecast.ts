import { QuestionError, at, lastOf } from '../checked/index.ts'
import { HOUR_MS } from '../time/index.ts'
import type { EpochMs } from '../time/index.ts'
import type { ForeseenTrip } from './foreseen.ts'
import type { Condition } from './situation.ts'
import type { Id } from '../vocabulary/index.ts'

/** What a forecast says of an hour, by field of a reading, with its spread. */
export interface ExpectedHour {
  readonly timeMs: EpochMs
  readonly fields: Readonly<Record<string, number | string>>
  readonly sd: Readonly<Record<string, number>>
}

/** Fields whose spread the deck is chosen over; light spreads with cloud. */
const SPREAD_OF: Readonly<Record<string, Condition>> = {
  waterTempC: 'water_temp_c',
  visibilityM: 'visibility_m',
  windMps: 'wind_mps',
  cloudPct: 'surface_lux',
}
/** Full cloud takes about so much off the logarithm of the light (Kasten & Czeplak 1980: to a quarter). */
const LOG_LIGHT_A_PERCENT = Math.log(4) / 100

/**
 * A forecast as a trip that has not been, and how far it may be off: the mean spread over its hours.
 *
 * Given      the water, and hours in order with what is expected at each in SI and its spread
 * Returned   the last hour lasts as long as the one before it; spreads of visibility and cloud as those of a logarithm
 * Throws     QuestionError for a forecast without hours
 * Source     cloud and light: Kasten & Czeplak, Sol. Energy 24 (1980) 177
 */
export function tripOfForecast(
  water: Id<'water'>,
  hours: readonly ExpectedHour[],
): { readonly trip: ForeseenTrip; readonly spread: Readonly<Partial<Record<Condition, number>>> } {
  if (hours.length === 0) throw new QuestionError('the forecast has no hour')
  const spread: Partial<Record<Condition, number>> = {}
  for (const [field, condition] of Object.entries(SPREAD_OF)) {
    const given = hours.flatMap(({ fields, sd }) => {
      const [own, mean] = [sd[field], fields[field]]
      if (own === undefined || typeof mean !== 'number') return []
      return [
        field === 'visibilityM' ? own / Math.max(mean, 0.05) : field === 'cloudPct' ? own * LOG_LIGHT_A_PERCENT : own,
      ]
    })
    if (given.length > 0) spread[condition] = given.reduce((sum, one) => sum + one, 0) / given.length
  }
  const [first, last] = [at(hours, 0), lastOf(hours)]
  // The last hour lasts as long as the one before it.
  const step = hours.length > 1 ? last.timeMs - at(hours, hours.length - 2).timeMs : HOUR_MS
  return {
    trip: {
      water,
      fromMs: first.timeMs,
      toMs: last.timeMs + Math.max(step, HOUR_MS / 4),
      readings: hours.map(({ timeMs, fields }) => ({ timeMs, ...fields })),
    },
    spread,
  }
}
