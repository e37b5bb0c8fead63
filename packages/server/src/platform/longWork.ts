import { setImmediate } from 'node:timers/promises'
import { Problem } from '@jotbook/contract'
import type { Progress, Steps } from '@jotbook/core'

/** What long work tells of itself, and how it is called off. */
export interface Watch<P = Progress> {
  readonly onProgress: (progress: P) => void
  readonly signal: AbortSignal
}

export const UNWATCHED: Watch = { onProgress: () => undefined, signal: new AbortController().signal }

/** Throws Problem `cancelled` once the work was called off. */
export function goOnUnless({ signal }: Watch): void {
  if (signal.aborted) throw new Problem('cancelled', 'Nothing was brought in.')
}

/** Runs slices one after another; between two of them other requests get their turn. */
export async function inTurns<T>(steps: Steps<T>, watch: Watch): Promise<T> {
  for (;;) {
    const step = steps.next()
    if (step.done) return step.value
    watch.onProgress(step.value)
    await setImmediate()
    goOnUnless(watch)
  }
}

/** Writes items chunk by chunk: the next chunk is made ready while the database still writes the last one. */
export async function inChunks<I>(items: readonly I[], size: number, write: (chunk: readonly I[], from: number) => Promise<void>): Promise<void> {
  let last = Promise.resolve()
  for (let from = 0; from < items.length; from += size) {
    const running = write(items.slice(from, from + size), from)
    // Awaited below; if the one before it fails first, that failure is the one told.
    running.catch(() => undefined)
    await last
    last = running
  }
  await last
}
