import { SAID, accountFor, epochMs, isDate, isoUtc, parseNumber, parseQuantity } from '@jotbook/core'
import { namesIn } from '@jotbook/core/deck'
import { v5 as uuidv5 } from 'uuid'
import type { EpochMs, Fields, Json, Kind, TimeAccount, Unit, UnitPreferences, Water } from '@jotbook/core'
import { faultsOf } from '@jotbook/contract'
import { wordsOf } from '../../ui/recordForm/index.ts'
import { isBlank } from './dockDraft.ts'
import type { DockDraft, ReadingRow, StintRow, StrikeRow } from './dockDraft.ts'
import { readMore } from './moreColumns.ts'
import type { RowKind } from './moreColumns.ts'
import { Untouched } from './openedTrip.ts'
import type { OpenedTrip } from './openedTrip.ts'
import { readLines } from './readLines.ts'
import type { ReadLine } from './readLines.ts'
import { text } from './text.ts'
import { readTime } from './readTime.ts'
import type { ReadTime, TimeContext } from './readTime.ts'

export interface ReadRecord {
  readonly kind: Kind
  readonly id: string
  readonly fields: Fields
  /** Of a record that was there when the trip was opened: the fields that say something else now. */
  readonly changed?: Fields
}

export interface ReadDraft {
  readonly records: readonly ReadRecord[]
  /** Rows of an opened trip that are no more. */
  readonly removed: readonly { readonly kind: Kind; readonly id: string }[]
  /** By cell: what must be fixed before the trip can be kept. */
  readonly problems: Readonly<Record<string, string>>
  /** By cell: what was understood and is worth saying. */
  readonly notices: Readonly<Record<string, string>>
  /** Cells whose time comes twice. */
  readonly twice: readonly string[]
  /** How much of the time on the water the stints account for; undefined until the trip has its hours. */
  readonly account: TimeAccount | undefined
  /** What the lines of shorthand mean, by the stint's or trip's id. */
  readonly lines: Readonly<Record<string, readonly ReadLine[]>>
}

/** The name of a cell: `stint:<id>:end`, `trip:start`. */
export const cellName = (section: 'stint' | 'strike' | 'reading', id: string, field: string): string =>
  `${section}:${id}:${field}`

/** The zone a draft's times are in: the trip's own while it is on the water it was on, else the water's. */
export const zoneOfDraft = (
  draft: DockDraft,
  opened: OpenedTrip | undefined,
  water: Water | undefined,
  deviceZone: string,
): string => (opened && opened.draft.water === draft.water ? opened.zone : (water?.timeZone ?? deviceZone))

/**
 * What a draft means: records to keep, problems beside their cells, and the account of the hours. Cells that say what they said when
 * the trip was opened mean what is stored, to the last digit. Pure: the same draft always means the same.
 */
export function readDraft(draft: DockDraft, zone: string, opened?: OpenedTrip): ReadDraft {
  return new DraftReader(draft, zone, opened && new Untouched(opened, draft, zone)).read()
}

/** Words joined by `;`; null where there are none. */
function listed(typed: string): string[] | null {
  const words = wordsOf(typed)
  return words.length > 0 ? words : null
}

class DraftReader {
  private readonly problems: Record<string, string> = {}
  private readonly notices: Record<string, string> = {}
  private readonly twice: string[] = []
  private readonly records: ReadRecord[] = []
  private readonly people: readonly string[]
  private readonly units: UnitPreferences
  private readonly lines: Record<string, readonly ReadLine[]> = {}

  constructor(
    private readonly draft: DockDraft,
    private readonly zone: string,
    private readonly untouched: Untouched | undefined,
  ) {
    this.units = draft.units
    this.people = namesIn(draft.people)
  }

