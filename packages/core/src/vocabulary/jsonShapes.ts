import { ADJUSTABLE_BANDS, MOST_BAND_EDGES, faultOfEdges } from './bookBands.ts'

/** What a structured field holds; anything else is refused, so that every reader may rely on it. */
export type JsonShape = 'geometry' | 'clockShifts' | 'track' | 'bands' | 'list' | 'object'

/** A GeoJSON geometry by its type: how deep its positions lie in `coordinates`. */
const POSITION_DEPTH: Readonly<Record<string, number>> = {
  Point: 0,
  MultiPoint: 1,
  LineString: 1,
  MultiLineString: 2,
  Polygon: 2,
  MultiPolygon: 3,
}
const MAX_LIST = 50_000
/** A device's clock may be wrong by decades (set to 1990, or 2038), not by centuries. */
const MAX_SHIFT_S = 100 * 366 * 86_400
const TRACK_MS = { from: Date.UTC(1900, 0, 1), to: Date.UTC(2201, 0, 1) }

const isObject = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)
const isWithin = (value: unknown, from: number, to: number): boolean =>
  typeof value === 'number' && value >= from && value <= to
const isPosition = (value: unknown): boolean =>
  Array.isArray(value) && value.length >= 2 && isWithin(value[0], -180, 180) && isWithin(value[1], -90, 90)

function isPositions(value: unknown, depth: number): boolean {
  if (depth === 0) return isPosition(value)
  return Array.isArray(value) && value.length <= MAX_LIST && value.every((inner) => isPositions(inner, depth - 1))
}

function isGeometry(value: unknown): boolean {
  if (!isObject(value) || typeof value.type !== 'string' || !Object.hasOwn(POSITION_DEPTH, value.type)) return false
  return isPositions(value.coordinates, POSITION_DEPTH[value.type] ?? 0)
}

/** `[epoch ms, latitude, longitude, metres of water or null]`. */
const isTrackPoint = (value: unknown): boolean =>
  Array.isArray(value) &&
  isWithin(value[0], TRACK_MS.from, TRACK_MS.to) &&
  isWithin(value[1], -90, 90) &&
  isWithin(value[2], -180, 180) &&
  (value[3] === null || value[3] === undefined || isWithin(value[3], 0, 12_000))

export const JSON_SHAPES: Readonly<
  Record<JsonShape, { readonly holds: (value: unknown) => boolean; readonly said: string }>
> = {
  geometry: {
    holds: isGeometry,
    said: 'a GeoJSON geometry with longitudes from −180 to 180 and latitudes from −90 to 90',
  },
  clockShifts: {
    holds: (value) =>
      isObject(value) && Object.values(value).every((seconds) => isWithin(seconds, -MAX_SHIFT_S, MAX_SHIFT_S)),
    said: 'seconds by device, at most a hundred years',
  },
  track: {
    holds: (value) => Array.isArray(value) && value.length <= MAX_LIST && value.every(isTrackPoint),
    said: `a list of at most ${MAX_LIST} points of time, latitude, longitude and depth`,
  },
  bands: {
    holds: (value) =>
      isObject(value) &&
      ADJUSTABLE_BANDS.every((band) => !Object.hasOwn(value, band) || faultOfEdges(band, value[band]) === undefined),
    said: `rising edges by band, at most ${MOST_BAND_EDGES}, four for clarity and five for wind`,
  },
  list: { holds: (value) => Array.isArray(value) && value.length <= MAX_LIST, said: 'a list' },
  object: { holds: isObject, said: 'an object' },
}
