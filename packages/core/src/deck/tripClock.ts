import type { EpochMs } from '../time/index.ts'
/** What a device's clock showed at its last tap. */
export interface TapClock {
  /** Time given to the last tap, epoch milliseconds. */
  readonly tapMs: number
  /** What is added to the device's clock so that the trip runs on when the clock is set back or forth. */
  readonly frameMs: number
  /** The device's clock and its uptime counter at the last tap, while the page lives. */
  readonly wallMs: EpochMs
  readonly uptimeMs: number | null
}

export const TAP_CLOCK_START: TapClock = { tapMs: 0, frameMs: 0, wallMs: 0, uptimeMs: null }
/** Smaller jumps are rounding, or the network's small corrections. */
const JUMP_MS = 5_000

/**
 * The time of the next tap, on a clock that goes on evenly though somebody sets the device's own: within the life of a page by its
 * uptime, across lives by never going back. A trip may begin with a wrong clock; it is then wrong by the same amount throughout,
 * which one shift puts right.
 *
 * Given      wallMs the device's clock · uptimeMs a counter that nobody can set; null where the page was opened anew
 */
export function nextTap(clock: TapClock, wallMs: EpochMs, uptimeMs: number | null): TapClock {
  const jump = uptimeMs !== null && clock.uptimeMs !== null ? wallMs - clock.wallMs - (uptimeMs - clock.uptimeMs) : 0
  const steady = clock.frameMs - (Math.abs(jump) > JUMP_MS ? jump : 0)
  const behind = clock.tapMs - (wallMs + steady)
  const frameMs = behind > JUMP_MS ? steady + behind : steady
  return { tapMs: Math.max(clock.tapMs, wallMs + frameMs), frameMs, wallMs, uptimeMs }
}
