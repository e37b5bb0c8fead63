import { at } from '../checked/index.ts'
import { isoUtc, localParts } from '../time/index.ts'
import { DEFAULT_BANDS, TRIP_BANDS } from '../vocabulary/index.ts'
import type { BandSet } from '../vocabulary/index.ts'
import { bandLabel, labelsOf } from './bandLabel.ts'
import { Cutter } from './cut.ts'
import { looseEndsOf } from './looseEnds.ts'
import { placeStrikes } from './placeStrikes.ts'
import { timedTrip } from './timedTrip.ts'
import type { LooseEnd, Segment, TripRecord } from './types.ts'

export interface SplitOptions {
  /** Edges by condition (SI, degrees for the sun), ascending. Each condition named becomes a band of that name. Default: the book's default bands under their own names. */
  readonly edges?: Readonly<
    Partial<Record<'waterTempC' | 'visibilityM' | 'cloudPct' | 'windMps' | 'sunAltitudeDeg', readonly number[]>>
  >
  /** Cut at the hour marks of the trip's zone as well; adds the band `hour`. Default false. */
  readonly byHour?: boolean
}

/**
 * A trip's effort as rows one may count: each stint cut wherever a banded condition changes.
 *
 * Returned   segments (hours in = hours out; every strike inside its stint in exactly one) and loose ends
 * Throws     RangeError for a time without offset, an unknown zone, or edges that do not ascend
 * Source     person-time splitting: Clayton & Hills (1993), ch. 6
 */
export function splitStints(
  record: TripRecord,
  { edges, byHour = false }: SplitOptions = {},
): { segments: Segment[]; looseEnds: LooseEnd[] } {
  const bands: Readonly<Record<string, BandSet>> = edges
    ? bandsOfEdges(edges)
    : Object.fromEntries(TRIP_BANDS.map((name) => [name, DEFAULT_BANDS[name]]))
  const cutter = new Cutter({ edges: mergedEdges(Object.values(bands)), byHour })
  const trip = timedTrip(record)
  const { cuts } = cutter.cut(trip)
  const conditions = cutter.conditions.map(({ name }) => name)
  const segments = cuts.map((cut): Segment => {
    const value = (of: string): number | string | null => {
      const i = conditions.indexOf(of)
      return at(cutter.conditions, i).valueOf(cut.stretches.codeOf(cut.stretch, i))
    }
    const labels = Object.entries(bands).map(([name, band]) => [
      name,
      bandLabel(value(band.of), band.edges, band.labels),
    ])
    if (byHour) labels.push(['hour', String(localParts(cut.fromMs, trip.timeZone).hour)])
    return {
      stint: cut.stint.stint,
      start: isoUtc(cut.fromMs),
      end: isoUtc(cut.toMs),
      hours: (cut.toMs - cut.fromMs) / 3_600_000,
      strikes: [],
      raised: [],
      bands: Object.fromEntries(labels) as Record<string, string>,
      stale: conditions.filter((_, i) => cut.stretches.isStale(cut.stretch, i)),
    }
  })
  placeStrikes(cuts, trip.strikes).forEach((piece, i) => {
    const { strike, outcome } = at(trip.strikes, i)
    if (piece !== undefined) at(segments, piece)[outcome === 'raised' ? 'raised' : 'strikes'].push(strike)
  })
  return { segments, looseEnds: looseEndsOf(trip) }
}

function bandsOfEdges(edges: NonNullable<SplitOptions['edges']>): Record<string, BandSet> {
  return Object.fromEntries(
    Object.entries(edges).map(([of, list]) => [of, { of, edges: list, labels: labelsOf(list) }]),
  )
}

/** All edges of each condition, ascending, without repeats. Throws RangeError when a set does not ascend. */
export function mergedEdges(bands: readonly BandSet[]): Record<string, number[]> {
  const merged: Record<string, number[]> = {}
  for (const { of, edges } of bands) {
    edges.forEach((edge, i) => {
      if (!Number.isFinite(edge) || (i > 0 && edge <= at(edges, i - 1)))
        throw new RangeError(`edges of ${of} must be finite and ascend: ${edges.join(', ')}`)
    })
    merged[of] = [...new Set([...(merged[of] ?? []), ...edges])].sort((a, b) => a - b)
  }
  return merged
}
