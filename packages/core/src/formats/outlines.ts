import { outlineOf } from '../places/index.ts'
import type { Outline } from '../places/index.ts'
import type { Json } from '../sync/index.ts'

/** The file of a bundle that holds the outlines: features with the property `water`. */
export const OUTLINES_FILE = 'outlines.geojson'

export interface ReadOutlines {
  readonly outlines: ReadonlyMap<string, Outline>
  readonly faults: readonly string[]
}

/** Outlines by water out of a GeoJSON text. Never throws for what is in it. */
export function readOutlines(text: string): ReadOutlines {
  const outlines = new Map<string, Outline>()
  const faults: string[] = []
  let features: unknown
  try {
    features = (JSON.parse(text) as { features?: unknown } | null)?.features
  } catch {
    return { outlines, faults: ['The file is not JSON, or it was cut off.'] }
  }
  if (!Array.isArray(features)) return { outlines, faults: ['The file is no GeoJSON FeatureCollection.'] }
  features.forEach((feature: unknown, i) => {
    const { properties, geometry } = (feature ?? {}) as { properties?: { water?: unknown } | null; geometry?: unknown }
    const outline = outlineOf(geometry)
    if (typeof properties?.water !== 'string')
      faults.push(`Feature ${i + 1} does not say of which water it is (property "water").`)
    else if (!outline) faults.push(`Feature ${i + 1} is no polygon with coordinates in degrees.`)
    else outlines.set(properties.water, outline)
  })
  return { outlines, faults }
}

export function writeOutlines(outlines: readonly { readonly water: string; readonly outline: Json }[]): string {
  const features = outlines.map(({ water, outline }) => ({ type: 'Feature', properties: { water }, geometry: outline }))
  return `${JSON.stringify({ type: 'FeatureCollection', features })}\n`
}
