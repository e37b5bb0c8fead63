import { join } from 'node:path'
import { Worker } from 'node:worker_threads'
import type { Problem } from '@jotbook/contract'
import { projectFolder } from './config.ts'

interface ThreadWork<L, T> {
  /** Built beside the server: its name in `packages/server/dist`. */
  readonly file: string
  readonly workerData: unknown
  readonly megabytes: number
  readonly longestMs: number
  readonly signal: AbortSignal
  /** What is said when it takes longer, when it needs more memory, and when it was called off. */
  readonly late: Problem
  readonly tooMuch: Problem
  readonly cancelled: Problem
  /** Takes a line the thread tells; what it returns is the answer. Throws a Problem for one that says why there is none. */
  readonly take: (line: L, thread: Worker) => T | undefined
}

/** Runs work in a thread of its own, within bounds of time and memory, so that others are served meanwhile. The thread ends with its answer. */
export function inThread<L, T>({
  file,
  workerData,
  megabytes,
  longestMs,
  signal,
  late,
  tooMuch,
  cancelled,
  take,
}: ThreadWork<L, T>): Promise<T> {
  const path = join(projectFolder(), 'packages/server/dist', file)
  const thread = new Worker(path, { workerData, resourceLimits: { maxOldGenerationSizeMb: megabytes } })
  const callOff = (): void => void thread.terminate()
  signal.addEventListener('abort', callOff)
  let timer: NodeJS.Timeout | undefined
  return new Promise<T>((done, fail) => {
    timer = setTimeout(() => {
      fail(late)
      callOff()
    }, longestMs)
    thread.on('message', (line: L) => {
      try {
        const answer = take(line, thread)
        if (answer !== undefined) done(answer)
      } catch (error) {
        fail(error instanceof Error ? error : new Error(String(error)))
      }
    })
    thread.on('error', (error: NodeJS.ErrnoException) =>
      fail(error.code === 'ERR_WORKER_OUT_OF_MEMORY' ? tooMuch : error),
    )
    // After an answer this changes nothing.
    thread.on('exit', () => fail(cancelled))
    if (signal.aborted) callOff()
  }).finally(() => {
    clearTimeout(timer)
    signal.removeEventListener('abort', callOff)
    callOff()
  })
}
