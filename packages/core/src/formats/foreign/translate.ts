import { HOUR_MS, MINUTE_MS, epochMs, isoUtc } from '../../time/index.ts'
import { parseNumber } from '../../units/index.ts'
import { LURE_CLASSES } from '../../vocabulary/index.ts'
import type { Json } from '../../sync/index.ts'
import type { Mapping } from './mapping.ts'
import { CellFailure, ForeignRow } from './row.ts'
import { Sheets } from './sheet.ts'
import type { ForeignTable } from './table.ts'

/** A record of the book that a foreign file may mean by its name. */
export interface NamedRecord {
  readonly id: string
  readonly name: string
}

export interface TranslateContext {
  readonly waters: readonly (NamedRecord & { readonly timeZone?: string | null })[]
  readonly lures: readonly NamedRecord[]
  readonly spots: readonly NamedRecord[]
  /** The water of rows that name none. */
  readonly water: string | undefined
  /** Zone of waters that have none. */
  readonly zone: string
}

export interface RowFault {
  readonly line: number
  readonly column: string
  readonly message: string
}

export interface Translated {
  readonly files: ReadonlyMap<string, string>
  readonly faults: readonly RowFault[]
  readonly remarks: readonly string[]
  readonly sourceLine: (file: string, line: number) => number | undefined
}

/** What stands for a start that a file does not tell, though it tells the hours. */
const START_NOT_TOLD = { hour: 7, minute: 0 }
/** A class for a lure of which only the name is known. */
const NO_CLASS = 'not said'

/**
 * Turns the rows of a foreign file into the files of a bundle, as the mapping says. Never throws for what is in them: faults name line
 * and column of the foreign file.
 *
 * Given      a mapping whose date order is chosen (RangeError otherwise)
 */
export function translate(table: ForeignTable, mapping: Mapping, context: TranslateContext): Translated {
  if (mapping.columns.includes('row.date') && mapping.dateOrder === undefined) throw new RangeError('the order of the dates must be chosen first')
  return new Translator(table, mapping, context).translate()
}

class Translator {
  private readonly sheets = new Sheets()
  private readonly faults: RowFault[] = []
  private readonly remarks = new Set<string>()

  constructor(
    private readonly table: ForeignTable,
    private readonly mapping: Mapping,
    private readonly context: TranslateContext,
  ) {}

  translate(): Translated {
    this.table.rows.forEach((cells, i) => {
      const line = this.table.lines[i] ?? i + 2
      const row = new ForeignRow(cells, this.mapping, (remark) => this.remarks.add(remark))
      try {
        this.row(row, cells, line)
      } catch (error) {
        if (!(error instanceof CellFailure)) throw error
        const column = this.table.header[this.mapping.columns.indexOf(error.target)] ?? error.target.replace(/^.*\./, '')
        this.faults.push({ line, column, message: error.message })
      }
    })
    return { files: this.sheets.files(), faults: this.faults, remarks: [...this.remarks], sourceLine: (file, line) => this.sheets.sourceLine(file, line) }
  }

  private row(row: ForeignRow, cells: readonly string[], line: number): void {
    if (this.mapping.rowIs === 'lure') return void this.lure(row, line)
    const water = this.water(row, line)
    const date = row.date()
    const trip = this.trip(row, water, date, line)
    const lure = this.mapping.rowIs === 'trip' ? undefined : this.lure(row, line)
    const note = this.note(row, cells)
    if (this.mapping.rowIs === 'strike') this.strike(row, trip, lure, note, line)
    if (this.mapping.rowIs === 'stint') this.stint(row, trip, lure, note, line)
    if (this.mapping.rowIs === 'trip' && note) trip.fields.note = note
    if (this.mapping.rowIs === 'trip') this.counted(row, trip.id, line, { time: trip.fields.start ?? null, timeUnknown: true })
    this.reading(row, trip, line)
  }

  /** A water of the book by its name, else a new one; the one chosen for all where the file names none. */
  private water(row: ForeignRow, line: number): { id: string; zone: string } {
    const name = row.text('water.name')
    const chosen = name === '' ? this.context.waters.find(({ id }) => id === this.context.water) : named(this.context.waters, name)
    if (chosen) return { id: chosen.id, zone: chosen.timeZone ?? this.context.zone }
    if (name === '') throw new CellFailure('water.name', 'The row names no water: choose one for all of them.')
    this.sheets.row('water', name, line, () => ({ name, timeZone: this.context.zone }))
    return { id: name, zone: this.context.zone }
  }

