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
  /** Its curve's first column. */
  readonly curve: number
}

type Entry = readonly [column: number, value: number]
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

/** Where a condition stands, as finely as values are told apart, and that on the scale of slopes. */
interface Placed {
  readonly name: Condition
  /** Its number among the conditions of the book. */
  readonly index: number
  readonly value: number
  readonly scale: Scale
  readonly z: number
}

/** Effects that differ at random between levels, and the column of each. */
interface Drawn {
  readonly name: string
  readonly of: (situation: Situation) => string
  readonly columns: ReadonlyMap<string, number>
}

/** What differs along the conditions by level: of each, the column of its slope along a condition, that of its hump being the next, and of fronts. */
interface Slopes {
  readonly of: (situation: Situation) => string
  readonly along: ReadonlyMap<string, ReadonlyMap<Condition, number>>
  readonly fronts: ReadonlyMap<string, number>
}

/** Takes the columns a row touches, one by one. */
export interface RowTaker {
  touch(column: number, value: number): void
}

/** The columns of the pattern model, laid out for a book: which of them a situation touches, and how. */
export class PatternTerms {
  readonly terms: AdditiveTerm[] = []
  /** A name for each column, the same from fit to fit. */
  readonly names: string[] = ['all']
  /** By water, what stands for it; one that is not in the book is taken as the book has it on average. */
  private readonly waters: ReadonlyMap<string, readonly Entry[]>
  private readonly anyWater: readonly Entry[]
  private readonly scales = new Map<Condition, Scale>()
  private readonly straight: number
  private readonly drawn: readonly Drawn[]
  private readonly slopes: readonly Slopes[]

  constructor(rows: readonly PatternRow[]) {
    this.waters = this.layWaters(rows)
    this.anyWater = sharesOf(this.waters, rows)
    for (const name of CONDITION_NAMES) this.layCurve(name, rows)
    this.straight = this.layStraight()
    this.drawn = Object.entries(DRAWN).map(([name, of]) => ({
      name,
      of,
      columns: this.layDrawn(
        name,
        rows.map(({ situation }) => of(situation)),
      ),
    }))
    this.slopes = this.laySlopes(rows)
  }

  /** Whether it was laid out for this water: a water's own rate is drawn to no other's. */
  knowsWater({ water }: Situation): boolean {
    return water === UNKNOWN || this.waters.has(water)
  }

  /**
   * The same columns, and behind them one for each lure, class, place … that only these rows have. Returned beside: of each of them the
   * term it is drawn with.
   */
  grown(rows: readonly PatternRow[]): { readonly terms: PatternTerms; readonly drawnWith: readonly string[] } {
    const names = [...this.names]
    const drawnWith: string[] = []
    const drawn = this.drawn.map((before) => {
      const { name, of, columns } = before
      if (columns.size === 0) return before
      const levels = new Set(rows.map(({ situation }) => of(situation)))
      const added = [...levels].filter((level) => level !== UNKNOWN && !columns.has(level))
      drawnWith.push(...added.map(() => name))
      return {
        name,
        of,
        columns: new Map([...columns, ...added.map((level) => [level, laid(names, name, level)] as const)]),
      }
    })
    const copy = Object.create(PatternTerms.prototype) as PatternTerms
    return { terms: Object.assign(copy, this, { names, drawn }), drawnWith }
  }

  /** The columns a situation touches. What is not known is taken as the book has it on average. */
  row(situation: Situation): SparseRow {
    const entries: Entry[] = []
    this.lay(situation, { touch: (column, value) => entries.push([column, value]) })
    return entries
  }

  /** The same, told one by one. */
  lay(situation: Situation, into: RowTaker): void {
    const places = this.placesOf(situation)
    into.touch(0, 1)
    for (const [column, share] of this.waters.get(situation.water) ?? this.anyWater) into.touch(column, share)
    for (const { value, scale } of places) layCurveAt(value, scale, into)
    for (const { index, z } of places) into.touch(this.straight + index, z)
    for (const { of, columns } of this.drawn) {
      const own = columns.get(of(situation))
      if (own !== undefined) into.touch(own, 1)
    }
    for (const { of, along, fronts } of this.slopes) {
      const level = of(situation)
      const columns = along.get(level)
      if (columns) laySlopesAt(columns, places, into)
      const own = fronts.get(frontOf(level, situation.front))
      if (own !== undefined) into.touch(own, 1)
    }
  }

  private placesOf({ numbers }: Situation): Placed[] {
    const places: Placed[] = []
    let index = -1
    for (const [name, scale] of this.scales) {
      index++
      const own = scaled(name, numbers[name])
      if (!Number.isFinite(own)) continue
      const value = snapped(own, scale)
      places.push({ name, index, value, scale, z: zOf(value, scale) })
    }
    return places
  }

  private column(name: string): number {
    return this.names.push(name) - 1
  }

