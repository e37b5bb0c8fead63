import type { Id } from '../../vocabulary/index.ts'
import { DAY_MS, HOUR_MS, MINUTE_MS, epochMs, isoUtc } from '../../time/index.ts'
import type { Json } from '../../sync/index.ts'
import type { Mapping } from './mapping.ts'
import { NamesOfFile, sameName } from './names.ts'
import type { NameInFile, NamedRecord } from './names.ts'
import { CellFailure, ForeignRow } from './foreignRow.ts'
import { Sheets } from './sheets.ts'
import type { ForeignTable } from './foreignTable.ts'
import { classIn } from './words.ts'

export interface TranslateContext {
  readonly waters: readonly (NamedRecord & { readonly timeZone?: string | null })[]
  readonly lures: readonly NamedRecord[]
  readonly spots: readonly NamedRecord[]
  /** People of the book's trips. */
  readonly people: readonly string[]
  /** The water of rows that name none. */
  readonly water: Id<'water'> | undefined
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
  /** Every water, lure and person the file names, with whom they are taken for. */
  readonly names: readonly NameInFile[]
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
  if (mapping.columns.includes('row.date') && mapping.dateOrder === undefined)
    throw new RangeError('the order of the dates must be chosen first')
  return new Translator(table, mapping, context).translate()
}

/** What a row says of a stint or a strike. */
interface SaidOfRow {
  readonly lure: string | undefined
  readonly note: string | null
}

interface TripOfRow {
  readonly id: string
  readonly fields: Record<string, Json>
  readonly zone: string
  readonly date: string
  /** Who the row is of; empty where it does not say. */
  readonly angler: string
}

class Translator {
  private readonly sheets = new Sheets()
  private readonly faults: RowFault[] = []
  private readonly remarks = new Set<string>()
  private readonly names: NamesOfFile
  private readonly people: readonly NamedRecord[]

  constructor(
    private readonly table: ForeignTable,
    private readonly mapping: Mapping,
    private readonly context: TranslateContext,
  ) {
    this.names = new NamesOfFile(mapping.same)
    this.people = context.people.map((name) => ({ id: name, name }))
  }

  translate(): Translated {
    this.table.rows.forEach((cells, i) => {
      const line = this.table.lines[i] ?? i + 2
      const row = new ForeignRow(cells, this.mapping, (remark) => this.remarks.add(remark))
      try {
        this.row(row, cells, line)
      } catch (error) {
        if (!(error instanceof CellFailure)) throw error
        const column =
          this.table.header[this.mapping.columns.indexOf(error.target)] ?? error.target.replace(/^.*\./, '')
        this.faults.push({ line, column, message: error.message })
      }
    })
    return {
      files: this.sheets.files(),
      faults: this.faults,
      remarks: [...this.remarks],
      names: this.names.all(),
      sourceLine: (file, line) => this.sheets.sourceLine(file, line),
    }
  }

  private row(row: ForeignRow, cells: readonly string[], line: number): void {
    if (this.mapping.rowIs === 'lure') return void this.lure(row, line)
    const water = this.water(row, line)
    const date = row.date()
    const trip = this.trip(row, water, date, line)
    const lure = this.mapping.rowIs === 'trip' ? undefined : this.lure(row, line)
    const note = this.note(row, cells)
    if (this.mapping.rowIs === 'strike') this.strike(row, trip, { lure, note }, line)
    if (this.mapping.rowIs === 'stint') this.stint(row, trip, { lure, note }, line)
    if (this.mapping.rowIs === 'trip' && note) trip.fields.note = note
    if (this.mapping.rowIs === 'trip')
      this.counted(row, trip.id, line, { time: trip.fields.start ?? null, timeUnknown: true })
    this.reading(row, trip, line)
  }

  /** A water of the book by its name, else a new one; the one chosen for all where the file names none. */
  private water(row: ForeignRow, line: number): { id: string; zone: string } {
    const name = row.text('water.name')
    if (name === '' && this.context.water === undefined)
      throw new CellFailure('water.name', 'The row names no water. Choose one above for all of them.')
    const meant = name === '' ? undefined : this.names.meant('water', name, this.context.waters)
    const id = meant ? meant.sameAs : this.context.water
    const chosen = this.context.waters.find((water) => water.id === id)
    if (chosen) return { id: chosen.id, zone: chosen.timeZone ?? this.context.zone }
    const called = meant?.name ?? name
    this.sheets.row('water', called, line, () => ({ name: called, timeZone: this.context.zone }))
    return { id: called, zone: this.context.zone }
  }

  /** A person's name as the book writes it. */
  private person(name: string): string {
    const { sameAs, name: called } = this.names.meant('person', name, this.people)
    return sameAs || called
  }

  /** Rows of one water and one day are one trip. */
  private trip(row: ForeignRow, water: { id: string; zone: string }, date: string, line: number): TripOfRow {
    const id = `${water.id} ${date}`
    const isStint = this.mapping.rowIs === 'stint'
    const start = row.instant('row.start', date, water.zone)
    const hours = row.hours()
    const end =
      notBefore(row.instant('row.end', date, water.zone), start) ??
      (hours === undefined ? undefined : (start ?? row.wall(date, START_NOT_TOLD, water.zone)) + hours * HOUR_MS)
    if (!isStint && start === undefined && hours !== undefined)
      this.remarks.add(
        'Where hours are told without a start, 7:00 stands for it: hour and sun of those trips are a guess.',
      )
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
    const [anglers, named] = [made.fields.anglers as string[], this.anglers(row)]
    for (const one of named) if (!anglers.includes(one)) anglers.push(one)
    return { angler: named.join(', '), id, fields: made.fields, zone: water.zone, date }
  }

