import type { Trip } from '@jotbook/core'

/** A trip without an end is under way for so long at most; an older one is a loose end for the desk. */
const UNDER_WAY_MS = 36 * 3_600_000

export const isUnderWay = ({ start, end, effortKnown }: Pick<Trip, 'start' | 'end' | 'effortKnown'>): boolean =>
  !end && (effortKnown ?? 'full') === 'full' && Math.abs(Date.now() - Date.parse(start)) < UNDER_WAY_MS
