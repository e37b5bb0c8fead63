import { at } from '../checked/index.ts'
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

type Point = readonly [number, number]

/** Whether a shore crosses itself, ring by ring: such a one is taken as drawn, but what is inside is doubtful. */
export const crossesItself = (outline: unknown): boolean => ringsOf(outline).some(ringCrosses)

function ringCrosses(ring: readonly Point[]): boolean {
  for (let i = 0; i + 1 < ring.length; i++) {
    // Neighbours share a corner; so do the first and the last.
    for (let j = i + 2; j + 1 < ring.length; j++) {
      if (i === 0 && j + 2 === ring.length) continue
      if (cross(at(ring, i), at(ring, i + 1), at(ring, j), at(ring, j + 1))) return true
    }
  }
  return false
}

/** Twice the area of a triangle, signed: which side of a line a point lies on. */
const side = (a: Point, b: Point, c: Point): number => (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0])
const cross = (a: Point, b: Point, c: Point, d: Point): boolean =>
  side(a, b, c) * side(a, b, d) < 0 && side(c, d, a) * side(c, d, b) < 0
