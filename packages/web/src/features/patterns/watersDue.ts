import type { Id } from '@jotbook/core'
import { group } from 'd3'
import { recordsOf, tripsSinceKept } from '../../offline/index.ts'
import { patternsKey } from './writeNew.ts'

/** Fewer trips than these show no pattern worth ten seconds of a device. (ours) */
const FEWEST_TRIPS = 5

/**
 * Waters whose pattern book is to be looked for: those looked at on this device before, where trips came or changed since; with
 * `neverLookedAt`, also those that never were.
 */
export async function watersDue(book: Id<'book'>, neverLookedAt: boolean): Promise<string[]> {
  const trips = await recordsOf(book, 'trip')
  const due: string[] = []
  for (const [water, own] of group(trips, ({ water }) => water)) {
    const since = await tripsSinceKept(book, patternsKey(water))
    const isDue =
      since === undefined
        ? neverLookedAt && own.length >= FEWEST_TRIPS
        : since === 'any' || own.some(({ id }) => since.has(id))
    if (isDue) due.push(water)
  }
  return due
}
