import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { Stint, Strike } from '@jotbook/core'
import type { Edit } from '../../offline/index.ts'
import { endMoved, splitAt, strikeMoved } from './stripEdits.ts'
import type { TripOnScreen } from './stripPaths.ts'

const START = Date.parse('2026-03-14T12:00:00Z')
const at = (minute: number): string => new Date(START + minute * 60_000).toISOString()
const stint = (id: string, from: number, to: number, more: Partial<Stint> = {}): Stint => ({
  id,
  trip: 't',
  lure: `lure ${id}`,
  start: at(from),
  end: at(to),
  ...more,
})
const strike = (id: string, of: string, minute: number): Strike => ({ id, trip: 't', stint: of, time: at(minute) })
const screenOf = (stints: Stint[], strikes: Strike[]): TripOnScreen =>
  ({ stints, strikes, readings: [], lures: new Map(), trip: {}, water: undefined }) as unknown as TripOnScreen

/** The records as they are after the edits. */
function after({ stints, strikes }: TripOnScreen, edits: readonly Edit[]): { stints: Stint[]; strikes: Strike[] } {
  const written = <R extends { id: string }>(kind: string, records: readonly R[]): R[] => {
    const known = new Map(records.map((record) => [record.id, record]))
    for (const { kind: of, id, fields } of edits)
      if (of === kind) known.set(id, { id, ...known.get(id), ...fields } as unknown as R)
    return [...known.values()]
  }
  return { stints: written('stint', stints), strikes: written('strike', strikes) }
}

const minutes = fc.integer({ min: -30, max: 150 })
const strikesOf = fc.array(fc.tuple(fc.constantFrom('a', 'b'), fc.integer({ min: 0, max: 60 })), { maxLength: 6 })

describe('edits of the strip', () => {
  it('an end that is moved takes the next rod’s beginning along, and every strike lies in the stint that has it', () => {
    fc.assert(
      fc.property(minutes, strikesOf, (to, told) => {
        const strikes = told.map(([of, minute], i) => strike(`k${i}`, of, of === 'a' ? minute : 60 + minute))
        const screen = screenOf([stint('a', 0, 60), stint('b', 60, 120)], strikes)
        const done = after(screen, endMoved(screen, screen.stints[0]!, START + to * 60_000))
        const [a, b] = done.stints
        expect(b!.start).toBe(a!.end)
        expect(a!.start < a!.end! && b!.start < b!.end!).toBe(true)
        expect([a!.start, b!.end]).toEqual([at(0), at(120)])
        for (const { stint: of, time } of done.strikes) {
          const holder = of === 'a' ? a! : b!
          expect(time >= holder.start && time <= holder.end!).toBe(true)
        }
      }),
    )
  })

  it('a stint cut in two loses no time and no strike, and what was counted of the whole stays with the first half', () => {
    fc.assert(
      fc.property(minutes, strikesOf, (where, told) => {
        const whole = stint('a', 0, 60, { casts: 40, retrieve: 'steady' })
        const strikes = told.map(([, minute], i) => strike(`k${i}`, 'a', minute))
        const screen = screenOf([whole], strikes)
        const done = after(screen, splitAt(screen, whole, START + where * 60_000, { id: 'second', lure: 'other lure' }))
        const [first, second] = done.stints
        expect([first!.start, first!.end, second!.end]).toEqual([at(0), second!.start, at(60)])
        expect(first!.start < first!.end! && second!.start < second!.end!).toBe(true)
        expect([first!.casts, second!.casts, second!.retrieve, second!.lure]).toEqual([
          40,
          undefined,
          'steady',
          'other lure',
        ])
        for (const { stint: of, time } of done.strikes) expect(of === 'second').toBe(time > first!.end!)
      }),
    )
  })

  it('a strike given to a rod lies within its time and is its angler’s', () => {
    const [edit] = strikeMoved('k', stint('a', 0, 60, { angler: 'Tilda' }), START + 200 * 60_000)
    expect(edit).toEqual({ kind: 'strike', id: 'k', fields: { stint: 'a', time: at(60), angler: 'Tilda' } })
  })
})
