import { BoundedCache, addDays, localDate, parseClock, resolveWallTime } from '@jotbook/core'
import type { EpochMs } from '@jotbook/core'
import { text as words } from './text.ts'

/** What a typed time of day means: an instant, with what has to be said about it, or why it means none yet. */
export interface ReadTime {
  readonly ms?: EpochMs
  readonly problem?: string
  readonly notice?: string
  /** The time comes twice that night: it must be said which. */
  readonly twice?: true
}

export interface TimeContext {
  readonly zone: string
  /** The trip's date, `YYYY-MM-DD`. */
  readonly date: string
  /** The time of the row above (or the trip's start): an earlier time is the next day. */
  readonly afterMs: number | undefined
  /** The trip's end, if known: a time that would fall behind it when read as the next day is read as the same day. */
  readonly untilMs?: EpochMs | undefined
  readonly again: 'first' | 'second' | undefined
}

/** Times are read anew at every keystroke, and nearly all of them are the same as before. */
type Clock = NonNullable<ReturnType<typeof parseClock>>
const remembered = new BoundedCache<string, ReturnType<typeof resolveWallTime>>(4000)
function wallTime(day: string, clock: Clock, zone: string): ReturnType<typeof resolveWallTime> {
  return remembered.get(`${zone} ${day} ${clock.hour}:${clock.minute}`, () => resolveWallTime(day, clock, zone))
}

// eslint-disable-next-line complexity -- midnight and the change of clocks meet here
export function readTime(text: string, { zone, date, afterMs, untilMs, again }: TimeContext): ReadTime {
  const clock = parseClock(text)
  if (!clock) return { problem: words.noTime(text) }
  const day = afterMs === undefined ? date : localDate(afterMs, zone)
  const sameDay = wallTime(day, clock, zone)
  const late = sameDay.kind === 'twice' ? sameDay.laterMs : sameDay.ms
  const nextDay = afterMs !== undefined && late < afterMs
  const next = nextDay ? wallTime(addDays(day, 1), clock, zone) : sameDay
  const tooLate = nextDay && untilMs !== undefined && next.ms > untilMs
  const meant = tooLate ? sameDay : next
  if (meant.kind === 'skipped') return { problem: words.skipped }
  if (meant.kind === 'twice' && again === undefined) return { twice: true, problem: words.twice.problem }
  const ms = meant.kind === 'twice' && again === 'second' ? meant.laterMs : meant.ms
  const notice = nextDay && !tooLate ? words.nextDay : undefined
  return { ms, ...(notice ? { notice } : {}) }
}
