import { at } from '../../checked/index.ts'
import type { ModelData } from './design.ts'

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
 */
export function collapse({ events, exposureHours, factors, numbers }: ModelData, names: readonly string[]): Collapsed {
  const labels = names.flatMap((name) => (factors[name] ? [{ name, values: factors[name] }] : []))
  const values = names.flatMap((name) => (numbers[name] ? [{ name, values: numbers[name] }] : []))
  const codes = labels.map(({ values: words }) => codesOf(words))
  const cellOf = new Map<string, number>()
  const rows: number[] = []
  const sums: { events: number[]; hours: number[] } = { events: [], hours: [] }
  let shift = 0
  for (let row = 0; row < events.length; row++) {
    const [y, h] = [at(events, row), at(exposureHours, row)]
    if (!(h > 0)) continue
    const key = `${codes.map((own) => own[row]).join(' ')}|${values.map((own) => own.values[row]).join(' ')}`
    let cell = cellOf.get(key)
    if (cell === undefined) {
      cell = rows.length
      cellOf.set(key, cell)
      rows.push(row)
      sums.events.push(0)
      sums.hours.push(0)
    }
    sums.events[cell] = at(sums.events, cell) + y
    sums.hours[cell] = at(sums.hours, cell) + h
    if (y > 0) shift += y * Math.log(h) - logFactorial(y)
  }
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

const logFactorials = [0]
function logFactorial(n: number): number {
  for (let k = logFactorials.length; k <= n; k++) logFactorials.push((logFactorials[k - 1] ?? 0) + Math.log(k))
  return logFactorials[n] ?? 0
}

function codesOf(words: readonly string[]): Int32Array {
  const known = new Map<string, number>()
  return Int32Array.from(words, (word) => {
    const code = known.get(word) ?? known.size
    known.set(word, code)
    return code
  })
}
