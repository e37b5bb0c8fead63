import { v7 as uuidv7 } from 'uuid'
import { mergeChange, stampOf } from '../../packages/core/src/index.ts'
import type { Change, Kind, RecordState } from '../../packages/core/src/index.ts'
import type { PullAnswer, PushAnswer } from '../../packages/contract/src/index.ts'

export interface Seen {
  readonly seq: number
  readonly id: string
}

/** A device by its protocol: makes changes, keeps them until they are acknowledged, and follows the log. Its connections break at times, and its clock is wrong. */
export class ChaosDevice {
  /** Every change made, by its id. */
  readonly made = new Map<string, Change>()
  readonly acknowledged = new Set<string>()
  readonly refused: string[] = []
  /** The log as it was pulled, in the order in which it came. */
  readonly seen: Seen[] = []
  readonly states = new Map<string, { readonly kind: Kind; readonly id: string; readonly state: RecordState }>()
  private outbox: Change[] = []
  private cursor = 0
  private counter = 0
  private offsetMs = 0

  constructor(
    private readonly name: string,
    private readonly urls: readonly string[],
    private readonly book: string,
    private readonly skewMs: number,
    private readonly random: () => number,
  ) {}

  get waiting(): number {
    return this.outbox.length
  }

  private stamp(): string {
    return stampOf({ ms: Date.now() + this.skewMs + this.offsetMs, counter: this.counter++ % 65_536 }, this.name)
  }

  /** A group of one to three changes: new lures, and a shared record that all write over. */
  change(shared: string): void {
    const group = uuidv7()
    const count = 1 + Math.floor(3 * this.random())
    for (let i = 0; i < count; i++) {
      const over = this.random() < 0.3
      const [kind, recordId]: [Kind, string] = over ? ['water', shared] : ['lure', uuidv7()]
      const fields: Change['fields'] = over
        ? { note: `${this.name} ${this.made.size}` }
        : { name: `${this.name} ${this.made.size}`, class: 'popper' }
      const made: Change = { id: uuidv7(), group, kind, recordId, stamp: this.stamp(), fields }
      this.made.set(made.id, made)
      this.outbox.push(made)
    }
  }

  private async ask<T>(method: string, path: string, body?: object): Promise<T | undefined> {
    const url = `${this.urls[Math.floor(this.random() * this.urls.length)]}/api/books/${this.book}${path}`
    // One request in ten is hung up on, at a moment of its own.
    const patience = this.random() < 0.1 ? Math.ceil(40 * this.random()) : 10_000
    const init = {
      method,
      signal: AbortSignal.timeout(patience),
      ...(body ? { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) } : {}),
    }
    const response = await fetch(url, init).catch(() => undefined)
    const answer = (await response?.json().catch(() => undefined)) as
      (T & { type?: string; serverTimeMs?: number }) | undefined
    if (response?.status === 409 && answer?.serverTimeMs !== undefined) this.correctClock(answer.serverTimeMs)
    else if (response && response.status >= 400 && response.status < 500)
      throw new Error(`${method} ${path}: ${response.status} ${JSON.stringify(answer)}`)
    return response?.ok ? answer : undefined
  }

  private correctClock(serverMs: number): void {
    this.offsetMs = serverMs - Date.now() - this.skewMs
    this.outbox = this.outbox.map((change) => {
      const anew = { ...change, stamp: this.stamp() }
      this.made.set(anew.id, anew)
      return anew
    })
  }

  async push(): Promise<void> {
    if (this.outbox.length === 0) return
    const groups = [...new Set(this.outbox.map(({ group }) => group))].slice(0, 100)
    const changes = this.outbox.filter(({ group }) => groups.includes(group))
    const answer = await this.ask<PushAnswer>('POST', '/changes', { schema: 2, device: this.name, changes })
    if (!answer) return
    for (const id of answer.accepted) this.acknowledged.add(id)
    for (const { group, problem } of answer.refused) this.refused.push(`${group}: ${problem.detail}`)
    this.outbox = this.outbox.filter(({ id }) => !this.acknowledged.has(id))
  }

  async pull(): Promise<boolean> {
    const page = await this.ask<PullAnswer>('GET', `/changes?after=${this.cursor}`)
    if (!page || page.snapshot || page.ahead) return false
    for (const change of page.changes) {
      this.seen.push({ seq: change.seq, id: change.id })
      const key = `${change.kind} ${change.recordId}`
      this.states.set(key, {
        kind: change.kind,
        id: change.recordId,
        state: mergeChange(this.states.get(key)?.state, change),
      })
    }
    this.cursor = page.next
    return !page.more
  }
}
