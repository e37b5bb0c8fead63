import { clockShiftsOf } from '@jotbook/core'
import type { EpochMs, Id } from '@jotbook/core'
import { TAP_CLOCK_START, applied, nextTap } from '@jotbook/core/deck'
import type { DeckDay, DeckEdit, TapClock } from '@jotbook/core/deck'
import { commit, namedDevice, newId } from '../../offline/index.ts'

/** What a tap writes, given the day with every tap before it, and the time of the tap. */
export type Build = (day: DeckDay, atMs: EpochMs) => readonly DeckEdit[]

let clock: TapClock = TAP_CLOCK_START
/** The trip the clock runs for: each begins with the device's own. */
let clocked = ''
let device = ''

/** Brings a trip's clock back as of its last tap here; must be done before the first. */
export async function wakeClock(trip: Id<'trip'>): Promise<void> {
  const meta = await namedDevice()
  device = meta.device
  const kept = meta.tap?.trip === trip ? meta.tap : undefined
  if (clocked === trip && clock.tapMs >= (kept?.tapMs ?? 0)) return
  clocked = trip
  // The uptime of the page that wrote it is not ours.
  clock = kept ? { ...kept, uptimeMs: null } : TAP_CLOCK_START
}

const shiftMs = (day: DeckDay): number => 1000 * (clockShiftsOf(day.trip.clockShiftS)?.[device] ?? 0)

/** The time now on the trip's clock. */
export const deckNow = (day: DeckDay): number => nextTap(clock, Date.now(), performance.now()).tapMs + shiftMs(day)

/** When something was last tapped here, on the trip's clock. */
export const lastTapMs = (day: DeckDay): number => clock.tapMs + shiftMs(day)

/**
 * The taps of one trip, one after another. Each is built on all before it, also those whose disk is still turning, and is shown
 * only once it is on the disk.
 */
export class DeckSession {
  private ahead: DeckDay
  private underWay = 0
  /** Taps on the disk so far: what was read of the store before one of them is out of date. */
  commits = 0

  constructor(
    private readonly book: Id<'book'>,
    private durable: DeckDay,
  ) {
    this.ahead = durable
  }

  /** The day as the device store had it when so many taps were on the disk. One read before the last tap is not built on. */
  arrive(day: DeckDay, commits: number): void {
    if (commits < this.commits) return
    this.durable = day
    if (this.underWay === 0) this.ahead = day
  }

  /** What was written beside the taps, by an undo: the next tap is built on it. */
  wrote(edits: readonly DeckEdit[]): void {
    this.commits++
    this.ahead = applied(this.ahead, edits)
  }

  /** Resolves when it is on the disk: only then may it be shown. */
  async tap(label: string, build: Build): Promise<readonly DeckEdit[]> {
    clock = nextTap(clock, Date.now(), performance.now())
    const edits = build(this.ahead, clock.tapMs + shiftMs(this.ahead))
    if (edits.length === 0) return edits
    const before = this.ahead
    this.ahead = applied(this.ahead, edits)
    this.underWay++
    try {
      await commit(this.book, edits, {
        undo: { trip: this.ahead.trip.id, label },
        tap: { ...clock, trip: this.ahead.trip.id },
      })
      this.commits++
    } catch (error) {
      this.ahead = this.underWay === 1 ? this.durable : before
      throw error
    } finally {
      this.underWay--
    }
    return edits
  }
}

export { newId }