  /** Rows of one water and one day are one trip. */
  private trip(
    row: ForeignRow,
    water: { id: string; zone: string },
    date: string,
    line: number,
  ): { id: string; fields: Record<string, Json>; zone: string; date: string } {
    const id = `${water.id} ${date}`
    const isStint = this.mapping.rowIs === 'stint'
    const start = row.instant('row.start', date, water.zone)
    const hours = row.hours()
    const end =
      notBefore(row.instant('row.end', date, water.zone), start) ??
      (hours === undefined ? undefined : (start ?? row.wall(date, START_NOT_TOLD, water.zone)) + hours * HOUR_MS)
    if (!isStint && start === undefined && hours !== undefined)
      this.remarks.add('Where hours are told without a start, 7:00 stands for it: hour and sun of those trips are a guess.')
    const known = end !== undefined
    const made = this.sheets.row('trip', id, line, () => ({
      water: water.id,
      timeZone: water.zone,
      start: isoUtc(start ?? row.wall(date, START_NOT_TOLD, water.zone)),
      end: end === undefined ? null : isoUtc(end),
      effortKnown: isStint ? 'full' : known ? 'trip' : 'none',
      purpose: row.text('trip.purpose') || null,
      anglers: [],
    }))
    if (isStint) widen(made.fields, start, end)
    const anglers = made.fields.anglers as string[]
    for (const angler of row
      .text('trip.anglers')
      .split(/[;,]/)
      .map((one) => one.trim()))
      if (angler !== '' && !anglers.includes(angler)) anglers.push(angler)
    return { id, fields: made.fields, zone: water.zone, date }
  }

  private lure(row: ForeignRow, line: number): string | undefined {
    const [name, lureClass, back] = [row.text('lure.name'), row.text('lure.class'), row.text('lure.back')]
    const called = name || [lureClass, back].filter((part) => part !== '').join(', ')
    if (called === '') {
      if (this.mapping.rowIs === 'lure') throw new CellFailure('lure.name', 'The row names no lure.')
      return undefined
    }
    const known = named(this.context.lures, called)
    if (known) return known.id
    this.sheets.row('lure', called, line, () => ({
      name: called,
      class: lureClass.toLowerCase() || guessClass(called),
      ...row.fieldsFor('lure', ['name', 'class']),
    }))
    return called
  }

  private stint(row: ForeignRow, trip: { id: string; date: string; zone: string }, lure: string | undefined, note: string | null, line: number): void {
    if (lure === undefined) throw new CellFailure('lure.name', 'A stint needs its lure.')
    const start = row.instant('row.start', trip.date, trip.zone)
    if (start === undefined) throw new CellFailure('row.start', 'A stint needs its start.')
    const hours = row.hours()
    const end = notBefore(row.instant('row.end', trip.date, trip.zone), start) ?? (hours === undefined ? undefined : start + hours * HOUR_MS)
    const angler = row.text('trip.anglers')
    const id = this.free('stint', `${trip.id} ${isoUtc(start).slice(11, 16)} ${lure} ${angler}`.trim())
    this.sheets.row('stint', id, line, () => ({
      trip: trip.id,
      lure,
      start: isoUtc(start),
      end: end === undefined ? null : isoUtc(end),
      angler: angler || null,
      spot: this.spot(row),
      note,
      ...row.fieldsFor('stint'),
    }))
    const middle = end === undefined ? start : start + Math.floor((end - start) / 2 / MINUTE_MS) * MINUTE_MS
    if (this.counted(row, trip.id, line, { stint: id, time: isoUtc(middle) }))
      this.remarks.add('Strikes told only as a number stand in the middle of their stint.')
  }

  private strike(
    row: ForeignRow,
    trip: { id: string; fields: Record<string, Json>; date: string; zone: string },
    lure: string | undefined,
    note: string | null,
    line: number,
  ): void {
    const time = row.strikeTime(trip.date, trip.zone)
    const angler = row.text('trip.anglers') || null
    const id = this.free('strike', `${trip.id} ${time === undefined ? '-' : isoUtc(time).slice(11, 16)}`)
    const started = epochMs(String(trip.fields.start))
    if (trip.fields.effortKnown === 'none' && time !== undefined && time < started) trip.fields.start = isoUtc(time)
    const stint = lure === undefined ? undefined : this.onlyLure(trip.id, lure, angler, String(trip.fields.start), line)
    this.sheets.row('strike', id, line, () => ({
      trip: trip.id,
      time: time === undefined ? String(trip.fields.start) : isoUtc(time),
      timeUnknown: time === undefined ? true : null,
      angler: stint === undefined ? angler : null,
      stint: stint ?? null,
      note,
      ...row.fieldsFor('strike', ['outcome']),
      outcome: row.outcome(),
    }))
  }

