import { useLiveQuery } from 'dexie-react-hooks'
import type { Trip } from '@jotbook/core'
import { keptDraft } from '../../../offline/index.ts'
import { useUnits } from '../../../state/useBook.ts'
import { allTrips, allWaters } from '../../../state/records.ts'
import { useAppSelector } from '../../../state/store.ts'
import { lastEvent } from '../lastRules.ts'
import { weighedBy } from '../scale.ts'
import { cutOf } from './weighInTarget.ts'
import type { Cut } from './weighInTarget.ts'

/** The weight to reach of the last event, on this water if there was one here, as it was typed on this device. */
export function useLastCut(trip: Trip): Cut | undefined {
  const units = useUnits()
  const trips = useAppSelector(allTrips)
  const waters = useAppSelector(allWaters)
  const last = lastEvent(trips, trip)
  const water = last && waters.find(({ id }) => id === last.water)
  const typed = useLiveQuery(async () => last && (await keptDraft(`goal:${last.id}`).load()), [last?.id])
  return last && typed && cutOf(last, water, typed, weighedBy(units, last.scaleStep).weight)
}
