import { levelOf, matchesPrey, preyOf } from '../presentation/index.ts'
import { calendarSeason } from '../season/index.ts'
import { epochMs, localParts } from '../time/index.ts'
import { SAID, UNKNOWN } from '../vocabulary/index.ts'
import type { Lure, Spot, Stint, Trip } from '../vocabulary/index.ts'
import { bandLabel } from './bandLabels.ts'
import type { BookRecords, TripBundle } from './bookRecords.ts'
import { SPECIES, columnInfo } from './columnInfo.ts'
import type { ColumnInfo } from './columnInfo.ts'
import type { Cut } from './cut.ts'
import type { CutPlan } from './cutPlan.ts'
import { emptyCounts } from './segmentRow.ts'
import type { SegmentRow } from './segmentRow.ts'

/** A piece of a trip as a row: its hours, and what each column says of it. */
type Labelled = (cut: Cut, hours: number) => SegmentRow

/** What stays the same for all pieces of a stint. */
interface Whole {
  readonly bundle: TripBundle
  readonly stint: Stint | undefined
  readonly lure: Lure | undefined
  readonly zone: string
}

/** What each column says of a piece of a trip. */
export class Labels {
  private readonly lures: ReadonlyMap<string, Lure>
  private readonly spots: ReadonlyMap<string, Spot>
  private readonly factors: readonly ColumnInfo[]
  private readonly numbers: readonly ColumnInfo[]

  constructor(
    book: BookRecords,
    private readonly plan: CutPlan,
  ) {
    this.lures = new Map(book.lures.map((lure) => [lure.id, lure]))
    this.spots = new Map(book.spots.map((spot) => [spot.id, spot]))
    this.factors = plan.factors.filter((name) => name !== SPECIES).map(columnInfo)
    this.numbers = plan.numbers.map(columnInfo)
  }

  of(bundle: TripBundle, zone: string): Labelled {
    const stints = new Map(bundle.stints.map((stint) => [stint.id, stint]))
    return (cut, hours) => {
      const stint = stints.get(cut.stint.stint)
      const whole = { bundle, stint, lure: stint && this.lures.get(stint.lure), zone }
      const labels: Record<string, string> = {}
      for (const info of this.factors) labels[info.name] = said(info, bundle.trip) ?? this.label(info, this.value(info, cut, whole))
      const numbers: Record<string, number> = {}
      for (const info of this.numbers) numbers[info.name] = numberOf(this.value(info, cut, whole))
      return { hours, counts: emptyCounts(), labels, numbers, strikeIds: [], fish: [], strikes: [] }
    }
  }

  private value({ source, field }: ColumnInfo, cut: Cut, { bundle, stint, lure, zone }: Whole): unknown {
    const { trip, water } = bundle
    switch (source) {
      case 'reading':
      case 'worked':
      case 'band':
        return cut.values[field]
      case 'calendar': {
        const parts = localParts(cut.fromMs, zone)
        return field === 'season' ? calendarSeason(parts.month, water?.latitude ?? null) : parts[field as 'hour' | 'month' | 'year']
      }
      case 'presentation':
        return lure && stint ? (field === 'level' ? levelOf(lure, stint) : prey(bundle, lure, stint, zone)) : undefined
      case 'stint':
        // A stint that says nothing of its place has its spot's.
        return fieldOf(stint, field) ?? (stint?.spot ? fieldOf(this.spots.get(stint.spot), field) : undefined)
      default:
        return fieldOf(source === 'trip' ? trip : source === 'water' ? water : lure, field)
    }
  }

  private label(info: ColumnInfo, value: unknown): string {
    const band = info.source === 'band' ? this.plan.bands[info.name] : undefined
    return band ? bandLabel((value ?? null) as number | null, band.edges, band.labels) : wordOf(value)
  }
}

const fieldOf = (record: object | undefined, field: string): unknown => (record as Record<string, unknown> | undefined)?.[field]

/** What the angler says of the day goes before what the book works out. */
function said({ name }: ColumnInfo, trip: Trip): string | undefined {
  const field = (SAID as Readonly<Record<string, keyof Trip>>)[name]
  const word = field && trip[field]
  return typeof word === 'string' && word !== '' ? word : undefined
}

/** Only what was seen before the stint began: what a fish spat up says nothing of why the lure that caught it was tied on. */
function prey({ strikes, water }: TripBundle, lure: Lure, stint: Stint, zone: string): boolean | null {
  const start = epochMs(stint.start)
  const earlier = strikes.filter(({ time, forageSeen }) => forageSeen && epochMs(time) < start)
  return matchesPrey(lure, preyOf(earlier, water, calendarSeason(localParts(start, zone).month, water?.latitude ?? null)))
}

const numberOf = (value: unknown): number => (typeof value === 'number' ? value : NaN)

function wordOf(value: unknown): string {
  if (value === null || value === undefined || value === '') return UNKNOWN
  if (Array.isArray(value)) return value.length === 0 ? UNKNOWN : value.join(';')
  return typeof value === 'boolean' ? (value ? 'yes' : 'no') : String(value)
}
