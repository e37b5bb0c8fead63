import { describe, expect, it } from 'vitest'
import type { DeckDay } from '@jotbook/core/deck'
import { askedAhead, relaid } from './deckAhead.ts'

const at = (clock: string): number => Date.parse(`2026-05-02T${clock}:00Z`)
const day = {
  trip: { id: 't', water: 'w', start: '2026-05-02T06:00:00Z' },
  readings: [
    { id: '1', time: '2026-05-02T06:00:00Z', waterTempC: 12, windMps: 6, cloudPct: 100 },
    { id: '2', time: '2026-05-02T09:00:00Z', windMps: 1 },
    { id: '3', time: '2026-05-02T11:00:00Z', windMps: 9 },
  ],
} as unknown as DeckDay

describe('the deck of the hours ahead', () => {
  it('goes by the last reading of each thing, by none that is old, and by none still to come', () => {
    const rods = [{ lure: 'a' }, { lure: 'b' }]
    const asked = askedAhead(day, rods, at('08:59'))
    expect(asked).toMatchObject({ water: 'w', rods: 2 })
    expect(asked.hours.map(({ timeMs }) => timeMs)).toEqual([at('08:00'), at('09:00'), at('10:00')])
    expect(asked.hours[2]?.fields).toEqual({ waterTempC: 12, windMps: 6, cloudPct: 100 })
    expect(askedAhead(day, rods, at('09:30')).hours[0]?.fields).toEqual({ windMps: 1 })
    // Within the hour the same question: its answer stands.
    expect(askedAhead(day, rods, at('09:45'))).toEqual(askedAhead(day, rods, at('09:10')))
  })

  it('exchanges two rods at most, the worst first and only where it pays; a lure that stays keeps its rod', () => {
    const now = [
      { lure: 'a', setup: 'heavy' },
      { lure: 'poor' },
      { lure: 'worse' },
      { lure: 'worst' },
      { lure: 'fair' },
    ]
    const lures = [
      ...Object.entries({ best: 2, good: 1.9, near: 1.8, a: 1.5, fair: 1.75, poor: 1, worse: 0.9, worst: 0.5 }),
    ].map(([lure, rate]) => ({ lure, rate }))
    const rods = [
      { lure: 'near' },
      { lure: 'best', setup: 'spinning' },
      { lure: 'a', setup: 'other' },
      { lure: 'good' },
    ]
    expect(relaid(now, { rods, lures })).toEqual({
      rods: [
        { lure: 'best', setup: 'spinning' },
        { lure: 'good', setup: null },
        { lure: 'fair', setup: null },
        { lure: 'a', setup: 'heavy' },
        { lure: 'poor', setup: null },
      ],
      up: ['best', 'good'],
      down: ['worst', 'worse'],
    })
    expect(relaid([{ lure: 'fair' }], { rods: [{ lure: 'near' }], lures }).up).toEqual([])
  })
})
