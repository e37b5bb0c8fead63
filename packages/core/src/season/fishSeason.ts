import { toSi } from '../units/units.ts'
import type { conditionWords } from '../vocabulary/index.ts'

export type FishSeason = (typeof conditionWords.FISH_SEASONS)[number]

const F = (degrees: number): number => toSi(degrees, 'F')
/** Where one phase of the fish's year gives way to the next, warming and cooling. Common practice, no source; the book's own percentiles stand beside it. */
const WARMING: readonly (readonly [number, FishSeason])[] = [
  [F(75), 'summer'],
  [F(70), 'post-spawn'],
  [F(60), 'spawn'],
  [F(45), 'pre-spawn'],
]
const COOLING: readonly (readonly [number, FishSeason])[] = [
  [F(72), 'summer'],
  [F(55), 'autumn'],
  [F(45), 'late autumn'],
]

/** A trend flatter than this is none, °C a day (ours). */
export const STEADY_C_A_DAY = 0.05

export interface FishSeasonInput {
  readonly waterTempC: number
  /** °C a day over the last weeks; null when too few days were read. */
  readonly trendCPerDay: number | null
  /** 1–12. */
  readonly month: number
  /** Null: taken as north. */
  readonly latitude: number | null
}

/** Months of the north in which the water's yearly course turns: only there does a trend say which way it goes. */
const TURNING = new Set([1, 2, 7, 8])

/**
 * The season as the fish feel it: by the water's temperature, and by the half of its yearly course, which tells spring from autumn at
 * one reading.
 *
 * Method     the course warms from March to June in the north and cools from September to December, whatever a few warm days say; about
 *            its turns (January, February, July, August) the trend of the last weeks decides, and without one February and July count as
 *            warming. The south is half a year behind.
 * Source     common practice of the trade, no source
 */
export function fishSeason({ waterTempC, trendCPerDay, month, latitude }: FishSeasonInput): FishSeason {
  if (!Number.isInteger(month) || month < 1 || month > 12) throw new RangeError(`month must be 1 to 12: ${month}`)
  const northern = latitude !== null && latitude < 0 ? ((month + 5) % 12) + 1 : month
  const course = northern >= 2 && northern <= 7
  const trended = trendCPerDay !== null && Math.abs(trendCPerDay) >= STEADY_C_A_DAY && TURNING.has(northern)
  const warming = trended ? trendCPerDay > 0 : course
  return (warming ? WARMING : COOLING).find(([from]) => waterTempC >= from)?.[1] ?? 'winter'
}
