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
export async function inChunks<I>(
  items: readonly I[],
  size: number,
  write: (chunk: readonly I[], from: number) => Promise<void>,
): Promise<void> {
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

/** So long at most before others get their turn. */
const TURN_MS = 10

/** For loops over what others sent: between two items, when it is due, other requests get their turn. */
export class Breath {
  private since = performance.now()

  get due(): boolean {
    return performance.now() - this.since > TURN_MS
  }

  async take(): Promise<void> {
    await setImmediate()
    this.since = performance.now()
  }
}

/** Fields written by one statement: its text is made in one go, and takes some milliseconds. */
const FIELDS_A_STATEMENT = 8_000

/** Items in runs of about equal weight, each small enough to be written in one go. */
export function byWeight<I>(items: readonly I[], weightOf: (item: I) => number): I[][] {
  const runs: I[][] = []
  let weight = Infinity
  for (const item of items) {
    const own = weightOf(item) + 1
    weight += own
    if (weight > FIELDS_A_STATEMENT) {
      runs.push([])
      weight = own
    }
    runs.at(-1)?.push(item)
  }
  return runs
}
