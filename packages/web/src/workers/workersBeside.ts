import { proxy, wrap } from 'comlink'
import type { Remote } from 'comlink'
import { subjectColumns } from '@jotbook/core'
import type { Elsewhere } from '@jotbook/core'
import type { Part } from './part.worker.ts'

/** Subjects are about as much work for two as the rest of a search is for one; with a third the longest column stands alone. */
const MOST_FOR_SUBJECTS = 3
/** Each cuts the book anew, which more would do most of the time. */
const MOST_FOR_CLAIMS = 4

/** Workers beside this one for parts of its answer, as many as there are processors for; none on a device of one. They end with this one. */
export function workersBeside(): Elsewhere | undefined {
  const processors = navigator.hardwareConcurrency
  if (processors < 2) return undefined
  const begun: Remote<Part>[] = []
  const workersFor = (count: number): Remote<Part>[] => {
    while (begun.length < count)
      begun.push(wrap<Part>(new Worker(new URL('./part.worker.ts', import.meta.url), { type: 'module' })))
    return begun.slice(0, count)
  }
  return {
    subjects: async (input, options) => {
      const columns = subjectColumns(input)
      const workers = workersFor(Math.min(MOST_FOR_SUBJECTS, processors - 1))
      // Dealt out at once: whoever waits for them is at work itself, and deals no more.
      const hands = workers.map((worker, w) =>
        worker.subjects(
          input,
          options,
          columns.filter((_, i) => i % workers.length === w),
        ),
      )
      const found = (await Promise.all(hands)).flat()
      return columns.flatMap((column) => found.filter((one) => one.column === column))
    },
    claims: async (book, { progress = () => undefined, early = () => undefined, ...options }) => {
      const workers = workersFor(Math.min(MOST_FOR_CLAIMS, processors))
      const done = workers.map(() => 0)
      const shares = await Promise.all(
        workers.map((worker, index) => {
          const heard = (share: number): void => {
            done[index] = share
            progress(done.reduce((sum, one) => sum + one, 0) / workers.length)
          }
          const share = { index, of: workers.length }
          return worker.claims(book, { ...options, share }, proxy(heard), proxy(early))
        }),
      )
      const all = shares.reduce((sum, { length }) => sum + length, 0)
      return Array.from(
        { length: all },
        (_, i) => shares[i % shares.length]?.[Math.floor(i / shares.length)] ?? [],
      ).flat()
    },
  }
}
