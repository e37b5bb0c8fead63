import type { BookRecords } from '../effort/index.ts'
import { isoUtc } from '../time/index.ts'
import { trackOf } from './instruments/index.ts'

/** What of a book lies somewhere. */
export type PlacesOfBook = Pick<BookRecords, 'waters' | 'spots' | 'trips'>

type Position = readonly [longitude: number, latitude: number]
const positionOf = ({
  latitude,
  longitude,
}: {
  readonly latitude?: number | null
  readonly longitude?: number | null
}): Position | undefined =>
  typeof latitude === 'number' && typeof longitude === 'number' ? [longitude, latitude] : undefined

/** Waters, spots and tracks of a book as one GeoJSON FeatureCollection (RFC 7946); `kind` says which a feature is. */
export function writePlacesGeoJson({ waters, spots, trips }: PlacesOfBook): string {
  const nameOf = new Map(waters.map(({ id, name }) => [id, name]))
  const features = [
    ...waters.flatMap((water) => {
      const place = positionOf(water)
      const geometry: unknown = water.outline ?? (place && { type: 'Point', coordinates: place })
      return geometry ? [{ type: 'Feature', properties: { kind: 'water', name: water.name }, geometry }] : []
    }),
    ...spots.flatMap((spot) => {
      const place = positionOf(spot)
      const properties = {
        kind: 'spot',
        name: spot.name,
        water: nameOf.get(spot.water) ?? null,
        structure: spot.structure ?? null,
        cover: spot.cover ?? null,
      }
      return place ? [{ type: 'Feature', properties, geometry: { type: 'Point', coordinates: place } }] : []
    }),
    ...trips.flatMap((trip) => {
      const track = trackOf(trip.track)
      const properties = {
        kind: 'track',
        water: nameOf.get(trip.water) ?? null,
        start: trip.start,
        times: track.map(([ms]) => isoUtc(ms)),
      }
      return track.length > 1
        ? [
            {
              type: 'Feature',
              properties,
              geometry: { type: 'LineString', coordinates: track.map(([, lat, lon]) => [lon, lat]) },
            },
          ]
        : []
    }),
  ]
  return `${JSON.stringify({ type: 'FeatureCollection', features }, null, 1)}\n`
}

const escaped = (text: string): string => text.replace(/[<>&"']/g, (letter) => `&#${letter.charCodeAt(0)};`)

/** Spots as waypoints and the trips' tracks as GPX 1.1, with the water's depth as an extension. */
export function writePlacesGpx({ waters, spots, trips }: PlacesOfBook): string {
  const nameOf = new Map(waters.map(({ id, name }) => [id, name]))
  const waypoints = spots.flatMap((spot) => {
    const place = positionOf(spot)
    return place ? [`<wpt lat="${place[1]}" lon="${place[0]}"><name>${escaped(spot.name)}</name></wpt>`] : []
  })
  const tracks = trips.flatMap((trip) => {
    const points = trackOf(trip.track).map(
      ([ms, latitude, longitude, depthM]) =>
        `<trkpt lat="${latitude}" lon="${longitude}"><time>${isoUtc(ms)}</time>${depthM === null ? '' : `<extensions><jot:depth>${depthM}</jot:depth></extensions>`}</trkpt>`,
    )
    const name = escaped(`${nameOf.get(trip.water) ?? ''} ${trip.start.slice(0, 10)}`.trim())
    return points.length > 0 ? [`<trk><name>${name}</name><trkseg>\n${points.join('\n')}\n</trkseg></trk>`] : []
  })
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    '<gpx version="1.1" creator="Jot Book" xmlns="http://www.topografix.com/GPX/1/1" xmlns:jot="urn:jot-book:track">',
    ...waypoints,
    ...tracks,
    '</gpx>\n',
  ].join('\n')
}
