import { createContext, useContext, useMemo } from 'react'
import type { Trip, UnitPreferences } from '@jotbook/core'
import { useUnits } from '../../state/useBook.ts'

/** Units of the book, and of weights what the event's scale tells apart, where that is said. */
export interface DeckUnits extends UnitPreferences {
  readonly weightStep?: number
}

/** Weights as an event's scale has them. Ounces are read with their pounds, unless the book reads them alone. */
export function weighedBy(units: UnitPreferences, scaleStep: Trip['scaleStep']): DeckUnits {
  const [step, unit] = scaleStep?.split(' ') ?? []
  if (!step || !unit) return units
  const ounces = units.weight === 'oz' ? 'oz' : 'lb'
  return { ...units, weight: unit === 'oz' ? ounces : 'g', weightStep: Number(step) }
}

const ScaleStep = createContext<Trip['scaleStep']>(undefined)

/** The scale of the event that is under way, for all that is on deck. */
export const ScaleOf = ScaleStep.Provider

/** Units on deck. */
export function useDeckUnits(): DeckUnits {
  const units = useUnits()
  const scaleStep = useContext(ScaleStep)
  return useMemo(() => weighedBy(units, scaleStep), [units, scaleStep])
}
