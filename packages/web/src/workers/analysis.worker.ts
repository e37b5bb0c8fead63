import { expose } from 'comlink'
import {
  CLOCK_QUESTION,
  COST_COLUMNS,
  DAY_MS,
  NO_PAST,
  alongQuestion,
  answer,
  cautionsNow,
  clockOf,
  contributions,
  costAndPace,
  dayOfConditions,
  expectedWater,
  holdsTheClock,
  hoursAlong,
  rateBoard,
  strikeKindsOf,
  tripBundles,
  usualReadings,
} from '@jotbook/core'
import type {
  AdjustableBand,
  Board,
  BookClock,
  Caution,
  Contribution,
  CostAndPace,
  DayCondition,
  EpochMs,
  ExpectedWater,
  HoursAlong,
  Id,
  Question,
  SegmentColumns,
  Setting,
  StrikeKind,
  StrikeKinds,
  UsualReadings,
} from '@jotbook/core'
import { oddsOfDay } from '@jotbook/core/advice'
import type { OddsOfDay } from '@jotbook/core/advice'
import { usualWords } from '@jotbook/core/deck'
import type { UsualWords } from '@jotbook/core/deck'
import { yearsOf } from './yearsOf.ts'
import type { WaterYears } from './yearsOf.ts'
import { listsWithTrips, tripsSince } from '../offline/forWorkers.ts'
import { atHand } from './atHand.ts'
import { columnsFor } from './columnsFor.ts'
import { desk } from './desk.ts'
import { currentBook } from './heldBook.ts'
import { answerOnce } from './answerOnce.ts'
import { runsAndFalls } from './runsAndFalls.ts'
import type { RunsAndFalls } from './runsAndFalls.ts'
import { tripSums } from './tripSums.ts'

export type { TripSums } from './tripSums.ts'

/** How one lure stood before the last trip and stands after it. */
export interface RateChange {
  readonly lure: Id<'lure'>
  readonly before: number | null
  readonly after: number
  readonly strikes: number
  readonly hours: number
}

