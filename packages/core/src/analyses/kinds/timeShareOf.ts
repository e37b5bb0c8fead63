import type { Stint } from '../../vocabulary/index.ts'

/** Phases in which the lure stands, or has just begun to move again. */
export const PAUSED: ReadonlySet<string> = new Set(['still', 'on the restart after a pause'])

/** The share of a stint's time spent in some phases: told outright, or from its cadence where the phases are those of the pause. */
export function timeShareOf(
  { phaseShare, pauseS, workS }: Pick<Stint, 'phaseShare' | 'pauseS' | 'workS'>,
  phases: ReadonlySet<string>,
): number | undefined {
  const told = Number(phaseShare)
  if (phaseShare && Number.isFinite(told) && told >= 0 && told <= 100) return told > 1 ? told / 100 : told
  if (pauseS == null || workS == null || pauseS + workS <= 0 || ![...phases].every((phase) => PAUSED.has(phase)))
    return undefined
  return pauseS / (pauseS + workS)
}
