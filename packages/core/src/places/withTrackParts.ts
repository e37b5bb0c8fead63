import type { Id } from '../vocabulary/index.ts'
interface Tracked {
  readonly id: string
  readonly track?: unknown
}
interface Part {
  readonly trip: Id<'trip'>
  readonly points: unknown
}

/** Trips with their whole track: what was imported, and the pieces that a live sounder gave, in order of time. */
export function withTrackParts<T extends Tracked>(trips: readonly T[], parts: readonly Part[]): T[] {
  if (parts.length === 0) return [...trips]
  const ofTrip = new Map<string, unknown[]>()
  for (const { trip, points } of parts)
    ofTrip.set(trip, [...(ofTrip.get(trip) ?? []), ...(Array.isArray(points) ? (points as unknown[]) : [])])
  return trips.map((trip) => {
    const points = ofTrip.get(trip.id)
    if (!points) return trip
    const all = [...(Array.isArray(trip.track) ? (trip.track as unknown[]) : []), ...points]
    const once = new Map(all.map((point) => [timeOf(point), point]))
    return { ...trip, track: [...once].sort(([a], [b]) => a - b).map(([, point]) => point) }
  })
}

const timeOf = (point: unknown): number => (Array.isArray(point) ? Number(point[0]) : NaN)
