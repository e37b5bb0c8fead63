import { entry } from '../../checked/index.ts'
import { agreeingRows } from '../../numerics/index.ts'

/** Rows as columns; `factors` hold level names, the first level in order of `levels` is the reference. */
export interface ModelData {
  readonly events: ArrayLike<number>
  readonly exposureHours: ArrayLike<number>
  readonly factors: Readonly<Record<string, readonly string[]>>
  readonly numbers: Readonly<Record<string, ArrayLike<number>>>
}

export type Levels = Readonly<Record<string, readonly string[]>>

/** A design matrix by its parts: each row has a one in some columns and a number in others, so that products cost what is not zero. */
export interface DesignMatrix {
  readonly rows: number
  readonly names: readonly string[]
  /** The level that each factor's other levels are held against: `type:A`. */
  readonly references: readonly string[]
  /** For each factor of the formula: the column of each row's level, −1 for the reference. */
  readonly indicators: readonly Int32Array[]
  readonly numbers: readonly { readonly column: number; readonly values: Float64Array }[]
  readonly events: Float64Array
  /** log of the hours. */
  readonly offset: Float64Array
}

export const INTERCEPT = '(Intercept)'

/**
 * The design of a log-linear model with treatment contrasts: an intercept, a column for each level of a factor but the first
 * (`type:B`), one for each number. Rows without hours are left out.
 * Throws RangeError for a name that is neither factor nor number, a column of another length, or a value that is none.
 * Source     McCullagh & Nelder, Generalized Linear Models (1989) §3.5, from memory
 */
export function designOf(
  { events, exposureHours, factors, numbers }: ModelData,
  fixed: readonly string[],
  levels: Levels = {},
): { design: DesignMatrix; kept: Int32Array } {
  const length = events.length
  if (exposureHours.length !== length) throw new RangeError(`${exposureHours.length} exposures for ${length} rows`)
  const kept = rowsWithHours(exposureHours)
  const names = [INTERCEPT]
  const indicators: Int32Array[] = []
  const references: string[] = []
  const measured: { column: number; values: Float64Array }[] = []
  for (const name of fixed) {
    const labels = factors[name]
    if (labels) {
      if (labels.length !== length) throw new RangeError(`${name} has ${labels.length} values for ${length} rows`)
      const known = levels[name] ?? levelsOf(labels)
      const columnOf = new Map(known.map((level, i) => [level, i === 0 ? -1 : names.length + i - 1]))
      indicators.push(kept.map((row) => columnAt(columnOf, labels[row] ?? '', name)))
      references.push(`${name}:${known[0] ?? ''}`)
      names.push(...known.slice(1).map((level) => `${name}:${level}`))
    } else {
      const values = entry(numbers, name)
      if (values.length !== length) throw new RangeError(`${name} has ${values.length} values for ${length} rows`)
      measured.push({ column: names.length, values: overRows(kept, (row) => finite(values[row]!, name, row)) })
      names.push(name)
    }
  }
  const design = {
    rows: kept.length,
    names,
    references,
    indicators,
    numbers: measured,
    events: overRows(kept, (row) => countAt(events[row]!, row)),
    offset: overRows(kept, (row) => Math.log(exposureHours[row]!)),
  }
  return { design, kept }
}

function rowsWithHours(exposureHours: ArrayLike<number>): Int32Array {
  const rows = new Int32Array(exposureHours.length)
  let count = 0
  for (let row = 0; row < rows.length; row++) if (checkedHours(exposureHours[row]!, row) > 0) rows[count++] = row
  return rows.subarray(0, count)
}

function overRows(rows: Int32Array, of: (row: number) => number): Float64Array {
  const values = new Float64Array(rows.length)
  for (let i = 0; i < rows.length; i++) values[i] = of(rows[i]!)
  return values
}

/**
 * The design without the rows of levels that never saw a strike: their rate runs to nought, their coefficient to minus infinity, and
 * they tell nothing of the others. Returns what is left, the rows of it, and the levels by name.
 *
 * Source     where no finite estimate is: Albert & Anderson, Biometrika 71 (1984) 1, from memory; leaving such levels out is ours
 */
export function withoutBarren(design: DesignMatrix): { design: DesignMatrix; rows: Int32Array; barren: string[] } {
  let rows = new Int32Array(design.rows).map((_, i) => i)
  const barren = new Set<string>()
  for (;;) {
    const before = barren.size
    design.indicators.forEach((columns, f) => {
      // The reference, column −1, comes first.
      const struck = new Float64Array(design.names.length + 1).fill(NaN)
      for (const row of rows) {
        const place = 1 + columns[row]!
        const sum = struck[place]!
        struck[place] = (Number.isNaN(sum) ? 0 : sum) + design.events[row]!
      }
      struck.forEach((events, place) => {
        if (events !== 0) return
        barren.add(place === 0 ? (design.references[f] ?? '') : (design.names[place - 1] ?? ''))
        rows = rows.filter((row) => 1 + columns[row]! !== place)
      })
    })
    if (barren.size === before) break
  }
  if (barren.size === 0) return { design, rows, barren: [] }
  const taken = <T extends Int32Array | Float64Array>(values: T): T => values.filter((_, i) => chosen.has(i)) as T
  const chosen = new Set(rows)
  return {
    design: {
      ...design,
      rows: rows.length,
      indicators: design.indicators.map(taken),
      numbers: design.numbers.map(({ column, values }) => ({ column, values: taken(values) })),
      events: taken(design.events),
      offset: taken(design.offset),
    },
    rows,
    barren: [...barren],
  }
}

