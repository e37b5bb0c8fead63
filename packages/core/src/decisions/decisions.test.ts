import { describe, expect, it } from 'vitest'
import { drawGamma, drawPoisson, seededRandom } from '../numerics/index.ts'
import type { Random } from '../numerics/index.ts'
import { drySpell } from './drySpell.ts'
import { readTheBite } from './readTheBite.ts'
import type { Bite } from './readTheBite.ts'
import { stayOrMove } from './stayOrMove.ts'
import { StoppingRule } from './stoppingRule.ts'

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

  // Independent: Simpson's rule over the rate itself, where mine takes trapezoids over its logarithm.
  it('is the integral over the rate, also where today contradicts the belief, for the surest and the vaguest', () => {
    const simpson = (a: number, b: number, k: number, n: number, hours: number, t: number): number => {
      const [top, points] = [(a + n) / b + 12 * (Math.sqrt(a + n) / b), 200_000]
      const over = (x: number): number => {
        const f = (rate: number): number => rate ** (a + n - 1) * Math.exp(-b * rate) * (1 + (rate * x) / k) ** -(k + n)
        let sum = 0
        for (let i = 0; i <= points; i++)
          sum += (i === 0 || i === points ? 1 : i % 2 === 1 ? 4 : 2) * (i === 0 ? 0 : f((top * i) / points))
        return sum
      }
      return over(hours + t) / over(hours)
    }
    for (const [a, b, k, n, hours, t] of [
      [3, 5, 3, 5, 2, 3],
      [40, 10, 1.5, 0, 3, 1],
      [2, 20, 4, 6, 1, 2],
      [1.5, 1, 0.4, 1, 0.5, 6],
    ] as const)
      expect(
        drySpell({ belief: { shape: a, rate: b }, dayShape: k, hours: t, today: { strikes: n, hours } }).chance,
      ).toBeCloseTo(simpson(a, b, k, n, hours, t), 6)
    // Gamma(a, b) and days alike: (b/(b + t))^a, here of a shape of a hundredth and of a million.
    for (const belief of [
      { shape: 0.01, rate: 0.02 },
      { shape: 1e6, rate: 2e6 },
    ]) {
      const { chance, chanceIfDaysWereAlike } = drySpell({ belief, dayShape: 1e9, hours: 2 })
      expect(chanceIfDaysWereAlike).toBeCloseTo((belief.rate / (belief.rate + 2)) ** belief.shape, 9)
      expect(chance).toBeCloseTo(chanceIfDaysWereAlike, 5)
    }
  })

  it('refuses what is no belief', () => {
    expect(() => drySpell({ belief: { shape: 0, rate: 1 }, dayShape: 2, hours: 1 })).toThrow(/above 0/)
    expect(() => drySpell({ belief: sure(1), dayShape: 2, hours: -1 })).toThrow(/0 hours or more/)
  })
})

