import { useMemo } from 'react'
import { useAnalysis } from '../../state/useAnalysis.ts'
import type { TripSums } from '../../workers/analysis.worker.ts'

/** Hours, strikes and things to fix of each trip, from the analysis worker. Undefined until they are known. */
export function useTripSums(): ReadonlyMap<string, TripSums> | undefined {
  const { value } = useAnalysis('tripSums', [], { keptAs: 'sums' })
  return useMemo(() => value && new Map(value.map((sums) => [sums.trip, sums])), [value])
}
