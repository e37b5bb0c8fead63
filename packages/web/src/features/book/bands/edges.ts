import { MOST_BAND_EDGES, RECORD_BANDS, faultOfEdges, fromSi, parseNumber, toSi, unitOfBand } from '@jotbook/core'
import type { AdjustableBand, RecordBand, Unit, UnitPreferences } from '@jotbook/core'
import { unitLabel } from '../../../ui/locale.ts'
import { text } from './text.ts'

/** How the edges of a band are typed: in the book's unit, or in the one its label is written in. */
export interface EdgeUnit {
  readonly label: string
  readonly toSi: (typed: number) => number
  readonly fromSi: (si: number) => number
}

export function edgeUnit(band: AdjustableBand, units: UnitPreferences): EdgeUnit {
  if (band in RECORD_BANDS) {
    const { unit, si } = unitOfBand(band as RecordBand)
    return { label: unit, toSi: (typed) => typed * si, fromSi: (value) => value / si }
  }
  const unit: Unit = band === 'temp_band' ? units.temperature : band === 'clarity_band' ? units.visibility : units.wind
  return { label: unitLabel(unit), toSi: (typed) => toSi(typed, unit), fromSi: (value) => fromSi(value, unit) }
}

/** Edges as one types them. */
export const writtenEdges = (edges: readonly number[], unit: EdgeUnit): string =>
  edges.map((edge) => String(Number(unit.fromSi(edge).toFixed(2)))).join(' ')

/** Edges as typed, in SI, or what is wrong with them. */
export function readEdges(
  written: string,
  band: AdjustableBand,
  unit: EdgeUnit,
  words: number,
): { readonly edges: readonly number[] } | { readonly wrong: string } {
  const parts = written.split(/[\s;]+|,\s+/).filter((part) => part !== '')
  const typed = parts.map(parseNumber)
  const unread = typed.indexOf(undefined)
  if (unread >= 0) return { wrong: text.wrong.plain(parts[unread] ?? '') }
  const edges = typed.map((value) => unit.toSi(value ?? 0))
  const fault = faultOfEdges(band, edges)
  if (!fault) return { edges }
  if (fault === 'words') return { wrong: text.wrong.words(words - 1) }
  return { wrong: fault === 'too many' ? text.wrong['too many'](MOST_BAND_EDGES) : text.wrong['not rising'] }
}
