import { useLiveQuery } from 'dexie-react-hooks'
import { useMemo } from 'react'
import { allLures, allTrips, allWaters } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { recordsOfTrip } from '../../offline/index.ts'
import type { TripOnScreen } from './stripPaths.ts'

/** A trip with everything that belongs to it, kept up with the device store; `null` when the book has no such trip. */
export function useTrip(id: string | undefined): TripOnScreen | null | undefined {
  const { book } = useAppSelector(({ records }) => records)
  const trips = useAppSelector(allTrips)
  const waters = useAppSelector(allWaters)
  const lures = useAppSelector(allLures)
  const children = useLiveQuery(
    () => (book === null || id === undefined ? undefined : recordsOfTrip(book, id)),
    [book, id],
  )
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
