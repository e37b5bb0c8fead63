import { epochMs } from '../time/index.ts'
import type { Setting, TimedSetting } from './types.ts'

/**
 * A setting with its times as epoch milliseconds.
 *
 * Given      a setting as it is recorded, times by ISO 8601
 * Returned   the same, timed
 * Throws     RangeError for a time that is none: records have passed validation
 */
export const timedSetting = ({ start, readings, ...rest }: Setting): TimedSetting => ({
  ...rest,
  startMs: epochMs(start),
  readings: readings.map((reading) => ({ ms: epochMs(reading.time), reading })),
})
