import { Kernel, choleskyInverse } from '../../numerics/index.ts'
import type { Square } from '../../numerics/index.ts'
import type { AdditiveTerm } from './additiveTerm.ts'
import { PenalisedPoisson } from './penalisedPoisson.ts'
import type { Place, Strengths, Values } from './penalisedPoisson.ts'
import { RowSums } from './rowSums.ts'
import { byColumn, withColumns } from './sparseRows.ts'
import type { SparseColumns, SparseRow, SparseRows } from './sparseRows.ts'

export interface AdditiveSpec {
  readonly columns: number
  readonly terms: readonly AdditiveTerm[]
  /** Variance over mean of the counts. Default 1. */
  readonly dispersion?: number
  /** Where a fit of nearly the same rows ended. */
  readonly start?: Pick<AdditiveModel, 'coefficients' | 'strengths' | 'tripSd' | 'eventsAtTrial'>
  /** Told after every update of the strengths. */
  readonly progress?: (updates: number) => void
}

export interface AdditiveModel {
  /** Where the posterior is highest, as mgcv has it. */
  readonly coefficients: Float64Array
  /** By how much its mean lies off that: rates, which are exponentials, need it. */
  readonly meanOffMode: Float64Array
  /** Of each row's log rate, its trip left out. */
  readonly rowVariances: Float64Array
  /** V of the coefficients that are left, trips integrated out. */
  readonly covariance: Square
  /** The place of each column in it; −1 for those of terms that say nothing, which have gone. */
  readonly places: Int32Array
  /** By term, in order. */
  readonly strengths: Float64Array
  /** Degrees of freedom that the data use, by term. */
  readonly edf: Float64Array
  readonly edfTrips: number
  readonly tripSd: number
  readonly reml: number
  readonly updates: number
  readonly converged: boolean
  /** Events there were when terms on trial were last judged. */
  readonly eventsAtTrial: number
}

/** Terms on trial are judged anew when events have become so many times as many: it takes longer than going on from another fit does. (ours) */
const TRIAL_GROWTH = 1.05
const FIRST_STRENGTH = { bend: 1, size: 50 } as const
/** Degrees of freedom by which a term says nothing. */
const NOTHING = 0.05
const FIRST_TRIP_SD = 0.4
/** A term this strongly held says nothing. */
export const STRONGEST = 1e7
const WEAKEST = 1e-6
const MOST_UPDATES = 60
/** Restricted log-likelihood that another update is worth less than. */
const CLOSE = 2e-3
/** Standard errors above nought from which effects on trial are taken up. (ours) */
const TAKEN_UP = 2
/** Time grows with the cube of the columns: with so many no further term is taken up. (ours) */
const MOST_COLUMNS = 600
/** Near enough to judge terms on trial. */
const NEAR = 0.1
const HALVINGS = 4
/** Newton steps an update. */
const PASSES = 2
const FIRST_PASSES = 4

/**
 * Poisson counts over hours by curves and by effects that differ at random, every strength told by the data.
 *
 *   y ~ Poisson(h·exp(Xβ + u_trip)), β charged λ_j·β'S_jβ, u ~ N(0, σ²);  λ_j ← (rank S_j − λ_j·tr(V·S_j)) / β'S_jβ
 *
 * Given      sparse rows; columns that no term names are free
 * Returned   the posterior's mean and the factor of its precision, strengths, degrees of freedom
 * Accuracy   see `additive.test.ts`: within a quarter of its standard error of mgcv where a reference is held
 * Source     strengths: generalised Fellner–Schall, Wood & Fasiolo, Biometrics 73 (2017) 1071, the updates halved where the restricted
 *            likelihood (Laplace; Wood, J. R. Stat. Soc. B 73 (2011) 3) would fall; posterior: Wood, Generalized Additive Models (2017) §6.10
 */
