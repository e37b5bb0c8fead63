import { expect, it } from 'vitest'
import type { Trip } from '@jotbook/core'
import { cutOf, gramsOf, paidPlaces, payoutsOf, rivalWeights, rivalsIn, targetOf, toBeatG } from './weighInTarget.ts'

it('reads rivals’ weights with or without names, heaviest first, and names what is no weight', () => {
  const read = rivalWeights('Ash 14 lb 8 oz\n12 lb; Rowan 15 lb, no fish\n0 lb', 'lb')
  expect(read.weightsG.map((grams) => Math.round(grams))).toEqual([6804, 6577, 5443])
  expect(read.notWeights).toEqual(['no fish', '0 lb'])
  expect(Math.round(toBeatG(read, 2) ?? 0)).toBe(6577)
  expect(toBeatG(read, 4)).toBeUndefined()
  expect(gramsOf('500 lb', 'lb')).toBeUndefined()
  // A weight that is typed goes before what a place takes.
  const rivals = 'Ash 9 lb; Rowan 6 lb'
  expect(Math.round(targetOf({ rivals, place: '2' }, 'lb') ?? 0)).toBe(2722)
  expect(targetOf({ goal: '10 lb', rivals, place: '2' }, 'lb')).toBe(gramsOf('10 lb', 'lb'))
  expect(targetOf({ goal: 'much', place: '1' }, 'lb')).toBeUndefined()
  // Of standings after the first of three days, the middle goes on as it began.
  const [even, later] = [{ rivals: '8 lb' }, { rivals: '8 lb', weighed: '1', daysAfter: '1' }]
  expect(targetOf(later, 'lb')).toBeCloseTo(3 * (targetOf(even, 'lb') ?? 0), 6)
})

it('reads what places pay and how many rivals a field has', () => {
  expect(payoutsOf('$1000, 500; 250\n0 -3 much')).toEqual([1000, 500, 250, 0])
  expect([rivalsIn('40', 2), rivalsIn('', 2), rivalsIn('1', 2), rivalsIn('many', 2)]).toEqual([39, 2, 2, 2])
  expect(paidPlaces({ rivals: 'Ash 9 lb; Rowan 6 lb', pays: '500, 200', boats: '12' }, 'lb')).toMatchObject({
    payouts: [500, 200],
    rivals: 11,
  })
  expect(paidPlaces({ rivals: 'Ash 9 lb', pays: '500' }, 'lb')).toBeUndefined()
  expect(paidPlaces({ rivals: 'Ash 9 lb; Rowan 6 lb' }, 'lb')).toBeUndefined()
})

it('takes up what was to be reached at the last event, on its day by the clock of its water', () => {
  // Ten in the evening of the first of May in Chicago.
  const event = { id: 'e', water: 'w', start: '2026-05-02T03:00:00Z' } as unknown as Trip
  const water = { id: 'w', name: 'made up', timeZone: 'America/Chicago' }
  expect(cutOf(event, water, { goal: '12 lb' }, 'lb')).toEqual({ day: '2026-05-01', weightG: gramsOf('12 lb', 'lb') })
  expect(cutOf({ ...event, timeZone: 'UTC' }, water, { goal: '12 lb' }, 'lb')?.day).toBe('2026-05-02')
  expect(cutOf(event, water, { goal: '' }, 'lb')).toBeUndefined()
})
