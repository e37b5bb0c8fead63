import { proxy, wrap } from 'comlink'
import type { Remote } from 'comlink'
import { Problem } from '@jotbook/contract'
import type { EarlyAnswer } from '@jotbook/core'
import type { Long } from './long.worker.ts'

export interface Watch {
  readonly onProgress: (share: number) => void
  /** Hears what is known before all is weighed. */
  readonly onEarly?: (known: EarlyAnswer) => void
  readonly signal: AbortSignal
}

/** Hears what is told until the work is over. It comes by a channel of its own, and may come after the answer. */
export function heardUntilOver<T>(hear: (told: T) => void): {
  readonly hear: (told: T) => void
  readonly over: () => void
} {
  let isOver = false
  return { hear: (told) => void (isOver || hear(told)), over: () => void (isOver = true) }
}

/** Work in a worker of its own, which ends with it or when it is cancelled. Throws Problem `cancelled` once the signal says so. */
export async function inLongWorker<T>(
  { onProgress, onEarly = () => undefined, signal }: Watch,
  work: (long: Remote<Long>, progress: Watch['onProgress'], early: (known: EarlyAnswer) => void) => Promise<T>,
): Promise<T> {
  const worker = new Worker(new URL('./long.worker.ts', import.meta.url), { type: 'module' })
  const [progress, early] = [heardUntilOver(onProgress), heardUntilOver(onEarly)]
  const calledOff = new Promise<never>((_, fail) =>
    signal.addEventListener('abort', () => fail(new Problem('cancelled', 'It was called off.'))),
  )
  try {
    return await Promise.race([work(wrap<Long>(worker), proxy(progress.hear), proxy(early.hear)), calledOff])
  } finally {
    progress.over()
    early.over()
    worker.terminate()
  }
}