  /** The water with most hours is the one held against, and has no column. */
  private layWaters(rows: readonly PatternRow[]): Map<string, readonly Entry[]> {
    const waters = [...hoursBy(rows, ({ water }) => water)].filter(([water]) => water !== UNKNOWN)
    waters.sort(([, one], [, other]) => other - one)
    return new Map(waters.map(([water], i) => [water, i === 0 ? [] : [[this.column(`water ${water}`), 1] as const]]))
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
    const first = this.names.length
    const basis = cubicBasis(low, high, SPLINES)
    const scale = { low, step: (high - low) / STEPS, basis, mean, sd: sd || 1, curve: first }
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
    for (let a = 0; a < SPLINES; a++) this.column(`${name} ${a}`)
    this.terms.push({ name, first, size: SPLINES, charge: 'bend', held: [level, straight] })
    this.scales.set(name, scale)
  }

  /** Returned: the first of its columns, one a condition. */
  private layStraight(): number {
    const first = this.names.length
    for (const name of this.scales.keys()) this.column(`${name} straight`)
    if (this.scales.size > 0) this.terms.push({ name: 'straight', first, size: this.scales.size, charge: 'size' })
    return first
  }

  /** Returned: the column of each level; none where there are not two. */
  private layDrawn(name: string, labels: Iterable<string>, onTrial = false): ReadonlyMap<string, number> {
    const levels = [...new Set(labels)].filter((label) => label !== UNKNOWN).sort()
    if (levels.length < 2) return new Map()
    const first = this.names.length
    const columns = new Map(levels.map((level) => [level, laid(this.names, name, level)]))
    this.terms.push({ name, first, size: levels.length, charge: 'size', onTrial })
    return columns
  }

  /** How levels of a trait, classes and lures differ along every condition, and at what height of a hump. */
  private laySlopes(rows: readonly PatternRow[]): Slopes[] {
    const fronts = [...new Set(rows.map(({ situation }) => situation.front))].filter((front) => front !== UNKNOWN)
    return Object.entries(SLOPES).flatMap(([slope, of]): Slopes[] => {
      const levels = [...hoursBy(rows, of)].flatMap(([level, hours]) =>
        level !== UNKNOWN && hours >= SLOPE_HOURS ? [level] : [],
      )
      if (levels.length < 2) return []
      levels.sort()
      const along = new Map(levels.map((level) => [level, new Map<Condition, number>()]))
      for (const name of this.scales.keys()) {
        const first = this.names.length
        for (const level of levels) {
          along.get(level)?.set(name, this.column(slopeName(slope, level, name)))
          this.column(`${slopeName(slope, level, name)} hump`)
        }
        this.terms.push({ name: `${slope} × ${name}`, first, size: 2 * levels.length, charge: 'size', onTrial: true })
      }
      const ofFronts = levels.flatMap((level) => fronts.map((front) => frontOf(level, front)))
      return [{ of, along, fronts: fronts.length > 1 ? this.layDrawn(slope, ofFronts, true) : new Map() }]
    })
  }
}

/** Each water as often as the book fished it. */
function sharesOf(waters: ReadonlyMap<string, readonly Entry[]>, rows: readonly PatternRow[]): readonly Entry[] {
  const hours = hoursBy(rows, ({ water }) => water)
  const all = [...hours.values()].reduce((sum, one) => sum + one, 0)
  return [...waters].flatMap(([water, entries]) =>
    entries.map(([column]): Entry => [column, (hours.get(water) ?? 0) / all]),
  )
}

function layCurveAt(value: number, { basis, curve }: Scale, into: RowTaker): void {
  const { first, values } = basis.at(value)
  for (let a = 0; a < values.length; a++) into.touch(curve + first + a, at(values, a))
}

function laySlopesAt(columns: ReadonlyMap<Condition, number>, places: readonly Placed[], into: RowTaker): void {
  for (const { name, z } of places) {
    const own = columns.get(name)
    if (own === undefined) continue
    into.touch(own, z)
    into.touch(own + 1, z * z - 1)
  }
}

/** Lays a level's column behind all others. */
const laid = (names: string[], term: string, level: string): number => names.push(`${term} ${level}`) - 1

const frontOf = (level: string, front: string): string => `${level} front ${front}`
/**
 * A condition on the scale it is judged on; a light of nought is as dark as starlight.
 *
 * Given      a condition and its value in its own unit
 * Returned   the value, or its natural logarithm where the eye or the sense behind it goes by ratios
 */
export const scaled = (name: Condition, value: number): number =>
  CONDITIONS[name] ? Math.log(Math.max(value, 1e-3)) : value
const snapped = (value: number, { low, step }: Pick<Scale, 'low' | 'step'>): number => {
  const place = Math.min(STEPS, Math.max(0, Math.round((value - low) / step)))
  return low + place * step
}
const zOf = (value: number, { mean, sd }: Pick<Scale, 'mean' | 'sd'>): number =>
  Math.max(-MOST_SCALED, Math.min(MOST_SCALED, (value - mean) / sd))
const slopeName = (trait: string, level: string, condition: string): string => `${trait} ${level} × ${condition}`

function hoursBy(rows: readonly PatternRow[], of: (situation: Situation) => string): Map<string, number> {
  const sums = new Map<string, number>()
  for (const { situation, hours } of rows) {
    const level = of(situation)
    sums.set(level, (sums.get(level) ?? 0) + hours)
  }
  return sums
}