export function fitAdditive(data: SparseRows, spec: AdditiveSpec): AdditiveModel {
  const { start, terms } = spec
  const whole: Whole = { data, spec, kernel: new Kernel() }
  const started = new Map(terms.map(({ name }, j) => [name, start?.strengths[j] ?? STRONGEST]))
  // Begun from another fit, terms that said something there are in from the start; all others are on trial.
  const main = terms.filter(({ name, onTrial }) => (start ? started.get(name)! < STRONGEST : !onTrial))
  const events = data.events.reduce((sum, y) => sum + y, 0)
  const judged = !start || events > TRIAL_GROWTH * start.eventsAtTrial
  const tried = judged ? terms.filter((term) => !main.includes(term)) : []
  const first = improved(begin(main, started, whole), whole, tried.length > 0 ? NEAR : CLOSE)
  const takenUp = takenUpOf(tried, first, byColumn(data, spec.columns))
  const found = tried.length === 0 ? first : improved(joined(first, takenUp, whole), whole, CLOSE)
  const { part, place, at } = found
  return {
    ...inWhole(part, place, at, spec),
    tripSd: 1 / Math.sqrt(at.tripPrecision),
    reml: place.reml,
    updates: found.count,
    converged: found.converged,
    eventsAtTrial: judged ? events : start.eventsAtTrial,
  }
}

/** Terms on trial that say something, those that say most first, as far as there is room. */
function takenUpOf(tried: readonly AdditiveTerm[], { part, place }: Improved, data: SparseColumns): AdditiveTerm[] {
  let room = MOST_COLUMNS - part.kept.length
  const scores = part.fitter.spreadScores(data, tried, place)
  return tried
    .map((term, j) => ({ term, score: scores[j]! }))
    .filter(({ score }) => score > TAKEN_UP)
    .sort((one, other) => other.score - one.score)
    .flatMap(({ term }) => {
      if (term.size > room) return []
      room -= term.size
      return [term]
    })
}

interface Whole {
  readonly data: SparseRows
  readonly spec: AdditiveSpec
  /** Of the part that is worked on. */
  readonly kernel: Kernel
}

interface Improved {
  readonly part: Part
  readonly place: Place
  readonly at: Strengths
  readonly count: number
  readonly converged: boolean
}

/** Where a stage begins. */
interface Begun {
  readonly part: Part
  readonly at: Strengths
  readonly values: Values
}

/** Updates the strengths until the restricted likelihood rises by no more than `close`; terms that come to say nothing go on the way. */
function improved(begun: Begun, whole: Whole, close: number): Improved {
  const { spec } = whole
  let { part, at } = begun
  let updates = new Updates(part.terms.length)
  let place = part.fitter.climb(begun.values, at, FIRST_PASSES)
  let [count, converged] = [0, false]
  while (count < MOST_UPDATES && !converged) {
    const alive = part.terms.filter((_, j) => !(updates.used[j]! < NOTHING && at.strengths[j]! > FIRST_STRENGTH.size))
    if (alive.length < part.terms.length) {
      const [before, lasting] = [part, part.terms.map(({ name }) => alive.some((term) => term.name === name))]
      part = partOf(namedIn(spec, alive), whole)
      updates = new Updates(part.terms.length)
      at = { ...at, strengths: at.strengths.filter((_, j) => lasting[j]) }
      place = part.fitter.climb(carriedOver(before, place, part), at, PASSES)
    }
    let next = updates.next(part.fitter, place, at)
    let tried = part.fitter.climb(place, next, PASSES)
    for (let half = 0; half < HALVINGS && !(tried.reml >= place.reml - close); half++) {
      updates.again()
      next = halfway(at, next)
      tried = part.fitter.climb(place, next)
    }
    converged = Math.abs(tried.reml - place.reml) < close
    at = next
    place = tried
    count++
    spec.progress?.(count)
  }
  return { part, place, at, count, converged }
}

