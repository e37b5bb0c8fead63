import { Problem } from '@jotbook/contract'

interface Waiting {
  readonly account: string
  readonly go: () => void
}

const MOST_WAITING = 20
const MOST_WAITING_OF_ONE = 2

/** Long work takes turns: so many at once as the machine bears, and of those that wait the next is of whoever has the fewest running, and among those of whoever had none for longest. */
export class Turns {
  private readonly waiting: Waiting[] = []
  private readonly running = new Map<string, number>()
  /** When, in turns, each account that waits had its last one. */
  private readonly served = new Map<string, number>()
  private turns = 0
  private count = 0

  constructor(private readonly most: number) {}

  /** Runs work in its turn. Throws Problem `too-often` when too many wait, `cancelled` once called off while waiting. */
  async run<T>(account: string, signal: AbortSignal, work: () => Promise<T>): Promise<T> {
    if (this.count >= this.most) await this.turn(account, signal)
    this.note(account, 1)
    this.served.set(account, ++this.turns)
    try {
      return await work()
    } finally {
      this.note(account, -1)
      this.next()
    }
  }

  private turn(account: string, signal: AbortSignal): Promise<void> {
    const own = this.waiting.filter((other) => other.account === account).length
    if (own >= MOST_WAITING_OF_ONE || this.waiting.length >= MOST_WAITING)
      throw new Problem('too-often', 'The server has long work to do just now. Try again in a minute.', {
        retryAfterS: 30,
      })
    return new Promise((go, fail) => {
      const waiting: Waiting = { account, go }
      this.waiting.push(waiting)
      signal.addEventListener('abort', () => {
        const at = this.waiting.indexOf(waiting)
        if (at < 0) return
        this.waiting.splice(at, 1)
        fail(new Problem('cancelled', 'It was cancelled while it waited.'))
      })
    })
  }

  private note(account: string, step: 1 | -1): void {
    this.count += step
    const left = (this.running.get(account) ?? 0) + step
    if (left > 0) this.running.set(account, left)
    else this.running.delete(account)
  }

  private next(): void {
    if (this.waiting.length === 0) this.served.clear()
    const load = ({ account }: Waiting): number =>
      (this.running.get(account) ?? 0) * 1e9 + (this.served.get(account) ?? 0)
    const least = this.waiting.reduce<Waiting | undefined>(
      (best, one) => (best === undefined || load(one) < load(best) ? one : best),
      undefined,
    )
    if (!least || this.count >= this.most) return
    this.waiting.splice(this.waiting.indexOf(least), 1)
    least.go()
  }
}
