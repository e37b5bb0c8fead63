import { wrap } from 'comlink'
import { subjectColumns } from '@jotbook/core'
import type { SubjectsElsewhere } from '@jotbook/core'
import type { Subjects } from './subjects.worker.ts'

/** Two of them are about as long at work as the rest of a search is; a third has the longest columns to itself. */
const MOST_WORKERS = 3

/**
 * Workers beside this one for the subjects of a search, as many as there are processors to spare; none on a device of one. They end with
 * the worker that began them.
 */
export function subjectsElsewhere(): SubjectsElsewhere | undefined {
  const count = Math.min(MOST_WORKERS, navigator.hardwareConcurrency - 1)
  if (count < 1) return undefined
  const workers = Array.from({ length: count }, () =>
    wrap<Subjects>(new Worker(new URL('./subjects.worker.ts', import.meta.url), { type: 'module' })),
  )
  return async (input, options) => {
    const columns = subjectColumns(input)
    // Dealt out at once: whoever waits for them is at work itself, and deals no more.
    const hands = workers.map((worker, w) =>
      worker.of(
        input,
        options,
        columns.filter((_, i) => i % count === w),
      ),
    )
    const found = (await Promise.all(hands)).flat()
    return columns.flatMap((column) => found.filter((one) => one.column === column))
  }
}
