import { useMemo } from 'react'
import { useAnalysis } from '../../app/useAnalysis.ts'
import type { TripSums } from '../../workers/analysis.worker.ts'

/** Hours, strikes and loose ends of each trip, from the analysis worker. */
export function useTripSums(): ReadonlyMap<string, TripSums> {
  const { value } = useAnalysis((worker, book) => worker.tripSums(book), 'sums')
  return useMemo(() => new Map((value ?? []).map((sums) => [sums.trip, sums])), [value])
}
