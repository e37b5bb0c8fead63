import { availableParallelism } from 'node:os'
import { join } from 'node:path'
import { Worker } from 'node:worker_threads'
import { Problem } from '@jotbook/contract'
import type { BookRecords, LongAnswer, LongQuestion } from '@jotbook/core'
import { projectFolder } from '../../platform/config.ts'
import type { Watch } from '../../platform/longWork.ts'

export interface ThreadWork {
  readonly book: BookRecords
  readonly question: LongQuestion
}

export type ThreadLine = { readonly progress: number } | { readonly answer: LongAnswer } | { readonly wrong: string }

/** Built beside the server. */
const THREAD = 'packages/server/dist/thread.js'
/** One processor stays for everybody else's requests. */
const MOST_THREADS = Math.max(1, availableParallelism() - 1)
let running = 0

/**
 * Answers a question to a book in a thread of its own, so that other requests are served meanwhile. Throws Problem `too-often` while as
 * many run as the machine bears, `cancelled` once called off, `invalid-request` for a question that cannot be answered.
 */
export function inThread(work: ThreadWork, { onProgress, signal }: Watch<number>): Promise<LongAnswer> {
  if (running >= MOST_THREADS)
    throw new Problem('too-often', 'The server is working out something else just now. Try again in a minute, or let this device do it.')
  running++
  const thread = new Worker(join(projectFolder(), THREAD), { workerData: work })
  const calledOff = (): void => void thread.terminate()
  signal.addEventListener('abort', calledOff)
  return new Promise<LongAnswer>((done, fail) => {
    thread.on('message', (line: ThreadLine) => {
      if ('progress' in line) onProgress(line.progress)
      else if ('answer' in line) done(line.answer)
      else fail(new Problem('invalid-request', line.wrong))
    })
    thread.on('error', fail)
    // After an answer this changes nothing.
    thread.on('exit', () => fail(new Problem('cancelled', 'The question was called off.')))
    if (signal.aborted) calledOff()
  }).finally(() => {
    running--
    signal.removeEventListener('abort', calledOff)
    void thread.terminate()
  })
}
