import { at, entry } from '../../checked/index.ts'
import type { Factor } from '../../effort/index.ts'
import { UNKNOWN } from '../../vocabulary/index.ts'
import { heterogeneity } from '../../stats/index.ts'
import type { WaterRatio } from '../../stats/index.ts'
import { rateEstimate } from './claimResult.ts'
import type { ClaimResult, Question } from './claimResult.ts'
import type { Selection } from './selection.ts'

/**
 * Whether what a lure brings over others is the same on every water. A claim that names no lure is asked of every class of lure, each
 * against the rest of its water, and one spread between waters is found for all of them.
 *
 * Returned   as the ratio, the factor e^sd by which a pattern's ratio differs from water to water; p: chance of such differences were there none
 * Source     rates water by water: `rateEstimate`; their spread: `heterogeneity`
 */
export function travelsResult(question: Question): ClaimResult {
  const { columns, claim, rows, selection, options } = question
  const water = entry(columns.factors, 'water')
  const waters = levelsOn(water, rows)
  if (waters.length < 2) return { cannot: 'the hours are of one water' }
  const onWater = waters.map((code) => ({
    name: at(water.levels, code),
    rows: rows.filter((row) => at(water.codes, row) === code),
  }))
  const patterns = (claim.lure === '' ? classesOf(entry(columns.factors, 'class'), rows, selection) : [selection]).map(
    (sides) => onWater.flatMap(({ name, rows: here }) => ratioOn(name, { ...question, rows: here, selection: sides })),
  )
  const known = patterns.filter((ratios) => ratios.length >= 2)
  if (known.length === 0)
    return { found: { ratio: null, lower: 1, upper: Infinity, pValue: 1, early: true }, denominator: 'hours' }
  const { sd, lower, upper, pValue } = heterogeneity(known, options)
  return {
    found: { ratio: Math.exp(sd), lower: Math.exp(lower), upper: Math.exp(upper), pValue, early: false },
    denominator: 'hours',
  }
}

function levelsOn({ codes, levels }: Factor, rows: readonly number[]): number[] {
  return [...new Set(rows.map((row) => at(codes, row)))].filter((code) => at(levels, code) !== UNKNOWN)
}

/** Each class against the rest. */
function classesOf(factor: Factor, rows: readonly number[], { when }: Selection): Selection[] {
  const is = (row: number, code: number): boolean => at(factor.codes, row) === code
  return levelsOn(factor, rows).map((code) => ({
    when,
    inA: (row) => when(row) && is(row, code),
    inB: (row) => when(row) && !is(row, code),
  }))
}

/** The ratio on one water, where its hours tell one. */
function ratioOn(water: string, question: Question): WaterRatio[] {
  const found = rateEstimate(question)
  return found && Number.isFinite(found.error) && found.error > 0 ? [{ water, ...found }] : []
}
