import { MINUTE_MS } from '../../time/index.ts'
import type { EpochMs } from '../../time/index.ts'

export interface Kept {
  readonly ms: EpochMs
  readonly value: number
}

const AT_LEAST_EVERY_MS = 10 * MINUTE_MS
/** The middle of so many samples stands for them: one wild value is nothing. */
const MEDIAN_OF = 5

/**
 * Thins a sensor's samples to what matters: one is kept when the middle of the last five has moved by the noise or more since the one
 * kept before, or when ten minutes have gone by.
 */
export function thinned(noise: number): (ms: EpochMs, value: number) => Kept | undefined {
  const last: number[] = []
  let kept: Kept | undefined
  return (ms, value) => {
    last.push(value)
    if (last.length > MEDIAN_OF) last.shift()
    if (last.length < MEDIAN_OF) return undefined
    const middle = [...last].sort((a, b) => a - b)[(MEDIAN_OF - 1) / 2] ?? value
    if (kept && Math.abs(middle - kept.value) < noise && ms - kept.ms < AT_LEAST_EVERY_MS) return undefined
    kept = { ms, value: Math.round(middle * 100) / 100 }
    return kept
  }
}
