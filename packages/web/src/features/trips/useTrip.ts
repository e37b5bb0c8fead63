import { liveQuery } from 'dexie'
import { useEffect, useMemo, useState } from 'react'
import { useAppSelector } from '../../state/store.ts'
import { recordsOfTrip } from '../../offline/index.ts'
import type { TripRecords } from '../../offline/index.ts'
import type { TripOnScreen } from './stripPaths.ts'

/** A trip with everything that belongs to it, kept up with the device store; `null` when the book has no such trip. */
export function useTrip(id: string | undefined): TripOnScreen | null | undefined {
  const { book, trips, waters, lures } = useAppSelector(({ records }) => records)
  const [children, setChildren] = useState<TripRecords>()
  useEffect(() => {
    if (book === null || id === undefined) return undefined
    const reading = liveQuery(() => recordsOfTrip(book, id)).subscribe(setChildren)
    return () => reading.unsubscribe()
  }, [book, id])
  return useMemo(() => {
    const trip = trips.find((candidate) => candidate.id === id)
    if (book === null || !children) return undefined
    return trip
      ? {
          ...children,
          trip,
          water: waters.find((water) => water.id === trip.water),
          lures: new Map(lures.map((lure) => [lure.id, lure])),
        }
      : null
  }, [book, trips, waters, lures, children, id])
}
