import { useMemo } from 'react'
import { epochMs } from '@jotbook/core'
import type { Trip, TripReading, UnitPreferences } from '@jotbook/core'
import { useForesight } from '../../state/useForesight.ts'
import { useNames, useUnits } from '../../state/useBook.ts'
import { usePlans } from '../../state/usePlans.ts'
import { quantity, percent } from '../../ui/locale.ts'
import { changedRods, withReading } from './rampChange.ts'
import type { Moved } from './rampChange.ts'
import { text } from './text.ts'

interface RampLineProps {
  readonly trip: Trip
  readonly readings: readonly TripReading[]
}

/** At the ramp: what the first reading changes in the plan's deck, in one line. */
export function RampLine({ trip, readings }: RampLineProps) {
  const plan = usePlans()?.find(({ id }) => id === trip.plan)
  const first = readings[0]
  const now = useMemo(
    () => (plan?.asked && first ? withReading(plan.asked, first, epochMs(first.time)) : undefined),
    [plan, first],
  )
  const { value: deck } = useForesight('deck', now && now.moved.length > 0 ? [now.asked] : undefined)
  const units = useUnits()
  const nameOf = useNames('lures')
  if (!plan || !now) return null
  if (now.moved.length === 0) return <span>{text.asPlanned}</span>
  const moved = now.moved.map((one) => movedText(one, units))
  if (!deck) return <span>{text.checking}</span>
  const { down, up } = changedRods(
    plan.rods.map(({ lure }) => lure),
    deck.rods.map(({ lure }) => lure),
  )
  if (down.length + up.length === 0) return <span>{`${moved.join(', ')}. ${text.holds}`}</span>
  return <span>{text.changed(moved, down.map(nameOf), up.map(nameOf))}</span>
}

const UNIT_OF = { windMps: 'mps', waterTempC: 'C', visibilityM: 'm', airTempC: 'C' } as const

function movedText({ field, read, expected }: Moved, units: UnitPreferences): string {
  if (field === 'cloudPct') return text.moved(text.fields[field], percent(read / 100), percent(expected / 100))
  const shown = {
    windMps: units.wind,
    waterTempC: units.temperature,
    visibilityM: units.visibility,
    airTempC: units.temperature,
  }
  const said = (value: number): string => quantity(value, null, UNIT_OF[field], shown[field])
  return text.moved(text.fields[field], said(read), said(expected))
}
