import { epochMs, isoUtc, parseInstant } from '../time/index.ts'
import type { Kind } from '../vocabulary/index.ts'
import type { Fields, Json, RecordState } from './mergeChange.ts'
import { parseStamp } from './stamps.ts'

/** Times that a device took from its own clock. */
const CLOCKED: Readonly<Partial<Record<Kind, readonly string[]>>> = {
  trip: ['start', 'end'],
  stint: ['start', 'end'],
  reading: ['time'],
  strike: ['time'],
}

/** Seconds by which each device's clock was behind, as a trip holds them. */
export type ClockShifts = Readonly<Record<string, number>>

export const clockShiftsOf = (value: unknown): ClockShifts | undefined =>
  typeof value === 'object' &&
  value !== null &&
  Object.values(value).some((seconds) => typeof seconds === 'number' && seconds !== 0)
    ? (value as ClockShifts)
    : undefined

/**
 * A record's fields with the times of wrong clocks put right: each time is moved by the shift of the device that wrote it. The
 * record keeps what the device's clock showed, so that a shift may be changed or undone, and is right for changes that come later.
 */
export function shiftedFields(kind: Kind, { fields, stamps }: RecordState, shifts: ClockShifts | undefined): Fields {
  if (!shifts) return fields
  return moved(kind, fields, (field) => {
    const stamp = stamps[field]
    return stamp === undefined ? 0 : (shifts[parseStamp(stamp).device] ?? 0)
  })
}

/** The way back: true times as this device's clock would have shown them. */
export const unshiftedFields = (kind: Kind, fields: Fields, device: string, shifts: ClockShifts | undefined): Fields =>
  shifts?.[device] ? moved(kind, fields, () => -(shifts[device] ?? 0)) : fields

export const isClocked = (kind: Kind, fields: Fields): boolean => (CLOCKED[kind] ?? []).some((field) => field in fields)

function moved(kind: Kind, fields: Fields, secondsOf: (field: string) => number): Fields {
  const shifted = (CLOCKED[kind] ?? []).flatMap((field): [string, Json][] => {
    const value = fields[field]
    const seconds = typeof value === 'string' && parseInstant(value) !== undefined ? secondsOf(field) : 0
    return seconds === 0 ? [] : [[field, isoUtc(epochMs(value as string) + seconds * 1000)]]
  })
  return shifted.length === 0 ? fields : { ...fields, ...Object.fromEntries(shifted) }
}
