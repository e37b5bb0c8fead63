import { v5 as uuidv5 } from 'uuid'
import { SounderIntake } from '@jotbook/core/formats'
import type { SounderReading, TrackPoint } from '@jotbook/core/formats'
import { Problem, sounderReading } from '@jotbook/contract'
import type { Id } from '@jotbook/core'
import type { FeedState } from '@jotbook/contract'
import { outsideLookup } from '../../platform/outside.ts'
import type { OutsideRules } from '../../platform/outside.ts'
import type { Applied, Author, Push } from '../changes/applyChanges.ts'
import { serverChanges } from '../changes/serverChanges.ts'
import type { MadeChange } from '../changes/serverChanges.ts'
import { FloodGate, openFeed } from './openFeed.ts'

export interface FeedOf {
  readonly book: Id<'book'>
  readonly trip: Id<'trip'>
  readonly author: Author
  readonly url: URL
}

/** What a feed needs of the book. */
export interface FeedPorts {
  readonly push: (book: Id<'book'>, push: Push) => Promise<Pick<Applied, 'refused'>>
  /** Whether the trip is over. Undefined when there is none. */
  readonly trip: (book: Id<'book'>, trip: Id<'trip'>) => Promise<{ readonly end: unknown } | undefined>
  readonly rules: OutsideRules
  readonly now: () => number
}

const FLUSH_MS = 1000
const FIRST_WAIT_MS = 500
const LONGEST_WAIT_MS = 30_000
const SILENT_MS = 30_000
/** Boats of one book, and of all books of a server, that are listened to at once. */
const MOST_A_BOOK = 4
const MOST_FEEDS = 50
/** Heard while the database is away: beyond this the oldest is let go. */
const MOST_UNWRITTEN = 20_000

/** Live sounders: one connection a trip, dialled again with growing patience, each reading written once it matters. */
export class Feeds {
  private readonly running = new Map<string, Feed>()

  constructor(private readonly ports: FeedPorts) {}

  start(of: FeedOf): FeedState {
    const known = this.running.get(key(of))
    if (known && !known.over) return known.state()
    this.forgetEnded()
    const sameBook = [...this.running.keys()].filter((other) => other.startsWith(`${of.book} `)).length
    if (sameBook >= MOST_A_BOOK || this.running.size >= MOST_FEEDS)
      throw new Problem('too-often', 'Too many sounders are being listened to. Stop one of them first.', {
        retryAfterS: 60,
      })
    const feed = new Feed(of, this.ports)
    this.running.set(key(of), feed)
    feed.dial()
    return feed.state()
  }

  private forgetEnded(): void {
    for (const [name, feed] of this.running) if (feed.over) this.running.delete(name)
  }

  state(of: Pick<FeedOf, 'book' | 'trip'>): FeedState {
    return (
      this.running.get(key(of))?.state() ?? {
        running: false,
        connected: false,
        readings: 0,
        used: 0,
        checksum: 0,
        unreadable: 0,
        flooded: 0,
        silent: false,
      }
    )
  }

  async stop(of: Pick<FeedOf, 'book' | 'trip'>): Promise<FeedState> {
    await this.running.get(key(of))?.stop()
    const state = this.state(of)
    this.running.delete(key(of))
    return state
  }

  async stopAll(): Promise<void> {
    await Promise.all([...this.running.values()].map((feed) => feed.stop()))
    this.running.clear()
  }
}

const key = ({ book, trip }: Pick<FeedOf, 'book' | 'trip'>): string => `${book} ${trip}`

class Feed {
  over = false
  private readonly intake = new SounderIntake()
  private readonly gate: FloodGate
  private readonly timer: NodeJS.Timeout
  private redial: NodeJS.Timeout | undefined
  private hangUp: () => void = () => undefined
  private waitMs = FIRST_WAIT_MS
  private connected = false
  private readings = 0
  private lastMs: number
  /** Points not yet in the book; each is written once. */
  private track: TrackPoint[] = []
  /** Heard, and not yet in the book. */
  private unwritten: SounderReading[] = []
  private writing: Promise<void> = Promise.resolve()

  constructor(
    private readonly of: FeedOf,
    private readonly ports: FeedPorts,
  ) {
    this.lastMs = ports.now()
    this.gate = new FloodGate(ports.now)
    this.timer = setInterval(() => this.flush(), FLUSH_MS)
  }

  dial(): void {
    if (this.over) return
    this.hangUp = openFeed(this.of.url, outsideLookup(this.ports.rules), {
      line: (text) => this.heard(text),
      open: () => {
        this.connected = true
        this.waitMs = FIRST_WAIT_MS
      },
      closed: () => {
        this.connected = false
        if (!this.over) this.redial = setTimeout(() => this.dial(), this.waitMs)
        this.waitMs = Math.min(LONGEST_WAIT_MS, 2 * this.waitMs)
      },
    })
  }

  state(): FeedState {
    const { used, checksum, unreadable } = this.intake.counts
    return {
      running: !this.over,
      connected: this.connected,
      readings: this.readings,
      used,
      checksum,
      unreadable,
      flooded: this.gate.flooded,
      silent: !this.over && this.ports.now() - this.lastMs > SILENT_MS,
    }
  }

  async stop(): Promise<void> {
    this.end()
    this.flush()
    await this.writing
  }

  private end(): void {
    this.over = true
    clearInterval(this.timer)
    clearTimeout(this.redial)
    this.hangUp()
  }

  private heard(line: string): void {
    if (!this.gate.passes()) return
    this.lastMs = this.ports.now()
    this.intake.take(line)
  }

  private flush(): void {
    const { readings, track } = this.intake.drain()
    this.track = [...this.track, ...track].slice(-MOST_UNWRITTEN)
    this.unwritten = [...this.unwritten, ...readings].slice(-MOST_UNWRITTEN)
    if (this.unwritten.length === 0 && this.track.length === 0) return
    // While the database is away what was heard waits here, and goes in with the next that works.
    this.writing = this.writing.then(() => this.write()).catch(() => undefined)
  }

  private async write(): Promise<void> {
    const { book, trip, author } = this.of
    const [readings, points] = [[...this.unwritten], [...this.track]]
    if (readings.length === 0 && points.length === 0) return
    const made: MadeChange[] = readings.map((reading) => ({
      kind: 'reading',
      ...sounderReading(trip, reading, uuidv5),
    }))
    if (points[0])
      made.push({ kind: 'trackPart', recordId: uuidv5(`track ${points[0][0]}`, trip), fields: { trip, points } })
    const { refused } = await this.ports.push(book, { author, changes: serverChanges(this.ports.now(), made) })
    const written = new Set<unknown>([...readings, ...points])
    this.unwritten = this.unwritten.filter((reading) => !written.has(reading))
    this.track = this.track.filter((point) => !written.has(point))
    // The trip is gone, or the member's right to write: nothing more of this will be taken.
    if (refused.length > 0) return this.end()
    this.readings += readings.length
    const stored = await this.ports.trip(book, trip)
    if ((!stored || typeof stored.end === 'string') && !this.over) void this.stop()
  }
}
