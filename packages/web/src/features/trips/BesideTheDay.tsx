import { useMemo } from 'react'
import type { DayCondition } from '@jotbook/core'
import { allSpots } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { useBookId, useMay } from '../../state/useBook.ts'
import { Conflicts } from '../book/conflicts/index.ts'
import { WhatTheSkyDid } from '../conditions/index.ts'
import type { SaidField } from '../conditions/index.ts'
import { Instruments } from '../instruments/index.ts'
import { ClockOff } from './ClockOff.tsx'
import { ThingsToFix } from './ThingsToFix.tsx'
import { zoneOf } from './stripPaths.ts'
import type { TripOnScreen } from './stripPaths.ts'
import type { Editing } from './useEditing.ts'

interface BesideTheDayProps {
  readonly screen: TripOnScreen
  readonly conditions: readonly DayCondition[] | undefined
  readonly editing: Editing
}

/** What is to fix, what sky and instruments say, and what devices do not agree on. */
export function BesideTheDay({ screen, conditions, editing }: BesideTheDayProps) {
  const { trip } = screen
  const book = useBookId()
  const { may } = useMay()
  const all = useAppSelector(allSpots)
  const spots = useMemo(() => all.filter((spot) => spot.water === trip.water), [all, trip.water])
  const say = (field: SaidField, word: string | null): void =>
    void editing.apply({ edits: [{ kind: 'trip', id: trip.id, fields: { [field]: word } }] })
  return (
    <>
      <ThingsToFix screen={screen} editing={editing} />
      {conditions && (
        <WhatTheSkyDid
          conditions={conditions}
          said={trip}
          zone={zoneOf(screen)}
          {...(may('trip', 'change') ? { onSay: say } : {})}
        />
      )}
      <Instruments
        trip={trip}
        stints={screen.stints}
        readings={screen.readings}
        spots={spots}
        onTake={(edits) => editing.apply({ edits })}
      />
      <Conflicts book={book} trip={trip.id} />
      <ClockOff book={book} trip={trip} />
    </>
  )
}
