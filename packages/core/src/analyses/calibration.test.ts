import { expect, it } from 'vitest'
import { STUDIES } from '../test/studies/index.ts'

/** A short version of `npm run studies`, whose bars are for hundreds of books: here they give way by three times what chance does to so few. */
const BOOKS = 16
const SHORT: readonly (readonly [question: string, world: string])[] = [
  ['within', 'flurries of 3'],
  ['within', 'the first hour twice as good, one lure thrown then'],
  ['within', 'good days seen at the ramp, no reasons logged'],
  ['board', 'lures differ by 0.5, flurries of 2'],
  ['board', 'lures alike, flurries of 2, trips differ by 0.8'],
  ['curve', 'hump, flurries of 2'],
  ['claims', 'flurries of 2'],
  ['board', 'the same, flurries of 2'],
  ['afterFirst', 'strikes come singly, 0.3 to 0.6 an hour'],
  ['followUp', 'spots differ by 0.8, the finder does nothing'],
  ['drySpell', 'flurries of 2'],
  ['dry spell, all fitted', 'flurries of 2'],
  ['two rods', 'alike'],
  ['bag by the weigh-in', 'flurries of 2'],
  ['places', '8 totals of 30 known'],
  ['daily looks', 'nothing there, eighty trips'],
  ['daily looks', 'the same, three lures'],
  ['daily looks', 'twice as good, eighty trips'],
  ['readTheBite', 'ordinary days of 30 strikes, everything logged'],
]

it.each(SHORT)(
  '%s does what it must where %s',
  (question, world) => {
    const figures = STUDIES.find((one) => one.question === question && one.world === world)!.run(BOOKS)
    expect(figures.length).toBeGreaterThan(0)
    for (const { figure, value, least, most: bar, of } of figures) {
      const most = figure.includes('hold') ? 1 : bar
      // Where nothing was said there is nothing to be wrong.
      if (of === null || of === 0) continue
      const chance = (p: number): number => 3 * Math.sqrt((Math.max(0.02, p) * (1 - Math.min(0.98, p))) / of)
      expect([figure, value >= least - chance(least), value <= most + chance(most)]).toEqual([figure, true, true])
    }
  },
  120_000,
)
