import { describe, expect, it } from 'vitest'
import { buildColumns, planCuts } from '../../effort/index.ts'
import type { BookRecords } from '../../effort/index.ts'
import { seededRandom } from '../../numerics/index.ts'
import { HOUR_MS, epochMs, isoUtc } from '../../time/index.ts'
import { worldBook } from '../../test/worldBook.ts'
import { CLOCK_QUESTION, ClockHours, clockOfBook } from './clock.ts'
import { ClockGround } from './timeOfDay.ts'
import { answer } from '../board/answer.ts'

/** The first hour, from noon by this clock, is twice as good as the others, and one lure is thrown in it; the lures are equal. */
const dawns = worldBook({ trips: 200, rate: 1, lures: [1, 1, 1], dawn: 2, choice: 'dawn' }, seededRandom(77))

describe('the clock of a book', () => {
  const clock = clockOfBook(dawns)!

  it('finds the hour that is twice as good, whatever is thrown in it', () => {
    const hours = new ClockHours(clock)
    const rest = [13, 14, 15, 16, 17].reduce((sum, hour) => sum + hours.factor(hour, hour + 1), 0) / 5
    // 1,400 strikes, 400 of them in that hour: its rate is known to about 6 %, beside a prior that draws it in a little.
    expect(Math.abs(hours.factor(12, 13) / rest - 2)).toBeLessThan(0.35)
    // Half of the piece lies in either hour; a day later is the same.
    expect(hours.factor(12.5, 13.5)).toBeCloseTo((hours.factor(12, 13) + hours.factor(13, 14)) / 2, 12)
    expect(hours.factor(23, 25)).toBeCloseTo((hours.factor(23, 24) + hours.factor(0, 1)) / 2, 12)
    // Two days and a half from noon, exactly.
    const day = hours.factor(0, 24) * 24
    expect(hours.factor(12, 72) * 60).toBeCloseTo(2 * day + hours.factor(12, 24) * 12, 9)
    expect(hours.factor(NaN, NaN)).toBe(1)
    // Nobody fished at three: nothing is known of it, so that a lure thrown then is hardly held to anything.
    const only = (hour: number): Float64Array => Float64Array.from({ length: 24 }, (_, h) => (h === hour ? 1 : 0))
    expect(hours.variance(only(3), only(14))).toBeGreaterThan(4 * hours.variance(only(13), only(14)))
  })

  it('learns the same from some rows, whether they are laid out alone or among all the others', () => {
    const columns = buildColumns(dawns, planCuts(CLOCK_QUESTION.by, []))
    const all = Array.from({ length: columns.rows }, (_, row) => row)
    const lures = columns.factors.lure!
    const ground = new ClockGround(columns, all, 1.3)
    for (const some of [
      all.filter((row) => lures.levels[lures.codes[row]!] !== 'l0'),
      all.filter((row) => columns.trip.codes[row]! % 3 === 0),
      all.filter((row) => columns.strikes[row]! === 0),
    ]) {
      const [among, alone] = [ground.timeOfDay(some), new ClockGround(columns, some, 1.3).timeOfDay(some)]
      among.effects.forEach((effect, hour) => expect(effect).toBeCloseTo(alone.effects[hour]!, 9))
      expect(among.logEvidence).toBeCloseTo(alone.logEvidence, 9)
    }
  })

  it('holds a lure that is thrown in good hours against good hours, and says so', () => {
    const board = (by: string, more: { clock?: undefined } = {}) => answer(dawns, { by: [by], where: [] }, more)
    const first = (of: ReturnType<typeof board>) => of.rows.find(({ group }) => group[0] === 'l0')!
    const [held, free] = [first(board('lure')), first(board('lure', { clock: undefined }))]
    expect([free.strength, free.better, free.clockRatio]).toEqual(['strong', true, 1])
    expect([held.strength === 'strong', held.rate]).toEqual([false, free.rate])
    expect(held.clockRatio).toBeGreaterThan(1.15)
    // As its like, by nature: all lures of this book are one.
    expect(Math.abs(held.strikes / held.expected - 1)).toBeLessThan(0.15)
    expect(free.strikes / free.expected).toBeGreaterThan(1.3)
    // A question of the clock itself is not held by the clock.
    expect(board('hour').rows.map(({ clockRatio }) => clockRatio)).toEqual([1, 1, 1, 1, 1, 1])
  })

  it('does not take the hours of a better water for better hours', () => {
    const random = seededRandom(78)
    const [poor, rich] = [0.5, 2].map((rate) => worldBook({ trips: 60, rate, lures: [1, 1], tripSd: 0.5 }, random)) as [
      BookRecords,
      BookRecords,
    ]
    const later = (iso: string | undefined): string => isoUtc(epochMs(iso!) + 8 * HOUR_MS)
    const other = (id: string | undefined): string => `other ${id}`
    const book: BookRecords = {
      ...poor,
      waters: [...poor.waters, { id: 'other w', name: 'fished in the evening', timeZone: 'UTC' }],
      trips: [
        ...poor.trips,
        ...rich.trips.map((trip) => ({
          ...trip,
          id: other(trip.id),
          water: 'other w',
          start: later(trip.start),
          end: later(trip.end ?? undefined),
        })),
      ],
      stints: [
        ...poor.stints,
        ...rich.stints.map((one) => ({
          ...one,
          id: other(one.id),
          trip: other(one.trip),
          start: later(one.start),
          end: later(one.end ?? undefined),
        })),
      ],
      strikes: [
        ...poor.strikes,
        ...rich.strikes.map((one) => ({
          ...one,
          id: other(one.id),
          trip: other(one.trip),
          stint: other(one.stint ?? undefined),
          time: later(one.time),
        })),
      ],
    }
    const rows = answer(book, { by: ['water'], where: [] }).rows
    expect(rows.map(({ clockRatio }) => Math.abs(Math.log(clockRatio)) < 0.25)).toEqual([true, true])
    expect(Math.abs(rows[0]!.shrunken / rows[1]!.shrunken - 4)).toBeLessThan(1.2)
  })
})
