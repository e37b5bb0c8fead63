import { DAY_MS } from '@jotbook/core'
import type { EpochMs, Id, UsualReadings } from '@jotbook/core'
import { useAnalysis } from '../../state/useAnalysis.ts'

/** What the book usually reads at this time of the year; empty until it is known. */
export function useUsualReadings(water: Id<'water'> | undefined, nowMs: EpochMs): UsualReadings {
  const today = Math.floor(nowMs / DAY_MS)
  return useAnalysis('usual', [water ?? '', today * DAY_MS]).value ?? {}
}
