import { dimensionOf, parseQuantity } from '../../units/index.ts'
import type { Unit } from '../../units/index.ts'
import { clockIn, possibleOrders, splitDateTime } from './dates.ts'
import { isOtherScale, plainName, unitNamed } from './headers.ts'
import { numberIn, plainNumeral } from './numerals.ts'
import type { Decimal } from './numerals.ts'
import { valuesOf } from './foreignTable.ts'
import type { ForeignTable } from './foreignTable.ts'
import { TARGETS } from './targets.ts'
import type { RowKind, Target } from './targets.ts'
import { wordKey, wordMeant } from './words.ts'

/** Names that the book has already: a column that holds them is known by them. */
export interface NamesInBook {
  readonly waters: readonly string[]
  readonly lures: readonly string[]
}

interface Column {
  readonly header: string
  readonly name: string
  readonly values: readonly string[]
}

/** What a row is and what each column means, by the columns' names, then by their units, then by what stands under them. */
export function guessColumns(
  table: ForeignTable,
  decimal: Decimal | undefined,
  names: NamesInBook,
): { rowIs: RowKind; columns: string[] } {
  const columns = table.header.map((header, i): Column => ({
    header,
    name: plainName(header),
    values: valuesOf(table, i),
  }))
  const anyRow = assign(columns, TARGETS, decimal, names)
  const rowIs = rowOf(new Set(anyRow))
  return {
    rowIs,
    columns: assign(
      columns,
      TARGETS.filter(({ rows }) => rows.includes(rowIs)),
      decimal,
      names,
    ),
  }
}

/** A file that tells of fish has a row a strike; one of spells with a lure, a row a stint; one without a date is of lures. */
function rowOf(has: ReadonlySet<string>): RowKind {
  if (!has.has('row.date')) return 'lure'
  if (['strike.lengthMm', 'strike.weightG', 'strike.species', 'strike.outcome'].some((id) => has.has(id)))
    return 'strike'
  const lure = has.has('lure.name') || has.has('lure.class')
  return lure && (has.has('row.start') || has.has('row.hours'))
    ? 'stint'
    : lure || has.has('row.time')
      ? 'strike'
      : 'trip'
}

/** Each target to one column: the surest signs are looked for in all columns first. */
function assign(
  columns: readonly Column[],
  open: readonly Target[],
  decimal: Decimal | undefined,
  names: NamesInBook,
): string[] {
  const meanings = columns.map(() => '')
  const signs: ((column: Column, target: Target) => boolean)[] = [
    ({ name }, target) => target.names.includes(name),
    ({ name }, target) => target.names.some((known) => beginsWith(name, known)),
    ({ name }, target) => target.names.some((known) => known.length > 3 && ` ${name} `.includes(` ${known} `)),
    (column, target) => saidByUnit(column, meanings).includes(target.id),
    (column, target) => saidByValues(column, target, decimal, names),
  ]
  for (const sign of signs)
    columns.forEach((column, i) => {
      if (meanings[i] !== '') return
      const target = open.find((one) => !meanings.includes(one.id) && sign(column, one) && fits(column, one, decimal))
      if (target) meanings[i] = target.id
    })
  return meanings
}

/** Longer names may be the beginning of one word, as in German; short ones only of a plural or of several words. */
const beginsWith = (name: string, known: string): boolean =>
  known.length >= 6 ? name.startsWith(known) : known.length > 3 && new RegExp(`^${known}(s|es|n|en|e)?( |$)`).test(name)

const MOST = 0.8
const HALF = 0.5

const share = (values: readonly string[], holds: (value: string) => boolean): number =>
  values.length === 0 ? 0 : values.filter(holds).length / values.length

const isDateCell = (cell: string): boolean => {
  const { date } = splitDateTime(cell)
  return /\d/.test(date) && /\D/.test(date) && possibleOrders([date]).length > 0 && !/^\d+[.,]\d+$/.test(date)
}
const isClockCell = (cell: string): boolean => clockIn(splitDateTime(cell).clock || cell) !== undefined

