import { at } from '../checked/index.ts'
import { levelOf, matchesPrey, preyOf } from '../presentation/index.ts'
import { calendarSeason } from '../season/index.ts'
import { DAY_MS, HOUR_MS, QUARTER_MS, epochMs, localParts, zoneOffsetMs } from '../time/index.ts'
import type { EpochMs } from '../time/index.ts'
import { RECORD_BANDS, SAID, UNKNOWN } from '../vocabulary/index.ts'
import type { BandName, Lure, RecordBand, Setup, Spot, Stint, Strike, Trip } from '../vocabulary/index.ts'
import { bandLabel } from './bandLabel.ts'
import type { BookRecords, TripBundle } from './bookRecords.ts'
import { SPECIES, columnInfo } from './columnInfo.ts'
import type { ColumnInfo, ColumnSource } from './columnInfo.ts'
import { NOT_KNOWN } from './stretches.ts'
import type { CutCondition } from './stretches.ts'
import type { Cut, CutTrip } from './cut.ts'
import type { CutPlan } from './cutPlan.ts'
import type { SegmentTable } from './segmentTable.ts'

/** Lays a piece of a trip as a segment with its hours; returns its place. `timeless`: nothing that depends on the time is known. */
type LayRow = (cut: Cut, hours: number, timeless?: boolean) => number

/** A column whose word follows from the band of a condition. */
interface ByCondition {
  readonly column: number
  readonly condition: number
  /** Level by code of the condition; filled as codes are met. */
  readonly levels: number[]
}

/** A column whose word follows from a record or the calendar. */
interface Column {
  readonly column: number
  readonly info: ColumnInfo
}

/** A trip, and those of its strikes that showed what the fish had eaten. */
interface Here {
  readonly bundle: TripBundle
  readonly zone: string
  readonly spatUp: readonly Strike[]
}

/** A piece of a trip with all that a number of it may come from. */
interface Piece {
  readonly here: Here
  readonly cut: Cut
  readonly cutTrip: CutTrip
  readonly stint: Stint | undefined
}

interface Clock {
  readonly clockFrom: number
  readonly clockTo: number
}
const NO_CLOCK: Clock = { clockFrom: NaN, clockTo: NaN }
const modulo = (value: number, by: number): number => ((value % by) + by) % by

const NONE: readonly number[] = []
const OF_A_STINT: ReadonlySet<string> = new Set(['stint', 'setup', 'lure', 'presentation'])

/** What each column says of a piece of a trip. */
export class RowLabels {
  private readonly lures: ReadonlyMap<string, Lure>
  private readonly spots: ReadonlyMap<string, Spot>
  private readonly setups: ReadonlyMap<string, Setup>
  private readonly infos: readonly (ColumnInfo | undefined)[]
  private readonly numbers: readonly ColumnInfo[]
  private readonly byCondition: readonly ByCondition[]
  private readonly ofTrip: readonly Column[]
  private readonly ofEachStint: readonly Column[]
  private readonly ofCalendar: readonly Column[]

  constructor(
    book: BookRecords,
    private readonly plan: CutPlan,
    private readonly conditions: readonly CutCondition[],
    private readonly table: SegmentTable,
  ) {
    this.lures = new Map(book.lures.map((lure) => [lure.id, lure]))
    this.spots = new Map(book.spots.map((spot) => [spot.id, spot]))
    this.setups = new Map(book.setups.map((setup) => [setup.id, setup]))
    this.infos = plan.factors.map((name) => (name === SPECIES ? undefined : columnInfo(name)))
    this.numbers = plan.numbers.map(columnInfo)
    const from = (wanted: (source: ColumnSource) => boolean): Column[] =>
      this.infos.flatMap((info, column) => (info && wanted(info.source) ? [{ column, info }] : []))
    this.ofTrip = from((source) => source === 'trip' || source === 'water')
    this.ofEachStint = from((source) => OF_A_STINT.has(source))
    this.ofCalendar = from((source) => source === 'calendar')
    this.byCondition = this.infos.flatMap((info, column) => {
      const condition = info && isOfTime(info) ? conditions.findIndex(({ name }) => name === info.field) : -1
      return condition < 0 ? [] : [{ column, condition, levels: [] }]
    })
  }

