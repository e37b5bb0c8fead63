import { availableParallelism } from 'node:os'
import { join } from 'node:path'
import { Worker } from 'node:worker_threads'
import { Problem } from '@jotbook/contract'
import type { BookRecords, LongAnswer, LongQuestion } from '@jotbook/core'
import { projectFolder } from '../../platform/config.ts'
import type { Watch } from '../../platform/longWork.ts'
import { Turns } from '../../platform/turns.ts'

export interface Asked {
  /** Who asks: people take turns, not questions. */
  readonly account: string
  readonly question: LongQuestion
  /** Reads the book, once it is this question's turn. */
  readonly read: () => Promise<BookRecords>
}

export interface ThreadWork {
  readonly book: BookRecords
  readonly question: LongQuestion
}

export type ThreadLine = { readonly progress: number } | { readonly answer: LongAnswer } | { readonly wrong: string }

/** Built beside the server. */
const THREAD = 'packages/server/dist/thread.js'
/** One processor stays for everybody else's requests. */
const turns = new Turns(Math.max(1, availableParallelism() - 1))
const LONGEST_MS = 120_000
const MOST_MEGABYTES = 2048

/**
 * Answers a question to a book in a thread of its own, in its turn, so that other requests are served meanwhile. Throws Problem
 * `too-often` while too many wait, `took-too-long` after two minutes, `cancelled` once called off, `invalid-request` for a question
 * that cannot be answered.
 */
export function inThread({ account, question, read }: Asked, watch: Watch<number>): Promise<LongAnswer> {
  return turns.run(account, watch.signal, async () => answered({ book: await read(), question }, watch))
}

function answered(work: ThreadWork, { onProgress, signal }: Watch<number>): Promise<LongAnswer> {
  const thread = new Worker(join(projectFolder(), THREAD), { workerData: work, resourceLimits: { maxOldGenerationSizeMb: MOST_MEGABYTES } })
  const calledOff = (): void => void thread.terminate()
  signal.addEventListener('abort', calledOff)
  let timer: NodeJS.Timeout | undefined
  return new Promise<LongAnswer>((done, fail) => {
    timer = setTimeout(() => {
      fail(new Problem('took-too-long', 'The question took longer than two minutes. Ask for one water, or fewer conditions.'))
      void thread.terminate()
    }, LONGEST_MS)
    thread.on('message', (line: ThreadLine) => {
      if ('progress' in line) onProgress(line.progress)
      else if ('answer' in line) done(line.answer)
      else fail(new Problem('invalid-request', line.wrong))
    })
    thread.on('error', fail)
    // After an answer this changes nothing.
    thread.on('exit', () => fail(new Problem('cancelled', 'The question was cancelled.')))
    if (signal.aborted) calledOff()
  }).finally(() => {
    clearTimeout(timer)
    signal.removeEventListener('abort', calledOff)
    void thread.terminate()
  })
}
