import { expose } from 'comlink'
import {
  NO_PAST,
  answer,
  buildColumns,
  cautionsNow,
  contributions,
  dayOfConditions,
  looseEndsOfTrip,
  namesOf,
  pastsOf,
  planFor,
  rateBoard,
  tripBundles,
} from '@jotbook/core'
import type { Board, BookRecords, Caution, Contribution, DayCondition, Question, SegmentColumns, Setting, TripBundle, WaterPast } from '@jotbook/core'
import { yearsOf } from './yearsOf.ts'
import type { WaterYears } from './yearsOf.ts'
import { bookRecords, store } from '../offline/forWorkers.ts'

interface Held {
  readonly key: string
  readonly book: BookRecords
  readonly columns: Map<string, SegmentColumns>
  readonly past: (water: string) => WaterPast
}

/** What a list of trips says of each. */
export interface TripSums {
  readonly trip: string
  readonly hours: number
  readonly strikes: number
  readonly landed: number
  readonly heaviestG: number
  readonly looseEnds: number
  readonly lures: readonly string[]
}

/** How one lure stood before the last trip and stands after it. */
export interface RateChange {
  readonly lure: string
  readonly before: number | null
  readonly after: number
  readonly strikes: number
  readonly hours: number
}

let held: Promise<Held> | undefined
let heldKey = ''

/** The book at its present revision, read from the device store once, and its columns for each way of cutting. */
async function current(bookId: string): Promise<Held> {
  const revision = (await store.books.get(bookId))?.revision ?? 0
  const key = `${bookId}@${revision}`
  if (heldKey !== key || !held) {
    heldKey = key
    held = bookRecords(bookId).then((book) => ({ key, book, columns: new Map<string, SegmentColumns>(), past: lazyPasts(book) }))
  }
  return held
}

async function columnsFor(bookId: string, question: Question): Promise<{ book: BookRecords; columns: SegmentColumns }> {
  const { book, columns } = await current(bookId)
  const plan = planFor(question)
  const key = JSON.stringify(plan)
  const built = columns.get(key) ?? buildColumns(book, plan)
  columns.set(key, built)
  return { book, columns: built }
}

/** The pasts of the waters: gathered when the first is asked for, not after every tap. */
function lazyPasts(book: BookRecords): Held['past'] {
  let pasts: Held['past'] | undefined
  return (water) => (pasts ??= pastsOf(tripBundles(book)))(water)
}

const analysis = {
  async board(bookId: string, question: Question, confidence: number): Promise<Board> {
    const { book, columns } = await columnsFor(bookId, question)
    return rateBoard(columns, question.by, question.where, { confidence, names: namesOf(book) })
  },

  /** The trips and strikes behind a group, or behind everything selected. */
  async behind(bookId: string, question: Question, group: readonly string[] | undefined): Promise<Contribution[]> {
    const { book, columns } = await columnsFor(bookId, question)
    return contributions(columns, question, group, namesOf(book))
  },

  /** The values a column takes in this book with the hours of each, the most fished first. */
  async levels(bookId: string, column: string): Promise<{ level: string; hours: number }[]> {
    const { columns } = await columnsFor(bookId, { by: [column], where: [] })
    const factor = columns.factors[column]
    if (!factor) return []
    const hours = new Map<string, number>()
    factor.codes.forEach((code, row) => {
      const level = factor.levels[code] ?? ''
      hours.set(level, (hours.get(level) ?? 0) + (columns.hours[row] ?? 0))
    })
    return [...hours].sort(([, a], [, b]) => b - a).map(([level, spent]) => ({ level, hours: spent }))
  },

  /** What sky and season did over a span at a water, with all that the book has read there. */
  async conditions(bookId: string, water: string | undefined, setting: Setting, fromMs: number, toMs: number): Promise<DayCondition[]> {
    const { past } = await current(bookId)
    return dayOfConditions(setting, fromMs, toMs, water === undefined ? NO_PAST : past(water))
  },

  /** What the conditions read in the last day call for caution with. */
  async cautions(bookId: string, nowMs: number): Promise<Caution[]> {
    const { book } = await current(bookId)
    return cautionsNow(book.readings, nowMs)
  },

  /** A water's readings over the years, day by day, and where the hours lie. */
  async years(bookId: string, water: string): Promise<WaterYears> {
    const { book } = await current(bookId)
    return yearsOf(book, water)
  },

  async tripSums(bookId: string): Promise<TripSums[]> {
    const { book, columns } = await columnsFor(bookId, { by: [], where: [] })
    const fished = new Map(contributions(columns, { by: [], where: [] }, undefined).map((part) => [part.trip, part]))
    return tripBundles(book).map((bundle) => sumsOf(bundle, fished.get(bundle.trip.id)?.hours ?? 0))
  },

  /** What the last trip changed: the lures thrown on it, by how far their rates moved. */
  async lastChange(bookId: string): Promise<RateChange[]> {
    const { book } = await current(bookId)
    const last = tripBundles(book).at(-1)
    if (!last) return []
    const question = { by: ['lure'], where: [] }
    const before = new Map(answer({ ...book, trips: book.trips.filter(({ id }) => id !== last.trip.id) }, question).rows.map((row) => [row.group[0], row]))
    const thrown = new Set(last.stints.map(({ lure }) => lure))
    return answer(book, question)
      .rows.filter(({ group, tooEarly }) => thrown.has(group[0] ?? '') && !tooEarly)
      .map((row) => ({
        lure: row.group[0] ?? '',
        before: before.get(row.group[0])?.shrunken ?? null,
        after: row.shrunken,
        strikes: row.strikes,
        hours: row.hours,
      }))
      .sort((a, b) => moved(b) - moved(a))
  },
}

const moved = ({ before, after }: RateChange): number => (before === null || before <= 0 ? 9 : Math.abs(Math.log(after / before)))

function sumsOf(bundle: TripBundle, hours: number): TripSums {
  const { trip, stints, strikes } = bundle
  const counted = strikes.filter(({ outcome }) => outcome !== 'raised')
  return {
    trip: trip.id,
    hours,
    strikes: counted.length,
    landed: counted.filter(({ outcome }) => outcome === 'landed').length,
    heaviestG: Math.max(0, ...strikes.map(({ weightG }) => weightG ?? 0)),
    looseEnds: looseEndsOfTrip(bundle).length + counted.filter(({ outcome }) => !outcome).length,
    lures: [...new Set(stints.map(({ lure }) => lure))],
  }
}

export type Analysis = typeof analysis
expose(analysis)
