import { proxy, transfer, wrap } from 'comlink'
import type { Remote } from 'comlink'
import { Problem } from '@jotbook/contract'
import type { EarlyAnswer, Id, LongQuestion } from '@jotbook/core'
import { analysis } from './analysis.ts'
import type { Long } from './long.worker.ts'

export interface Watch {
  readonly onProgress: (share: number) => void
  /** Hears what is known before all is weighed. */
  readonly onEarly?: (known: EarlyAnswer) => void
  readonly signal: AbortSignal
}

/** What goes along with a question: the way to the worker that holds the book, and who hears of it. */
export interface Told {
  readonly desk: MessagePort
  readonly progress: Watch['onProgress']
  readonly early: (known: EarlyAnswer) => void
}

/** Hears what is told until the work is over. It comes by a channel of its own, and may come after the answer. */
export function heardUntilOver<T>(hear: (told: T) => void): {
  readonly hear: (told: T) => void
  readonly over: () => void
} {
  let isOver = false
  return { hear: (told) => void (isOver || hear(told)), over: () => void (isOver = true) }
}

interface Begun {
  readonly worker: Worker
  readonly long: Remote<Long>
  /** Its way to the worker that holds the book. */
  readonly desk: MessagePort
}

function begun(): Begun {
  const worker = new Worker(new URL('./long.worker.ts', import.meta.url), { type: 'module' })
  const { port1, port2 } = new MessageChannel()
  void analysis().connect(transfer(port1, [port1]))
  return { worker, long: wrap<Long>(worker), desk: port2 }
}

/** One that waits for its question. */
let spare: Begun | undefined

/**
 * Starts what a question of this kind will need, so that nobody waits for it once it is asked; returns how to let go of it again. What
 * fails here fails again, and is told, when the question is asked.
 */
export function getReadyFor(kind: LongQuestion['kind'], book: Id<'book'>): () => void {
  spare?.worker.terminate()
  const own = begun()
  spare = own
  own.long.getReady(kind).catch(() => undefined)
  analysis()
    .getReady(book, kind)
    .catch(() => undefined)
  return () => {
    if (spare !== own) return
    spare = undefined
    own.worker.terminate()
  }
}

/** Work in a worker of its own, which ends with it or when it is cancelled. Throws Problem `cancelled` once the signal says so. */
export async function inLongWorker<T>(
  { onProgress, onEarly = () => undefined, signal }: Watch,
  work: (long: Remote<Long>, told: Told) => Promise<T>,
): Promise<T> {
  const cancelled = (): Problem => new Problem('cancelled', 'It was called off.')
  if (signal.aborted) throw cancelled()
  const { worker, long, desk } = spare ?? begun()
  spare = undefined
  const [progress, early] = [heardUntilOver(onProgress), heardUntilOver(onEarly)]
  const calledOff = new Promise<never>((_, fail) => signal.addEventListener('abort', () => fail(cancelled())))
  const told = { desk: transfer(desk, [desk]), progress: proxy(progress.hear), early: proxy(early.hear) }
  try {
    return await Promise.race([work(long, told), calledOff])
  } finally {
    progress.over()
    early.over()
    worker.terminate()
  }
}
