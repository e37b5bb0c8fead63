import { useLiveQuery } from 'dexie-react-hooks'
import type { Id, Reading } from '@jotbook/core'
import { recordsOfTrip } from '../../offline/index.ts'

const NONE: readonly Reading[] = []

/** The readings of one trip: what the water was like when it was last fished. Undefined until they have been read; none where there is no trip. */
export function useLastReadings(book: Id<'book'>, trip: Id<'trip'> | undefined): readonly Reading[] | undefined {
  const readings = useLiveQuery(
    async () => (trip === undefined ? NONE : (await recordsOfTrip(book, trip)).readings),
    [book, trip],
  )
  return trip === undefined ? NONE : readings
}
