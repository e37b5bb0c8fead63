import { parse } from 'csv-parse/sync'
import { QuestionError } from '../checked/index.ts'
import { epochMs } from '../time/index.ts'
import type { EpochMs } from '../time/index.ts'
import { CellFault, readCell } from './cells.ts'
import { bundleColumns, columnOfHeader } from './tables.ts'
import type { BundleColumn } from './tables.ts'
import { convert } from '../units/index.ts'

/** A forecast hour by hour: what is expected of each reading field, and its standard deviation where one is given. */
export interface ForecastHour {
  readonly timeMs: EpochMs
  readonly fields: Readonly<Record<string, number | string>>
  readonly sd: Readonly<Record<string, number>>
}

const MOST_HOURS = 240

/**
 * A forecast as CSV: `time` and columns of readings, a number's spread under its name with `_sd`.
 *
 * Returned   hours in order of time
 * Throws     QuestionError that names line and column
 */
export function readForecast(text: string): ForecastHour[] {
  const table: string[][] = parse(text, { bom: true, relax_column_count: true, skip_empty_lines: true, trim: true })
  const [header = [], ...lines] = table
  const columns = header.map((name) => columnOf(name.toLowerCase()))
  const timeAt = columns.findIndex((column) => column?.column.field === 'time')
  if (timeAt < 0) throw new QuestionError('The forecast has no column time.')
  if (lines.length === 0) throw new QuestionError('The forecast has no hour.')
  if (lines.length > MOST_HOURS)
    throw new QuestionError(`The forecast has ${lines.length} hours; at most ${MOST_HOURS} are read.`)
  const hours = lines.map((cells, i) => hourOf(cells, columns, timeAt, i + 2))
  return hours.sort((one, other) => one.timeMs - other.timeMs)
}

interface ForecastColumn {
  readonly column: BundleColumn
  readonly isSpread: boolean
}

function columnOf(name: string): ForecastColumn | undefined {
  if (name === 'time') {
    const time = bundleColumns('reading').find(({ field }) => field === 'time')
    return time && { column: time, isSpread: false }
  }
  const column = columnOfHeader('reading', name.replace(/_sd$/, ''))
  if (!column) throw new QuestionError(`The forecast’s column ${name} is none of a reading’s.`)
  return { column, isSpread: name.endsWith('_sd') }
}

function hourOf(
  cells: readonly string[],
  columns: readonly (ForecastColumn | undefined)[],
  timeAt: number,
  line: number,
): ForecastHour {
  const fields: Record<string, number | string> = {}
  const sd: Record<string, number> = {}
  columns.forEach((one, i) => {
    const cell = cells[i] ?? ''
    if (!one || cell === '') return
    try {
      const { field, spec, unit } = one.column
      if (one.isSpread) sd[field] = spreadOf(cell, one.column)
      else {
        const value = readCell(cell, one.column)
        if (typeof value === 'number' || typeof value === 'string') fields[field] = value
        else throw new CellFault(`"${cell}" is no ${spec.type}${unit ? ` in ${unit}` : ''}.`)
      }
    } catch (error) {
      if (!(error instanceof CellFault)) throw error
      throw new QuestionError(`Line ${line}, ${one.column.column}: ${error.message}`)
    }
  })
  const { time, ...rest } = fields
  if (typeof time !== 'string') throw new QuestionError(`Line ${line} has no time in column ${timeAt + 1}.`)
  return { timeMs: epochMs(time), fields: rest, sd }
}

/** A spread has no zero of its own: 3.6 °F are 2 °C. */
function spreadOf(cell: string, { unit, spec }: BundleColumn): number {
  const value = Number(cell)
  if (!Number.isFinite(value) || value < 0)
    throw new CellFault(`"${cell}" is no spread: write a number that is not negative.`)
  if (!unit || spec.type !== 'quantity') return value
  return unit === 'F' ? value / 1.8 : convert(value, unit, spec.unit)
}
