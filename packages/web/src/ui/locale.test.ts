import { afterEach, describe, expect, it } from 'vitest'
import {
  bareQuantity,
  calendarDay,
  speakAs,
  clock,
  counted,
  decimals,
  hoursText,
  listOf,
  monthName,
  quantity,
  whole,
} from './locale.ts'

afterEach(() => {
  speakAs({ clock: 'auto', decimal: 'auto' })
})

const NINE_42_PM = Date.UTC(2026, 2, 15, 2, 42)

describe('the reader’s own way of writing', () => {
  it('has the decimal sign chosen, in plain numbers and in measures', () => {
    speakAs({ clock: 'auto', decimal: 'comma' })
    expect([
      decimals(1.5, 2),
      whole(1234),
      quantity(419.1, null, 'mm', 'in'),
      bareQuantity(419.1, '16.5 in', 'mm', 'in'),
    ]).toEqual(['1,50', '1.234', '16,5 in', '16,5'])
    speakAs({ clock: 'auto', decimal: 'point' })
    expect([decimals(1.5, 2), whole(1234), quantity(419.1, null, 'mm', 'in')]).toEqual(['1.50', '1,234', '16.5 in'])
  })

  it('has the clock chosen, in the zone of the water, also at midnight and noon', () => {
    const [midnight, noon] = [Date.UTC(2026, 2, 14, 5, 0), Date.UTC(2026, 2, 14, 17, 0)]
    speakAs({ clock: '12', decimal: 'auto' })
    expect([
      clock(NINE_42_PM, 'America/Chicago'),
      clock(midnight, 'America/Chicago'),
      clock(noon, 'America/Chicago'),
    ]).toEqual(['9:42 pm', '12:00 am', '12:00 pm'])
    speakAs({ clock: '24', decimal: 'auto' })
    expect([
      clock(NINE_42_PM, 'America/Chicago'),
      clock(midnight, 'America/Chicago'),
      clock(NINE_42_PM, 'Asia/Kolkata'),
    ]).toEqual(['21:42', '0:00', '8:12'].map((time) => expect.stringMatching(new RegExp(`^0?${time}$`)) as string))
  })

  it('says days, months, lists and counts in words', () => {
    expect([calendarDay('2026-03-14'), calendarDay('2026-03-14', 'full'), monthName(2, 'short')]).toEqual([
      'Mar 14, 2026',
      'Saturday, March 14, 2026',
      'Feb',
    ])
    expect([listOf(['a']), listOf(['a', 'b']), listOf(['a', 'b', 'c'], 'disjunction')]).toEqual([
      'a',
      'a and b',
      'a, b, or c',
    ])
    expect([counted(1, 'trip'), counted(0, 'trip'), counted(2, 'fish', 'fish'), hoursText(485), hoursText(50)]).toEqual(
      ['1 trip', '0 trips', '2 fish', '8 h 05', '50 min'],
    )
  })
})
