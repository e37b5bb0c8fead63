import { MINUTE_MS, resolveWallTime } from '@jotbook/core'
import type { Outing } from './chooseOutings.ts'
import { ZONE } from './scenario.ts'

/** Whole minutes, hours of fishing after the start. Returned: epoch milliseconds. */
export function instant({ weather, from }: Pick<Outing, 'weather' | 'from'>, hours: number): number {
  const clock = { hour: Math.floor(from), minute: Math.round((from % 1) * 60) }
  return resolveWallTime(weather.date, clock, ZONE).ms + Math.floor(hours * 60 + 1e-6) * MINUTE_MS
}
