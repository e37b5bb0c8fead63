import type { Json } from '../sync/index.ts'

/** The shore of a water: rings of [longitude, latitude], as RFC 7946 has them; the first ring of each part is its shore, further ones are islands. */
export interface Outline {
  readonly type: 'Polygon' | 'MultiPolygon'
  readonly coordinates: Json
}

/** A GeoJSON geometry as an outline; undefined when it is none, or a coordinate is not one. */
export function outlineOf(geometry: unknown): Outline | undefined {
  const { type, coordinates } = (geometry ?? {}) as { type?: unknown; coordinates?: unknown }
  if (type === 'Polygon' && isPolygon(coordinates)) return { type, coordinates: coordinates as Json }
  if (type === 'MultiPolygon' && Array.isArray(coordinates) && coordinates.length > 0 && coordinates.every(isPolygon))
    return { type, coordinates: coordinates as Json }
  return undefined
}

const isPolygon = (value: unknown): boolean => Array.isArray(value) && value.length > 0 && value.every(isRing)
const isRing = (value: unknown): boolean => Array.isArray(value) && value.length >= 4 && value.every(isPosition)
const isPosition = (value: unknown): boolean =>
  Array.isArray(value) &&
  value.length >= 2 &&
  value.slice(0, 2).every((degrees) => typeof degrees === 'number') &&
  Math.abs((value as number[])[0] ?? 999) <= 180 &&
  Math.abs((value as number[])[1] ?? 999) <= 90

/** Every ring of an outline, islands too. */
export function ringsOf(outline: unknown): [number, number][][] {
  const { type, coordinates } = (outline ?? {}) as Outline
  if (type === 'Polygon') return coordinates as unknown as [number, number][][]
  return type === 'MultiPolygon' ? (coordinates as unknown as [number, number][][][]).flat() : []
}
