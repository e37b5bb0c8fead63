import { useEffect, useState } from 'react'
import type { Id, Reading } from '@jotbook/core'
import { recordsOfTrip } from '../../offline/index.ts'

const NONE: readonly Reading[] = []

/** The readings of one trip: what the water was like when it was last fished. Undefined until they have been read; none where there is no trip. */
export function useLastReadings(book: Id<'book'>, trip: Id<'trip'> | undefined): readonly Reading[] | undefined {
  const [readings, setReadings] = useState<readonly Reading[]>()
  useEffect(() => {
    let live = true
    if (trip !== undefined) void recordsOfTrip(book, trip).then((records) => live && setReadings(records.readings))
    return () => {
      live = false
    }
  }, [book, trip])
  return trip === undefined ? NONE : readings
}