describe('stayOrMove', () => {
  const one = { shape: 1, rate: 1 }
  const alike = { shape: Infinity, bouts: 0, expected: 0 }
  const nothing = { bouts: 0, hours: 0 }
  const at8 = { spot: one, here: nothing, elsewhere: one, travelHours: 0.25, hoursLeft: 8, day: alike }
  const rule = new StoppingRule({ spot: one, elsewhere: one, stepsLeft: 96, travelSteps: 3, stepHours: 1 / 12 })

  /** Bouts of a day of 96 steps at spots of Gamma(1, 1), left when `leaves` says so. */
  function dayOf(
    random: Random,
    leaves: (left: number, steps: number, bouts: number, sinceBout: number) => boolean,
  ): number {
    let [left, total] = [96, 0]
    while (left > 0) {
      const rate = drawGamma(random, 1)
      let [steps, bouts, since] = [0, 0, 0]
      while (left > 0 && !(left > 3 && leaves(left, steps, bouts, since))) {
        const came = drawPoisson(random, rate / 12)
        total += came
        bouts += came
        since = came > 0 ? 0 : since + 1
        steps++
        left--
      }
      left -= Math.min(left, 3)
    }
    return total
  }
  const meanOf = (days: number, leaves: Parameters<typeof dayOf>[1]): number => {
    const random = seededRandom(4)
    return Array.from({ length: days }, () => dayOf(random, leaves)).reduce((sum, bouts) => sum + bouts, 0) / days
  }

  // Published with the method: 12.48 (simulated 12.41 ± 0.17), spots of Gamma(1, 1), a quarter of an hour between them, 8 hours.
  it('is worth 12.48 bouts in the worked example, which simulation bears out, and more than any fixed time to give up', () => {
    const { ifStaying, ifLeaving, leave } = stayOrMove(at8)
    expect(Math.abs(ifStaying - 12.48)).toBeLessThan(0.03)
    expect(ifLeaving).toBeLessThan(ifStaying)
    expect(leave).toBe(false)
    const rules = Array.from(
      { length: 97 },
      (_, left) => new StoppingRule({ spot: one, elsewhere: one, stepsLeft: left, travelSteps: 3, stepHours: 1 / 12 }),
    )
    let arrived = 96
    const best = meanOf(2000, (left, steps, bouts) => {
      if (steps === 0) arrived = left
      return rules[arrived]!.leaves(steps, bouts)
    })
    expect(Math.abs(best - ifStaying)).toBeLessThan(0.6)
    for (const giveUp of [2, 4, 6, 9, 12])
      expect(meanOf(1000, (_left, _steps, _bouts, since) => since >= giveUp)).toBeLessThan(ifStaying + 0.2)
  })

  it('stays after one blank minute at a new spot, leaves a well-known poor one at once, and no spot when there is no time left', () => {
    expect(stayOrMove({ ...at8, here: { bouts: 0, hours: 1 / 60 } }).leave).toBe(false)
    expect(stayOrMove({ ...at8, spot: sure(0.1) })).toMatchObject({ leave: true, leaveAfterHours: 0 })
    expect(stayOrMove({ ...at8, spot: sure(1.9) }).leaveAfterHours).toBeNull()
    expect(stayOrMove({ ...at8, hoursLeft: 0.2 })).toMatchObject({
      leave: false,
      leaveAfterHours: null,
      ifLeaving: null,
    })
    expect(rule.leaves(40, 0)).toBe(true)
  })

  it('stays longer on a poor day, for elsewhere is poor too and the way is as long', () => {
    const after = (bouts: number): number =>
      stayOrMove({ ...at8, day: { shape: 2, bouts, expected: 4 } }).leaveAfterHours ?? Infinity
    expect(after(0)).toBeGreaterThan(after(4))
    expect(after(4)).toBeGreaterThanOrEqual(after(12))
  })

  it('refuses what is no question', () => {
    expect(() => stayOrMove({ ...at8, elsewhere: { shape: 0, rate: 1 } })).toThrow(/above 0/)
    expect(() => stayOrMove({ ...at8, hoursLeft: -1 })).toThrow(/from 0 to 16/)
  })
})

describe('readTheBite', () => {
  const bite = (strike: Bite['strike'], more: Partial<Bite> = {}): Bite => ({
    strike: { outcome: 'landed', ...strike },
    ...more,
  })

  it('credits the pause only beyond its share of the time', () => {
    // With 10 s of pause to 1.5 s of work, 87 % of strikes on the pause is chance.
    const paused = (share: number): Bite[] =>
      Array.from({ length: 8 }, () => bite({ phase: 'still' }, { timeShare: { still: share, moving: 1 - share } }))
    expect(readTheBite(paused(0.87))).toEqual([])
    expect(readTheBite(paused(0.4))[0]).toMatchObject({ advice: 'Lengthen the pause.', strikes: 8, of: 8 })
  })

  it('reads hooks by the water’s clarity, and says nothing of one or two', () => {
    const rear = { hookPosition: 'rear hook outside' } as const
    const all = (more: Partial<Bite>): string | undefined =>
      readTheBite(Array.from({ length: 5 }, () => bite(rear, more)))[0]?.reading
    expect([all({ visibilityM: 3 }), all({}), all({ visibilityM: 0.3 })]).toEqual([
      'Something is slightly off.',
      'Something is slightly off.',
      'Few colours can work here.',
    ])
    expect(readTheBite([bite(rear), bite(rear)])).toEqual([])
    expect(readTheBite([])).toEqual([])
  })

  it('says something at some time on at most one ordinary day in ten, and soon where the bite has changed at noon', () => {
    const random = seededRandom(8)
    const chance = (p: number): boolean => random() < p
    const ordinary = (pause: number): Bite =>
      bite(
        {
          outcome: chance(0.25) ? 'raised' : chance(0.3) ? 'lost' : 'landed',
          phase: chance(pause) ? 'still' : 'moving',
          feltAs: chance(0.2) ? 'tick' : 'thump',
        },
        { timeShare: { still: 0.4, moving: 0.6 } },
      )
    const said = (day: readonly Bite[]): boolean => day.some((_, i) => readTheBite(day.slice(0, i + 1)).length > 0)
    const days = Array.from({ length: 400 }, () => Array.from({ length: 30 }, () => ordinary(0.4)))
    expect(days.filter(said).length).toBeLessThanOrEqual(40)
    const changed = Array.from({ length: 100 }, () =>
      Array.from({ length: 24 }, (_, i) => ordinary(i < 10 ? 0.4 : 0.95)),
    )
    expect(changed.filter(said).length).toBeGreaterThan(60)
  })
})
