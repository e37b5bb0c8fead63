import { proxy, wrap } from 'comlink'
import type { Remote } from 'comlink'
import { Problem } from '@jotbook/contract'
import type { Long } from './long.worker.ts'

export interface Watch {
  readonly onProgress: (share: number) => void
  readonly signal: AbortSignal
}

/** Hears shares of progress until the work is over. They come by a channel of their own, and may come after the answer. */
export function heardUntilOver(hear: Watch['onProgress']): {
  readonly hear: Watch['onProgress']
  readonly over: () => void
} {
  let isOver = false
  return { hear: (share) => void (isOver || hear(share)), over: () => void (isOver = true) }
}

/** Work in a worker of its own, which ends with it or when it is cancelled. Throws Problem `cancelled` once the signal says so. */
export async function inLongWorker<T>(
  { onProgress, signal }: Watch,
  work: (long: Remote<Long>, progress: Watch['onProgress']) => Promise<T>,
): Promise<T> {
  const worker = new Worker(new URL('./long.worker.ts', import.meta.url), { type: 'module' })
  const heard = heardUntilOver(onProgress)
  const calledOff = new Promise<never>((_, fail) =>
    signal.addEventListener('abort', () => fail(new Problem('cancelled', 'It was called off.'))),
  )
  try {
    return await Promise.race([work(wrap<Long>(worker), proxy(heard.hear)), calledOff])
  } finally {
    heard.over()
    worker.terminate()
  }
}