  // eslint-disable-next-line complexity -- a line a cell of the trip
  read(): ReadDraft {
    const { draft } = this
    if (!isDate(draft.date)) this.problems['trip:date'] = text.dateWrong
    if (draft.water === '') this.problems['trip:water'] = text.whichWater
    const start =
      draft.start === '' ? this.missing('trip:start', text.whenBegin) : this.time('trip:start', draft.start, undefined)
    const end = draft.end === '' ? undefined : this.time('trip:end', draft.end, start)
    if (start !== undefined) {
      const fields = {
        water: draft.water,
        start: isoUtc(start),
        end: end === undefined ? null : isoUtc(end),
        purpose: draft.purpose || null,
        platform: draft.platform || null,
        target: listed(draft.target ?? ''),
        anglers: [...this.people],
        timeZone: this.zone,
        note: draft.note || null,
        effortKnown: draft.effortKnown,
        ...Object.fromEntries(Object.values(SAID).map((field) => [field, draft.said[field] || null])),
      }
      this.keep('trip', draft.trip, fields, {
        columns: {
          water: 'trip:water',
          start: 'trip:start',
          end: 'trip:end',
          anglers: 'trip:people',
          note: 'trip:note',
        },
      })
      if (draft.effortKnown === 'trip' && end === undefined) this.problems['trip:end'] ??= text.whenEnd
      if (this.full) this.stints(start, end)
      else this.linesOf(draft.trip, draft.lines, [start, end])
      this.strikes(start, end)
      this.readings(start, end)
    }
    return {
      records: this.records,
      removed: this.untouched?.removed() ?? [],
      problems: this.problems,
      notices: this.notices,
      twice: this.twice,
      lines: this.lines,
      account: start === undefined ? undefined : this.account(start, end),
    }
  }

  private get full(): boolean {
    return this.draft.effortKnown === 'full'
  }

  /** Blank, unless a record is behind it that says nothing in these cells. */
  private isUnused(kind: Kind, row: StintRow | StrikeRow | ReadingRow): boolean {
    return isBlank(row) && !this.untouched?.isAsOpened(kind, row.id)
  }

  private missing(cell: string, message: string): undefined {
    this.problems[cell] = message
    return undefined
  }

  private time(cell: string, typed: string, afterMs: number | undefined, untilMs?: EpochMs): number | undefined {
    const stored = this.untouched?.timeMs(cell)
    if (stored !== undefined) return stored
    if (!isDate(this.draft.date)) return undefined
    const context: TimeContext = {
      zone: this.zone,
      date: this.draft.date,
      afterMs,
      untilMs,
      again: this.draft.again[cell],
    }
    const read: ReadTime = readTime(typed, context)
    if (read.problem !== undefined) this.problems[cell] = read.problem
    if (read.notice !== undefined) this.notices[cell] = read.notice
    if (read.twice) this.twice.push(cell)
    return read.ms
  }

  private stints(start: number, end: number | undefined): void {
    const reached = new Map<string, number>()
    for (const row of this.draft.stints) {
      if (this.isUnused('stint', row)) continue
      const angler = row.angler || this.people[0] || ''
      const from =
        row.start === ''
          ? (reached.get(angler) ?? start)
          : this.time(cellName('stint', row.id, 'start'), row.start, reached.get(angler) ?? start, end)
      const to =
        row.end === '' || from === undefined ? undefined : this.time(cellName('stint', row.id, 'end'), row.end, from)
      if (row.lure === '')
        this.problems[cellName('stint', row.id, 'lure')] =
          row.lureText === '' ? text.stints.which : text.stints.notChosen(row.lureText)
      if (to !== undefined) reached.set(angler, to)
      if (from !== undefined) this.stint(row, angler, from, to)
    }
  }

