import { entry } from '../checked/index.ts'
import { fromSi } from '../units/units.ts'
import { DEFAULT_BANDS, RECORD_BANDS, RECORD_EDGES, bandWords, temperatureWords } from './bands.ts'
import type { BandName, BandSet, BookBands, RecordBand } from './bands.ts'

/** Bands whose edges a book may set. Those of words keep their words, so that they keep their number. */
export const ADJUSTABLE_BANDS = [
  'temp_band',
  'clarity_band',
  'wind_band',
  ...(Object.keys(RECORD_EDGES) as RecordBand[]),
] as const satisfies readonly (BandName | RecordBand)[]
export type AdjustableBand = (typeof ADJUSTABLE_BANDS)[number]

/** More than anyone reads. */
export const MOST_BAND_EDGES = 24

/** Why these edges (SI) cannot part the values of a band; undefined where they can. */
export function faultOfEdges(band: AdjustableBand, edges: unknown): 'not rising' | 'too many' | 'words' | undefined {
  if (!Array.isArray(edges) || edges.length === 0 || !edges.every((edge) => Number.isFinite(edge))) return 'not rising'
  if (edges.some((edge: number, i) => i > 0 && edge <= edges[i - 1])) return 'not rising'
  const words = band === 'clarity_band' || band === 'wind_band'
  if (words && edges.length !== DEFAULT_BANDS[band].edges.length) return 'words'
  return edges.length > MOST_BAND_EDGES ? 'too many' : undefined
}

/** A book's bands from the edges it sets itself (SI, by band); what it does not set, or sets so that it cannot be, is as built in. */
export function bookBands(own: unknown): BookBands {
  const set = typeof own === 'object' && own !== null ? (own as Readonly<Record<string, unknown>>) : {}
  const bands: Record<string, BandSet> = { ...DEFAULT_BANDS, ...RECORD_BANDS }
  for (const name of ADJUSTABLE_BANDS) {
    if (!Object.hasOwn(set, name) || faultOfEdges(name, set[name])) continue
    const edges = set[name] as readonly number[]
    bands[name] = { of: entry(bands, name).of, edges, labels: labelsOfEdges(name, edges) }
    // The strongest wind of a day is told in the same words.
    if (name === 'wind_band') bands.wind_max_band = { ...DEFAULT_BANDS.wind_max_band, edges }
  }
  return bands as BookBands
}

/** The unit in which the edges of a record's band are written, and how much of it is one of what is stored. */
export const unitOfBand = (band: RecordBand): { readonly unit: string; readonly si: number } => ({
  unit: RECORD_EDGES[band].unit,
  si: RECORD_EDGES[band].toSi(1),
})

/** As people type them: two decimals are finer than anyone parts a band. */
const asTyped = (value: number): number => Number(value.toFixed(2))

function labelsOfEdges(name: AdjustableBand, edges: readonly number[]): readonly string[] {
  if (name === 'temp_band') return temperatureWords(edges.map((edge) => asTyped(fromSi(edge, 'F'))))
  if (name === 'clarity_band' || name === 'wind_band') return DEFAULT_BANDS[name].labels
  const { unit, si } = unitOfBand(name)
  return bandWords(
    edges.map((edge) => asTyped(edge / si)),
    unit,
  )
}

/** Where a band stands among those of its column, told by its label: of words by the order built in, of figures by their lower edge. */
export function bandPlace(column: string, label: string): number | undefined {
  const set: BandSet | undefined = { ...DEFAULT_BANDS, ...RECORD_BANDS }[column as BandName | RecordBand]
  if (!set) return undefined
  const range = edgesOfLabel(label)
  const place = range ? (range.from ?? -Infinity) : set.labels.indexOf(label)
  return place === -1 && !range ? undefined : place
}

/** The edges that a label of figures names, in the unit it is written in: `45..50F`, `<8 lb`, `>=10 s`. */
export function edgesOfLabel(label: string): { readonly from: number | null; readonly to: number | null } | undefined {
  const [, open, first, second] = /^(<|>=)?(-?[\d.]+?)(?:(?:\.\.|–)(-?[\d.]+))?(?:F| [a-z]+)$/.exec(label) ?? []
  if (first === undefined) return undefined
  if (open === '<') return { from: null, to: Number(first) }
  return { from: Number(first), to: open ? null : Number(second) }
}
