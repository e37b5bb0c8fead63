import type { Id } from '@jotbook/core'
import type { Applied, Push } from './applyChanges.ts'

type Apply = (bookId: Id<'book'>, pushes: readonly Push[]) => Promise<Applied[]>

interface Waiting {
  readonly push: Push
  readonly done: (applied: Applied) => void
  readonly fail: (error: unknown) => void
}

/** More changes than these go in a transaction of their own. */
const MOST_CHANGES = 5_000

/** So many books are written at a time; while a book waits its turn, more of its pushes come together. */
const MOST_BOOKS = 5

/**
 * Pushes to one book follow one another whatever is done, for they take its numbers in order. So those that come while one is being
 * written wait here, not each on a connection to the database, and are then written together. What fails together is tried one by
 * one, so that nobody pays for another.
 */
export class Intake {
  private readonly waiting = new Map<string, Waiting[]>()
  private readonly turns: (() => void)[] = []
  private writing = 0

  constructor(private readonly apply: Apply) {}

  push(bookId: Id<'book'>, push: Push): Promise<Applied> {
    return new Promise((done, fail) => {
      const queue = this.waiting.get(bookId)
      if (queue) queue.push({ push, done, fail })
      else {
        this.waiting.set(bookId, [{ push, done, fail }])
        void this.drain(bookId)
      }
    })
  }

  private async drain(bookId: Id<'book'>): Promise<void> {
    for (;;) {
      const queue = this.waiting.get(bookId) ?? []
      if (queue.length === 0) break
      await this.turn()
      await this.write(bookId, queue.splice(0, this.together(queue)))
      this.next()
    }
    this.waiting.delete(bookId)
  }

  private async turn(): Promise<void> {
    if (this.writing < MOST_BOOKS) this.writing++
    else await new Promise<void>((go) => this.turns.push(go))
  }

  private next(): void {
    const go = this.turns.shift()
    if (go) go()
    else this.writing--
  }

  private together(queue: readonly Waiting[]): number {
    let changes = 0
    const end = queue.findIndex(({ push }) => (changes += push.changes.length) > MOST_CHANGES)
    return end < 0 ? queue.length : Math.max(1, end)
  }

  private async write(bookId: Id<'book'>, batch: readonly Waiting[]): Promise<void> {
    try {
      const applied = await this.apply(
        bookId,
        batch.map(({ push }) => push),
      )
      batch.forEach(({ done, fail }, i) => (applied[i] ? done(applied[i]) : fail(new Error('a push was not answered'))))
    } catch (error) {
      if (batch.length > 1) for (const one of batch) await this.write(bookId, [one])
      else batch[0]?.fail(error)
    }
  }
}
