import { HOUR_MS, epochMs } from '../time/index.ts'
import type { DurationMs, EpochMs } from '../time/index.ts'
import type { Reading } from '../vocabulary/index.ts'

/** How long a reading may be relied on, in hours. Common practice, no source: what moves fast is asked for sooner. */
const SHELF_LIFE_H = {
  waterTempC: 2,
  visibilityM: 3,
  tint: 6,
  cloudPct: 1,
  precipitation: 1,
  windMps: 1,
  windFromDeg: 1,
  airTempC: 2,
  pressureHpa: 3,
  current: 1,
  levelTrend: 3,
  fishPosition: 1,
} as const
export type ReadField = keyof typeof SHELF_LIFE_H
export const READ_FIELDS = Object.keys(SHELF_LIFE_H) as ReadField[]

export interface LastRead {
  readonly value: number | string
  /** As it was typed, where it was measured. */
  readonly typed: string | null
  readonly ageMs: DurationMs
  readonly stale: boolean
}

/** The last value of a condition, its age, and whether it is older than its shelf life. Undefined when it was never read. */
export function lastRead(readings: readonly Reading[], field: ReadField, nowMs: EpochMs): LastRead | undefined {
  const known = readings.filter((reading) => reading[field] !== null && reading[field] !== undefined)
  const last = known.reduce<Reading | undefined>((a, b) => (a && epochMs(a.time) > epochMs(b.time) ? a : b), undefined)
  const value = last?.[field]
  if (!last || value === null || value === undefined) return undefined
  const ageMs = Math.max(0, nowMs - epochMs(last.time))
  const typed = (last as Readonly<Record<string, unknown>>)[`${field}Typed`]
  return { value, typed: typeof typed === 'string' ? typed : null, ageMs, stale: ageMs > SHELF_LIFE_H[field] * HOUR_MS }
}
