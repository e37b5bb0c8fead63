import { describe, expect, it } from 'vitest'
import { readTime } from './readTime.ts'
import type { TimeContext } from './readTime.ts'

const at = (iso: string): number => Date.parse(iso)
const context = (date: string, more: Partial<TimeContext> = {}): TimeContext => ({
  ...{ zone: 'America/Chicago', date, afterMs: undefined, again: undefined },
  ...more,
})

describe('a typed time of day', () => {
  it('is of the trip’s day, or of the next where it comes before the row above, and says so', () => {
    expect(readTime('6:30', context('2026-03-14'))).toEqual({ ms: at('2026-03-14T06:30:00-05:00') })
    const afterMs = at('2026-03-14T22:00:00-05:00')
    const next = readTime('0:30', context('2026-03-14', { afterMs }))
    expect(next.ms).toBe(at('2026-03-15T00:30:00-05:00'))
    expect(next.notice).toBeDefined()
    // Behind the trip's end it was rather mistyped on the same day.
    const untilMs = at('2026-03-14T23:00:00-05:00')
    expect(readTime('0:30', context('2026-03-14', { afterMs, untilMs }))).toEqual({
      ms: at('2026-03-14T00:30:00-05:00'),
    })
  })

  it('that clocks leave out is none, and one that they repeat must be told which', () => {
    expect(readTime('2:30', context('2026-03-08')).ms).toBeUndefined()
    const asked = readTime('1:30', context('2026-11-01'))
    expect([asked.twice, asked.ms]).toEqual([true, undefined])
    const told = (again: 'first' | 'second') => readTime('1:30', context('2026-11-01', { again })).ms
    expect([told('first'), told('second')]).toEqual([at('2026-11-01T01:30:00-05:00'), at('2026-11-01T01:30:00-06:00')])
  })

  it('that is none is named as it was typed', () => {
    for (const typed of ['25:00', 'dawn', '13pm']) {
      const { ms, problem } = readTime(typed, context('2026-03-14'))
      expect([ms, problem]).toEqual([undefined, expect.stringContaining(typed)])
    }
  })
})
