import { at } from '../checked/index.ts'
import { cubicBasis } from '../stats/curve/splineBasis.ts'
import type { SplineBasis } from '../stats/curve/splineBasis.ts'
import type { AdditiveTerm, SparseRow } from '../stats/index.ts'
import { UNKNOWN } from '../vocabulary/index.ts'
import type { PatternRow } from './patternRows.ts'
import { CONDITIONS, CONDITION_NAMES, TRAITS } from './situation.ts'
import type { Condition, Situation } from './situation.ts'

const SPLINES = 10
/** Values of a condition are told apart as finely as a reading is good; hours between that agree in all else are one row. */
const STEPS = 40
/** Beyond that a slope of a trait is taken to go on no further. */
const MOST_SCALED = 2.5

/** A condition's range in the book, its curve, and how it is scaled for slopes. */
interface Scale {
  readonly low: number
  readonly step: number
  readonly basis: SplineBasis
  readonly mean: number
  readonly sd: number
}

type Entry = readonly [column: number, value: number]
const FIXED = ['water'] as const
const DRAWN = {
  season: ({ season }: Situation) => season,
  light: ({ light }: Situation) => light,
  class: ({ class: own }: Situation) => own,
  'class by water': ({ class: own, water }: Situation) => `${own} ${water}`,
  lure: ({ lure }: Situation) => lure,
  'lure by water': ({ lure, water }: Situation) => `${lure} ${water}`,
  place: ({ structure }: Situation) => structure,
} as const

/** Of fewer hours one cannot tell how a rate runs along a condition. (ours) */
const SLOPE_HOURS = 6

/** What may differ along each condition. */
const SLOPES: Readonly<Record<string, (situation: Situation) => string>> = {
  ...Object.fromEntries(TRAITS.map((trait) => [trait, ({ traits }: Situation) => traits[trait]])),
  'class on its water': ({ class: own, water }: Situation) => `${own} on ${water}`,
  'lure on its water': ({ lure, water }: Situation) => `${lure} on ${water}`,
}

const DRAWN_TERMS = Object.entries(DRAWN)
const SLOPE_TERMS = Object.entries(SLOPES)

/** Where a condition stands, as finely as values are told apart, and that on the scale of slopes. */
interface Placed {
  readonly name: Condition
  readonly value: number
  readonly scale: Scale
  readonly z: number
}

/** The columns of the pattern model, laid out for a book: which of them a situation touches, and how. */
export class PatternTerms {
  readonly terms: AdditiveTerm[] = []
  /** A name for each column, the same from fit to fit. */
  readonly names: string[] = ['all']
  private readonly shares = new Map<string, readonly Entry[]>()
  private readonly columnOf = new Map<string, number>([['all', 0]])
  private readonly scales = new Map<Condition, Scale>()
  /** Of a level, the column of its slope along each condition; that of its hump is the next. */
  private readonly slopeColumns = new Map<string, Map<Condition, number>>()

  constructor(rows: readonly PatternRow[]) {
    this.layFixed(rows)
    for (const name of CONDITION_NAMES) this.layCurve(name, rows)
    this.layStraight()
    for (const [name, of] of DRAWN_TERMS)
      this.layDrawn(
        name,
        rows.map(({ situation }) => of(situation)),
      )
    this.laySlopes(rows)
  }

  /** The columns a situation touches. What is not known is taken as the book has it on average. */
  row(situation: Situation): SparseRow {
    const places = this.placesOf(situation)
    const entries: Entry[] = [[0, 1]]
    for (const name of FIXED) entries.push(...this.fixed(name, situation[name]))
    for (const place of places) this.addCurve(place, entries)
    for (const { name, z } of places) this.addValue(`${name} straight`, z, entries)
    for (const [name, of] of DRAWN_TERMS) this.addNamed(`${name} ${of(situation)}`, entries)
    for (const [slope, of] of SLOPE_TERMS) {
      const level = `${slope} ${of(situation)}`
      this.addSlopes(level, places, entries)
      this.addNamed(`${level} front ${situation.front}`, entries)
    }
    return entries
  }

  private placesOf({ numbers }: Situation): Placed[] {
    const places: Placed[] = []
    for (const [name, scale] of this.scales) {
      const own = scaled(name, numbers[name])
      if (!Number.isFinite(own)) continue
      const value = snapped(own, scale)
      places.push({ name, value, scale, z: zOf(value, scale) })
    }
    return places
  }

  private addNamed(name: string, entries: Entry[]): void {
    this.addValue(name, 1, entries)
  }

  private addValue(name: string, value: number, entries: Entry[]): void {
    const own = this.columnOf.get(name)
    if (own !== undefined) entries.push([own, value])
  }

  private fixed(name: string, level: string): readonly Entry[] {
    // The level held against has no column, and is known by that.
    if (this.columnOf.has(`${name} ${level} held`)) return []
    const own = this.columnOf.get(`${name} ${level}`)
    return own === undefined ? (this.shares.get(name) ?? []) : [[own, 1]]
  }

  private addCurve({ name, value, scale }: Placed, entries: Entry[]): void {
    const begin = this.columnOf.get(`${name} 0`)
    if (begin === undefined) return
    const { first, values } = scale.basis.at(value)
    for (let a = 0; a < values.length; a++) entries.push([begin + first + a, at(values, a)])
  }

  private addSlopes(level: string, places: readonly Placed[], entries: Entry[]): void {
    const columns = this.slopeColumns.get(level)
    if (!columns) return
    for (const { name, z } of places) {
      const own = columns.get(name)
      if (own !== undefined) entries.push([own, z], [own + 1, z * z - 1])
    }
  }

