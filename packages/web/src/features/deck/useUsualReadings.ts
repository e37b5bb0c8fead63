import { HOUR_MS } from '@jotbook/core'
import type { UsualReadings } from '@jotbook/core'
import { useAnalysis } from '../../state/useAnalysis.ts'

const DAY_MS = 24 * HOUR_MS

/** What the book usually reads at this time of the year; empty until it is known. */
export function useUsualReadings(water: string | undefined, nowMs: number): UsualReadings {
  const today = Math.floor(nowMs / DAY_MS)
  return useAnalysis('usual', [water ?? '', today * DAY_MS]).value ?? {}
}
