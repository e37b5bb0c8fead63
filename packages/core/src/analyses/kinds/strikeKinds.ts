import { QuestionError, at, entry } from '../../checked/index.ts'
import { buildColumns } from '../../effort/index.ts'
import type { BookRecords, SegmentColumns } from '../../effort/index.ts'
import { namesOf, planFor, rowFilter } from '../../query/index.ts'
import type { Clause, Names } from '../../query/index.ts'
import { clusteredShare, phaseExcess } from '../../stats/index.ts'
import type { ClusteredShare, Confidence, Counted, PhaseCount } from '../../stats/index.ts'
import type { Id, Stint, Strike } from '../../vocabulary/index.ts'
import { PAUSED, timeShareOf } from './timeShareOf.ts'

/** What tells one strike from another, by the name it is asked by. Of an hour without a strike none of it is known, so that there are shares of them and no rates. */
export const STRIKE_KINDS = {
  phase: 'phase',
  felt_as: 'feltAs',
  set: 'set',
  hook_position: 'hookPosition',
  pitch: 'pitch',
  struck_level: 'level',
  struck_cover: 'cover',
} as const satisfies Readonly<Record<string, keyof Strike>>
export type StrikeKind = keyof typeof STRIKE_KINDS

export const isStrikeKind = (name: string): name is StrikeKind => Object.hasOwn(STRIKE_KINDS, name)

export interface KindRow extends ClusteredShare {
  readonly value: string
  readonly strikes: number
  readonly trips: number
  /** Of these, landed: where the outcome was told. */
  readonly landed: ClusteredShare | undefined
}

export interface StrikeKinds {
  readonly of: StrikeKind
  /** Most strikes first. */
  readonly rows: readonly KindRow[]
  /** Strikes whose kind was told, and all. */
  readonly told: number
  readonly strikes: number
  /** Of phases: strikes on the pause against the share of time that the lure stood; undefined where no cadence is known. */
  readonly pause:
    | {
        readonly strikes: number
        readonly inPause: number
        readonly timeShare: number
        readonly ratio: number | null
        readonly pValue: number
      }
    | undefined
}

interface StruckRow {
  readonly strike: Strike
  readonly stint: Stint | undefined
  readonly trip: Id<'trip'>
}

/**
 * How strikes came: shares by phase, feel, hook set, hook position, pitch, level or cover, of the strikes in the hours asked for.
 *
 * Given      the book, the kind, conditions of hours and confidence (default 0.9)
 * Returned   a row for each word that was logged, with limits that allow for trips that differ; strikes of unknown kind are counted, not shared out
 * Throws     QuestionError for a kind that strikes do not have
 * Source     limits: `clusteredShare`; pause against its time: `phaseExcess`
 */
export function strikeKinds(
  book: BookRecords,
  { of, where }: { readonly of: string; readonly where: readonly Clause[] },
  options: Confidence = {},
): StrikeKinds {
  return strikeKindsOf(
    book,
    buildColumns(book, planFor({ by: ['stint'], where }, book.bands)),
    { of, where, names: namesOf(book) },
    options,
  )
}

/** The same of a book that is cut already, by stints and for the conditions. */
export function strikeKindsOf(
  book: BookRecords,
  columns: SegmentColumns,
  { of, where, names }: { readonly of: string; readonly where: readonly Clause[]; readonly names: Names },
  options: Confidence = {},
): StrikeKinds {
  if (!isStrikeKind(of))
    throw new QuestionError(`strikes have no ${of}; they have ${Object.keys(STRIKE_KINDS).join(', ')}`)
  const struck = struckRows(book, columns, rowFilter(columns, where, names))
  const valueOf = ({ strike }: StruckRow): string => String(strike[STRIKE_KINDS[of]] ?? '')
  const told = struck.filter((one) => valueOf(one) !== '')
  const values = [...new Set(told.map(valueOf))]
  const rows = values.map((value) => kindRow(value, told, valueOf, options))
  const inOrder = of === 'pitch' ? (a: KindRow, b: KindRow) => Number(a.value) - Number(b.value) : mostStrikes
  return {
    of,
    rows: rows.sort(inOrder),
    told: told.length,
    strikes: struck.length,
    pause: of === 'phase' ? pauseOf(struck) : undefined,
  }
}

const mostStrikes = (a: KindRow, b: KindRow): number => b.strikes - a.strikes || (a.value < b.value ? -1 : 1)

function struckRows(book: BookRecords, columns: SegmentColumns, keep: (row: number) => boolean): StruckRow[] {
  const strikes = new Map(book.strikes.map((strike) => [strike.id, strike]))
  const stints = new Map(book.stints.map((stint) => [stint.id, stint]))
  const { codes, levels } = entry(columns.factors, 'stint')
  return columns.strikeIds.flatMap((id, i) => {
    const [row, strike] = [at(columns.strikeRows, i), strikes.get(id)]
    if (!strike || !keep(row)) return []
    return [{ strike, stint: stints.get(at(levels, at(codes, row))), trip: strike.trip }]
  })
}

function kindRow(
  value: string,
  told: readonly StruckRow[],
  valueOf: (one: StruckRow) => string,
  options: Confidence,
): KindRow {
  const own = told.filter((one) => valueOf(one) === value)
  const outcomes = own.filter(({ strike }) => strike.outcome != null)
  return {
    value,
    strikes: own.length,
    trips: new Set(own.map(({ trip }) => trip)).size,
    // There is a trial: the word was logged.
    ...clusteredShare(
      byTrip(told, (one) => valueOf(one) === value),
      options,
    )!,
    landed: clusteredShare(
      byTrip(outcomes, ({ strike }) => strike.outcome === 'landed'),
      options,
    ),
  }
}

function byTrip(rows: readonly StruckRow[], is: (one: StruckRow) => boolean): Counted[] {
  const trips = new Map<string, Counted>()
  for (const one of rows) {
    const { events, trials } = trips.get(one.trip) ?? { events: 0, trials: 0 }
    trips.set(one.trip, { events: events + (is(one) ? 1 : 0), trials: trials + 1 })
  }
  return [...trips.values()]
}

function pauseOf(struck: readonly StruckRow[]): StrikeKinds['pause'] {
  const counts: PhaseCount[] = struck.flatMap(({ strike, stint }) => {
    const timeShare = stint && timeShareOf({ ...stint, phaseShare: null }, PAUSED)
    return !strike.phase || !timeShare ? [] : [{ strikes: 1, inPhase: PAUSED.has(strike.phase) ? 1 : 0, timeShare }]
  })
  if (counts.length === 0) return undefined
  const { strikes, inPhase, expected, ratio, pValue } = phaseExcess(counts)
  return { strikes, inPause: inPhase, timeShare: expected / strikes, ratio, pValue }
}