  private anglers(row: ForeignRow): string[] {
    const written = row.text('trip.anglers').split(/[;,&]| and | und | et | y /)
    return written.flatMap((one) => (one.trim() === '' ? [] : [this.person(one.trim())]))
  }

  private lure(row: ForeignRow, line: number): string | undefined {
    const [name, lureClass, back] = [row.text('lure.name'), row.text('lure.class'), row.text('lure.back')]
    const written = name || [lureClass, back].filter((part) => part !== '').join(', ')
    if (written === '') {
      if (this.mapping.rowIs === 'lure') throw new CellFailure('lure.name', 'The row names no lure.')
      return undefined
    }
    const { sameAs, name: called } = this.names.meant('lure', written, this.context.lures)
    if (sameAs !== '') return sameAs
    this.sheets.row('lure', called, line, () => ({
      name: called,
      class: row.lureClass() ?? classIn(called) ?? NO_CLASS,
      ...row.fieldsFor('lure', ['name', 'class']),
    }))
    return called
  }

  private stint(row: ForeignRow, trip: TripOfRow, { lure, note }: SaidOfRow, line: number): void {
    if (lure === undefined) throw new CellFailure('lure.name', 'A stint needs its lure.')
    const start = row.instant('row.start', trip.date, trip.zone)
    if (start === undefined) throw new CellFailure('row.start', 'A stint needs its start.')
    const hours = row.hours()
    const end =
      notBefore(row.instant('row.end', trip.date, trip.zone), start) ??
      (hours === undefined ? undefined : start + hours * HOUR_MS)
    const { angler } = trip
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

  private strike(row: ForeignRow, trip: TripOfRow, { lure, note }: SaidOfRow, line: number): void {
    const time = row.strikeTime(trip.date, trip.zone)
    const angler = trip.angler || null
    const id = this.free('strike', `${trip.id} ${time === undefined ? '-' : isoUtc(time).slice(11, 16)}`)
    const started = epochMs(String(trip.fields.start))
    if (trip.fields.effortKnown === 'none' && time !== undefined && time < started) trip.fields.start = isoUtc(time)
    const start = String(trip.fields.start)
    const stint = lure === undefined ? undefined : this.onlyLure({ trip: trip.id, lure, angler, start }, line)
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
  private onlyLure(
    fields: {
      readonly trip: Id<'trip'>
      readonly lure: string
      readonly angler: string | null
      readonly start: string
    },
    line: number,
  ): string {
    const id = `${fields.trip} ${fields.lure} ${fields.angler ?? ''}`.trim()
    this.sheets.row('stint', id, line, () => ({ ...fields }))
    return id
  }

  /** Strikes of which only the number is told. */
  private counted(row: ForeignRow, trip: Id<'trip'>, line: number, fields: Record<string, Json>): boolean {
    const text = row.text('row.count')
    const count = text === '' ? 0 : row.number(text)
    if (count === undefined || !Number.isInteger(count) || count < 0 || count > 500)
      throw new CellFailure('row.count', `“${text}” is not a number of strikes.`)
    for (let n = 0; n < count; n++)
      this.sheets.row('strike', this.free('strike', `${trip} ${line}`), line, () => ({ trip, ...fields }))
    return count > 0
  }

  private reading(row: ForeignRow, trip: TripOfRow, line: number): void {
    const fields = row.fieldsFor('reading')
    if (Object.values(fields).every((value) => value === null)) return
    const at = row.instant(this.mapping.rowIs === 'strike' ? 'row.time' : 'row.start', trip.date, trip.zone)
    const time = at === undefined ? String(trip.fields.start) : isoUtc(at)
    this.sheets.row('reading', `${trip.id} ${time}`, line, () => ({ trip: trip.id, time, source: 'hand', ...fields }))
  }

  private spot(row: ForeignRow): string | null {
    const name = row.text('spot.name')
    return name === '' ? null : (sameName(this.context.spots, name)?.id ?? null)
  }

  /** The file's own note, and what stands in columns that are passed over. */
  private note(row: ForeignRow, cells: readonly string[]): string | null {
    const spot = row.text('spot.name')
    const others = cells.flatMap((cell, i) =>
      this.mapping.columns[i] === '' && cell.trim() !== '' ? [`${this.table.header[i] ?? ''}: ${cell.trim()}`] : [],
    )
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

/** An end before its start is the next day's. */
const notBefore = (end: number | undefined, start: number | undefined): number | undefined =>
  end !== undefined && start !== undefined && end < start ? end + DAY_MS : end

/** A trip of stints reaches from its first to its last. */
function widen(fields: Record<string, Json>, start: number | undefined, end: number | undefined): void {
  if (start !== undefined && isoUtc(start) < String(fields.start)) fields.start = isoUtc(start)
  if (end !== undefined && (fields.end === null || isoUtc(end) > String(fields.end))) fields.end = isoUtc(end)
}
