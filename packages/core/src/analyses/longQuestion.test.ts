import { expect, it } from 'vitest'
import { patternWorld } from '../test/patternWorld.ts'
import { answerLong } from './longQuestion.ts'
import type { LongAnswers } from './longQuestion.ts'

it('searches every water that has hours, and leaves one that has none', () => {
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
  const found = answerLong(book, asked, (share) => heard.push(share)) as LongAnswers['search']
  expect(found.map(({ water }) => water)).toEqual(['made-up water'])
  expect(Math.max(...heard)).toBeLessThanOrEqual(1)
  const one = answerLong(book, { ...asked, water: 'made-up water' }, () => undefined) as LongAnswers['search']
  expect(one[0]!.search.findings).toEqual(found[0]!.search.findings)
})
