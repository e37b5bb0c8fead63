import fc from 'fast-check'
import { expect, it } from 'vitest'
import { unitPreferences } from '@jotbook/core'
import { edgeUnit, readEdges, writtenEdges } from './edges.ts'

const US = unitPreferences({ temperature: 'F', visibility: 'ft', wind: 'mph' })
const METRIC = unitPreferences({ temperature: 'C', visibility: 'm', wind: 'mps' })

it('edges are read as they were written, in either kind of units', () => {
  const edges = fc.uniqueArray(fc.integer({ min: 33, max: 95 }), { minLength: 1, maxLength: 8 })
  fc.assert(
    fc.property(edges, fc.constantFrom(US, METRIC), (typed, units) => {
      const unit = edgeUnit('temp_band', units)
      const rising = typed.sort((a, b) => a - b)
      const read = readEdges(rising.join(' '), 'temp_band', unit, rising.length + 1)
      if ('wrong' in read) throw new Error(read.wrong)
      expect(writtenEdges(read.edges, unit)).toBe(rising.join(' '))
    }),
  )
})

it('what is no edge is named: a word, an order that falls', () => {
  const unit = edgeUnit('wind_band', US)
  const wrong = (written: string) => readEdges(written, 'wind_band', unit, 3)
  expect(wrong('5 calm 10')).toEqual({ wrong: expect.stringContaining('calm') as string })
  expect(wrong('10 5')).toHaveProperty('wrong')
})