  private stint(row: StintRow, angler: string, from: number, to: number | undefined): void {
    const fields = {
      trip: this.draft.trip,
      lure: row.lure,
      angler: angler || null,
      start: isoUtc(from),
      end: to === undefined ? null : isoUtc(to),
      ...this.quantity('stint', row, 'depth', { field: 'lureDepthM', assumed: this.units.depth, stored: 'm' }),
      spot: row.spot || null,
      retrieve: row.retrieve || null,
      reason: row.reason || null,
      ...this.more('stint', row),
    }
    this.keep('stint', row.id, fields, {
      columns: { lureDepthM: 'depth', start: 'start', end: 'end', lure: 'lure', angler: 'angler' },
    })
    this.linesOf(row.id, row.lines, [from, to], { stint: row.id })
  }

  /** Strikes typed as shorthand, of a stint or of the trip. Their ids follow from whose they are and their place, so that keeping twice makes none twice. */
  private linesOf(owner: string, lines: string, [from, to]: [number, number | undefined], more: Fields = {}): void {
    if (lines.trim() === '') return
    const read = readLines(lines, {
      units: this.units,
      zone: this.zone,
      fromMs: from,
      toMs: to,
      timeOptional: !this.full,
    })
    this.lines[owner] = read
    const cell = cellName('stint', owner, 'lines')
    read.forEach(({ fields, problem }, i) => {
      if (problem !== undefined) this.problems[cell] ??= problem
      if (fields)
        this.keep(
          'strike',
          uuidv5(`line ${i} of ${this.draft.id}`, owner),
          { trip: this.draft.trip, ...more, ...fields },
          { cell },
        )
    })
  }

  // eslint-disable-next-line complexity -- a line a cell of a strike
  private strikes(start: number, end: number | undefined): void {
    let above = start
    for (const row of this.draft.strikes) {
      if (this.isUnused('strike', row)) continue
      const cell = cellName('strike', row.id, 'time')
      const timeUnknown = row.time === '' && (!this.full || this.untouched?.timeMs(cell) !== undefined)
      const at = timeUnknown
        ? (this.untouched?.timeMs(cell) ?? start)
        : row.time === ''
          ? this.missing(cell, text.strikes.when)
          : this.time(cell, row.time, above, end)
      if (at === undefined) continue
      if (!timeUnknown) above = Math.max(above, at)
      const stint = this.full ? this.stintAt(at, row) : undefined
      const fields = {
        trip: this.draft.trip,
        time: isoUtc(at),
        stint: stint ?? null,
        timeUnknown: timeUnknown || null,
        angler: row.angler || null,
        outcome: row.outcome || null,
        note: row.note || null,
        ...this.quantity('strike', row, 'length', { field: 'lengthMm', assumed: this.units.length, stored: 'mm' }),
        ...this.quantity('strike', row, 'weight', { field: 'weightG', assumed: this.units.weight, stored: 'g' }),
        ...this.more('strike', row),
      }
      this.keep('strike', row.id, fields, {
        columns: {
          time: 'time',
          outcome: 'outcome',
          lengthMm: 'length',
          weightG: 'weight',
          note: 'note',
          angler: 'angler',
        },
      })
    }
  }

  /** The stint a strike falls in: of the person named, the one that began last. With two people in question it is left open. */
  private stintAt(ms: EpochMs, row: StrikeRow): string | undefined {
    const holding = this.records.filter(({ kind, fields }) => {
      if (kind !== 'stint' || typeof fields.start !== 'string') return false
      const to = typeof fields.end === 'string' ? epochMs(fields.end) : Infinity
      return epochMs(fields.start) <= ms && ms <= to && (row.angler === '' || fields.angler === row.angler)
    })
    const people = new Set(holding.map(({ fields }) => fields.angler))
    const cell = cellName('strike', row.id, 'time')
    if (people.size > 1) this.notices[cellName('strike', row.id, 'angler')] = text.strikes.whose
    if (holding.length === 0) this.notices[cell] = text.strikes.between
    return people.size > 1
      ? undefined
      : holding.sort((a, b) => (String(a.fields.start) < String(b.fields.start) ? 1 : -1))[0]?.id
  }