  of(bundle: TripBundle, zone: string, cutTrip: CutTrip): LayRow {
    const { trip, water } = bundle
    const stints = new Map(bundle.stints.map((stint) => [stint.id, stint]))
    const here: Here = { bundle, zone, spatUp: bundle.strikes.filter(({ forageSeen }) => forageSeen) }
    const codes = new Int32Array(this.infos.length)
    const corrected = new Set<number>()
    const write = (column: number, word: string): void => {
      codes[column] = at(this.table.levels, column).codeOf(word)
    }
    this.infos.forEach((info, column) => {
      const word = info && said(info, trip)
      if (word === undefined) return
      corrected.add(column)
      write(column, word)
    })
    const open = <C extends { column: number }>(columns: readonly C[]): readonly C[] =>
      corrected.size === 0 ? columns : columns.filter(({ column }) => !corrected.has(column))
    const [byCondition, ofEachStint, ofCalendar] = [
      open(this.byCondition),
      open(this.ofEachStint),
      open(this.ofCalendar),
    ]
    for (const { column, info } of open(this.ofTrip))
      write(column, wordOf(fieldOf(info.source === 'trip' ? trip : water, info.field)))
    const offsetMs = zoneOffsetMs(cutTrip.cuts[0]?.fromMs ?? 0, zone)
    const clockOf = ({ fromMs, toMs }: Cut): Clock => {
      const clockFrom = modulo(fromMs + offsetMs, DAY_MS) / HOUR_MS
      return { clockFrom, clockTo: clockFrom + (toMs - fromMs) / HOUR_MS }
    }
    let current: string | undefined
    let quarter = NaN
    return (cut, hours, timeless = false) => {
      if (cut.stint.stint !== current) {
        current = cut.stint.stint
        const stint = stints.get(current)
        const lure = stint && this.lures.get(stint.lure)
        for (const { column, info } of ofEachStint) write(column, wordOf(this.ofStint(info, here, stint, lure)))
      }
      for (const by of byCondition)
        codes[by.column] = this.levelOf(by, timeless ? NOT_KNOWN : cut.stretches.codeOf(cut.stretch, by.condition))
      const now = Math.floor(cut.fromMs / QUARTER_MS)
      if (now !== quarter) {
        quarter = now
        for (const { column, info } of ofCalendar)
          write(column, wordOf(calendarOf(info.field, cut.fromMs, zone, bundle)))
      }
      const values = this.numbersOf({ here, cut, cutTrip, stint: stints.get(cut.stint.stint) }, timeless)
      return this.table.add(trip.id, { hours, ...(timeless ? NO_CLOCK : clockOf(cut)) }, codes, values)
    }
  }

  private ofStint(info: ColumnInfo, here: Here, stint: Stint | undefined, lure: Lure | undefined): unknown {
    const value = this.valueOf(info, here, stint, lure)
    const band = info.name in RECORD_BANDS ? this.plan.bands[info.name as RecordBand] : undefined
    return band && typeof value === 'number' ? bandLabel(value, band.edges, band.labels) : value
  }

  private valueOf(
    { source, field }: ColumnInfo,
    here: Here,
    stint: Stint | undefined,
    lure: Lure | undefined,
  ): unknown {
    if (source === 'lure') return fieldOf(lure, field)
    if (source === 'presentation') return lure && stint && PRESENTATION_OF[field]?.(here, lure, stint)
    if (!stint) return undefined
    // A stint that says nothing of its place has its spot's, of rod and line its setup's, of the depth what the sounder gave.
    return (
      fieldOf(stint, field) ??
      (stint.spot ? fieldOf(this.spots.get(stint.spot), field) : undefined) ??
      (stint.setup ? fieldOf(this.setups.get(stint.setup), field) : undefined) ??
      (field === 'depthM' ? soundedDepthM(here.bundle, stint) : undefined)
    )
  }

  private levelOf({ column, condition, levels }: ByCondition, code: number): number {
    let level = levels[code]
    if (level === undefined) {
      const name = at(this.plan.factors, column)
      const value = at(this.conditions, condition).valueOf(code)
      const band = this.infos[column]?.source === 'band' ? this.plan.bands[name as BandName] : undefined
      level = levels[code] = at(this.table.levels, column).codeOf(
        band ? bandLabel(value, band.edges, band.labels) : wordOf(value),
      )
    }
    return level
  }

