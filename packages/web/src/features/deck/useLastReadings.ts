import { useEffect, useState } from 'react'
import type { Reading } from '@jotbook/core'
import { recordsOfTrip } from '../../offline/index.ts'

/** The readings of one trip: what the water was like when it was last fished. */
export function useLastReadings(book: string, trip: string | undefined): readonly Reading[] {
  const [readings, setReadings] = useState<readonly Reading[]>([])
  useEffect(() => {
    let live = true
    if (trip !== undefined) void recordsOfTrip(book, trip).then((records) => live && setReadings(records.readings))
    return () => {
      live = false
    }
  }, [book, trip])
  return readings
}
