import { TAP_CLOCK_START, clockShiftsOf, nextTap } from '@jotbook/core'
import type { DeckDay, DeckEdit, TapClock } from '@jotbook/core'
import { commit, newId, store, thisDevice } from '../../offline/index.ts'

/** What a tap writes, given the day with every tap before it, and the time of the tap. */
export type Build = (day: DeckDay, atMs: number) => readonly DeckEdit[]

let clock: TapClock = TAP_CLOCK_START
let device = ''

/** Brings the clock of the last tap back after a reload; must be done before the first tap. */
export async function wakeClock(): Promise<void> {
  const meta = await thisDevice()
  if (!meta.tap) await store.device.put(meta)
  device = meta.device
  // The uptime of the page that wrote it is not ours.
  if (meta.tap && meta.tap.tapMs >= clock.tapMs) clock = { ...meta.tap, uptimeMs: null }
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
    private readonly book: string,
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
      await commit(this.book, edits, { undo: { trip: this.ahead.trip.id, label }, tap: clock })
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

const LISTS = { stint: 'stints', strike: 'strikes', reading: 'readings' } as const

/** A day after some edits. */
export function applied(day: DeckDay, edits: readonly DeckEdit[]): DeckDay {
  return edits.reduce((now, { kind, id, fields }) => {
    if (kind === 'trip') return { ...now, trip: { ...now.trip, ...fields } }
    const list = (LISTS as Readonly<Record<string, (typeof LISTS)[keyof typeof LISTS] | undefined>>)[kind]
    if (!list) return now
    const held = now[list].find((record) => record.id === id)
    const rest = now[list].filter((record) => record.id !== id)
    return { ...now, [list]: 'deletedAt' in fields ? rest : [...rest, { ...held, id, ...fields }] }
  }, day)
}

export { newId }
