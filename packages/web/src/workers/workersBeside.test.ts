import { expose } from 'comlink'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { answerLong, cutForClaims, searchOf, seededRandom } from '@jotbook/core'
import type { BookAtHand, LongQuestion } from '@jotbook/core'
import { searchInput } from '../../../core/src/analyses/search/searchOf.ts'
import { worldBook } from '../../../core/src/test/worldBook.ts'
import { part } from './part.ts'
import { workersBeside } from './workersBeside.ts'

const book = worldBook(
  { trips: 30, rate: 0.6, lures: [1, 1, 2], tripSd: 0.4, flurry: 1.5, classes: true },
  seededRandom(5),
)
const atHand: BookAtHand = {
  waters: () => Promise.resolve([...new Set(book.trips.map(({ water }) => water))]),
  searchInput: (question) => Promise.resolve(searchInput(book, question)),
  cutForClaims: (claims, water) => Promise.resolve(cutForClaims(book, claims, water)),
}
const SEARCH: LongQuestion = { kind: 'search', water: 'w', where: '', seed: 3, confidence: 0.9 }
const RULES: LongQuestion = { kind: 'claims', water: null, confidence: 0.9 }
const unheard = { progress: () => undefined }

/** Ends of channels whose other ends do a worker's work, in this thread. */
let begun: MessagePort[] = []
const startsWorkers = (): unknown =>
  vi.stubGlobal(
    'Worker',
    class {
      constructor() {
        const { port1, port2 } = new MessageChannel()
        expose(part, port1)
        begun.push(port1, port2)
        port2.start()
        return port2
      }
    },
  )

beforeEach(() => vi.stubGlobal('navigator', { hardwareConcurrency: 4 }))
afterEach(() => {
  for (const port of begun) port.close()
  begun = []
  vi.unstubAllGlobals()
})

describe('workers beside the one that answers', () => {
  it.each([SEARCH, RULES])('find of a question ($kind) what one alone finds', async (question) => {
    startsWorkers()
    const elsewhere = await workersBeside(question.kind)
    expect(begun).toHaveLength(2 * (question.kind === 'search' ? 3 : 4))
    const shares: number[] = []
    const beside = await answerLong(atHand, question, { progress: (share) => shares.push(share) }, elsewhere)
    expect(beside).toEqual(await answerLong(atHand, question, unheard))
    expect(shares.every((share, i) => share >= (shares[i - 1] ?? 0) && share <= 1)).toBe(true)
  })

  it('are none on a device of one processor', async () => {
    startsWorkers()
    vi.stubGlobal('navigator', { hardwareConcurrency: 1 })
    expect(await workersBeside('search')).toBeUndefined()
    expect(begun).toEqual([])
  })

  it.each([
    [
      'knows no workers here',
      () => {
        throw new ReferenceError('Worker is not defined')
      },
    ],
    [
      'cannot load their script',
      () => {
        const failed = new EventTarget() as EventTarget & { postMessage: () => void }
        failed.postMessage = () => queueMicrotask(() => failed.dispatchEvent(new Event('error')))
        return failed
      },
    ],
  ])('are none where the browser %s, and the answer comes all the same', async (_what, start) => {
    vi.stubGlobal(
      'Worker',
      class {
        constructor() {
          return start()
        }
      },
    )
    const elsewhere = await workersBeside('search')
    expect(elsewhere).toBeUndefined()
    const found = await answerLong(atHand, SEARCH, unheard, elsewhere)
    expect(found).toEqual([{ water: 'w', search: searchOf(book, { water: 'w' }, { seed: 3, confidence: 0.9 }) }])
  })
})