/**
 * Levels in order: numbers by size, words by letters.
 *
 * Given      labels, repeated as they come
 * Returned   each once: by size where all are numbers, else by letters
 */
export function levelsOf(labels: readonly string[]): string[] {
  const all = [...new Set(labels)]
  return all.every((level) => level.trim() !== '' && Number.isFinite(Number(level)))
    ? all.sort((a, b) => Number(a) - Number(b))
    : all.sort()
}

function columnAt(columnOf: ReadonlyMap<string, number>, label: string, name: string): number {
  const column = columnOf.get(label)
  if (column === undefined) throw new RangeError(`${name} has the level ${label}, which is not among the levels given`)
  return column
}

function checkedHours(hours: number, row: number): number {
  if (!(hours >= 0 && Number.isFinite(hours)))
    throw new RangeError(`exposure must be 0 hours or more: ${hours} in row ${row}`)
  return hours
}

function countAt(events: number, row: number): number {
  if (!(events >= 0 && Number.isFinite(events)))
    throw new RangeError(`events must be 0 or more: ${events} in row ${row}`)
  return events
}

function finite(value: number, name: string, row: number): number {
  if (!Number.isFinite(value)) throw new RangeError(`${name} must be a number: ${value} in row ${row}`)
  return value
}

/**
 * η without the offset.
 *
 *   X·β
 *
 * Given      the design and a coefficient for each of its columns
 * Returned   a value for each row
 * Source     McCullagh & Nelder, Generalized Linear Models (1989) §2.2
 */
export function linear({ rows, indicators, numbers }: DesignMatrix, beta: ArrayLike<number>): Float64Array {
  const eta = new Float64Array(rows).fill(beta[0]!)
  for (const columns of indicators) {
    for (let i = 0; i < rows; i++) {
      const column = columns[i]!
      if (column >= 0) eta[i]! += beta[column]!
    }
  }
  for (const { column, values } of numbers) for (let i = 0; i < rows; i++) eta[i]! += beta[column]! * values[i]!
  return eta
}

/**
 * Visits the columns that are not zero in a row.
 *
 * Given      a row, and room for as many entries as the design is wide
 * Returned   how many there are: their numbers are in `columns`, their values in `values`, the intercept first
 */
export function rowOf(
  { indicators, numbers }: DesignMatrix,
  row: number,
  columns: Int32Array,
  values: Float64Array,
): number {
  columns[0] = 0
  values[0] = 1
  let count = 1
  for (const indicator of indicators) {
    const column = indicator[row]!
    if (column < 0) continue
    columns[count] = column
    values[count++] = 1
  }
  for (const { column, values: measured } of numbers) {
    columns[count] = column
    values[count++] = measured[row]!
  }
  return count
}

/** Rows of a design that agree in every column, as one: Poisson counts of one rate add up, so that no estimate changes. */
export interface Cells {
  readonly design: DesignMatrix
  /** Cell of each row. */
  readonly cellOf: Int32Array
}

/**
 * Rows that agree in every column, taken together.
 *
 * Given      a design; one with numbers is left as it is: two rows seldom agree in one
 * Returned   a design of as many rows as there are cells, and the cell of each row
 * Source     counts of one Poisson rate add up to one of their hours together
 */
export function cellsOfDesign(design: DesignMatrix): Cells {
  const { rows, indicators, numbers } = design
  if (numbers.length > 0) return { design, cellOf: new Int32Array(rows).map((_, i) => i) }
  // The reference, column −1, is code 0.
  const { cellOf, first } = agreeingRows(
    indicators.map((columns) => columns.map((column) => column + 1)),
    rows,
  )
  const [events, hours] = [new Float64Array(first.length), new Float64Array(first.length)]
  for (let row = 0; row < rows; row++) {
    const cell = cellOf[row]!
    events[cell]! += design.events[row]!
    hours[cell]! += Math.exp(design.offset[row]!)
  }
  const ofCells = indicators.map((columns) => first.map((row) => columns[row]!))
  return { design: { ...design, rows: first.length, indicators: ofCells, events, offset: hours.map(Math.log) }, cellOf }
}

/**
 * Columns of a design, the intercept counted.
 *
 * Given      a design
 * Returned   columns of its matrix
 */
export const widthOf = ({ indicators, numbers }: DesignMatrix): number => 1 + indicators.length + numbers.length
