import { describe, expect, it } from 'vitest'
import { columnInfo } from '../../effort/index.ts'
import { drawNormal, seededRandom } from '../../numerics/index.ts'
import { CLAIMS, ownClaim } from '../../practice/index.ts'
import { claim } from '../../practice/claim.ts'
import type { Claim } from '../../practice/index.ts'
import { claimedTrips } from '../../test/claimedTrips.ts'
import { bookOfTrips, emptyBook } from '../../test/bookOfTrips.ts'
import { STUDIED, outcomeBook } from '../../test/outcomeBook.ts'
import {
  isNothingToCompare,
  mantelHaenszelShareRatio,
  phaseExcess,
  powerAt,
  powerForRatio,
  weightRatio,
} from '../../stats/index.ts'
import type { NothingToCompare, ShareStratum } from '../../stats/index.ts'
import { randomTripRatio } from '../within/randomTrip.ts'
import { clausesOf } from './selection.ts'
import { tryClaims } from './tryClaims.ts'
import { judge } from './verdict.ts'
import type { Asked } from './verdict.ts'

/** A ratio that must be there. */
function compared<R extends object>(found: R | NothingToCompare): R {
  if (isNothingToCompare(found)) throw new Error(found.kind)
  return found
}
const shareRatioOf = (strata: readonly ShareStratum[]) => compared(mantelHaenszelShareRatio(strata))

describe('a rule without a figure', () => {
  const tried = (logged: object, more: Partial<Claim> = {}) => {
    const made = bookOfTrips(
      Array.from({ length: 4 }, () => ({ hours: 4, stints: [{ lure: 'tube', from: 0, to: 4, strikes: [1] }] })),
    )
    const stints = made.stints.map((stint) => ({ ...stint, ...logged }))
    const rule = {
      ...claim('x', 'Dragged, it produces.', '', 'class=tube;retrieve=drag', 'class=tube;retrieve=shake', 'rate'),
      ...more,
    }
    return tryClaims({ ...made, stints }, { claims: [rule] })[0]!
  }

  it('names what nobody logs; where all of it is logged, it waits for such hours', () => {
    expect(tried({})).toMatchObject({ verdict: 'cannot be learnt', toLog: ['retrieve'], ratio: null })
    expect(tried({ retrieve: 'drag' })).toMatchObject({
      verdict: 'too early',
      toLog: [],
      why: 'no hours to hold it against',
    })
  })

  it('names what its outcome is counted by, where there were strikes to tell it of', () => {
    const phase = { against: 'on the fall', outcome: 'phase' as const }
    expect(tried({ retrieve: 'drag' }, phase)).toMatchObject({
      verdict: 'cannot be learnt',
      toLog: expect.arrayContaining(['phase']) as string[],
    })
    expect(tried({ retrieve: 'shake' }, phase)).toMatchObject({ verdict: 'too early', toLog: [] })
  })
})

describe('the rules of practice', () => {
  it('are all there, each with a sentence, and speak of columns and words that exist', () => {
    expect(CLAIMS).toHaveLength(146)
    expect(new Set(CLAIMS.map(({ id }) => id)).size).toBe(146)
    for (const claim of CLAIMS) {
      expect(claim.says, claim.id).toMatch(/\.$/)
      for (const { column } of clausesOf(claim)) expect(columnInfo(column).name, claim.id).toBe(column)
    }
    // A dispute of one is none.
    const disputes = CLAIMS.flatMap(({ dispute }) => dispute ?? [])
    for (const dispute of new Set(disputes))
      expect(disputes.filter((one) => one === dispute).length, dispute).toBeGreaterThan(1)
  })

  it('take the angler’s own in the same form', () => {
    expect(
      ownClaim({ id: 'x', name: 'Perch by the dam.', condition: 'wind_band=calm', lure: 'class=tube' }),
    ).toMatchObject({ against: 'all', outcome: 'rate' })
    expect(() => ownClaim({ id: 'x', name: 'Luck.', outcome: 'luck' })).toThrow(/not "luck"/)
  })

  it('cannot be tried on an empty book', () => {
    expect(() => tryClaims(emptyBook())).toThrow(/no hours/)
  })
})

/** One claim a book, or four: then more books. */
const ASKED_SELDOM: ReadonlySet<string> = new Set(['zone', 'follow-up', 'between', 'between lower', 'travels'])

const found = (ratio: number, lower: number, upper: number, pValue: number, more: Partial<Asked> = {}): Asked => ({
  outcome: 'rate',
  found: { ratio, lower, upper, pValue, early: false },
  ...more,
})

