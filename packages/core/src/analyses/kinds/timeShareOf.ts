import { epochMs } from '../../time/index.ts'
import type { Stint } from '../../vocabulary/index.ts'

/** Phases in which the lure stands, or has just begun to move again. */
export const PAUSED: ReadonlySet<string> = new Set(['still', 'on the restart after a pause'])

/** Phases of the way down after the cast. */
const FALLING: ReadonlySet<string> = new Set(['on the fall'])

type Timed = Pick<Stint, 'phaseShare' | 'pauseS' | 'workS' | 'fallS' | 'casts' | 'start' | 'end'>

/**
 * The share of a stint's time spent in some phases.
 *
 *   pause/(pause + work) of the pause;  fall·casts/(end − start) of the fall
 *
 * Given      a stint that tells the share outright, its cadence, or its count-down with casts; the phases
 * Returned   0 to 1, told outright first; undefined where none of these is known
 * Valid for  a share that is told speaks of whatever phases are asked for
 * Source     ours
 */
export function timeShareOf(stint: Timed, phases: ReadonlySet<string>): number | undefined {
  const { phaseShare, pauseS, workS } = stint
  const told = Number(phaseShare)
  if (phaseShare && Number.isFinite(told) && told >= 0 && told <= 100) return told > 1 ? told / 100 : told
  const only = (known: ReadonlySet<string>): boolean => [...phases].every((phase) => known.has(phase))
  if (only(FALLING)) return fallShareOf(stint)
  if (pauseS == null || workS == null || pauseS + workS <= 0 || !only(PAUSED)) return undefined
  return pauseS / (pauseS + workS)
}

function fallShareOf({ fallS, casts, start, end }: Timed): number | undefined {
  const seconds = end ? (epochMs(end) - epochMs(start)) / 1000 : 0
  return fallS == null || casts == null || seconds <= 0 ? undefined : Math.min(1, (fallS * casts) / seconds)
}
