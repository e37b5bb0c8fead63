import { expect, it } from 'vitest'
import type { Trip } from '@jotbook/core'
import { lastRules } from './lastRules.ts'

const event = (id: string, water: string, day: string, more: Partial<Trip> = {}): Trip =>
  ({
    id,
    water,
    start: `${day}T11:00:00Z`,
    purpose: 'tournament',
    limit: 5,
    weighIn: `${day}T20:30:00Z`,
    ...more,
  }) as unknown as Trip

it('takes the rules of the last event on the water, else of the last anywhere, with the weigh-in at its hour today', () => {
  const today = event('t', 'w', '2026-07-01', { purpose: null, limit: null })
  const here = event('a', 'w', '2025-12-05', {
    weighIn: '2025-12-05T21:30:00Z',
    minLengthMm: 356,
    runBackMin: 20,
    deadFishG: 113.4,
    deadFishGTyped: '4 oz',
    bagOf: 'angler',
  })
  const elsewhere = event('b', 'x', '2026-05-01', { limit: 6 })
  const later = event('c', 'w', '2026-08-01', { limit: 3 })
  // 3:30 pm in December is 21:30 UTC in Chicago, in July 20:30.
  expect(lastRules([later, elsewhere, here, today], today, 'America/Chicago')).toEqual({
    trip: here,
    fields: {
      purpose: 'tournament',
      limit: 5,
      minLengthMm: 356,
      runBackMin: 20,
      deadFishG: 113.4,
      deadFishGTyped: '4 oz',
      bagOf: 'angler',
      weighIn: '2026-07-01T20:30:00.000Z',
    },
  })
  expect(lastRules([elsewhere, today], today, 'America/Chicago')?.trip).toBe(elsewhere)
  expect(lastRules([later, today], today, 'America/Chicago')).toBeUndefined()
})