describe('judge', () => {
  it('has an outcome of every kind', () => {
    const verdicts = judge([
      found(2.5, 1.8, 3.4, 1e-5),
      found(0.4, 0.3, 0.6, 1e-5),
      found(1, 0.8, 1.25, 0.9),
      found(1.5, 0.7, 3, 0.3),
      found(0.9, 0.7, 1.2, 0.5, { outcome: 'not better' }),
      found(1, 0.8, 1.25, 0.9, { outcome: 'same' }),
      found(2.5, 1.8, 3.4, 1e-5, { outcome: 'same' }),
      found(0.4, 0.3, 0.6, 1e-5, { outcome: 'rate lower' }),
      { outcome: 'rate', found: { ratio: 3, lower: 1, upper: 9, pValue: 0.01, early: true } },
      { outcome: 'phase', found: undefined },
    ]).map(({ verdict }) => verdict)
    expect(verdicts).toEqual([
      'holds',
      'fails',
      'no difference',
      'too early',
      'holds',
      'holds',
      'fails',
      'holds',
      'too early',
      'cannot be learnt',
    ])
  })

  it('takes a dispute for one question: rivals do not multiply the chances of a false answer', () => {
    const rivals = Array.from({ length: 10 }, () => found(2, 1.1, 3.6, 0.04, { dispute: 'one' }))
    expect(judge(rivals).some(({ verdict }) => verdict === 'holds')).toBe(false)
    expect(judge([found(2, 1.1, 3.6, 0.04)])[0]?.verdict).toBe('holds')
  })

  /** A short version of `bench/studies/claims.ts`: its bar is for 200 books. */
  it('says little that is false where three rules in ten are true, and does not keep silent', () => {
    const random = seededRandom(2)
    let [held, wrong, truths] = [0, 0, 0]
    for (let book = 0; book < 6; book++) {
      const claims = Array.from({ length: 40 }, () => {
        const ratio = random() < 0.3 ? 2.5 : 1
        return { ratio, found: randomTripRatio(claimedTrips({ trips: 30, rate: 0.8, ratio }, random)) }
      })
      truths += claims.filter(({ ratio }) => ratio > 1).length
      judge(claims.map((claim) => ({ outcome: 'rate', found: { ...claim.found, early: false } }))).forEach(
        ({ verdict }, i) => {
          if (verdict !== 'holds') return
          held++
          if (claims[i]!.ratio === 1) wrong++
        },
      )
    }
    expect(held).toBeGreaterThan(0.7 * truths)
    expect(wrong / held).toBeLessThan(0.15)
  })
})

/** A short version of `bench/studies/outcomes.ts`: its bar is for 200 books of each kind. */
describe('claims of every kind of outcome', () => {
  it('are found true where they are, and seldom where they are not', () => {
    const random = seededRandom(3)
    let [truths, held, wrong] = [0, 0, 0]
    const silent = STUDIED.filter((outcome) => {
      let [trueOnes, found] = [0, 0]
      for (let n = 0; n < (ASKED_SELDOM.has(outcome) ? 6 : 2); n++) {
        const made = outcomeBook(outcome, random)
        trueOnes += made.truths.filter(Boolean).length
        tryClaims(made.book, { claims: made.claims }).forEach(({ verdict }, i) => {
          if (verdict !== 'holds') return
          held++
          if (made.truths[i]) found++
          else wrong++
        })
      }
      truths += trueOnes
      return trueOnes > 0 && found === 0
    })
    expect(silent).toEqual([])
    expect(held - wrong).toBeGreaterThan(0.6 * truths)
    expect(wrong / held).toBeLessThan(0.15)
  })
})

describe('claims of zones', () => {
  it('have limits of the confidence that was asked for', () => {
    const { book, claims } = outcomeBook('zone', seededRandom(4))
    const width = (confidence: number): number => {
      const [{ lower, upper } = { lower: NaN, upper: NaN }] = tryClaims(book, { claims, confidence })
      return Math.log(upper / lower)
    }
    expect(width(0.5)).toBeLessThan(width(0.9))
    expect(width(0.9)).toBeLessThan(width(0.98))
  })
})