const analysis = {
  async board(bookId: Id<'book'>, question: Question, confidence: number): Promise<Board> {
    const [{ names, columns }, clock] = await Promise.all([
      columnsFor(bookId, question),
      holdsTheClock(question) ? clockFor(bookId) : undefined,
    ])
    return rateBoard(columns, question.by, question.where, { confidence, names, clock })
  },

  /** How the strikes of these hours came. */
  async kinds(
    bookId: Id<'book'>,
    { of, by, where }: { readonly of: StrikeKind } & Question,
    confidence: number,
  ): Promise<StrikeKinds> {
    const [{ names, columns }, { book }] = await Promise.all([
      // Cut as the costs of the same question are: once for both.
      columnsFor(bookId, { by: [...by, ...COST_COLUMNS], where }),
      currentBook(bookId),
    ])
    return strikeKindsOf(book, columns, { of, where, names }, { confidence })
  },

  /** What a strike of each group cost, in lures and in casts. */
  async costs(bookId: Id<'book'>, question: Question): Promise<CostAndPace[]> {
    const [{ names, columns }, { book }] = await Promise.all([
      columnsFor(bookId, { ...question, by: [...question.by, ...COST_COLUMNS] }),
      currentBook(bookId),
    ])
    return costAndPace(book, columns, question, names)
  },

  /** The trips and strikes behind a group, or behind everything selected. */
  async behind(bookId: Id<'book'>, question: Question, group: readonly string[] | undefined): Promise<Contribution[]> {
    const { names, columns } = await columnsFor(bookId, question)
    return contributions(columns, question, group, names)
  },

  /** The values a column takes in this book with the hours of each, the most fished first. */
  async levels(bookId: Id<'book'>, column: string, cutFor: Question): Promise<{ level: string; hours: number }[]> {
    const { columns } = await columnsFor(bookId, cutFor)
    const factor = columns.factors[column]
    if (!factor) return []
    const hours = new Map<string, number>()
    factor.codes.forEach((code, row) => {
      const level = factor.levels[code] ?? ''
      hours.set(level, (hours.get(level) ?? 0) + (columns.hours[row] ?? 0))
    })
    return [...hours].sort(([, a], [, b]) => b - a).map(([level, spent]) => ({ level, hours: spent }))
  },

  /** The hours of the book along what a band parts: values that were met, rising, with the hours of each. */
  async along(bookId: Id<'book'>, band: AdjustableBand): Promise<HoursAlong> {
    const { columns } = await columnsFor(bookId, alongQuestion(band))
    return hoursAlong(columns, band)
  },

  /** What sky and season did over a span at a water, with all that the book has read there. */
  async conditions(
    bookId: Id<'book'>,
    water: Id<'water'> | undefined,
    setting: Setting,
    { fromMs, toMs }: { readonly fromMs: EpochMs; readonly toMs: EpochMs },
  ): Promise<DayCondition[]> {
    const { past } = await currentBook(bookId)
    return dayOfConditions(setting, fromMs, toMs, water === undefined ? NO_PAST : past(water))
  },

  /** What the conditions read in the last day call for caution with. */
  async cautions(bookId: Id<'book'>, nowMs: EpochMs): Promise<Caution[]> {
    return cautionsNow(
      (await listsWithTrips(bookId, new Set(await tripsSince(bookId, nowMs - CAUTION_MS)))).readings,
      nowMs,
    )
  },

  /** A water's readings over the years, day by day, and where the hours lie. */
  async years(bookId: Id<'book'>, water: Id<'water'>): Promise<WaterYears> {
    const { book } = await currentBook(bookId)
    return yearsOf(book, water)
  },

  /** What is usually read at a water at a time of the year. */
  async usual(bookId: Id<'book'>, water: Id<'water'>, ms: EpochMs): Promise<UsualReadings> {
    const { book } = await currentBook(bookId)
    return usualReadings(book.readings, book.trips, water, ms)
  },

  /** What a water is expected to read on a day to come. */
  async expected(bookId: Id<'book'>, water: Id<'water'>, ms: EpochMs): Promise<ExpectedWater> {
    const { book } = await currentBook(bookId)
    return expectedWater(book.readings, book.trips, water, ms)
  },

  /** What the angler saw of how lures run and fall, by lure. */
  async runsAndFalls(bookId: Id<'book'>): Promise<RunsAndFalls> {
    const { book } = await currentBook(bookId)
    return runsAndFalls(book)
  },

  /** How lures of a class are usually fished, and what places on a water are usually like. */
  async usualWords(bookId: Id<'book'>, lureClass: string, water: Id<'water'>): Promise<UsualWords> {
    const { book } = await currentBook(bookId)
    return usualWords(book, lureClass, water)
  },

  /** How the odds of a tournament stood hour by hour; null where that cannot be told. */
  async oddsOfDay(bookId: Id<'book'>, trip: Id<'trip'>): Promise<OddsOfDay[]> {
    const { book } = await currentBook(bookId)
    return oddsOfDay(book, trip)
  },

  tripSums,

  ...atHand,

  /** Lets another worker ask for what is at hand, by its end of a channel. */
  connect: (end: MessagePort): void => expose(atHand, end),

  ...desk,

  /** What the last trip changed: the lures thrown on it, by how far their rates moved. */
  lastChange: (bookId: Id<'book'>): Promise<RateChange[]> => answerOnce(bookId, 'lastChange', lastChange),
}

/** The clock of the columns it was last worked out from: they are the same until the book changes. */
let learnt: { readonly from: SegmentColumns; readonly clock: BookClock | undefined } | undefined

async function clockFor(bookId: Id<'book'>): Promise<BookClock | undefined> {
  const { columns } = await columnsFor(bookId, CLOCK_QUESTION)
  const known = learnt?.from === columns ? learnt : { from: columns, clock: clockOf(columns) }
  learnt = known
  return known.clock
}

/** Readings so old are of no caution any more; a trip that began before may hold younger ones. */
const CAUTION_MS = 3 * DAY_MS

async function lastChange(bookId: Id<'book'>): Promise<RateChange[]> {
  const { book } = await currentBook(bookId)
  const last = tripBundles(book).at(-1)
  if (!last) return []
  const question = { by: ['lure'], where: [] }
  // One clock for both: what the trip taught of the hours is no change of its lures.
  const held = { clock: await clockFor(bookId) }
  const before = new Map(
    answer({ ...book, trips: book.trips.filter(({ id }) => id !== last.trip.id) }, question, held).rows.map((row) => [
      row.group[0],
      row,
    ]),
  )
  const thrown = new Set(last.stints.map(({ lure }) => lure))
  return answer(book, question, held)
    .rows.filter(({ group, tooEarly }) => thrown.has(group[0] ?? '') && !tooEarly)
    .map((row) => ({
      lure: row.group[0] ?? '',
      before: before.get(row.group[0])?.shrunken ?? null,
      after: row.shrunken,
      strikes: row.strikes,
      hours: row.hours,
    }))
    .sort((a, b) => moved(b) - moved(a))
}

const moved = ({ before, after }: RateChange): number =>
  before === null || before <= 0 ? 9 : Math.abs(Math.log(after / before))

export type Analysis = typeof analysis
expose(analysis)