function begin(terms: readonly AdditiveTerm[], started: ReadonlyMap<string, number>, whole: Whole): Begun {
  const { start } = whole.spec
  const part = partOf(terms, whole)
  const strengthOf = ({ name, charge }: AdditiveTerm): number => {
    const before = started.get(name) ?? STRONGEST
    return before < STRONGEST ? before : FIRST_STRENGTH[charge]
  }
  return {
    part,
    at: { strengths: Float64Array.from(terms, strengthOf), tripPrecision: 1 / (start?.tripSd ?? FIRST_TRIP_SD) ** 2 },
    values: part.fitter.start(start && Float64Array.from(part.kept, (column) => start.coefficients[column]!)),
  }
}

/** The terms that were fitted and those taken up, going on from where it was. */
function joined({ part: before, at, place }: Improved, takenUp: readonly AdditiveTerm[], whole: Whole): Begun {
  const terms = [...namedIn(whole.spec, before.terms), ...takenUp]
  const strengthOf = ({ name }: AdditiveTerm): number =>
    at.strengths[before.terms.findIndex((term) => term.name === name)] ?? FIRST_STRENGTH.size
  const part = partOf(terms, whole)
  return {
    part,
    at: { ...at, strengths: Float64Array.from(terms, strengthOf) },
    values: carriedOver(before, place, part),
  }
}

/** Values of one part's columns in another's; those it did not have begin at nought. */
function carriedOver(before: Part, place: Place, now: Part): Values {
  const column = new Map([...before.kept].map((kept, i) => [kept, place.coefficients[i]!]))
  return { coefficients: Float64Array.from(now.kept, (kept) => column.get(kept) ?? 0), effects: place.effects }
}

const namedIn = (spec: AdditiveSpec, terms: readonly AdditiveTerm[]): AdditiveTerm[] =>
  terms.flatMap(({ name }) => spec.terms.find((term) => term.name === name) ?? [])

/** What of a model is still worked on: terms of which the data use nothing have gone. */
interface Part {
  readonly fitter: PenalisedPoisson
  readonly terms: readonly AdditiveTerm[]
  /** Columns of the whole. */
  readonly kept: Int32Array
}

/** The model with some of the terms of the whole, and the columns that no term names. */
function partOf(terms: readonly AdditiveTerm[], { data, spec, kernel }: Whole): Part {
  const gone = new Uint8Array(spec.columns)
  for (const term of spec.terms) if (!terms.includes(term)) gone.fill(1, term.first, term.first + term.size)
  const kept = Int32Array.from({ length: spec.columns }, (_, i) => i).filter((column) => gone[column] === 0)
  const own = terms.map((term) => ({ ...term, first: kept.indexOf(term.first) }))
  const rows = withColumns(data, kept, spec.columns)
  const sums = new RowSums(rows, kept.length, kernel)
  return { fitter: new PenalisedPoisson(sums, own, spec.dispersion ?? 1), terms: own, kept }
}

/** Coefficients, strengths and degrees of freedom of all columns and terms: those that have gone are nought. */
function inWhole(
  part: Part,
  place: Place,
  at: Strengths,
  spec: AdditiveSpec,
): Omit<AdditiveModel, 'tripSd' | 'reml' | 'updates' | 'converged' | 'eventsAtTrial'> {
  const coefficients = new Float64Array(spec.columns)
  const meanOffMode = new Float64Array(spec.columns)
  const covariance = choleskyInverse(place.system.factor, part.kept.length)
  const places = new Int32Array(spec.columns).fill(-1)
  const around = part.fitter.aroundMode(place, covariance)
  part.kept.forEach((column, i) => {
    coefficients[column] = place.coefficients[i]!
    meanOffMode[column] = around.meanOffMode[i]!
    places[column] = i
  })
  const found = freedom(part.fitter, place, at, covariance)
  const of = (values: Float64Array, gone: number): Float64Array =>
    Float64Array.from(spec.terms, ({ name }) => values[part.terms.findIndex((term) => term.name === name)] ?? gone)
  return {
    coefficients,
    meanOffMode,
    rowVariances: around.variances,
    covariance,
    places,
    strengths: of(at.strengths, STRONGEST),
    edf: of(found.edf, 0),
    edfTrips: found.edfTrips,
  }
}

