import { describe, expect, it } from 'vitest'
import { seededRandom } from '../numerics/index.ts'
import { drySpell } from './drySpell.ts'
import { readTheBite } from './readTheBite.ts'
import type { Bite } from './readTheBite.ts'
import { stayOrMove } from './stayOrMove.ts'
import { orderOf, swapTest } from './swapTest.ts'
import type { SwapRound } from './swapTest.ts'

/** A rate known for sure. */
const sure = (rate: number): { shape: number; rate: number } => ({ shape: 1e6 * rate, rate: 1e6 })

describe('drySpell', () => {
  // Four blank hours at 0.6 an hour: e^−2.4 = 9.1 % if days were alike; (k/(k + 2.4))^k otherwise, 15 to 23 % for the k of real books.
  it('is the closed form of a gamma mixture for a rate known for sure', () => {
    for (const k of [1.5, 2, 4]) {
      const { chance, chanceIfDaysWereAlike, oneInTenHours } = drySpell({ belief: sure(0.6), dayShape: k, hours: 4 })
      expect(chance).toBeCloseTo((k / (k + 2.4)) ** k, 4)
      expect(chance).toBeGreaterThan(0.15)
      expect(chance).toBeLessThan(0.24)
      expect(chanceIfDaysWereAlike).toBeCloseTo(Math.exp(-2.4), 4)
      expect((k / (k + 0.6 * oneInTenHours)) ** k).toBeCloseTo(0.1, 3)
    }
  })

  it('learns from what came earlier today: strikes make a blank stranger, earlier blank makes it more likely', () => {
    const spell = (today?: { strikes: number; hours: number }): number =>
      drySpell({ belief: { shape: 3, rate: 5 }, dayShape: 3, hours: 3, ...(today ? { today } : {}) }).chance
    expect(spell({ strikes: 5, hours: 2 })).toBeLessThan(spell())
    expect(spell({ strikes: 0, hours: 2 })).toBeGreaterThan(spell())
  })

  it('refuses what is no belief', () => {
    expect(() => drySpell({ belief: { shape: 0, rate: 1 }, dayShape: 2, hours: 1 })).toThrow(/above 0/)
    expect(() => drySpell({ belief: sure(1), dayShape: 2, hours: -1 })).toThrow(/0 hours or more/)
  })
})

describe('stayOrMove', () => {
  const water = { strikes: 60, hours: 80, travelHours: 20 }
  const day = { shape: Infinity, strikes: 0, expected: 0 }

  // Days alike and a belief of Gamma(α, β): leave when (α + n)/(β + t) < 0.6, so that t* = (α + n)/0.6 − β − hours here.
  it('leaves at the closed form’s hour where days do not differ (McNamara 1982)', () => {
    const found = stayOrMove({ spot: { shape: 2, rate: 2 }, here: { strikes: 1, hours: 1 }, water, day })
    expect(found.elsewhere).toBeCloseTo(0.6, 12)
    expect(found.leaveAfterHours).toBeCloseTo(3 / 0.6 - 3, 1)
    expect(found.leave).toBe(false)
  })

  it('stays longer on a poor day, for elsewhere is poor too', () => {
    const at = (strikes: number): number | null =>
      stayOrMove({ spot: { shape: 2, rate: 2 }, here: { strikes: 1, hours: 1 }, water, day: { shape: 2, strikes, expected: 4 } }).leaveAfterHours
    // Null: not within a day.
    expect(at(0) ?? Infinity).toBeGreaterThan(at(8)!)
  })

  it('goes at once from a spot known to be worse', () => {
    expect(stayOrMove({ spot: sure(0.2), here: { strikes: 0, hours: 0 }, water, day })).toMatchObject({ leave: true, leaveAfterHours: 0 })
    expect(() => stayOrMove({ spot: sure(1), here: { strikes: 0, hours: 0 }, water: { strikes: 0, hours: 0, travelHours: 0 }, day })).toThrow(/no hours/)
  })
})

describe('swapTest', () => {
  const round = (a: number, b: number): SwapRound => ({ a: { bouts: a, hours: 0.5 }, b: { bouts: b, hours: 0.5 } })

  it('adds up Wald’s likelihood ratio in equal hours (Wald 1945)', () => {
    const { evidenceA, bounds, verdict } = swapTest([round(3, 1), round(2, 0)])
    expect(evidenceA).toBeCloseTo(5 * Math.log(2) - 6 * Math.log(1.5), 12)
    expect(bounds).toEqual({ upper: Math.log(0.8 / 0.05), lower: Math.log(0.2 / 0.95) })
    expect(verdict).toBe('go on')
    expect(swapTest(Array.from({ length: 20 }, () => round(2, 0))).verdict).toBe('A')
    expect(swapTest(Array.from({ length: 20 }, () => round(0, 2))).verdict).toBe('B')
  })

  it('errs as seldom as it says: equal lures, and one twice as good', () => {
    const random = seededRandom(8)
    const run = (share: number): string => {
      const rounds: SwapRound[] = []
      for (;;) {
        const a = random() < share ? 1 : 0
        rounds.push(round(a, 1 - a))
        const { verdict } = swapTest(rounds)
        if (verdict !== 'go on') return verdict
      }
    }
    const count = (share: number, wanted: readonly string[]): number =>
      Array.from({ length: 1500 }, () => run(share)).filter((verdict) => wanted.includes(verdict)).length / 1500
    expect(count(0.5, ['A', 'B'])).toBeLessThan(0.11)
    expect(count(2 / 3, ['A'])).toBeGreaterThan(0.75)
    expect(count(2 / 3, ['B'])).toBeLessThan(0.01)
  })

  it('gives neither lure the better minutes', () => {
    const random = seededRandom(3)
    const first = Array.from({ length: 2000 }, () => orderOf(random)[0])
    expect(Math.abs(first.filter((one) => one === 'a').length / 2000 - 0.5)).toBeLessThan(0.04)
  })

  it('takes about thirty strikes for a ratio of two', () => {
    expect(Math.abs(swapTest([]).boutsToTell - 30)).toBeLessThan(10)
  })
})

describe('readTheBite', () => {
  const bite = (strike: Bite['strike'], more: Partial<Bite> = {}): Bite => ({ strike: { outcome: 'landed', ...strike }, ...more })

  it('credits the pause only beyond its share of the time', () => {
    // With 10 s of pause to 1.5 s of work, 87 % of strikes on the pause is chance.
    const paused = (share: number): Bite[] => Array.from({ length: 8 }, () => bite({ phase: 'still' }, { timeShare: { still: share, moving: 1 - share } }))
    expect(readTheBite(paused(0.87))).toEqual([])
    expect(readTheBite(paused(0.4))[0]).toMatchObject({ advice: 'Lengthen the pause.', strikes: 8, of: 8 })
  })

  it('reads hooks by the water’s clarity, and says nothing of one strike', () => {
    const rear = { hookPosition: 'rear hook outside' } as const
    expect(readTheBite([bite(rear), bite(rear, { visibilityM: 3 })])[0]?.reading).toBe('Something is slightly off.')
    expect(readTheBite([bite(rear, { visibilityM: 0.3 }), bite(rear, { visibilityM: 0.3 })])[0]?.reading).toBe('Few colours can work here.')
    expect(readTheBite([bite(rear)])).toEqual([])
    expect(readTheBite([])).toEqual([])
  })
})
