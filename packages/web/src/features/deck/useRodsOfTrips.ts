import type { Id } from '@jotbook/core'
import { useEffect, useState } from 'react'
import { rodsAboard } from '@jotbook/core/deck'
import type { Rod } from '@jotbook/core/deck'
import { recordsOfTrip } from '../../offline/index.ts'

/** The rods that trips without a deck of their own were fished with, in the order they were taken up. */
export function useRodsOfTrips(
  book: Id<'book'>,
  trips: readonly (string | undefined)[],
): ReadonlyMap<string, readonly Rod[]> {
  const [rods, setRods] = useState<ReadonlyMap<string, readonly Rod[]>>(new Map())
  const key = trips.join()
  useEffect(() => {
    let live = true
    const wanted = [...new Set(key.split(',').filter((trip) => trip !== ''))]
    void Promise.all(
      wanted.map(async (id) => {
        const { trip = {}, stints } = await recordsOfTrip(book, id)
        return [id, rodsAboard({ trip, stints })] as const
      }),
    ).then((found) => live && setRods(new Map(found)))
    return () => {
      live = false
    }
  }, [book, key])
  return rods
}
