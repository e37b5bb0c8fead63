import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { fieldsOf, parseQuantity, unitPreferences } from '@jotbook/core'
import type { Kind, Trip, UnitPreferences } from '@jotbook/core'
import { stepped, typedQuantity } from './quantities.ts'
import { weighedBy } from './scale.ts'

const UNITS = [
  unitPreferences({ temperature: 'F', visibility: 'ft', wind: 'mph', weight: 'lb' }),
  unitPreferences({ temperature: 'C', visibility: 'm', wind: 'mps', weight: 'kg' }),
]
const FIELDS = [
  ['reading', 'waterTempC'],
  ['reading', 'visibilityM'],
  ['reading', 'windMps'],
  ['reading', 'pressureHpa'],
  ['strike', 'weightG'],
  ['strike', 'lengthMm'],
] as const satisfies readonly (readonly [Kind, string])[]

describe('a value moved by taps', () => {
  it('is what stands beside it as typed, and stays within what the field may hold, however often it is tapped', () => {
    const taps = fc.array(fc.constantFrom<1 | -1>(1, -1), { minLength: 1, maxLength: 30 })
    fc.assert(
      fc.property(
        fc.constantFrom(...FIELDS),
        fc.constantFrom(...UNITS),
        taps,
        fc.boolean(),
        ([kind, field], units, way, down) => {
          const spec = fieldsOf(kind)[field]
          if (spec?.type !== 'quantity') throw new Error(field)
          let value: number | null = down ? spec.min : null
          for (const direction of way) {
            const moved = stepped(kind, field, value, units, direction)
            value = moved[field] as number
            const typed = moved[`${field}Typed`] as string
            expect(value).toBeGreaterThanOrEqual(spec.min)
            expect(value).toBeLessThanOrEqual(spec.max)
            const read = parseQuantity(typed, spec.unit, spec.unit)
            expect(read?.value, typed).toBeCloseTo(value, 1)
          }
        },
      ),
    )
  })

  it('is taken as typed only where the field may hold it', () => {
    expect(typedQuantity('reading', 'waterTempC', '54', UNITS[0]!)).toMatchObject({ waterTempCTyped: '54 F' })
    for (const wrong of ['warm', '4000', ''])
      expect(typedQuantity('reading', 'waterTempC', wrong, UNITS[0]!)).toBeUndefined()
  })
})

it('moves a weight by what the event’s scale tells apart, in its unit', () => {
  const [pounds, metric] = UNITS as [UnitPreferences, UnitPreferences]
  const after = (units: UnitPreferences, scaleStep: Trip['scaleStep']): unknown[] => {
    const first = stepped('strike', 'weightG', null, weighedBy(units, scaleStep), 1)
    return [first, stepped('strike', 'weightG', first.weightG as number, weighedBy(units, scaleStep), 1)].map(
      ({ weightGTyped }) => weightGTyped,
    )
  }
  expect(after(pounds, undefined)).toEqual(['2 lb 0 oz', '2 lb 2 oz'])
  expect(after(pounds, '1 oz')).toEqual(['2 lb 0 oz', '2 lb 1 oz'])
  expect(after(metric, '1 oz')).toEqual(['2 lb 0 oz', '2 lb 1 oz'])
  expect(after(pounds, '10 g')).toEqual(['900 g', '910 g'])
  expect(stepped('trip', 'deadFishG', 100, weighedBy(metric, '5 g'), 1)).toMatchObject({ deadFishG: 105 })
})
