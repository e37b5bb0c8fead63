import type { CalendarSeason } from '../season/index.ts'
import type { Lure, Strike, Water } from '../vocabulary/index.ts'

const OF_SEASON = {
  winter: 'forageWinter',
  spring: 'forageSpring',
  summer: 'forageSummer',
  autumn: 'forageAutumn',
} as const

/**
 * What fish ate: as seen on the trip, else what the water holds in the season, else at all.
 *
 * Given      strikes of a trip, its water, and the season by the calendar
 * Returned   kinds of forage, each once; none where nothing is known
 */
export function preyOf(
  strikes: readonly Pick<Strike, 'forageSeen'>[],
  water: Water | undefined,
  season: CalendarSeason,
): readonly string[] {
  const seen = strikes.flatMap(({ forageSeen }) => forageSeen ?? [])
  if (seen.length > 0) return [...new Set(seen)]
  const ofSeason = water?.[OF_SEASON[season]] ?? []
  return ofSeason.length > 0 ? ofSeason : (water?.forage ?? [])
}

/**
 * Whether a lure stands for something that was there; null where either is not known.
 *
 * Given      what a lure stands for, and what fish ate
 * Returned   true where they share a kind, null where either is empty
 */
export function matchesPrey({ standsFor }: Pick<Lure, 'standsFor'>, prey: readonly string[]): boolean | null {
  if (!standsFor || standsFor.length === 0 || prey.length === 0) return null
  return standsFor.some((forage) => prey.includes(forage))
}
