import { parseInstant, resolveWallTime } from '../../time/index.ts'
import { parseQuantity } from '../../units/index.ts'
import type { Unit } from '../../units/index.ts'
import { OUTCOMES } from '../../vocabulary/index.ts'
import type { FieldSpec } from '../../vocabulary/index.ts'
import type { Json } from '../../sync/index.ts'
import { clockIn, parseDate, splitDateTime } from './dates.ts'
import type { Mapping } from './mapping.ts'
import { numberIn, plainNumeral } from './numerals.ts'
import { targetOf } from './targets.ts'
import { NOT_SAID, wordMeant } from './words.ts'

type QuantityField = Extract<FieldSpec, { type: 'quantity' }>

/** A cell that cannot be read as what its column means. */
export class CellFailure extends Error {
  constructor(
    readonly target: string,
    message: string,
  ) {
    super(message)
  }
}

/** Ways of saying yes and no, in the languages whose headers are known. */
const YES_OR_NO: ReadonlyMap<string, boolean> = new Map([
  ...['yes', 'y', 'true', '1', 'x', 'ja', 'oui', 'si', 'sí', 'sì'].map((word) => [word, true] as const),
  ...['no', 'n', 'false', '0', 'nein', 'non', 'nee', 'nej'].map((word) => [word, false] as const),
])

const wordsIn = (text: string): string[] =>
  text
    .split(/[;,/]/)
    .map((word) => word.trim())
    .filter((word) => word !== '')

/** One row of a foreign file, read as the mapping says. Its methods throw CellFailure. */
export class ForeignRow {
  constructor(
    private readonly cells: readonly string[],
    private readonly mapping: Mapping,
    private readonly remark: (text: string) => void,
  ) {}

  /** The cell that a target is mapped to; empty where there is none. */
  text(target: string): string {
    return (this.cells[this.mapping.columns.indexOf(target)] ?? '').trim()
  }

  /** `YYYY-MM-DD`. */
  date(): string {
    const { date } = splitDateTime(this.text('row.date'))
    const parsed = parseDate(date, this.mapping.dateOrder ?? 'ymd')
    if (parsed === undefined)
      throw new CellFailure(
        'row.date',
        date === '' ? 'The row has no date.' : `“${date}” is not a date in the chosen order.`,
      )
    return parsed
  }

  /** Hours as a number or as 4:30; undefined for an empty cell. */
  hours(): number | undefined {
    const text = this.text('row.hours')
    if (text === '') return undefined
    const clock = /^(\d{1,2})[:h](\d{2})$/.exec(text)
    const hours = clock
      ? Number(clock[1]) + Number(clock[2]) / 60
      : this.number(text.replace(/\s*(h|std\.?|hrs?\.?|hours?|stunden?)$/i, ''))
    if (hours === undefined || !(hours > 0 && hours < 72))
      throw new CellFailure('row.hours', `“${text}” is not a number of hours.`)
    return hours
  }

  /** A time of day on a date in a zone, or a whole instant with its offset; undefined for an empty cell. */
  instant(target: string, date: string, zone: string): number | undefined {
    return this.instantOf(this.text(target), target, date, zone)
  }

  /** When a strike was: by its own time, else by the clock that stands beside its date. */
  strikeTime(date: string, zone: string): number | undefined {
    return (
      this.instant('row.time', date, zone) ??
      this.instantOf(splitDateTime(this.text('row.date')).clock, 'row.date', date, zone)
    )
  }

  private instantOf(text: string, target: string, date: string, zone: string): number | undefined {
    if (text === '') return undefined
    const whole = parseInstant(text)
    if (whole !== undefined) return whole
    const { date: other, clock: apart } = splitDateTime(text)
    const clock = clockIn(apart === '' ? other : apart)
    if (!clock) throw new CellFailure(target, `“${text}” is not a time of day.`)
    return this.wall(date, clock, zone, target)
  }

  /** The instant a clock on a wall of the zone meant. */
  wall(date: string, clock: { hour: number; minute: number }, zone: string, target = 'row.date'): number {
    const meant = resolveWallTime(date, clock, zone)
    if (meant.kind === 'skipped')
      throw new CellFailure(target, 'Clocks went forward over this time: it did not exist that day.')
    if (meant.kind === 'twice') this.remark('A time that clocks repeat is taken as the first of the two.')
    return meant.ms
  }

  /** A file of catches lists what was landed unless it says otherwise. */
  outcome(): string | null {
    const text = this.text('strike.outcome')
    if (text === '') return this.mapping.columns.includes('strike.outcome') ? null : 'landed'
    const meant = wordMeant('strike.outcome', text, this.mapping.words)
    if (meant === undefined)
      throw new CellFailure('strike.outcome', `“${text}” is none of ${OUTCOMES.join(', ')}. Say below what it means.`)
    return meant === NOT_SAID ? null : meant
  }

  /** The class a lure is said to be: a word of ours where it is known; undefined for an empty cell or one that was said to mean none. */
  lureClass(): string | undefined {
    const text = this.text('lure.class')
    if (text === '') return undefined
    const meant = wordMeant('lure.class', text, this.mapping.words)
    return meant === NOT_SAID ? undefined : (meant ?? text.toLowerCase())
  }

  /** Every mapped field of a kind, measured ones in SI. */
  fieldsFor(kind: string, but: readonly string[] = []): Record<string, Json> {
    const fields: Record<string, Json> = {}
    this.mapping.columns.forEach((id, column) => {
      const target = targetOf(id)
      if (target?.kind !== kind || !target.spec || but.includes(target.field)) return
      const text = this.text(id)
      fields[target.field] = text === '' ? null : this.value(text, id, column)
    })
    return fields
  }

  private value(text: string, id: string, column: number): Json {
    const spec = targetOf(id)?.spec
    switch (spec?.type) {
      case 'quantity':
        return this.quantity(text, id, spec, this.mapping.units[column])
      case 'number': {
        const value = this.number(text)
        if (value === undefined) throw new CellFailure(id, `“${text}” is not a number.`)
        return value
      }
      case 'flag': {
        const said = YES_OR_NO.get(text.toLowerCase())
        if (said === undefined) throw new CellFailure(id, `“${text}” is neither yes nor no.`)
        return said
      }
      case 'words':
        return wordsIn(text)
      case 'word':
        return (wordMeant(id, text, this.mapping.words) ?? text) || null
      default:
        return text
    }
  }

  private quantity(text: string, id: string, spec: QuantityField, unit: Unit | '' | undefined): number {
    const read = parseQuantity(plainNumeral(text, this.mapping.decimal), unit || spec.unit, spec.unit)
    if (!read) throw new CellFailure(id, `“${text}” is not a ${spec.dimension}.`)
    return read.value
  }

  /** A count or a number as the file writes numbers. */
  number = (text: string): number | undefined => numberIn(text, this.mapping.decimal)
}
