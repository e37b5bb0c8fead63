/** How far long work has come. */
export interface Progress {
  readonly phase: string
  readonly done: number
  readonly of: number
}

/** Long work in slices: between two slices whoever runs it may show progress, let others in, or stop for good. */
export type Steps<T> = Generator<Progress, T, void>

/** Does all of it at once. */
export function atOnce<T>(steps: Steps<T>): T {
  for (;;) {
    const step = steps.next()
    if (step.done) return step.value
  }
}

/** The items of a list with a step after every `size` of them. */
export function* inSlices<I>(items: readonly I[], phase: string, size: number, each: (item: I) => void): Steps<void> {
  for (let from = 0; from < items.length; from += size) {
    for (const item of items.slice(from, from + size)) each(item)
    yield { phase, done: Math.min(from + size, items.length), of: items.length }
  }
}
