import { gpx } from '@tmcw/togeojson'
import { DOMParser, ParseError } from '@xmldom/xmldom'
import { crossesItself, outlineOf } from '../places/index.ts'
import type { Outline } from '../places/index.ts'

export interface PlacePoint {
  readonly name: string
  readonly latitude: number
  readonly longitude: number
}

export interface ReadPlaces {
  /** Closed shapes that may be a water's shore. */
  readonly outlines: readonly { readonly name: string; readonly outline: Outline }[]
  /** Single places that may be spots. */
  readonly points: readonly PlacePoint[]
  /** What stands in the file and is neither, or cannot be read. */
  readonly remarks: readonly string[]
}

/** A file that cannot be read at all, with the line where that shows. */
export class PlacesRefusal extends Error {}

const LARGEST_LETTERS = 20_000_000
/** A track whose ends lie this near to one another (degrees) is walked around something. */
const CLOSED_DEG = 0.0005

/**
 * Outlines and places out of a GeoJSON (RFC 7946) or GPX 1.1 text. Throws PlacesRefusal for a text that is neither, is too large, or
 * brings declarations of its own (a document type may name files elsewhere).
 */
export function readPlaces(text: string): ReadPlaces {
  if (text.length > LARGEST_LETTERS)
    throw new PlacesRefusal(`The file has ${text.length} letters; at most ${LARGEST_LETTERS} are taken.`)
  const start = text.trimStart()
  if (start.startsWith('<')) return sorted(featuresOfGpx(text))
  if (start.startsWith('{')) return sorted(featuresOfGeoJson(text))
  throw new PlacesRefusal('The file is neither GeoJSON nor GPX.')
}

interface Feature {
  readonly name: string
  readonly geometry: { readonly type?: unknown; readonly coordinates?: unknown } | null | undefined
}

function featuresOfGpx(text: string): Feature[] {
  refuseDeclarations(text)
  let parsed
  try {
    parsed = new DOMParser({ onError: (level, message) => level !== 'warning' && refuse(message) }).parseFromString(
      text,
      'application/xml',
    )
  } catch (error) {
    if (error instanceof PlacesRefusal) throw error
    const at =
      error instanceof ParseError ? (error as { locator?: { lineNumber?: number } }).locator?.lineNumber : undefined
    throw new PlacesRefusal(`${at === undefined ? '' : `Line ${at}: `}the file is not well-formed XML.`)
  }
  if (parsed.documentElement?.nodeName !== 'gpx') throw new PlacesRefusal('The file is XML, but no GPX.')
  const { features } = gpx(parsed)
  return features.map(({ properties, geometry }) => ({
    name: String((properties as { name?: unknown } | null)?.name ?? ''),
    geometry,
  }))
}

/** Throws PlacesRefusal for a text with a document type or entities of its own, which may name files elsewhere. */
export function refuseDeclarations(text: string): void {
  const declared = /<!(DOCTYPE|ENTITY)/i.exec(text)
  if (declared)
    throw new PlacesRefusal(
      `Line ${lineOf(text, declared.index)}: the file declares a document type; save it without one.`,
    )
}

function refuse(message: string): never {
  const line = /line:(\d+)/i.exec(message)?.[1] ?? /@#?\[line:(\d+)/.exec(message)?.[1]
  throw new PlacesRefusal(`${line === undefined ? '' : `Line ${line}: `}the file is not well-formed XML.`)
}

const lineOf = (text: string, index: number): number => text.slice(0, index).split('\n').length

function featuresOfGeoJson(text: string): Feature[] {
  let root: unknown
  try {
    root = JSON.parse(text)
  } catch (error) {
    const at = /position (\d+)/.exec((error as Error).message)?.[1]
    throw new PlacesRefusal(
      `${at === undefined ? '' : `Line ${lineOf(text, Number(at))}: `}the file is not JSON, or it was cut off.`,
    )
  }
  const { type, features } = root as { type?: unknown; features?: unknown }
  const list: unknown[] =
    type === 'FeatureCollection' && Array.isArray(features)
      ? features
      : type === 'Feature'
        ? [root]
        : [{ geometry: root }]
  return list.map((feature) => {
    const { properties, geometry } = (feature ?? {}) as {
      properties?: { name?: unknown; water?: unknown } | null
      geometry?: Feature['geometry']
    }
    return { name: String(properties?.name ?? properties?.water ?? ''), geometry }
  })
}

function sorted(features: readonly Feature[]): ReadPlaces {
  const outlines: { name: string; outline: Outline }[] = []
  const points: PlacePoint[] = []
  const remarks: string[] = []
  features.forEach(({ name, geometry }, i) => {
    const called = name === '' ? `number ${i + 1}` : `“${name}”`
    const outline = outlineOf(geometry) ?? closedLine(geometry)
    const point = pointOf(geometry)
    if (outline) {
      outlines.push({ name, outline })
      if (crossesItself(outline))
        remarks.push(`${called} crosses itself: it is taken as drawn, but what lies inside it is doubtful.`)
    } else if (point) points.push({ name, ...point })
    else remarks.push(`${called} is neither a place nor a closed shape and was passed over.`)
  })
  return { outlines, points, remarks }
}

/** A track around a water, as its shore. */
function closedLine(geometry: Feature['geometry']): Outline | undefined {
  const line = geometry?.coordinates
  if (geometry?.type !== 'LineString' || !Array.isArray(line) || line.length < 4) return undefined
  const positions = (line as number[][]).map(([longitude = NaN, latitude = NaN]) => [longitude, latitude])
  const [first, last] = [positions[0], positions.at(-1)]
  const near =
    first && last && Math.hypot((first[0] ?? 0) - (last[0] ?? 9), (first[1] ?? 0) - (last[1] ?? 9)) < CLOSED_DEG
  return near ? outlineOf({ type: 'Polygon', coordinates: [[...positions.slice(0, -1), first]] }) : undefined
}

function pointOf(geometry: Feature['geometry']): { latitude: number; longitude: number } | undefined {
  const [longitude, latitude] = (
    geometry?.type === 'Point' && Array.isArray(geometry.coordinates) ? geometry.coordinates : []
  ) as unknown[]
  const sound =
    typeof latitude === 'number' &&
    typeof longitude === 'number' &&
    Math.abs(latitude) <= 90 &&
    Math.abs(longitude) <= 180
  return sound ? { latitude, longitude } : undefined
}
