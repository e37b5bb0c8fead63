import { expect, it } from 'vitest'
import { patternWorld } from '../test/patternWorld.ts'
import type { UnjudgedTrial } from './claims/claimTrial.ts'
import { dealtOut, weighDealt } from './claims/weighClaims.ts'
import { answerLong, bookAtHand } from './longQuestion.ts'
import type { EarlyAnswer, LongAnswers, Elsewhere } from './longQuestion.ts'
import { subjectsOf } from './search/subjects.ts'

it('searches every water that has hours, and leaves one that has none', async () => {
  const made = patternWorld(24, 3, true)
  const [first] = made.trips
  const book = {
    ...made,
    waters: [...made.waters, { id: 'v', name: 'blank water', timeZone: 'UTC' }, { id: 'u', name: 'never fished' }],
    // A trip whose hours nobody logged.
    trips: [...made.trips, { ...first!, id: 'tv', water: 'v' }],
  }
  const heard: number[] = []
  const asked = { kind: 'search', water: null, where: '', seed: 1, confidence: 0.9 } as const
  const early: EarlyAnswer[] = []
  const listener = { progress: (share: number) => heard.push(share), early: (known: EarlyAnswer) => early.push(known) }
  const found = (await answerLong(bookAtHand(book), asked, listener)) as LongAnswers['search']
  expect(found.map(({ water }) => water)).toEqual(['made-up water'])
  expect(Math.max(...heard)).toBeLessThanOrEqual(1)
  // What is told early are the findings to come, chance not yet weighed.
  const told = found.map(({ water, search }) => ({
    water,
    findings: search.findings.map(({ conditions, strikes, hours, trips, expected, ratio, lower, upper }) => ({
      ...{ conditions, strikes, hours, trips, expected, ratio, lower, upper },
    })),
  }))
  expect(early).toEqual(told)
  // Subjects that are looked for in a worker come as plain data, and change nothing.
  const question = { ...asked, water: 'made-up water' }
  const elsewhere: Elsewhere = {
    subjects: (input, options) =>
      Promise.resolve(structuredClone(subjectsOf(structuredClone(input), structuredClone(options)))),
    claims: () => Promise.reject(new Error('no rule was asked for')),
  }
  expect(await answerLong(bookAtHand(book), question, { progress: () => undefined }, elsewhere)).toEqual(found)
})

it('tells the figures of each rule as it is tried, which its verdict does not change', async () => {
  const early: EarlyAnswer[] = []
  const listener = { progress: () => undefined, early: (known: EarlyAnswer) => early.push(known) }
  const asked = { kind: 'claims', water: null, confidence: 0.9 } as const
  const trials = (await answerLong(bookAtHand(patternWorld(12, 3, true)), asked, listener)) as LongAnswers['claims']
  expect(early).toHaveLength(trials.length)
  // In two shares, as plain data: the verdicts are of all rules together all the same.
  const inShares: Elsewhere = {
    subjects: () => Promise.reject(new Error('nothing was searched')),
    claims: async (cut, claims, { progress: _progress, early = () => undefined, ...options }) => {
      const next = dealtOut(claims)
      const hands = [0, 1].map(() =>
        weighDealt(structuredClone(cut), structuredClone(claims), { ...options, next, early }),
      )
      const shares = await Promise.all(hands)
      expect(shares.every((share) => share.length > 0)).toBe(true)
      return structuredClone(shares.flat().sort(([one], [other]) => one - other)).map(([, weighed]) => weighed)
    },
  }
  const quiet = { progress: () => undefined }
  expect(await answerLong(bookAtHand(patternWorld(12, 3, true)), asked, quiet, inShares)).toEqual(trials)
  const told = trials.map(({ verdict: _verdict, q: _q, toLog: _toLog, ...figures }) => figures)
  expect(inOrder(told)).toEqual(inOrder(early as UnjudgedTrial[]))
})

const inOrder = (trials: readonly UnjudgedTrial[]): UnjudgedTrial[] =>
  [...trials].sort((a, b) => a.claim.id.localeCompare(b.claim.id))
