import { NO_EXPOSURE, mantelHaenszelByStratum, plusExposure } from '../../stats/index.ts'
import type { Confidence, Exposure } from '../../stats/index.ts'
import type { BookRecords } from '../../effort/index.ts'
import { HOUR_MS, MINUTE_MS } from '../../time/index.ts'
import type { DurationMs, EpochMs } from '../../time/index.ts'
import { pairDispersion } from '../within/pairDispersion.ts'
import { NO_RATIO, pooledOr } from '../within/pooled.ts'
import type { WithinRatio } from '../within/randomTrip.ts'
import { fishedTrips, inside } from './fishedTrips.ts'
import type { Fished } from './fishedTrips.ts'

export interface AfterLeaving {
  /** Without a strike at a place for so long. */
  readonly blankMinutes: number
  /** Times one left then, and times one stayed. */
  readonly leaves: number
  readonly stays: number
  /** The hour that followed: at the next place, and where one stayed. */
  readonly left: Exposure
  readonly stayed: Exposure
  readonly tripIds: readonly string[]
  /** Left over stayed, within trips. */
  readonly ratio: WithinRatio
}

const BLANKS_MIN = [15, 30, 45, 60, 90]
/** Who leaves within a quarter of an hour leaves then. (ours) */
const LEAVES_WITHIN_MS = 15 * MINUTE_MS

/**
 * After so long without a strike at a place, what did the hour bring for those who left, and for those who stayed?
 *
 * Given      the book's full trips; a place is a spot, else a kind of place; time since the last strike there, or since arrival
 * Returned   a row for each length that was met; hours are hours fished
 * Valid for  the choice is the angler's own: who left had perhaps seen that it was poor
 * Source     ratio: Mantel & Haenszel within trips; the lengths are ours
 */
export function afterLeaving(book: BookRecords, options: Confidence = {}): AfterLeaving[] {
  const trips = fishedTrips(book).map(({ bundle, stints }) => ({ trip: bundle.trip.id, visits: visitsOf(stints) }))
  return BLANKS_MIN.map((blankMinutes) => {
    const strata = trips
      .map(({ trip, visits }) => ({ trip, ...outcomes(visits, blankMinutes * MINUTE_MS) }))
      .filter(({ leaves, stays }) => leaves + stays > 0)
    const pairs = strata.map(({ left, stayed }) => ({ a: left, b: stayed }))
    return {
      blankMinutes,
      leaves: strata.reduce((sum, { leaves }) => sum + leaves, 0),
      stays: strata.reduce((sum, { stays }) => sum + stays, 0),
      left: pairs.reduce((sum, { a }) => plusExposure(sum, a), NO_EXPOSURE),
      stayed: pairs.reduce((sum, { b }) => plusExposure(sum, b), NO_EXPOSURE),
      tripIds: strata.map(({ trip }) => trip),
      ratio: pooledOr(mantelHaenszelByStratum(pairs, { ...options, dispersion: pairDispersion(pairs) })) ?? NO_RATIO,
    }
  }).filter(({ leaves, stays }) => leaves + stays > 0)
}

/** One angler at one place, from arrival to leaving. */
interface Visit {
  readonly place: string
  readonly stints: Fished[]
  /** Where the same angler went next. */
  next: Visit | undefined
}

function visitsOf(stints: readonly Fished[]): Visit[] {
  const visits: Visit[] = []
  const last = new Map<string, Visit>()
  for (const one of [...stints].sort((a, b) => a.fromMs - b.fromMs)) {
    const { spot, structure, angler } = one.stint
    const place = spot ?? structure
    const before = last.get(angler ?? '')
    if (!place) {
      last.delete(angler ?? '')
      continue
    }
    if (before?.place === place) {
      before.stints.push(one)
      continue
    }
    const visit: Visit = { place, stints: [one], next: undefined }
    if (before) before.next = visit
    last.set(angler ?? '', visit)
    visits.push(visit)
  }
  return visits
}

interface Outcomes {
  leaves: number
  stays: number
  left: Exposure
  stayed: Exposure
}

function outcomes(visits: readonly Visit[], blankMs: DurationMs): Outcomes {
  const found: Outcomes = { leaves: 0, stays: 0, left: NO_EXPOSURE, stayed: NO_EXPOSURE }
  for (const { stints, next } of visits) {
    const strikes = stints.flatMap((one) => one.strikes.map(({ ms }) => ms)).sort((a, b) => a - b)
    const arrived = Math.min(...stints.map(({ fromMs }) => fromMs))
    const end = Math.max(...stints.map(({ toMs }) => toMs))
    for (const [i, since] of [arrived, ...strikes].entries()) {
      const reached = since + blankMs
      if (reached >= Math.min(strikes[i] ?? end, end)) continue
      const isLeft = strikes[i] === undefined && end - reached <= LEAVES_WITHIN_MS
      if (!isLeft) {
        found.stays++
        found.stayed = plusExposure(found.stayed, hourFrom(stints, reached))
      } else if (next) {
        found.leaves++
        found.left = plusExposure(
          found.left,
          hourFrom(next.stints, Math.min(...next.stints.map(({ fromMs }) => fromMs))),
        )
      }
    }
  }
  return found
}

const hourFrom = (stints: readonly Fished[], fromMs: EpochMs): Exposure =>
  inside(stints, [{ fromMs, toMs: fromMs + HOUR_MS }])