  private column(name: string): number {
    const column = this.names.length
    this.names.push(name)
    this.columnOf.set(name, column)
    return column
  }

  private layFixed(rows: readonly PatternRow[]): void {
    for (const name of FIXED) {
      const hours = sumBy(rows, ({ situation }) => situation[name])
      const all = [...hours.values()].reduce((sum, one) => sum + one, 0)
      const levels = [...hours].filter(([level]) => level !== UNKNOWN).sort(([, one], [, other]) => other - one)
      const [held, ...others] = levels
      if (held) this.columnOf.set(`${name} ${held[0]} held`, -1)
      this.shares.set(
        name,
        others.map(([level, spent]) => [this.column(`${name} ${level}`), spent / all] as const),
      )
    }
  }

  private layCurve(name: Condition, rows: readonly PatternRow[]): void {
    const known = rows.flatMap(({ situation, hours }) => {
      const value = scaled(name, situation.numbers[name])
      return Number.isFinite(value) ? [{ value, hours }] : []
    })
    const [low, high] = known.reduce(
      ([least, most], { value }) => [Math.min(least, value), Math.max(most, value)] as const,
      [Infinity, -Infinity] as const,
    )
    if (!(high > low)) return
    const all = known.reduce((sum, { hours }) => sum + hours, 0)
    const mean = known.reduce((sum, { value, hours }) => sum + value * hours, 0) / all
    const sd = Math.sqrt(known.reduce((sum, { value, hours }) => sum + hours * (value - mean) ** 2, 0) / all)
    const scale = { low, step: (high - low) / STEPS, basis: cubicBasis(low, high, SPLINES), mean, sd: sd || 1 }
    // What is level and what is straight of a curve is told by columns of their own, so that it is drawn to nought, too.
    const [level, straight] = [new Float64Array(SPLINES), new Float64Array(SPLINES)]
    for (const { value, hours } of known) {
      const place = snapped(value, scale)
      const { first, values } = scale.basis.at(place)
      values.forEach((one, a) => {
        level[first + a] = at(level, first + a) + (one * hours) / all
        straight[first + a] = at(straight, first + a) + (one * hours * zOf(place, scale)) / all
      })
    }
    const first = this.names.length
    for (let a = 0; a < SPLINES; a++) this.column(`${name} ${a}`)
    this.terms.push({ name, first, size: SPLINES, charge: 'bend', held: [level, straight] })
    this.scales.set(name, scale)
  }

  private layStraight(): void {
    const first = this.names.length
    for (const name of this.scales.keys()) this.column(`${name} straight`)
    if (this.scales.size > 0) this.terms.push({ name: 'straight', first, size: this.scales.size, charge: 'size' })
  }

  private layDrawn(name: string, labels: readonly string[], onTrial = false): void {
    const levels = [...new Set(labels)].filter((label) => label !== UNKNOWN).sort()
    if (levels.length < 2) return
    const first = this.names.length
    for (const level of levels) this.column(`${name} ${level}`)
    this.terms.push({ name, first, size: levels.length, charge: 'size', onTrial })
  }

  /** How levels of a trait, classes and lures differ along every condition, and at what height of a hump. */
  private laySlopes(rows: readonly PatternRow[]): void {
    const fronts = [...new Set(rows.map(({ situation }) => situation.front))].filter((front) => front !== UNKNOWN)
    for (const [slope, of] of SLOPE_TERMS) {
      const levels = [...sumBy(rows, ({ situation }) => of(situation))].flatMap(([level, hours]) =>
        level !== UNKNOWN && hours >= SLOPE_HOURS ? [level] : [],
      )
      if (levels.length < 2) continue
      levels.sort()
      for (const name of this.scales.keys()) {
        const first = this.names.length
        for (const level of levels) {
          const own = this.column(slopeName(slope, level, name))
          const columns = this.slopeColumns.get(`${slope} ${level}`) ?? new Map<Condition, number>()
          this.slopeColumns.set(`${slope} ${level}`, columns.set(name, own))
          this.column(`${slopeName(slope, level, name)} hump`)
        }
        this.terms.push({ name: `${slope} × ${name}`, first, size: 2 * levels.length, charge: 'size', onTrial: true })
      }
      if (fronts.length > 1)
        this.layDrawn(
          slope,
          levels.flatMap((level) => fronts.map((front) => `${level} front ${front}`)),
          true,
        )
    }
  }
}

/** A condition on the scale it is judged on; a light of nought is as dark as starlight. */
export const scaled = (name: Condition, value: number): number =>
  CONDITIONS[name] ? Math.log(Math.max(value, 1e-3)) : value
const snapped = (value: number, { low, step }: Pick<Scale, 'low' | 'step'>): number => {
  const place = Math.min(STEPS, Math.max(0, Math.round((value - low) / step)))
  return low + place * step
}
const zOf = (value: number, { mean, sd }: Pick<Scale, 'mean' | 'sd'>): number =>
  Math.max(-MOST_SCALED, Math.min(MOST_SCALED, (value - mean) / sd))
const slopeName = (trait: string, level: string, condition: string): string => `${trait} ${level} × ${condition}`

function sumBy(rows: readonly PatternRow[], of: (row: PatternRow) => string): Map<string, number> {
  const sums = new Map<string, number>()
  for (const row of rows) sums.set(of(row), (sums.get(of(row)) ?? 0) + row.hours)
  return sums
}