  /** On a trip without stints a stint without hours tells which lure it was. */
  private onlyLure(trip: string, lure: string, angler: string | null, start: string, line: number): string {
    const id = `${trip} ${lure} ${angler ?? ''}`.trim()
    this.sheets.row('stint', id, line, () => ({ trip, lure, angler, start }))
    return id
  }

  /** Strikes of which only the number is told. */
  private counted(row: ForeignRow, trip: string, line: number, fields: Record<string, Json>): boolean {
    const text = row.text('row.count')
    const count = text === '' ? 0 : parseNumber(text)
    if (count === undefined || !Number.isInteger(count) || count < 0 || count > 500) throw new CellFailure('row.count', `“${text}” is no number of strikes.`)
    for (let n = 0; n < count; n++) this.sheets.row('strike', this.free('strike', `${trip} ${line}`), line, () => ({ trip, ...fields }))
    return count > 0
  }

  private reading(row: ForeignRow, trip: { id: string; fields: Record<string, Json>; date: string; zone: string }, line: number): void {
    const fields = row.fieldsFor('reading')
    if (Object.values(fields).every((value) => value === null)) return
    const at = row.instant(this.mapping.rowIs === 'strike' ? 'row.time' : 'row.start', trip.date, trip.zone)
    const time = at === undefined ? String(trip.fields.start) : isoUtc(at)
    this.sheets.row('reading', `${trip.id} ${time}`, line, () => ({ trip: trip.id, time, source: 'hand', ...fields }))
  }

  private spot(row: ForeignRow): string | null {
    const name = row.text('spot.name')
    return name === '' ? null : (named(this.context.spots, name)?.id ?? null)
  }

  /** The file's own note, and what stands in columns that are passed over. */
  private note(row: ForeignRow, cells: readonly string[]): string | null {
    const spot = row.text('spot.name')
    const others = cells.flatMap((cell, i) => (this.mapping.columns[i] === '' && cell.trim() !== '' ? [`${this.table.header[i] ?? ''}: ${cell.trim()}`] : []))
    const unknownSpot = spot !== '' && this.spot(row) === null ? [`Spot: ${spot}`] : []
    return [row.text('row.note'), ...unknownSpot, ...others].filter((part) => part !== '').join('\n') || null
  }

  /** An id of its own, counted where rows are alike, so that the same file gives the same ids. */
  private free(kind: 'stint' | 'strike', wanted: string): string {
    if (!this.sheets.has(kind, wanted)) return wanted
    const n = (this.counts.get(wanted) ?? 1) + 1
    this.counts.set(wanted, n)
    return `${wanted} (${n})`
  }
  private readonly counts = new Map<string, number>()
}

const named = <R extends NamedRecord>(records: readonly R[], name: string): R | undefined =>
  records.find((record) => record.name.trim().toLowerCase() === name.toLowerCase())

/** An end before its start is the next day's. */
const notBefore = (end: number | undefined, start: number | undefined): number | undefined =>
  end !== undefined && start !== undefined && end < start ? end + 24 * HOUR_MS : end

/** A trip of stints reaches from its first to its last. */
function widen(fields: Record<string, Json>, start: number | undefined, end: number | undefined): void {
  if (start !== undefined && isoUtc(start) < String(fields.start)) fields.start = isoUtc(start)
  if (end !== undefined && (fields.end === null || isoUtc(end) > String(fields.end))) fields.end = isoUtc(end)
}

/** The class that a lure's name holds, such as *white spinnerbait*. */
function guessClass(name: string): string {
  const lower = name.toLowerCase()
  const whole = LURE_CLASSES.find((one) => lower.includes(one.toLowerCase()))
  const [last] = whole ? [whole] : LURE_CLASSES.filter((one) => lower.includes(one.split(' ').at(-1) ?? one))
  return last ?? NO_CLASS
}