/** Whether what stands in a column can be what its name says. */
function fits({ header, values }: Column, { id, spec }: Target, decimal: Decimal | undefined): boolean {
  if (values.length === 0) return true
  if (id === 'row.date') return share(values, isDateCell) >= HALF
  if (id === 'row.time' || id === 'row.start' || id === 'row.end') return share(values, isClockCell) >= HALF
  if (id === 'row.hours')
    return share(values, (cell) => numberIn(cell, decimal) !== undefined || clockIn(cell) !== undefined) >= HALF
  if (id === 'row.count') return share(values, (cell) => Number.isInteger(numberIn(cell, decimal))) >= HALF
  if (spec?.type === 'number') return share(values, (cell) => numberIn(cell, decimal) !== undefined) >= HALF
  if (spec?.type !== 'quantity') return true
  return (
    !isOtherScale(header) &&
    share(values, (cell) => parseQuantity(plainNumeral(cell, decimal), spec.unit, spec.unit) !== undefined) >= HALF
  )
}

/** What a unit may measure, the likeliest first. */
function saidByUnit({ header, values }: Column, meanings: readonly string[]): readonly string[] {
  const unit = unitOfCells(values) ?? unitNamed(header)
  if (unit === undefined) return []
  if (unit === 'in' || unit === 'cm' || unit === 'mm') return ['strike.lengthMm']
  if (unit === 'ft' || unit === 'm') return meanings.includes('stint.depthM') ? [] : ['stint.depthM']
  return BY_DIMENSION[dimensionOf(unit)] ?? []
}

const BY_DIMENSION: Readonly<Record<string, readonly string[]>> = {
  temperature: ['reading.waterTempC'],
  weight: ['strike.weightG'],
  speed: ['reading.windMps'],
  pressure: ['reading.pressureHpa'],
}

/** The unit that most cells of a column name. */
export function unitOfCells(values: readonly string[]): Unit | undefined {
  const counts = new Map<Unit, number>()
  for (const value of values) {
    const unit = /^[+-]?[\d.,]+\s*[^\d\s]/.test(value) ? unitNamed(value.replace(/^[+-]?[\d.,]+\s*/, '')) : undefined
    if (unit) counts.set(unit, (counts.get(unit) ?? 0) + 1)
  }
  const [most] = [...counts].sort((a, b) => b[1] - a[1])
  return most && most[1] >= values.length * HALF ? most[0] : undefined
}

/** Whether what stands in a column tells what it is, whatever its name. */
function saidByValues({ values }: Column, { id }: Target, decimal: Decimal | undefined, names: NamesInBook): boolean {
  if (values.length === 0) return false
  if (id === 'row.date') return share(values, isDateCell) >= MOST
  if (id === 'row.time' || id === 'row.start' || id === 'row.end')
    return share(values, (cell) => isClockCell(cell) && /\d(:|\s*h|\s*uhr|\s*[ap]\.?m)/i.test(cell)) >= MOST
  const words = values.filter((value) => numberIn(value, decimal) === undefined)
  if (words.length < values.length * MOST)
    return id === 'reading.pressureHpa' && share(values, (cell) => isPressure(numberIn(cell, decimal))) >= MOST
  if (id === 'water.name') return share(words, (word) => isNamed(names.waters, word)) >= MOST
  if (id === 'lure.name') return share(words, (word) => isNamed(names.lures, word)) >= MOST
  if (id !== 'strike.outcome' && id !== 'strike.species' && id !== 'lure.class') return false
  // Yes, no and ticks may stand under anything.
  return share(words, (word) => wordKey(word).length > 3 && wordMeant(id, word, undefined) !== undefined) >= MOST
}

const isPressure = (value: number | undefined): boolean => value !== undefined && value >= 940 && value <= 1060
const isNamed = (names: readonly string[], word: string): boolean =>
  names.some((name) => wordKey(name) === wordKey(word))
