import { expect, it } from 'vitest'
import { seededRandom } from '../../numerics/index.ts'
import { CLAIM_OUTCOMES } from '../../practice/claim.ts'
import { bookOfTrips } from '../../test/bookOfTrips.ts'
import { outcomeBook } from '../../test/outcomeBook.ts'
import { tryClaims } from './tryClaims.ts'
import { tryOwnRules } from './tryOwnRules.ts'
import type { OwnTrial } from './tryOwnRules.ts'

/** A tube that brings strikes on the early trips only, beside a worm that brings the same on all. */
const random = seededRandom(3)
const book = bookOfTrips(
  Array.from({ length: 30 }, (_, trip) => ({
    hours: 8,
    stints: [
      { lure: 'tube', from: 0, to: 4, strikes: trip < 15 ? [0.5, 1, 1.5, 2, 2.5, 3 + random() / 2] : [] },
      { lure: 'worm', from: 4, to: 8, strikes: [5 + random()] },
    ],
  })),
)
const days = book.trips.map(({ start }) => start.slice(0, 10)).sort()
const rule = { id: 'r', name: 'The tube beats the worm.', lure: 'lure=tube', against: 'lure=worm' }
const trialOf = (found: OwnTrial | undefined) => {
  if (!found || !('trial' in found)) throw new Error('it was not tried')
  return found.trial
}

it('judges a rule on the trips after the day it was written, not on those that suggested it', () => {
  const written = days[14]!
  const [own, always] = tryOwnRules(book, [
    { ...rule, since: written },
    { ...rule, id: 'always' },
  ])
  const later = new Set(book.trips.filter(({ start }) => start.slice(0, 10) > written).map(({ id }) => id))
  const alone = tryClaims(
    {
      ...book,
      trips: book.trips.filter(({ id }) => later.has(id)),
      stints: book.stints.filter(({ trip }) => later.has(trip)),
      strikes: book.strikes.filter(({ trip }) => later.has(trip)),
    },
    { claims: [trialOf(always).claim] },
  )[0]
  expect(trialOf(always)).toMatchObject({ verdict: 'holds', hoursIn: 120 })
  expect(trialOf(own)).toMatchObject({ verdict: 'fails', hoursIn: 60, ratio: alone?.ratio, pValue: alone?.pValue })
})

it('waits where nothing was fished since, and a rule that cannot be read harms no other', () => {
  const [waiting, unread, told] = tryOwnRules(book, [
    { ...rule, since: days.at(-1)! },
    { ...rule, lure: 'glitter=much' },
    rule,
  ])
  expect(trialOf(waiting)).toMatchObject({ verdict: 'too early', why: 'no trip since it was written', toLog: [] })
  expect(unread).toMatchObject({ fault: expect.stringContaining('glitter') as string })
  expect(trialOf(told).verdict).toBe('holds')
  expect(tryOwnRules(book, [])).toEqual([])
})

it('answers a rule of any outcome held against anything that can be read, and harms no other', () => {
  const odd = CLAIM_OUTCOMES.flatMap((outcome) =>
    ['', 'all', 'same body', 'lure=worm', 'lure=worm|lure=tube', 'on the fall', '2,,x'].flatMap((against) =>
      ['', 'lure=tube', 'lure=nobody'].map((lure, i) => ({
        ...rule,
        id: `${outcome} ${against} ${i}`,
        outcome,
        against,
        lure,
      })),
    ),
  )
  const found = tryOwnRules(book, [...odd, rule])
  expect(found).toHaveLength(odd.length + 1)
  // Of a family so large it may no longer be sure, but its own figures stand.
  const [alone] = tryOwnRules(book, [rule])
  expect(trialOf(found.at(-1))).toMatchObject({ ratio: trialOf(alone).ratio, pValue: trialOf(alone).pValue })
})

it('takes a copied rule of what follows a find for the rule it was copied from', () => {
  const { book: finds, claims } = outcomeBook('follow-up', seededRandom(5))
  const built = { ...claims[0]!, against: '' }
  const [copy] = tryOwnRules(finds, [
    {
      id: 'c',
      name: built.says,
      condition: built.when,
      lure: built.lure,
      against: built.against,
      outcome: built.outcome,
    },
  ])
  const [before] = tryClaims(finds, { claims: [built] })
  expect(before!.ratio).not.toBeNull()
  expect(trialOf(copy)).toMatchObject({ ratio: before!.ratio, lower: before!.lower, upper: before!.upper })
})