describe('shares and weights within trips', () => {
  // University Group Diabetes Program, deaths on tolbutamide and placebo under and over 55 (Rothman, Modern Epidemiology; from memory): 1.33.
  it('agree with the published pooled risk ratio', () => {
    const { ratio, lower, upper } = shareRatioOf([
      { a: { events: 8, trials: 106 }, b: { events: 5, trials: 120 } },
      { a: { events: 22, trials: 98 }, b: { events: 16, trials: 85 } },
    ])
    expect(ratio).toBeCloseTo(1.33, 2)
    expect([lower < 1, upper > 1]).toEqual([true, true])
    expect(mantelHaenszelShareRatio([{ a: { events: 1, trials: 2 }, b: { events: 0, trials: 0 } }])).toEqual({
      kind: 'noSharedStratum',
    })
  })

  it('hold the true ratio of shares where nearly all were hooked, and never say that all of twenty is all', () => {
    const alike = shareRatioOf([{ a: { events: 20, trials: 20 }, b: { events: 20, trials: 20 } }])
    expect(alike.lower).toBeLessThan(0.9)
    expect(alike.upper).toBeGreaterThan(1.1)
    const random = seededRandom(21)
    const drawn = (trials: number, share: number) => ({
      events: Array.from({ length: trials }).filter(() => random() < share).length,
      trials,
    })
    for (const [a, b] of [
      [0.85, 0.98],
      [0.97, 0.97],
      [0.6, 0.9],
    ] as const) {
      const books = Array.from({ length: 2000 }, () =>
        [4, 9, 3, 7].map((trials) => ({ a: drawn(trials, a), b: drawn(11 - trials, b) })),
      )
      const inside = books.filter((strata) => {
        const { lower, upper } = shareRatioOf(strata)
        return lower <= a / b && a / b <= upper
      })
      expect(inside.length / books.length).toBeGreaterThan(0.87)
    }
  })

  it('hold the true ratio of weights nine times in ten, whatever the trips’ own', () => {
    const random = seededRandom(9)
    const inside = Array.from({ length: 600 }, () => {
      const strata = Array.from({ length: 6 }, () => {
        const trip = 0.5 * drawNormal(random)
        const weigh = (shift: number): number => 900 * Math.exp(trip + shift + 0.4 * drawNormal(random))
        return { a: [weigh(0.5), weigh(0.5)], b: [weigh(0), weigh(0), weigh(0)] }
      })
      const { lower, upper } = compared(weightRatio(strata))
      return lower < Math.exp(0.5) && Math.exp(0.5) < upper
    }).filter(Boolean).length
    expect(Math.abs(inside / 600 - 0.9)).toBeLessThan(0.035)
  })
})

describe('phaseExcess', () => {
  it('is the binomial tail where all shares of time are one, and adds unequal ones exactly', () => {
    // P(X ≥ 9), X ~ Binomial(10, 0.8): 10·0.8⁹·0.2 + 0.8¹⁰.
    expect(phaseExcess([{ strikes: 10, inPhase: 9, timeShare: 0.8 }]).pMore).toBeCloseTo(
      10 * 0.8 ** 9 * 0.2 + 0.8 ** 10,
      12,
    )
    const two = phaseExcess([
      { strikes: 1, inPhase: 1, timeShare: 0.9 },
      { strikes: 1, inPhase: 0, timeShare: 0.3 },
    ])
    expect(two.pMore).toBeCloseTo(1 - 0.1 * 0.7, 12)
    expect(two.expected).toBeCloseTo(1.2, 12)
    expect(() => phaseExcess([{ strikes: 1, inPhase: 0, timeShare: 2 }])).toThrow(/between 0 and 1/)
  })
})

describe('powerForRatio', () => {
  it('comes near the normal formula for a ratio of two, and grows with the spread of trips', () => {
    // (z₀.₉₇₅ + z₀.₈)²/ln²2 · (1/⅔ + 1/⅓) strikes, at 1.5 strikes an hour on the mean: 49 hours.
    const { hours, power } = powerForRatio({ rate: 1, ratio: 2 })
    expect(Math.abs(hours / 49 - 1)).toBeLessThan(0.2)
    expect(Math.abs(power - 0.8)).toBeLessThan(0.03)
    expect(powerForRatio({ rate: 1, ratio: 0.5 }).hours).toBeCloseTo(hours, 0)
    expect(powerForRatio({ rate: 1, ratio: 2, tripVariance: 0.3 }).hours).toBeGreaterThan(1.3 * hours)
    expect(powerAt({ rate: 1, ratio: 2, share: 0.05 }, hours)).toBeLessThan(0.4)
    // Flurries of two: three times the hours for as many that tell.
    expect(powerForRatio({ rate: 1, ratio: 2, dispersion: 3 }).hours / (3 * hours)).toBeCloseTo(1, 1)
    expect(() => powerForRatio({ rate: 1, ratio: 1 })).toThrow(/not 1/)
  })
})
