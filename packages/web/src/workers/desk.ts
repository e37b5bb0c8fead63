import {
  QuestionError,
  afterFirst,
  afterLeaving,
  amongPeopleOfCut,
  aroundEdgeBy,
  aroundWatched,
  bitesForLimit,
  bitesOrSizeOf,
  byPitch,
  cameWith,
  curveOf,
  cutForPeople,
  cutForWeek,
  cutForWithin,
  rowFilter,
  sameWeekOfCut,
  stintsWhere,
  tryOwnRules,
  withinOfCut,
} from '@jotbook/core'
import type {
  AfterFirst,
  AfterLeaving,
  AroundChange,
  BitesOrSize,
  BitesRow,
  BookCurve,
  BookRecords,
  BookWithin,
  CameWith,
  Clause,
  Id,
  OwnTrial,
  PersonsRate,
  PitchShare,
  Question,
  RecordOf,
  SegmentColumns,
  WatchedEdge,
  WeekOfYear,
  WithinQuestion,
} from '@jotbook/core'
import { columnsFor } from './columnsFor.ts'
import { currentBook } from './heldBook.ts'

/** All that a day's hours say of what changes the bite. */
export interface WhatChanges {
  readonly around: readonly { readonly edge: WatchedEdge; readonly around: AroundChange }[]
  readonly afterFirst: readonly AfterFirst[]
  readonly pitches: readonly PitchShare[]
  readonly leaving: readonly AfterLeaving[]
  /** Clauses that cannot be asked of whole stints. */
  readonly unused: readonly Clause[]
}

/** How many bites fill a limit, by the share of the bites here that ended in the boat, of those whose end was said. */
export interface LimitOdds {
  readonly said: number
  readonly landed: number
  readonly rows: readonly BitesRow[]
}
export type SizesAndLimit = BitesOrSize & { readonly limit: LimitOdds | null }

/** What the pictures of the desk are drawn from. */
export const desk = {
  /** The rate along a condition under several wheres; null where there is too little to draw. */
  async curves(
    bookId: Id<'book'>,
    of: string,
    wheres: readonly (readonly Clause[])[],
    confidence: number,
  ): Promise<(BookCurve | null)[]> {
    const { book } = await currentBook(bookId)
    return wheres.map((where) => orNone(() => curveOf(book, { of, where }, { confidence })))
  },

  async compare(bookId: Id<'book'>, question: WithinQuestion, confidence: number): Promise<BookWithin> {
    const { book, columns } = await cutBookFor(bookId, cutForWithin(question))
    return withinOfCut(book, columns, question, { confidence })
  },

  /** What became of the strikes of both, and the weight of their fish; null where there is nothing to compare. */
  async compareFish(
    bookId: Id<'book'>,
    question: WithinQuestion,
    confidence: number,
  ): Promise<{ of: 'hook_up' | 'lost' | 'size'; found: BookWithin | null }[]> {
    const { book, columns } = await cutBookFor(bookId, cutForWithin(question))
    return (['hook_up', 'lost', 'size'] as const).map((of) => ({
      of,
      found: orNone(() => withinOfCut(book, columns, { ...question, of }, { confidence })),
    }))
  },

  async sizes(bookId: Id<'book'>, question: Question, confidence: number): Promise<SizesAndLimit> {
    const { names, columns } = await columnsFor(bookId, question)
    const sizes = bitesOrSizeOf(columns, question.by, rowFilter(columns, question.where, names), { confidence })
    return { ...sizes, limit: limitOf(sizes) }
  },

  async changes(bookId: Id<'book'>, where: readonly Clause[], confidence: number): Promise<WhatChanges> {
    const { book: whole } = await currentBook(bookId)
    const { book, unused } = stintsWhere(whole, where)
    const options = { confidence }
    const stints = new Set(book.stints.map(({ id }) => id))
    return {
      around: aroundWatched(book, options),
      afterFirst: afterFirst(book, options),
      pitches: byPitch(
        book.strikes.filter(({ stint }) => stint != null && stints.has(stint)),
        options,
      ),
      leaving: afterLeaving(book, options),
      unused,
    }
  },

  /** One change apart by lure class, with the same filters. */
  async changeByClass(
    bookId: Id<'book'>,
    where: readonly Clause[],
    edge: WatchedEdge,
    confidence: number,
  ): Promise<{ group: string; around: AroundChange }[]> {
    const { book: whole } = await currentBook(bookId)
    const { book } = stintsWhere(whole, where)
    const classes = new Map(book.lures.map((lure) => [lure.id, lure.class]))
    return aroundEdgeBy(book, edge, ({ lure }) => classes.get(lure), { confidence })
  },

  async people(bookId: Id<'book'>, where: readonly Clause[], confidence: number): Promise<PersonsRate[]> {
    const { book, columns } = await cutBookFor(bookId, cutForPeople(where))
    return amongPeopleOfCut(book, columns, where, { confidence })
  },

  /** What else was so while a pattern was. */
  async cameWith(bookId: Id<'book'>, where: readonly Clause[]): Promise<CameWith[]> {
    const { book } = await currentBook(bookId)
    return cameWith(book, where)
  },

  /** The angler's own rules, each on the trips since it was written; on every water where `water` is empty. */
  async ownRules(
    bookId: Id<'book'>,
    water: string,
    rules: readonly RecordOf<'claim'>[],
    confidence: number,
  ): Promise<OwnTrial[]> {
    const { book } = await currentBook(bookId)
    return tryOwnRules(book, rules, { ...(water === '' ? {} : { water }), confidence })
  },

  async week(bookId: Id<'book'>, date: string, where: readonly Clause[]): Promise<WeekOfYear[]> {
    const { book, columns } = await cutBookFor(bookId, cutForWeek({ where }))
    return sameWeekOfCut(book, columns, { date, where })
  },
}

/** The book with its hours cut for a question: the cut is kept, so that the next question of the same columns needs none. */
async function cutBookFor(
  bookId: Id<'book'>,
  question: Question,
): Promise<{ book: BookRecords; columns: SegmentColumns }> {
  const [{ columns }, { book }] = await Promise.all([columnsFor(bookId, question), currentBook(bookId)])
  return { book, columns }
}

const [LIMIT, MOST_BITES] = [5, 12]

function limitOf({ outcomes: { said, landed } }: BitesOrSize): LimitOdds | null {
  if (said < LIMIT || landed === 0) return null
  return { said, landed, rows: bitesForLimit(LIMIT, landed / said, MOST_BITES) }
}

/** Too few hours, or nothing to compare: there is no answer, and that is no fault. */
function orNone<T>(ask: () => T): T | null {
  try {
    return ask()
  } catch (error) {
    if (error instanceof QuestionError || error instanceof RangeError) return null
    throw error
  }
}
