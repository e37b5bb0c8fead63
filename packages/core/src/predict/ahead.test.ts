import { describe, expect, it } from 'vitest'
import { claim, tempF, windMph } from '../practice/claim.ts'
import { bookOfTrips } from '../test/bookOfTrips.ts'
import { howFished } from './howFished.ts'
import { tripOfForecast } from './tripOfForecast.ts'
import { rulesAhead } from './rulesAhead.ts'

describe('how a lure is fished', () => {
  const made = bookOfTrips([
    {
      hours: 6,
      stints: [
        { lure: 'A', from: 0, to: 2, strikes: [0.1, 0.5, 1] },
        { lure: 'A', from: 2, to: 6, strikes: [3] },
        { lure: 'B', from: 0, to: 1, strikes: [0.2, 0.3] },
      ],
    },
  ])
  const told = [{ retrieve: 'steady', pauseS: 8 }, { retrieve: 'burn' }, { retrieve: 'drag' }]
  const book = { ...made, stints: made.stints.map((stint, i) => ({ ...stint, ...told[i] })) }

  it('is as it brought most for its hours, on that water', () => {
    expect(howFished(book, 'A', 'w')).toEqual({
      here: true,
      by: [
        { field: 'retrieve', value: 'steady', strikes: 3, hours: 2 },
        { field: 'pauseS', value: 8, strikes: 3, hours: 2 },
      ],
    })
  })

  it('is as elsewhere on a water where it was not struck, and not told by strikes that are none', () => {
    expect(howFished(book, 'A', 'v')).toMatchObject({ here: false, by: [{ value: 'steady' }, { value: 8 }] })
    const raised = { ...book, strikes: book.strikes.map((strike) => ({ ...strike, outcome: 'raised' as const })) }
    expect(howFished(raised, 'A', 'w').by).toEqual([])
    // One strike is no way of fishing.
    expect(howFished(book, 'C', 'w').by).toEqual([])
  })
})

describe('rules of a day ahead', () => {
  const book = bookOfTrips([{ hours: 2, stints: [{ lure: 'jig', from: 0, to: 1, strikes: [] }] }])
  const rules = [
    claim('cold', 'Cold.', tempF(undefined, 50), 'lure=jig', 'all', 'rate', { dispute: 'd' }),
    claim('always', 'Always.', '', 'lure=jig', 'all', 'rate'),
    claim('rival', 'Windy.', `${tempF(undefined, 50)};${windMph(10)}`, 'lure=jig', 'all', 'rate lower', {
      dispute: 'd',
    }),
    claim('other lure', 'No such lure.', tempF(undefined, 50), 'lure=frog', 'all', 'rate'),
    claim('far', 'Two things short.', `${tempF(80)};${windMph(30)}`, 'lure=jig', 'all', 'rate'),
  ]
  const ahead = (windMps: readonly number[]) => {
    const start = Date.UTC(2025, 5, 1, 6)
    const hours = windMps.map((wind, i) => ({
      timeMs: start + i * 3_600_000,
      fields: { waterTempC: 8, windMps: wind },
      sd: {},
    }))
    return rulesAhead(book, tripOfForecast('w', hours).trip, rules)
  }

  it('speak in the hours in which they hold, rivals side by side; and one thing short of it', () => {
    const calm = ahead([1, 1, 1])
    expect(calm.speak.map(({ claim: { id }, hours, lures }) => ({ id, hours, lures }))).toEqual([
      { id: 'cold', hours: [6, 7, 8], lures: ['jig'] },
    ])
    expect(calm.nearly).toMatchObject([{ claim: { id: 'rival' }, missing: { kind: 'range', column: 'wind_mps' } }])
    const rising = ahead([1, 1, 7])
    expect(rising.speak.map(({ claim: { id } }) => id)).toEqual(['cold', 'rival'])
    // The wind rises between the readings of seven and eight.
    expect(rising.speak[1]!.hours).toEqual([7, 8])
    expect(rising.nearly).toEqual([])
  })
})
