import { QuestionError, at } from '../checked/index.ts'
import { LabelEncoder } from '../numerics/index.ts'
import { RowGatherer, fitAdditive, logRateOf, rowTotals, withLaterTrip } from '../stats/index.ts'
import type { AdditiveModel, AdditiveSpec, SparseRow, SparseRows } from '../stats/index.ts'
import type { PatternRow } from './patternRows.ts'
import { meanRate } from './rates.ts'
import type { LogRate } from './rates.ts'
import { PatternTerms } from './patternTerms.ts'
import type { Situation } from './situation.ts'

export interface PatternModel {
  readonly fit: AdditiveModel
  readonly terms: PatternTerms
  /** Variance over mean of strikes. */
  readonly dispersion: number
  readonly balance: Balance
  /** Degrees of freedom by term, those of trips beside. */
  readonly edf: Readonly<Record<string, number>>
  readonly logRate: (situation: Situation) => LogRate
  /** Its mean alone, which costs little. */
  readonly meanLogRate: (situation: Situation) => number
}

export interface PatternOptions {
  readonly dispersion?: number
  /** The model of nearly the same rows. */
  readonly start?: PatternModel
  readonly progress?: (updates: number) => void
}

/**
 * What a book's hours tell of every lure under every condition.
 *
 *   strikes ~ Poisson(hours·exp η): water, the fish's year and the light of the hour free; curves along temperature, visibility, light, wind
 *   and pressure; effects drawn to nought of class, class on a water, lure, kind of place, trip, and of a lure's traits along each condition
 *
 * Given      rows of the book (`patternRows`)
 * Returned   log rates of any situation with their variance
 * Throws     QuestionError where no hour had a strike
 * Source     `fitAdditive`; traits across conditions after Wood (2017) §5.6; which terms: ours
 */
export function fitPatternModel(rows: readonly PatternRow[], options: PatternOptions = {}): PatternModel {
  if (!rows.some(({ strikes }) => strikes > 0))
    throw new QuestionError('the book has no strike yet: nothing can be foretold')
  const { dispersion = 1, start, progress } = options
  const terms = new PatternTerms(rows)
  const trips = new LabelEncoder()
  const gatherer = new RowGatherer()
  for (const { situation, strikes, hours, trip } of rows) {
    terms.lay(situation, gatherer)
    gatherer.close(strikes, hours, trips.codeOf(trip))
  }
  const gathered = gatherer.rows(trips.labels.length)
  const fit = fitAdditive(gathered, {
    columns: terms.names.length,
    terms: terms.terms,
    dispersion,
    ...(start ? { start: startFrom(start, terms) } : {}),
    ...(progress ? { progress } : {}),
  })
  return modelOf({ fit, terms, dispersion, balance: balanceOf(gathered, fit, 0) })
}

/**
 * The model with a trip that came after all it rests on, at the strengths it had.
 *
 * Given      the rows of one trip, on a water the model knows; what it never saw of lures, classes and places is taken up
 * Source     `withLaterTrip`
 */
export function withTripAfter(
  { fit, terms: before, dispersion, balance }: PatternModel,
  rows: readonly PatternRow[],
): PatternModel {
  const { terms, drawnWith } = before.grown(rows)
  const gatherer = new RowGatherer()
  for (const { situation, strikes, hours } of rows) {
    terms.lay(situation, gatherer)
    gatherer.close(strikes, hours, 0)
  }
  const gathered = gatherer.rows(1)
  const strengthOf = (name: string): number =>
    at(
      fit.strengths,
      terms.terms.findIndex((term) => term.name === name),
    )
  const later = withLaterTrip(fit, { rows: gathered, strengths: drawnWith.map(strengthOf), dispersion })
  const own = balanceOf(gathered, later, fit.rowVariances.length)
  return modelOf({
    ...{ fit: later, terms, dispersion },
    balance: { strikes: balance.strikes + own.strikes, expected: balance.expected + own.expected },
  })
}

/** Strikes that came in the hours a model rests on, and those it would foretell of them as it is. */
interface Balance {
  readonly strikes: number
  readonly expected: number
}

/** Of rows whose variances stand from `first` on in the fit. */
function balanceOf(rows: SparseRows, fit: AdditiveModel, first: number): Balance {
  const means = rowTotals(
    rows,
    fit.coefficients.map((mode, column) => mode + at(fit.meanOffMode, column)),
  )
  let [strikes, expected] = [0, 0]
  for (let i = 0; i < rows.rows; i++) {
    strikes += at(rows.events, i)
    const rate = meanRate({ mean: at(means, i), variance: at(fit.rowVariances, first + i) })
    expected += Math.exp(at(rows.logHours, i)) * rate
  }
  return { strikes, expected }
}

function modelOf(parts: Pick<PatternModel, 'fit' | 'terms' | 'dispersion' | 'balance'>): PatternModel {
  const { fit, terms, balance } = parts
  // As many strikes are foretold of the book's own hours as came: days of good luck bring more than bad ones take.
  const level = Math.log(balance.strikes / balance.expected)
  const logRateAt = (row: SparseRow): LogRate => ({
    mean: level + meanOf(fit, row),
    variance: logRateOf(fit, row).variance,
  })
  return {
    ...parts,
    edf: { ...Object.fromEntries(terms.terms.map(({ name }, j) => [name, at(fit.edf, j)])), trip: fit.edfTrips },
    logRate: (situation) => logRateAt(terms.row(situation)),
    meanLogRate: (situation) => level + meanOf(fit, terms.row(situation)),
  }
}

/** The posterior's mean, not its mode. */
const meanOf = ({ coefficients, meanOffMode }: AdditiveModel, row: SparseRow): number =>
  row.reduce((sum, [column, value]) => sum + value * (at(coefficients, column) + at(meanOffMode, column)), 0)

/** Where a fit of other rows ended, by the names of its columns and terms. */
function startFrom({ fit, terms }: PatternModel, now: PatternTerms): NonNullable<AdditiveSpec['start']> {
  const columns = new Map(terms.names.map((name, i) => [name, at(fit.coefficients, i)]))
  const strengths = new Map(terms.terms.map(({ name }, j) => [name, at(fit.strengths, j)]))
  return {
    coefficients: Float64Array.from(now.names, (name) => columns.get(name) ?? 0),
    strengths: Float64Array.from(now.terms, ({ name }) => strengths.get(name) ?? 1),
    tripSd: fit.tripSd,
    eventsAtTrial: fit.eventsAtTrial,
  }
}
