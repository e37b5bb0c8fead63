import { describe, expect, it } from 'vitest'
import { looseEndsOfTrip } from '@jotbook/core'
import type { Stint, Strike } from '@jotbook/core'
import type { Edit } from '../../offline/index.ts'
import { thingsToFix } from './fixes.ts'
import type { TripOnScreen } from './stripPaths.ts'

const at = (clock: string): string => `2026-03-14T${clock}:00.000Z`
const stint = (id: string, start: string, end: string | null, angler = 'Rowan'): Stint => ({
  id,
  trip: 't',
  lure: 'l',
  angler,
  start: at(start),
  end: end && at(end),
})
const strike = (id: string, time: string, more: object = {}): Strike =>
  ({ id, trip: 't', time: at(time), outcome: 'missed', ...more }) as unknown as Strike

/** A morning with every sort of loose end. */
const screen: TripOnScreen = {
  trip: { id: 't', water: 'w', start: at('07:00'), end: at('12:00'), timeZone: 'UTC', anglers: ['Rowan'] },
  water: undefined,
  stints: [
    stint('a', '07:00', '08:30'),
    stint('b', '08:00', '09:00'),
    stint('c', '09:30', '09:10'),
    stint('d', '10:00', null),
    stint('e', '11:00', '12:40'),
  ],
  strikes: [
    strike('k1', '07:30', { stint: 'a', outcome: null }),
    strike('k2', '09:05'),
    strike('k3', '11:30', { stint: 'a' }),
  ],
  readings: [{ id: 'r', trip: 't', time: at('05:00'), waterTempC: 8 }],
  lures: new Map([['l', { id: 'l', name: 'Grey', class: 'popper' }]]),
}

function after(edits: readonly Edit[]): TripOnScreen {
  const change = <R extends { id: string }>(record: R): R =>
    edits.filter(({ id }) => id === record.id).reduce((now, { fields }) => ({ ...now, ...fields }), record)
  const live = <R extends { id: string }>(records: readonly R[]): R[] =>
    records.map(change).filter((record) => !('deletedAt' in record) || record.deletedAt === null)
  return {
    ...screen,
    trip: change(screen.trip),
    stints: live(screen.stints),
    strikes: live(screen.strikes),
    readings: live(screen.readings),
  }
}

describe('loose ends', () => {
  it('are all named once, each with a way to close it', () => {
    const ends = thingsToFix(screen)
    const kinds = new Set(ends.map(({ key }) => key.split(' ')[0]))
    expect(kinds).toEqual(new Set(['unsaid', ...looseEndsOfTrip(screen).map(({ kind }) => kind)]))
    expect(kinds.size).toBe(8)
    expect(new Set(ends.map(({ key }) => key)).size).toBe(ends.length)
    expect(ends.filter(({ fixes }) => fixes.length === 0)).toEqual([])
  })

  it('are closed by every way offered', () => {
    for (const { key, fixes } of thingsToFix(screen)) {
      for (const fix of fixes) {
        const fixed = after(fix.edits)
        expect(
          thingsToFix(fixed).some((open) => open.key === key),
          `${key}: ${fix.label}`,
        ).toBe(false)
      }
    }
  })

  it('offer the rods that were in hand, else the nearest', () => {
    const labels = thingsToFix(screen)
      .find(({ key }) => key === 'strike-without-stint k2')!
      .fixes.map(({ edits }) => edits[0]!.fields.stint)
    expect(labels[0]).toBe('b')
    expect(labels.length).toBeLessThanOrEqual(3)
  })
})