  private numbersOf(piece: Piece, timeless: boolean): readonly number[] {
    if (this.numbers.length === 0) return NONE
    return this.numbers.map((info) => (timeless && isOfTime(info) ? NaN : this.numberOf(info, piece)))
  }

  private numberOf(info: ColumnInfo, piece: Piece): number {
    const { here, cut, cutTrip, stint } = piece
    const { bundle, zone } = here
    const { source, field } = info
    const value = isOfTime(info)
      ? cutTrip.valueAt(cut.stint, field, (cut.fromMs + cut.toMs) / 2)
      : source === 'calendar'
        ? calendarOf(field, cut.fromMs, zone, bundle)
        : OF_A_STINT.has(source)
          ? this.ofStint(info, here, stint, stint && this.lures.get(stint.lure))
          : fieldOf(source === 'trip' ? bundle.trip : bundle.water, field)
    return typeof value === 'number' ? value : NaN
  }
}

const PRESENTATION_OF: Readonly<Record<string, (here: Here, lure: Lure, stint: Stint) => unknown>> = {
  level: (_here, lure, stint) => levelOf(lure, stint),
  matches_prey: prey,
  preyRatio,
  forageKinds: ({ bundle: { water } }) => water?.forage?.length,
  standsForKinds: (_here, { standsFor }) => standsFor?.length,
}

const isOfTime = ({ source }: ColumnInfo): boolean => source === 'reading' || source === 'worked' || source === 'band'

function calendarOf(field: string, ms: EpochMs, zone: string, { water }: TripBundle): number | string {
  const parts = localParts(ms, zone)
  return field === 'season'
    ? calendarSeason(parts.month, water?.latitude ?? null)
    : parts[field as 'hour' | 'month' | 'year']
}

const fieldOf = (record: object | undefined, field: string): unknown =>
  (record as Record<string, unknown> | undefined)?.[field]

/** The depth under the boat through a stint, each sounding holding until the next; undefined where none was taken in it. */
function soundedDepthM({ readings }: TripBundle, stint: Stint): number | undefined {
  if (!stint.end) return undefined
  const [fromMs, toMs] = [epochMs(stint.start), epochMs(stint.end)]
  const soundings = readings.flatMap(({ time, depthM }) => {
    const ms = epochMs(time)
    return typeof depthM === 'number' && ms >= fromMs && ms < toMs ? [{ ms, depthM }] : []
  })
  let [sum, weight] = [0, 0]
  soundings.forEach(({ ms, depthM }, i) => {
    const held = (soundings[i + 1]?.ms ?? toMs) - ms
    sum += held * depthM
    weight += held
  })
  return weight > 0 ? sum / weight : undefined
}

const PREY_HOLDS_MS = 3 * HOUR_MS

/** The lure's length over that of the prey last measured in the three hours before the stint. */
function preyRatio({ bundle: { readings } }: Here, { lengthMm }: Lure, stint: Stint): number | undefined {
  const start = epochMs(stint.start)
  const seen = readings.findLast(({ time, preyLengthMm }) => {
    const ms = epochMs(time)
    return typeof preyLengthMm === 'number' && ms <= start && ms >= start - PREY_HOLDS_MS
  })
  return seen?.preyLengthMm && typeof lengthMm === 'number' ? lengthMm / seen.preyLengthMm : undefined
}

/** What the angler says of the day goes before what the book works out. */
function said({ name }: ColumnInfo, trip: Trip): string | undefined {
  const field = (SAID as Readonly<Record<string, keyof Trip>>)[name]
  const word = field && trip[field]
  return typeof word === 'string' && word !== '' ? word : undefined
}

/** Only what was seen before the stint began: what a fish spat up says nothing of why the lure that caught it was tied on. */
function prey({ bundle: { water }, zone, spatUp }: Here, lure: Lure, stint: Stint): boolean | null {
  const start = epochMs(stint.start)
  const earlier = spatUp.filter(({ time }) => epochMs(time) < start)
  return matchesPrey(
    lure,
    preyOf(earlier, water, calendarSeason(localParts(start, zone).month, water?.latitude ?? null)),
  )
}

function wordOf(value: unknown): string {
  if (value === null || value === undefined || value === '') return UNKNOWN
  if (Array.isArray(value)) return value.length === 0 ? UNKNOWN : value.join(';')
  return typeof value === 'boolean' ? (value ? 'yes' : 'no') : String(value)
}
