import { addDays, localDate, parseClock, resolveWallTime } from '@jotbook/core'

/** What a typed time of day means: an instant, with what has to be said about it, or why it means none yet. */
export interface ReadTime {
  readonly ms?: number
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
  readonly untilMs?: number | undefined
  readonly again: 'first' | 'second' | undefined
}

export function readTime(text: string, { zone, date, afterMs, untilMs, again }: TimeContext): ReadTime {
  const clock = parseClock(text)
  if (!clock) return { problem: `“${text}” is no time of day; write 630, 6:30 or 6:30 pm.` }
  const day = afterMs === undefined ? date : localDate(afterMs, zone)
  const sameDay = resolveWallTime(day, clock, zone)
  const late = sameDay.kind === 'twice' ? sameDay.laterMs : sameDay.ms
  const nextDay = afterMs !== undefined && late < afterMs
  const next = nextDay ? resolveWallTime(addDays(day, 1), clock, zone) : sameDay
  const tooLate = nextDay && untilMs !== undefined && next.ms > untilMs
  const meant = tooLate ? sameDay : next
  if (meant.kind === 'skipped') return { problem: 'Clocks went forward over this time: it did not exist that day.' }
  if (meant.kind === 'twice' && again === undefined) return { twice: true, problem: 'Clocks went back: this time came twice. Which was it?' }
  const ms = meant.kind === 'twice' && again === 'second' ? meant.laterMs : meant.ms
  const notice = nextDay && !tooLate ? 'next day' : undefined
  return { ms, ...(notice ? { notice } : {}) }
}
