import { describe, expect, it } from 'vitest'
import type { BoardRow } from '@jotbook/core'
import { hasOrder, neverPaid, sortRows, usualSort } from './sortRows.ts'

const row = (level: string, strikes: number, hours: number, shrunken: number, tooEarly = false): BoardRow =>
  ({ group: [level], strikes, hours, shrunken, tooEarly }) as unknown as BoardRow
const levels = (rows: readonly BoardRow[]): string[] => rows.map(({ group }) => group[0] ?? '')
const nameOf = ({ group }: BoardRow): string => group.join()

describe('rows of a board', () => {
  const hours = [row('16', 5, 9, 2), row('6', 8, 4, 1), row('unknown', 1, 1, 3, true), row('9', 6, 6, 3)]

  it('stand in the order of the clock by hour, by rate else, and as asked', () => {
    expect(usualSort(['hour'])).toBe('order')
    expect([usualSort(['lure']), usualSort(['hour', 'lure'])]).toEqual(['rate', 'rate'])
    expect(levels(sortRows(hours, 'order', ['hour'], nameOf))).toEqual(['6', '9', '16', 'unknown'])
    expect(levels(sortRows(hours, 'rate', ['hour'], nameOf))).toEqual(['9', '16', '6', 'unknown'])
    expect(levels(sortRows(hours, 'strikes', ['hour'], nameOf))).toEqual(['6', '9', '16', 'unknown'])
    expect(levels(sortRows(hours, 'hours', ['hour'], nameOf))).toEqual(['16', '9', '6', 'unknown'])
  })

  it('know the order of bands', () => {
    expect([hasOrder('temp_band'), hasOrder('lure')]).toEqual([true, false])
    expect(
      levels(
        sortRows(
          [row('50..55F', 1, 1, 1), row('<35F', 1, 1, 2), row('45..50F', 1, 1, 3)],
          'order',
          ['temp_band'],
          nameOf,
        ),
      ),
    ).toEqual(['<35F', '45..50F', '50..55F'])
  })

  it('know which never paid for their hours: none struck where three would have', () => {
    const of = (level: string, strikes: number, expected: number): BoardRow =>
      ({ group: [level], strikes, expected, hours: 2 * expected }) as unknown as BoardRow
    const rows = [of('idle', 0, 1), of('never', 0, 4), of('good', 9, 4), of('poor', 2, 8), of('unknown', 0, 9)]
    expect(levels(neverPaid(rows))).toEqual(['never'])
    expect(levels(sortRows(rows, 'paid', ['lure'], nameOf))).toEqual(['good', 'idle', 'never', 'poor', 'unknown'])
  })
})
