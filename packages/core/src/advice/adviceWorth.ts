import { fishedTrips, inside, pairDispersion } from '../analyses/index.ts'
import { mantelHaenszelByStratum } from '../stats/index.ts'
import { placeFished } from '../effort/index.ts'
import type { BookRecords } from '../effort/index.ts'
import { HOUR_MS, MINUTE_MS, epochMs } from '../time/index.ts'
import type { RecordOf, Stint } from '../vocabulary/index.ts'
import type { AdviceKind } from './deckAdvice.ts'

/** What advice of a kind brought: strikes in the hour after it, followed against not followed, on the same trips. */
export interface AdviceWorth {
  readonly about: AdviceKind
  readonly followed: number
  readonly notFollowed: number
  /** Null: too early, until there are `ENOUGH` of each. */
  readonly ratio: { readonly ratio: number; readonly lower: number; readonly upper: number } | null
}

/** Of each, before anything is said. */
export const ENOUGH = 20
/** Done so soon after it was said it was followed. (ours) */
const FOLLOWED_WITHIN_MS = 15 * MINUTE_MS

/**
 * Was advice worth it?
 *
 * Given      the book, and advice as it was logged: followed where that was said, or where the rod or place it asked to leave was left
 *            within a quarter of an hour
 * Returned   by kind; strikes an hour followed over not followed, within trips, with 90 % limits
 * Source     Mantel & Haenszel over trips, as for two lures; that the angler chose what to follow no arithmetic can mend
 */
export function adviceWorth(book: BookRecords, logged: readonly RecordOf<'advice'>[]): AdviceWorth[] {
  const trips = fishedTrips(book)
  const kinds = [...new Set(logged.map(({ about }) => about))] as AdviceKind[]
  return kinds.map((about) => {
    let [followed, notFollowed] = [0, 0]
    const strata = trips.map(({ bundle, stints }) => {
      const own = logged.filter((one) => one.about === about && one.trip === bundle.trip.id)
      const done = own.filter((one) => wasFollowed(one, bundle.stints))
      const left = own.filter((one) => !done.includes(one))
      followed += done.length
      notFollowed += left.length
      const hourAfter = (of: typeof own) =>
        inside(
          stints,
          of.map(({ time }) => ({ fromMs: epochMs(time), toMs: epochMs(time) + HOUR_MS })),
        )
      return { trip: bundle.trip.id, a: hourAfter(done), b: hourAfter(left) }
    })
    const used = strata.filter(({ a, b }) => a.exposureHours > 0 && b.exposureHours > 0)
    const found =
      followed >= ENOUGH && notFollowed >= ENOUGH && used.length > 0
        ? mantelHaenszelByStratum(used, { dispersion: pairDispersion(used) })
        : null
    return {
      about,
      followed,
      notFollowed,
      ratio: found && 'ratio' in found ? { ratio: found.ratio, lower: found.lower, upper: found.upper } : null,
    }
  })
}

/** Whether what was said was done: told by a tap, or seen by the rods and places of the next quarter of an hour. */
export function wasFollowed(
  { about, answer, changed, time, stint, lure }: RecordOf<'advice'>,
  stints: readonly Stint[],
): boolean {
  if (answer === 'done' || changed) return true
  if (answer === 'not now') return false
  const before = stints.find(({ id }) => id === stint)
  const saidMs = epochMs(time)
  const soon = stints.filter(({ start }) => epochMs(start) > saidMs && epochMs(start) <= saidMs + FOLLOWED_WITHIN_MS)
  switch (about) {
    case 'dry spell':
    case 'change':
    case 'follow up':
      return soon.some((next) => (lure ? next.lure === lure : next.lure !== before?.lure))
    case 'time to move':
      return before !== undefined && soon.some((next) => placeFished(next) !== placeFished(before))
    case 'stay':
      return before !== undefined && soon.every((next) => placeFished(next) === placeFished(before))
    default:
      return false
  }
}
