import { at, columnInfo, curveOf, modelOf, parseWhere } from '@jotbook/core'
import type { BookCurve, BookModel, RestsOn } from '@jotbook/core'
import { soundBundle } from './bundleFiles.ts'
import { Failure, asCallFault } from './failure.ts'
import { listed } from './listed.ts'
import { table } from './table.ts'

export interface CurveCall {
  readonly bundle: string
  readonly of: string
  readonly where?: string
  readonly points: string
  readonly confidence: string
  /** `--no-trip` leaves the trips' own term out. */
  readonly trip: boolean
  readonly json?: boolean
}

/** `jot analyse curve`: the rate along a condition, from a bundle, without a database. */
export function curve({ bundle, of, where = '', points, confidence, trip, json }: CurveCall): number {
  const { book } = soundBundle(bundle)
  const wanted = Number(points)
  if (!Number.isInteger(wanted) || wanted < 2 || wanted > 1000)
    throw new Failure(`--points takes a whole number from 2 to 1000, not "${points}".`, 2)
  const found = asCallFault(() =>
    curveOf(book, { of, where: parseWhere(where), trips: trip, points: wanted }, { confidence: Number(confidence) }),
  )
  console.log(json ? JSON.stringify(curveJson(found), null, 2) : curveText(found))
  return 0
}

const restsJson = ({ strikes, hours, trips, tripIds, hoursUnknown }: RestsOn): unknown => ({
  strikes,
  hours,
  trips,
  trip_ids: tripIds,
  hours_unknown: hoursUnknown,
})
const restsText = ({ strikes, hours, trips, hoursUnknown }: RestsOn): string =>
  `Rests on ${strikes} strikes in ${hours.toFixed(1)} hours on ${trips} trips${hoursUnknown > 0 ? `; ${hoursUnknown.toFixed(1)} hours without the condition are left out` : ''}.`

function curveJson({ of, edf, lambda, tripSd, points, window, restsOn }: BookCurve): unknown {
  return {
    of,
    edf,
    lambda,
    trip_sd: tripSd,
    points: points.map(({ x, rate, lower, upper, simultaneousLower, simultaneousUpper }) => ({
      x,
      rate,
      lower,
      upper,
      simultaneous_lower: simultaneousLower,
      simultaneous_upper: simultaneousUpper,
    })),
    window,
    rests_on: restsJson(restsOn),
  }
}

function curveText({ of, points, window, tripSd, restsOn }: BookCurve): string {
  const best = points.reduce((a, b) => (b.rate > a.rate ? b : a))
  const sentence = window
    ? `From ${window.from.toFixed(1)} to ${window.to.toFixed(1)} of ${of} more strikes come than on the whole: the band lies over the mean all along.`
    : `Nowhere along ${of} does the whole band lie over the mean: no window is shown. The curve is highest at ${best.x.toFixed(1)}.`
  const lines = points.map(({ x, rate, lower, upper, simultaneousLower, simultaneousUpper }) => [
    x.toFixed(2),
    rate.toFixed(2),
    `${lower.toFixed(2)}–${upper.toFixed(2)}`,
    `${simultaneousLower.toFixed(2)}–${simultaneousUpper.toFixed(2)}`,
  ])
  const trips =
    tripSd === null
      ? 'Trips are taken as all alike: good and bad days may pass for a curve.'
      : `Trips differ by ${tripSd.toFixed(2)} (log); the rates are the middle trip’s.`
  return [sentence, restsText(restsOn), trips, '', table([of, 'per hour', 'likely range', 'band'], lines)].join('\n')
}

export interface ModelCall {
  readonly bundle: string
  readonly fixed: string
  readonly random?: string
  readonly where?: string
  readonly json?: boolean
}

/** `jot analyse model`: factors of the rate, each with the others held. */
export function model({ bundle, fixed, random = '', where = '', json }: ModelCall): number {
  const { book } = soundBundle(bundle)
  const question = { fixed: listed(fixed), random: listed(random), where: asCallFault(() => parseWhere(where)) }
  if (question.fixed.length + question.random.length === 0)
    throw new Failure('--fixed or --random needs at least one column.', 2)
  const found = asCallFault(() => modelOf(book, question))
  console.log(json ? JSON.stringify(modelJson(found), null, 2) : modelText(found, question.fixed))
  return 0
}

const finite = (value: number): number | null => (Number.isFinite(value) ? value : null)

function modelJson(found: BookModel): unknown {
  const shared = {
    kind: found.kind,
    coefficients: found.coefficients.map(({ name, estimate, standardError }) => ({
      name,
      estimate,
      standard_error: finite(standardError),
    })),
    log_likelihood: found.logLikelihood,
    dropped: found.dropped,
    converged: found.converged,
    rests_on: restsJson(found.restsOn),
  }
  if (found.kind === 'log-linear')
    return {
      ...shared,
      deviance: found.deviance,
      pearson: found.pearson,
      dispersion: finite(found.dispersion),
      residual_df: found.residualDf,
      errors: 'by trip',
    }
  return {
    ...shared,
    sd: found.sd,
    no_spread: found.noSpread,
    modes: Object.fromEntries(
      Object.entries(found.modes).map(([name, list]) => [
        name,
        list.map(({ level, estimate, standardError }) => ({ level, estimate, standard_error: standardError })),
      ]),
    ),
  }
}

function modelText(found: BookModel, fixed: readonly string[]): string {
  const lines = found.coefficients.map(({ name, estimate, standardError }) => [
    name,
    Number(estimate.toPrecision(3)),
    Number(standardError.toPrecision(3)),
    name === '(Intercept)' ? `${Math.exp(estimate).toFixed(2)} per hour` : `× ${Math.exp(estimate).toFixed(2)}`,
  ])
  const spreads =
    found.kind === 'multilevel' ? Object.entries(found.sd).map(([name, sd]) => `${name} ${sd.toFixed(2)}`) : []
  const against = fixed.filter((name) => columnInfo(name).kind === 'factor')
  return [
    against.length > 0
      ? `Each factor is held against the first of its kind, the others being the same (${against.join(', ')}).`
      : `On the middle ${found.kind === 'multilevel' ? 'group' : 'hour'}, ${Math.exp(at(found.coefficients, 0).estimate).toFixed(2)} strikes per hour.`,
    restsText(found.restsOn),
    ...(spreads.length > 0 ? [`They differ at random (log): ${spreads.join(', ')}.`] : ['Errors are by trip.']),
    ...(found.dropped.length > 0
      ? [`No number is given for ${found.dropped.join(', ')}: no strike there, or the others tell it already.`]
      : []),
    ...(found.converged ? [] : ['The fit has not settled: take its numbers with care.']),
    '',
    table(['', 'log', 'error', 'factor'], lines),
  ].join('\n')
}
