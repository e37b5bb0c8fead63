import { at } from '../../checked/index.ts'
import { LabelEncoder, agreeingRows, logGamma } from '../../numerics/index.ts'
import type { ModelData } from './designMatrix.ts'

export interface Collapsed {
  readonly data: ModelData
  /** What the log-likelihood of the rows has over that of the cells, whatever the model. */
  readonly logLikelihoodShift: number
}

/**
 * Rows that agree in every factor and number asked for, as one: Poisson counts of one rate add up, so that no estimate changes.
 *
 *   Σ y·ln(hλ) − hλ  =  Y·ln(Hλ) − Hλ + [Σ y·ln h − Y·ln H]
 *
 * Given      rows as columns, rows without hours left out
 * Source     sums of Poisson counts are sufficient for a common rate: McCullagh & Nelder, Generalized Linear Models (1989) ch. 6
 */
export function collapse({ events, exposureHours, factors, numbers }: ModelData, names: readonly string[]): Collapsed {
  const labels = names.flatMap((name) => (factors[name] ? [{ name, values: factors[name] }] : []))
  const values = names.flatMap((name) => (numbers[name] ? [{ name, values: numbers[name] }] : []))
  const used = Int32Array.from(events, (_, row) => row).filter((row) => at(exposureHours, row) > 0)
  const codes = [...labels, ...values].map(({ values: own }) => codesOf(used, own))
  const { cellOf, first } = agreeingRows(codes, used.length)
  const rows = Array.from(first, (i) => at(used, i))
  const sums = { events: rows.map(() => 0), hours: rows.map(() => 0) }
  let shift = 0
  used.forEach((row, i) => {
    const [y, h, cell] = [at(events, row), at(exposureHours, row), at(cellOf, i)]
    sums.events[cell] = at(sums.events, cell) + y
    sums.hours[cell] = at(sums.hours, cell) + h
    if (y > 0) shift += y * Math.log(h) - logFactorial(y)
  })
  sums.events.forEach((y, cell) => (shift -= y > 0 ? y * Math.log(at(sums.hours, cell)) - logFactorial(y) : 0))
  return {
    data: {
      events: sums.events,
      exposureHours: sums.hours,
      factors: Object.fromEntries(labels.map(({ name, values: words }) => [name, rows.map((row) => at(words, row))])),
      numbers: Object.fromEntries(values.map(({ name, values: own }) => [name, rows.map((row) => at(own, row))])),
    },
    logLikelihoodShift: shift,
  }
}

const logFactorial = (n: number): number => logGamma(n + 1)

function codesOf(rows: Int32Array, values: ArrayLike<string | number>): Int32Array {
  const encoder = new LabelEncoder<string | number>()
  return rows.map((row) => encoder.codeOf(at(values, row)))
}
