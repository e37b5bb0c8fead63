import { useMemo } from 'react'
import { timeZoneOf } from '@jotbook/core'
import type { EpochMs } from '@jotbook/core'
import type { DeckDay } from '@jotbook/core/deck'
import { useNames } from '../../../state/useBook.ts'
import { allSpots, allWaters } from '../../../state/records.ts'
import { useAppSelector } from '../../../state/store.ts'
import { clock } from '../../../ui/locale.ts'

/** How advice names lures, places and hours. */
export function useAdviceNames({ trip }: Pick<DeckDay, 'trip'>) {
  const lure = useNames('lures')
  const spot = useNames('spots')
  const spots = useAppSelector(allSpots)
  const waters = useAppSelector(allWaters)
  const zone = timeZoneOf(
    trip,
    waters.find(({ id }) => id === trip.water),
  )
  return useMemo(
    () => ({
      lure,
      place: (key: string) => (spots.some(({ id }) => id === key) ? spot(key) : key),
      clock: (ms: EpochMs) => clock(ms, zone),
    }),
    [lure, spot, spots, zone],
  )
}
