import { useLiveQuery } from 'dexie-react-hooks'
import type { Id } from '@jotbook/core'
import { rodsAboard } from '@jotbook/core/deck'
import type { Rod } from '@jotbook/core/deck'
import { recordsOfTrip } from '../../offline/index.ts'

const NONE: ReadonlyMap<string, readonly Rod[]> = new Map()

/** The rods that trips without a deck of their own were fished with, in the order they were taken up. */
export function useRodsOfTrips(
  book: Id<'book'>,
  trips: readonly (string | undefined)[],
): ReadonlyMap<string, readonly Rod[]> {
  const key = trips.join()
  const rods = useLiveQuery(async () => {
    const wanted = [...new Set(key.split(',').filter((trip) => trip !== ''))]
    const found = wanted.map(async (id) => {
      const { trip = {}, stints } = await recordsOfTrip(book, id)
      return [id, rodsAboard({ trip, stints })] as const
    })
    return new Map(await Promise.all(found))
  }, [book, key])
  return rods ?? NONE
}
