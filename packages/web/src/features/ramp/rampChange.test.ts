import { HOUR_MS } from '@jotbook/core'
import { describe, expect, it } from 'vitest'
import type { DeckAsked } from '../../workers/foresee.ts'
import { changedRods, withReading } from './rampChange.ts'

const asked: DeckAsked = {
  water: 'w',
  rods: 6,
  objective: 'strikes',
  locked: [],
  excluded: [],
  hours: [12, 8, 2].map((mph, i) => ({
    timeMs: 7 * HOUR_MS + i * HOUR_MS,
    fields: { windMps: 0.44704 * mph, cloudPct: 90, precipitation: 'rain' },
    sd: { windMps: 1.5 },
  })),
}
const read = (fields: object) => ({ time: '1970-01-01T07:20:00Z', ...fields })

describe('the first reading at the ramp', () => {
  it('shifts the whole day by as much as it is off, within what can be', () => {
    const { asked: now, moved } = withReading(asked, read({ windMps: 0.44704 * 4, cloudPct: 30 }), 7.3 * HOUR_MS)
    expect(now.hours.map(({ fields }) => Math.round(Number(fields.windMps) / 0.44704))).toEqual([4, 0, 0])
    expect(now.hours.map(({ fields }) => fields.cloudPct)).toEqual([30, 30, 30])
    expect(now.hours[0]).toMatchObject({ fields: { precipitation: 'rain' }, sd: { windMps: 1.5 } })
    expect(moved.map(({ field }) => field)).toEqual(['windMps', 'cloudPct'])
  })

  it('speaks of nothing that is about as expected, or was not expected at all, though that holds from now on', () => {
    const { asked: now, moved } = withReading(asked, read({ windMps: 0.44704 * 11, waterTempC: 9 }), 7.3 * HOUR_MS)
    expect(moved).toEqual([])
    expect(now.hours.map(({ fields }) => fields.waterTempC)).toEqual([9, 9, 9])
  })

  it('names the rods that change places', () => {
    expect(changedRods(['a', 'b', 'c'], ['b', 'd', 'a'])).toEqual({ down: ['c'], up: ['d'] })
  })
})
