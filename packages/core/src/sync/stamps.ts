import type { EpochMs } from '../time/index.ts'
/**
 * Hybrid logical clock: 48-bit milliseconds, 16-bit counter, device id as tie-break, spelled so that the order of strings is the order of stamps.
 * Source: Kulkarni et al., Logical Physical Clocks, OPODIS 2014.
 */
export type Stamp = string

/** The last stamp a device gave or saw; kept in the same transaction as the change it stamped. */
export interface ClockState {
  readonly ms: number
  readonly counter: number
}

export const CLOCK_START: ClockState = { ms: 0, counter: 0 }
/** The server refuses stamps further ahead of its own clock (`clock-ahead`). */
export const MAX_AHEAD_MS = 60_000
const MAX_COUNTER = 0xffff

/** The clock after one more event at device time `nowMs`. */
export function tick({ ms, counter }: ClockState, nowMs: EpochMs): ClockState {
  if (nowMs > ms) return { ms: Math.floor(nowMs), counter: 0 }
  return counter < MAX_COUNTER ? { ms, counter: counter + 1 } : { ms: ms + 1, counter: 0 }
}

export const laterOf = (a: ClockState, b: ClockState): ClockState =>
  b.ms > a.ms || (b.ms === a.ms && b.counter > a.counter) ? b : a

export const earlierOf = (a: ClockState, b: ClockState): ClockState => (laterOf(a, b) === a ? b : a)

/**
 * Server time − device time, in milliseconds, from one question to the server: the least shift of the device's clock that puts the
 * server's time between asking and answer, so that neither a slow network nor a nap in between passes for a wrong clock.
 * `undefined` where the clock was set back meanwhile: ask again.
 */
export function clockOffsetMs(askedMs: number, answeredMs: number, serverMs: number): number | undefined {
  if (answeredMs < askedMs) return undefined
  return Math.min(0, serverMs - askedMs) + Math.max(0, serverMs - answeredMs)
}

/** The clock after seeing a stamp from elsewhere: later stamps of ours sort behind it. */
export function witness(clock: ClockState, stamp: Stamp): ClockState {
  const { ms, counter } = parseStamp(stamp)
  return laterOf(clock, { ms, counter })
}

export function stampOf({ ms, counter }: ClockState, device: string): Stamp {
  return `${ms.toString(16).padStart(12, '0')}-${counter.toString(16).padStart(4, '0')}-${device}`
}

/** Throws RangeError when it is not a stamp. */
export function parseStamp(stamp: Stamp): ClockState & { readonly device: string } {
  if (!isStamp(stamp)) throw new RangeError(`not a stamp: ${stamp}`)
  return { ms: parseInt(stamp.slice(0, 12), 16), counter: parseInt(stamp.slice(13, 17), 16), device: stamp.slice(18) }
}

export const isStamp = (stamp: string): boolean => /^[0-9a-f]{12}-[0-9a-f]{4}-[A-Za-z0-9-]{1,64}$/.test(stamp)
