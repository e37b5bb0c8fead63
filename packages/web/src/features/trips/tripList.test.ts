import { describe, expect, it } from 'vitest'
import type { Trip } from '@jotbook/core'
import { dateOf } from '../../state/dateOf.ts'
import { filterOf, isListed } from './tripList.ts'
import type { ListedTrip } from './tripList.ts'

const trip = {
  id: 't1',
  water: 'w1',
  start: '2026-01-01T04:30:00.000Z',
  timeZone: 'America/Chicago',
  purpose: 'practice',
  anglers: ['Rowan'],
  note: 'Fog till ten',
} as unknown as Trip
const listed: ListedTrip = {
  trip,
  date: dateOf(trip),
  water: 'North Arm',
  sums: { lures: ['l1'], looseEnds: 0 } as unknown as NonNullable<ListedTrip['sums']>,
}
const shows = (query: string): boolean =>
  isListed(listed, filterOf(new URLSearchParams(query)), (id) => (id === 'l1' ? 'Jerkbait, grey' : '?'))

describe('the list of trips', () => {
  it('files a trip under the day its own clock showed', () => expect(listed.date).toBe('2025-12-31'))
  it.each([
    ['', true],
    ['year=2025', true],
    ['year=2026', false],
    ['water=w2', false],
    ['purpose=practice', true],
    ['purpose=tournament', false],
    ['ends=1', false],
    ['find=north+grey', true],
    ['find=fog+ROWAN', true],
    ['find=fog+spoon', false],
    ['find=north&water=w1&year=2025&purpose=practice', true],
  ])('answers %s with %s', (query, shown) => expect(shows(query)).toBe(shown))
})