  private readings(start: number, end: number | undefined): void {
    let above = start
    for (const row of this.draft.readings) {
      if (this.isUnused('reading', row)) continue
      const cell = cellName('reading', row.id, 'time')
      const at = row.time === '' ? start : this.time(cell, row.time, above, end)
      if (at === undefined) continue
      above = Math.max(above, at)
      const fields = {
        trip: this.draft.trip,
        time: isoUtc(at),
        source: 'hand',
        ...this.quantity('reading', row, 'temp', { field: 'waterTempC', assumed: this.units.temperature, stored: 'C' }),
        ...this.quantity('reading', row, 'sight', {
          field: 'visibilityM',
          assumed: this.units.visibility,
          stored: 'm',
        }),
        ...this.quantity('reading', row, 'wind', { field: 'windMps', assumed: this.units.wind, stored: 'mps' }),
        ...this.quantity('reading', row, 'pressure', {
          field: 'pressureHpa',
          assumed: this.units.pressure,
          stored: 'hpa',
        }),
        ...this.cloud(row),
        tint: row.tint || null,
        ...this.more('reading', row),
      }
      this.keep('reading', row.id, fields, {
        columns: {
          time: 'time',
          waterTempC: 'temp',
          visibilityM: 'sight',
          windMps: 'wind',
          cloudPct: 'cloud',
          pressureHpa: 'pressure',
        },
      })
    }
  }

  private cloud(row: ReadingRow): Fields {
    if (row.cloud === '') return { cloudPct: null }
    const value = parseNumber(row.cloud)
    if (value === undefined) this.problems[cellName('reading', row.id, 'cloud')] = text.readings.cloudWrong
    return value === undefined ? {} : { cloudPct: value }
  }

  /** A measured cell as its field in SI beside what was typed. */
  private quantity<R extends { readonly id: string }>(
    section: 'stint' | 'strike' | 'reading',
    row: R,
    column: keyof R & string,
    { field, assumed, stored }: { readonly field: string; readonly assumed: Unit; readonly stored: Unit },
  ): Fields {
    const typed = String(row[column])
    if (typed.trim() === '') return { [field]: null, [`${field}Typed`]: null }
    const read = parseQuantity(typed, assumed, stored)
    if (!read) this.problems[cellName(section, row.id, column)] = text.notUnderstood(typed)
    return read ? { [field]: read.value, [`${field}Typed`]: read.typed } : {}
  }

  /** The cells of the columns that were chosen beside a row's own. */
  private more(kind: RowKind, row: { readonly id: string }): Fields {
    const { fields, problems } = readMore(kind, row, this.units)
    for (const [field, problem] of Object.entries(problems)) this.problems[cellName(kind, row.id, field)] ??= problem
    return fields
  }

  /** Keeps a record, with the record class's own messages beside the cells its fields came from, or all beside one cell. */
  private keep(
    kind: 'trip' | 'stint' | 'strike' | 'reading',
    id: string,
    fields: Record<string, Json>,
    { columns = {}, cell: one }: { readonly columns?: Readonly<Record<string, string>>; readonly cell?: string },
  ): void {
    const settled = this.untouched?.settled(kind, id, fields)
    this.records.push({ kind, id, fields, ...settled })
    for (const { field, message } of settled
      ? faultsOf(kind, settled.changed, { partial: true })
      : faultsOf(kind, fields)) {
      const column = columns[field] ?? field
      const cell = one ?? (kind === 'trip' ? column : cellName(kind, id, column))
      this.problems[cell] ??= message
    }
  }

  private account(start: number, end: number | undefined): TimeAccount {
    const stints = this.records
      .filter(({ kind }) => kind === 'stint')
      .map(({ id, fields }) => ({
        id,
        angler: fields.angler as string | null,
        start: String(fields.start),
        end: fields.end as string | null,
      }))
    return accountFor(isoUtc(start), end === undefined ? null : isoUtc(end), stints)
  }
}
