import { QuestionError, at } from '../checked/index.ts'
import { patternWhere, searchOf } from '../analyses/index.ts'
import type { Finding } from '../analyses/index.ts'
import { buildColumns, planCuts } from '../effort/index.ts'
import type { BookRecords, SegmentColumns } from '../effort/index.ts'
import { clauseRanges, namedColumns, namesOf, parseWhere, readWhere, rowFilter } from '../query/index.ts'
import type { Clause } from '../query/index.ts'
import { epochMs, localDate } from '../time/index.ts'
import { timeZoneOf } from '../vocabulary/index.ts'
import { contrastOf } from './contrast.ts'
import type { Contrast } from './contrast.ts'
import { factsOf } from './patternFacts.ts'
import type { PatternFacts } from './patternFacts.ts'
import type { Id } from '../vocabulary/index.ts'

/** A pattern that was found before: its hours as a filter, and the day of the last trip that found it. */
export interface KnownPattern {
  readonly where: string
  readonly foundOn: string
}

export interface WaterPattern extends PatternFacts {
  /** Its hours, as `--where` takes them. */
  readonly where: string
  readonly strength: 'strong' | 'leaning' | 'no difference shown'
  /** Its rate over that of the other hours there. */
  readonly ratio: number | null
  readonly lower: number
  readonly upper: number
  /** Chance that a book without any pattern shows one so strong; null where the search of today does not find it. */
  readonly pFamily: number | null
  readonly foundOn: string
  /** The pattern known before that it goes on from, as that was written; null: it is new. */
  readonly continues: string | null
  /** What came of it on trips after that day, which did not find it; null where there was none with its hours. */
  readonly since: Contrast | null
}

export interface PatternsOptions {
  readonly seed?: number
  readonly permutations?: number
  readonly known?: readonly KnownPattern[]
  readonly progress?: (share: number) => void
}

/** Without a history one is made: what two thirds of the trips would have found is tried on the last third. (ours) */
const EARLY_SHARE = 2 / 3
const FEWEST_EARLY_TRIPS = 12
/** Patterns that share so much of their hours are one. (ours) */
const SAME_SHARE = 0.5
/** So many fill a page of the console's book. (ours) */
const MOST = 12
/** Share of the work that looking at the early trips is. */
const EARLY_WORK = 0.45

/**
 * The pattern book of a water: the few patterns that its evidence supports, each with what became of it on trips after it was found.
 *
 * Given      the water's name; patterns found before (without any, those that two thirds of the trips would have found)
 * Returned   the surest first; patterns that share half their hours stand once, as they are found today, since the day they were first found
 * Throws     QuestionError for a water nobody fished
 * Source     found by `searchOf`; judged on later trips alone, which did not choose it
 */
export function patternsOfWater(
  book: BookRecords,
  water: Id<'water'>,
  { seed = 1, permutations, known: given = [], progress = () => undefined }: PatternsOptions = {},
): WaterPattern[] {
  // Another device may have written what this one cannot read: that is left alone.
  const known = given.filter(({ where }) => isReadable(where))
  const dates = tripDates(book, water)
  const search = { seed, ...(permutations === undefined ? {} : { permutations }), heldOut: false }
  const before =
    known.length > 0
      ? known
      : earlyPatterns(book, water, dates, (early) =>
          searchOf(early, { water }, { ...search, progress: (share) => progress(EARLY_WORK * share) }),
        )
  const from = known.length > 0 ? 0 : EARLY_WORK
  const found = searchOf(book, { water }, { ...search, progress: (share) => progress(from + (1 - from) * share) })
  const today = [...dates.values()].at(-1) ?? ''
  const listed: Listed[] = [
    ...surest([...found.findings, ...found.subjects, ...found.alone]).map((finding) => ({
      where: patternWhere(finding.conditions, water),
      foundOn: today,
      finding,
      continues: null,
    })),
    ...before.map((one) => ({ ...one, finding: undefined, continues: known.includes(one) ? one.where : null })),
  ]
  const hours = new HoursOnWater(book, water, listed)
  return once(listed, hours)
    .map((one) => patternOf(book, water, one, { hours, dates }))
    .sort((a, b) => order(a) - order(b) || b.lower - a.lower)
    .slice(0, MOST)
}

const isReadable = (where: string): boolean => {
  const { clauses, unread } = readWhere(where)
  return clauses.length > 0 && unread.length === 0
}

interface Listed extends KnownPattern {
  readonly finding: Finding | undefined
  readonly continues: string | null
}

const surest = (findings: readonly Finding[]): Finding[] =>
  findings
    .filter(({ strength, ratio }) => strength !== 'no difference shown' && ratio > 1)
    .sort((a, b) => a.pFamily - b.pFamily)

const order = ({ strength, pFamily }: WaterPattern): number =>
  (strength === 'strong' ? 0 : strength === 'leaning' ? 1 : 2) + (pFamily ?? 1)

/** Local days of the trips on a water, in order. Throws QuestionError where there is none. */
function tripDates(book: BookRecords, name: string): ReadonlyMap<string, string> {
  const water = book.waters.find((one) => one.name === name || one.id === name)
  const trips = book.trips.filter((trip) => trip.water === water?.id)
  if (!water || trips.length === 0) throw new QuestionError(`no trip on ${name}: it has no patterns yet`)
  return new Map(
    trips
      .sort((a, b) => epochMs(a.start) - epochMs(b.start))
      .map((trip) => [trip.id, localDate(epochMs(trip.start), timeZoneOf(trip, water))]),
  )
}