const halfway = (from: Strengths, to: Strengths): Strengths => ({
  strengths: to.strengths.map((one, j) => Math.sqrt(one * from.strengths[j]!)),
  tripPrecision: Math.sqrt(to.tripPrecision * from.tripPrecision),
})

/**
 * Mean and variance of a log rate.
 *
 *   x'β, x'Vx
 *
 * Given      the fit, and the columns of one row with their values
 * Returned   its trip's own luck is not in the variance
 * Source     Wood, Generalized Additive Models (2017) §6.10
 */
export function logRateOf(
  { coefficients, covariance, places }: Pick<AdditiveModel, 'coefficients' | 'covariance' | 'places'>,
  row: SparseRow,
): { readonly mean: number; readonly variance: number } {
  const m = Math.round(Math.sqrt(covariance.length))
  let [mean, variance] = [0, 0]
  for (const [column, value] of row) {
    mean += value * coefficients[column]!
    const line = places[column]! * m
    if (line < 0) continue
    for (const [other, share] of row) {
      const place = places[other]!
      if (place >= 0) variance += value * share * covariance[line + place]!
    }
  }
  return { mean, variance }
}

/** An update that goes on the way of the one before goes farther, up to so many times: effects that are not there die slowly. */
const FARTHER = 2
const FARTHEST = 8

/** Where the strengths go next: each by the formula, and farther while it keeps its way. */
class Updates {
  private readonly before: Float64Array
  private readonly stride: Float64Array
  /** Degrees of freedom at the last update. */
  readonly used: Float64Array

  constructor(terms: number) {
    this.before = new Float64Array(terms + 1)
    this.stride = new Float64Array(terms + 1).fill(1)
    this.used = new Float64Array(terms).fill(Infinity)
  }

  next(fitter: PenalisedPoisson, place: Place, from: Strengths): Strengths {
    const { edf, edfTrips } = freedom(fitter, place, from)
    this.used.set(edf)
    const strengths = from.strengths.map((strength, j) =>
      this.moved(j, strength, edf[j]! / Math.max(fitter.chargeOf(j, place.coefficients), 1e-12)),
    )
    const charge = place.effects.reduce((sum, effect) => sum + effect * effect, 0)
    const tripPrecision =
      place.effects.length === 0
        ? from.tripPrecision
        : this.moved(strengths.length, from.tripPrecision, edfTrips / Math.max(charge, 1e-12))
    return { strengths, tripPrecision }
  }

  /** After an update that went too far. */
  again(): void {
    this.stride.fill(1)
  }

  private moved(j: number, from: number, to: number): number {
    const way = Math.log(Math.min(STRONGEST, Math.max(WEAKEST, to)) / from)
    this.stride[j] = way * this.before[j]! > 0 ? Math.min(FARTHEST, this.stride[j]! * FARTHER) : 1
    this.before[j] = way
    return Math.min(STRONGEST, Math.max(WEAKEST, from * Math.exp(this.stride[j] * way)))
  }
}

/** rank S_j − λ_j·tr(V·S_j): what of each term's freedom the data use, and the same of trips. */
function freedom(
  fitter: PenalisedPoisson,
  place: Place,
  { strengths, tripPrecision }: Strengths,
  covariance = choleskyInverse(place.system.factor, fitter.columns),
): { edf: Float64Array; edfTrips: number } {
  const edf = strengths.map((strength, j) => Math.max(0, fitter.rankOf(j) - strength * fitter.traceOf(j, covariance)))
  const used = place.effects.length - tripPrecision * fitter.tripVariance(place, covariance)
  return { edf, edfTrips: Math.max(1e-6, used) }
}
