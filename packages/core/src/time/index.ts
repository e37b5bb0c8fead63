export { DAY_MS, HOUR_MS, MINUTE_MS, epochMs, isoUtc, parseInstant } from './instants.ts'
export type { DurationMs, EpochMs } from './instants.ts'
export {
  QUARTER_MS,
  dayMarks,
  dayStart,
  hourMarks,
  isZone,
  isoInZone,
  localDate,
  localParts,
  offsetZone,
  zoneOffsetMs,
} from './zones.ts'
export type { LocalParts } from './zones.ts'
export { LOG_YEARS, isPlausibleDate, isPlausibleInstant } from './plausible.ts'
export { addDays, isDate, parseClock, resolveWallTime } from './wallTime.ts'
export type { Clock, WallTime } from './wallTime.ts'
export {
  CARRIED_BACK_MS,
  CARRIED_MS,
  FRESH_MS,
  courseOf,
  crossings,
  pieceAt,
  unwrapDegrees,
  valueAt,
} from './courseOf.ts'
export type { Piece, Sample } from './courseOf.ts'
