import { wrap } from 'comlink'
import type { Remote } from 'comlink'
import { Problem } from '@jotbook/contract'
import type { Id } from '@jotbook/core'
import type { BookDigestHere } from './digestHere.ts'
import type { OnAllRecords, Told } from './sync.worker.ts'

/** Reads or writes every record of a book in a worker of its own, so that no tap waits for it. */
async function inWorker<T>(work: (worker: Remote<OnAllRecords>) => Promise<Told<T>>): Promise<T> {
  const worker = new Worker(new URL('./sync.worker.ts', import.meta.url), { type: 'module' })
  const broken = new Promise<never>((_, fail) =>
    worker.addEventListener('error', () => fail(new Error('The worker could not be started.'))),
  )
  try {
    const told = await Promise.race([work(wrap<OnAllRecords>(worker)), broken])
    if ('problem' in told) throw Problem.from(told.problem, told.problem.status)
    return told.value
  } finally {
    worker.terminate()
  }
}

export const digestInWorker = (book: Id<'book'>): Promise<BookDigestHere> =>
  inWorker((worker) => worker.digestHere(book))
export const snapshotInWorker = (book: Id<'book'>): Promise<number> => inWorker((worker) => worker.pullSnapshot(book))