function earlyPatterns(
  book: BookRecords,
  water: Id<'water'>,
  dates: ReadonlyMap<string, string>,
  search: (early: BookRecords) => ReturnType<typeof searchOf>,
): KnownPattern[] {
  const ids = [...dates.keys()]
  const early = new Set(ids.slice(0, Math.floor(EARLY_SHARE * ids.length)))
  if (early.size < FEWEST_EARLY_TRIPS) return []
  const later = new Set(ids.filter((id) => !early.has(id)))
  const { findings, subjects, alone } = search({ ...book, trips: book.trips.filter(({ id }) => !later.has(id)) })
  const foundOn = dates.get([...early].at(-1) ?? '') ?? ''
  return surest([...findings, ...subjects, ...alone]).map(({ conditions }) => ({
    where: patternWhere(conditions, water),
    foundOn,
  }))
}

/** The hours of a water, cut for all patterns at once, so that they can be laid over each other. */
class HoursOnWater {
  readonly columns: SegmentColumns
  private readonly book: BookRecords
  private readonly onWater: (row: number) => boolean

  constructor(book: BookRecords, water: Id<'water'>, listed: readonly KnownPattern[]) {
    const clauses = listed.flatMap(({ where }) => parseWhere(where))
    this.columns = buildColumns(
      book,
      planCuts(
        [...new Set([...namedColumns(clauses), 'water', 'reason', 'stint', 'lure', 'hour', 'season'])],
        clauseRanges(clauses),
        book.bands,
      ),
    )
    this.book = book
    const own: Clause[] = [{ kind: 'oneOf', column: 'water', values: [water] }]
    const keep = rowFilter(this.columns, own, namesOf(book))
    this.onWater = (row) => at(this.columns.hours, row) > 0 && keep(row)
  }

  /** Rows of the water with hours. */
  rows(): number[] {
    return Array.from({ length: this.columns.rows }, (_, row) => row).filter(this.onWater)
  }

  of(where: string): (row: number) => boolean {
    return rowFilter(this.columns, parseWhere(where), namesOf(this.book))
  }

  tripOf(row: number): string {
    return at(this.columns.trip.levels, at(this.columns.trip.codes, row))
  }

  /** Hours both have, over the hours that either has. */
  shared(a: string, b: string): number {
    const [inA, inB] = [this.of(a), this.of(b)]
    let [both, either] = [0, 0]
    for (const row of this.rows()) {
      const [isA, isB] = [inA(row), inB(row)]
      if (isA && isB) both += at(this.columns.hours, row)
      if (isA || isB) either += at(this.columns.hours, row)
    }
    return either > 0 ? both / either : 0
  }
}

/** Each pattern once: as it is found today, since the day it was first found. */
function once(listed: readonly Listed[], hours: HoursOnWater): Listed[] {
  const kept: Listed[] = []
  for (const one of listed) {
    const same = kept.findIndex(({ where }) => where === one.where || hours.shared(where, one.where) >= SAME_SHARE)
    const twin = kept[same]
    if (!twin) kept.push(one)
    else if (one.foundOn < twin.foundOn || twin.continues === null)
      kept[same] = { ...twin, foundOn: one.foundOn, continues: one.continues }
  }
  return kept
}

function patternOf(
  book: BookRecords,
  water: Id<'water'>,
  { where, foundOn, finding, continues }: Listed,
  { hours, dates }: { readonly hours: HoursOnWater; readonly dates: ReadonlyMap<string, string> },
): WaterPattern {
  const [inPattern, inWindow] = [hours.of(where), hours.of(windowOf(where))]
  const rows = hours.rows()
  const later = rows.filter((row) => (dates.get(hours.tripOf(row)) ?? '') > foundOn)
  const sides = { inA: inPattern, inB: (row: number): boolean => inWindow(row) && !inPattern(row) }
  const all = contrastOf(book, hours.columns, rows, sides)
  const since = contrastOf(book, hours.columns, later, sides)
  const judged = finding ?? UNFOUND
  const { ratio, lower, upper } = finding ?? all ?? UNFOUND
  return {
    ...factsOf(book, { columns: hours.columns, rows: rows.filter(inPattern), where, water, all }),
    where,
    strength: judged.strength,
    ratio,
    lower,
    upper,
    pFamily: judged.pFamily,
    foundOn,
    continues,
    since,
  }
}

/** What the search of today does not find. */
const UNFOUND = { strength: 'no difference shown', pFamily: null, ratio: null, lower: 0, upper: Infinity } as const

/** What says what is thrown; what is left of a pattern without it is its window. */
const THROWN: ReadonlySet<string> = new Set([
  'lure',
  'class',
  'family',
  'body',
  'sound',
  'retrieve',
  'line_kind',
  'level',
  'back',
  'side',
  'belly',
])

/** A lure is held against all else thrown in the same window; a window against all other hours there. */
function windowOf(where: string): string {
  const clauses = where.split(';')
  const columnOf = (clause: string): string => clause.split(/!?=/)[0] ?? ''
  return clauses.some((clause) => THROWN.has(columnOf(clause)))
    ? clauses.filter((clause) => !THROWN.has(columnOf(clause))).join(';')
    : (clauses.find((clause) => columnOf(clause) === 'water') ?? '')
}
