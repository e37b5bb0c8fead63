import { useEffect, useState } from 'react'
import type { Rod } from '@jotbook/core/deck'
import { recordsOfTrip } from '../../offline/index.ts'

/** The rods that trips without a deck of their own were fished with, in the order they were taken up. */
export function useRodsOfTrips(
  book: string,
  trips: readonly (string | undefined)[],
): ReadonlyMap<string, readonly Rod[]> {
  const [rods, setRods] = useState<ReadonlyMap<string, readonly Rod[]>>(new Map())
  const key = trips.join()
  useEffect(() => {
    let live = true
    const wanted = [...new Set(key.split(',').filter((trip) => trip !== ''))]
    void Promise.all(
      wanted.map(async (trip) => [trip, rodsUsed((await recordsOfTrip(book, trip)).stints)] as const),
    ).then((found) => live && setRods(new Map(found)))
    return () => {
      live = false
    }
  }, [book, key])
  return rods
}

/** Each rod once, the first taken up first. */
export function rodsUsed(
  stints: readonly { readonly lure: string; readonly setup?: string | null; readonly start: string }[],
): Rod[] {
  const inOrder = [...stints].sort((a, b) => (a.start < b.start ? -1 : 1))
  return [...new Map(inOrder.map(({ lure, setup = null }) => [`${lure} ${setup}`, { lure, setup }])).values()]
}
