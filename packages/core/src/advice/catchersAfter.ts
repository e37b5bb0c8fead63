import { inside } from '../analyses/index.ts'
import type { FishedTrip } from '../analyses/index.ts'
import { NO_EXPOSURE, plusExposure } from '../stats/index.ts'
import type { Exposure } from '../stats/index.ts'
import { MINUTE_MS, epochMs } from '../time/index.ts'
import type { Stint } from '../vocabulary/index.ts'

/** A find is followed up for so long. Common practice, no source. */
export const FOLLOW_UP_MS = 30 * MINUTE_MS

/**
 * A surface lure finds, another one catches: strikes and hours of each other lure within half an hour of a strike or a raised fish at the
 * surface, at the same spot where it is known.
 *
 * Given      trips with their stints; which stints are at the surface
 * Returned   by lure
 * Source     common practice, no source
 */
export function catchersAfter(
  trips: readonly FishedTrip[],
  isFinder: (stint: Stint) => boolean,
): ReadonlyMap<string, Exposure> {
  const found = new Map<string, Exposure>()
  for (const { bundle, stints } of trips) {
    const finders = new Map(bundle.stints.filter(isFinder).map((stint) => [stint.id, stint]))
    const windows = bundle.strikes.flatMap(({ stint, time }) => {
      const finder = stint ? finders.get(stint) : undefined
      if (!finder) return []
      const fromMs = epochMs(time)
      return [{ fromMs, toMs: fromMs + FOLLOW_UP_MS, spot: finder.spot ?? undefined }]
    })
    if (windows.length === 0) continue
    for (const one of stints) {
      if (finders.has(one.stint.id)) continue
      const own = inside([one], windows)
      if (own.exposureHours > 0) found.set(one.stint.lure, plusExposure(found.get(one.stint.lure) ?? NO_EXPOSURE, own))
    }
  }
  return found
}
