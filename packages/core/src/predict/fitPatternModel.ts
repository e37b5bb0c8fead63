import { QuestionError, at } from '../checked/index.ts'
import { LabelEncoder } from '../numerics/index.ts'
import { RowGatherer, fitAdditive, logRateOf, rowTotals } from '../stats/index.ts'
import type { AdditiveModel, AdditiveSpec, SparseRow } from '../stats/index.ts'
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
  let level = 0
  const logRateAt = (row: SparseRow): LogRate => ({
    mean: level + meanOf(fit, row),
    variance: logRateOf(fit, row).variance,
  })
  // As many strikes are foretold of the book's own hours as came: days of good luck bring more than bad ones take.
  const means = rowTotals(
    gathered,
    fit.coefficients.map((mode, column) => mode + at(fit.meanOffMode, column)),
  )
  let [came, told] = [0, 0]
  for (let i = 0; i < gathered.rows; i++) {
    came += at(gathered.events, i)
    told += Math.exp(at(gathered.logHours, i)) * meanRate({ mean: at(means, i), variance: at(fit.rowVariances, i) })
  }
  level = Math.log(came / told)
  return {
    fit,
    terms,
    dispersion,
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
