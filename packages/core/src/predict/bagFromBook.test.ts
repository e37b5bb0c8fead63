import { describe, expect, it } from 'vitest'
import { patternWorld } from '../test/patternWorld.ts'
import { bagFromBook, checkBagNames } from './bagFromBook.ts'
import type { BagQuestion } from './bagFromBook.ts'
import { patternBook } from './patternBook.ts'

/** Every fish of lure A weighs about two pounds and is long enough, every fish of the others one and short. */
const made = patternWorld(40, 3, false)
const lureOf = new Map(made.stints.map(({ id, lure }) => [id, lure]))
const book = {
  ...made,
  strikes: made.strikes.map((strike, i) => {
    const isA = lureOf.get(strike.stint ?? '') === 'A'
    return { ...strike, lengthMm: isA ? 400 : 280, weightG: (isA ? 900 : 450) * (1 + 0.1 * ((i % 5) - 2)) }
  }),
}
const learnt = patternBook(book)
const question = (lures: readonly string[], more: Partial<BagQuestion> = {}): BagQuestion => ({
  water: 'made-up water',
  now: { numbers: { wind_mps: 3 }, words: {} },
  event: { limit: 5, minLengthMm: 305, from: 7, to: 15, runBackMin: 45 },
  bag: [],
  strategies: [{ name: 's', steps: [{ lures, from: 6, to: 16 }] }],
  ...more,
})
const groupOf = (lures: readonly string[], more?: Partial<BagQuestion>) =>
  bagFromBook(book, learnt, question(lures, more)).strategies[0]!.steps[0]!.group
const share = ({ yes, no }: { yes: number; no: number }): number => yes / (yes + no)

describe('what a book knows of a bag', () => {
  it('is the rate foretold, and shares and weights of the group’s own fish, drawn to all others', () => {
    const { rate, landed, legal, weights } = groupOf(['A'])
    expect(rate.shape / rate.hours).toBeGreaterThan(0.6)
    expect(rate.shape / rate.hours).toBeLessThan(1.5)
    // Every made strike is landed.
    expect(share(landed)).toBeGreaterThan(0.95)
    expect(share(legal)).toBeGreaterThan(0.75)
    expect(share(groupOf(['B']).legal)).toBeLessThan(0.1)
    expect(Math.exp(weights.mean)).toBeGreaterThan(800)
    expect(Math.exp(weights.mean)).toBeLessThan(910)
    // Without a length limit every fish counts.
    expect(share(groupOf(['B'], { event: { limit: 5, from: 7, to: 15 } }).legal)).toBe(1)
  })

  it('knows a group of rods better than one of them, ends at the run back, and keeps steps within the event', () => {
    const [one, both] = [groupOf(['B']).rate, groupOf(['B', 'C', 'D']).rate]
    expect(both.shape).toBeGreaterThan(one.shape)
    const { event, strategies } = bagFromBook(book, learnt, question(['A']))
    expect(event.until).toBeCloseTo(14.25)
    expect(strategies[0]!.steps[0]).toMatchObject({ from: 7, to: 15 })
  })

  it('takes the length of a fish that was only weighed from the others', () => {
    const weighed = {
      ...book,
      strikes: book.strikes.map(({ lengthMm: _length, ...rest }, i) => (i % 2 ? rest : { ...rest, lengthMm: _length })),
    }
    const { legal } = bagFromBook(weighed, learnt, question(['A'])).strategies[0]!.steps[0]!.group
    expect(share(legal)).toBeGreaterThan(0.75)
  })

  it('names what the book has not', () => {
    expect(() => checkBagNames(book, question(['Z']))).toThrow('there is no lure Z in the book')
    expect(() => checkBagNames(book, question(['A'], { water: 'v' }))).toThrow('there is no water v')
    expect(() => groupOf([])).toThrow('a step has no lures')
  })
})
