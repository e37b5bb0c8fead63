import { useEffect, useState } from 'react'
import { epochMs, localDate, timeZoneOf } from '@jotbook/core'
import type { Trip } from '@jotbook/core'
import { keptDraft } from '../../../offline/index.ts'
import { useUnits } from '../../../state/useBook.ts'
import { useAppSelector } from '../../../state/store.ts'
import { lastRules } from '../lastRules.ts'
import { targetOf } from './weighInTarget.ts'

/** What was to be reached at an event before, and its day. */
export interface LastCut {
  readonly day: string
  readonly weightG: number
}

/** The weight to reach of the last event, on this water if there was one here, as it was typed on this device. */
export function useLastCut(trip: Trip): LastCut | undefined {
  const units = useUnits()
  const { trips, waters } = useAppSelector(({ records }) => records)
  const last = lastRules(trips, trip, timeZoneOf(trip))?.trip
  const zone =
    last &&
    timeZoneOf(
      last,
      waters.find(({ id }) => id === last.water),
    )
  const [cut, setCut] = useState<LastCut>()
  useEffect(() => {
    let live = true
    if (!last || zone === undefined) return
    void keptDraft(`goal:${last.id}`)
      .load()
      .then((typed) => {
        const weightG = typed && targetOf(typed, units.weight)
        if (live && weightG !== undefined) setCut({ day: localDate(epochMs(last.start), zone), weightG })
      })
    return () => {
      live = false
    }
  }, [last, zone, units])
  return cut
}
