import { expose } from 'comlink'
import { CLAIMS, likeOf, readableRules, tryClaims, tryOwnRules } from '@jotbook/core'
import type { BookRecords, Id, LikeGroup, LikeTrip, RecordOf } from '@jotbook/core'
import {
  backtest,
  howFished,
  patternBook,
  patternBookAfter,
  planDeck,
  rulesAhead,
  tripOfForecast,
} from '@jotbook/core/predict'
import type {
  Backtest,
  DeckPlan,
  DeckQuestion,
  ExpectedHour,
  HowFished,
  PatternBook,
  RulesAhead,
} from '@jotbook/core/predict'
import { store, touchedSince } from '../offline/forWorkers.ts'
import { currentBook } from './heldBook.ts'
import { letGoOfStore } from './letGoOfStore.ts'

/** What is asked of a day that has not been. */
export interface DeckAsked {
  readonly water: Id<'water'>
  readonly hours: readonly ExpectedHour[]
  readonly rods: number
  readonly objective: NonNullable<DeckQuestion['objective']>
  readonly locked: readonly string[]
  readonly excluded: readonly string[]
}

/** A deck, and how each of its rods was fished where it paid. */
export interface DeckAnswer extends DeckPlan {
  readonly how: Readonly<Record<string, HowFished>>
}

/** Past trips that were like the day, and what their hours are worth as evidence. */
export interface DaysLikeIt {
  readonly all: LikeGroup | null
  readonly trips: readonly LikeTrip[]
}

/** What the book knows of a rule: its ratio with limits, and what that rests on. */
export interface RuleEvidence {
  readonly claim: string
  readonly ratio: number | null
  readonly lower: number
  readonly upper: number
  readonly hours: number
  readonly strikes: number
  readonly trips: number
}

/** The model of the book at its present revision: it takes seconds, and serves every plan until the book changes. */
let held:
  | { readonly id: string; readonly revision: number; readonly book: BookRecords; readonly learnt: PatternBook }
  | undefined

/** Told how far a long answer is, from nought to one. */
let told: (share: number) => void = () => undefined
/** Nobody knows how many updates a fit takes: half of it is taken for done after so many. */
const HALF_UPDATES = 10

async function learntBook(id: string): Promise<{ readonly book: BookRecords; readonly learnt: PatternBook }> {
  const { book, revision } = await currentBook(id)
  if (held?.id === id && held.revision === revision) return held
  const before = held?.id === id ? held : undefined
  const touched = before && (await touchedAfter(id, before.revision))
  await letGoOfStore()
  const grown = before && touched && patternBookAfter(before.learnt, book, touched)
  // After any other change it goes on from where it was.
  const start = before ? { start: before.learnt.model } : {}
  const progress = (updates: number): void => told(updates / (updates + HALF_UPDATES))
  const now = { id, revision, book, learnt: grown ?? patternBook(book, { ...start, progress }) }
  held = now
  return now
}

/** Trips that were written to since a revision; undefined where nobody knows. */
async function touchedAfter(id: string, revision: number): Promise<ReadonlySet<string> | undefined> {
  const meta = await store.books.get(id)
  return meta && touchedSince(meta, revision)
}

const MOST_DAYS = 5

const foresee = {
  /** Whoever asked last is told how far the next long answer is. */
  watch(onShare: (share: number) => void): void {
    told = onShare
  },

  async deck(bookId: Id<'book'>, { water, hours, rods, objective, locked, excluded }: DeckAsked): Promise<DeckAnswer> {
    const { book, learnt } = await learntBook(bookId)
    const deck = planDeck(book, learnt.rows, learnt.model, {
      ...tripOfForecast(water, hours),
      rods,
      objective,
      locked: new Set(locked),
      excluded: new Set(excluded),
    })
    return { ...deck, how: Object.fromEntries(deck.rods.map(({ lure }) => [lure, howFished(book, lure, water)])) }
  },

  /** The plan tried on the book's own past. */
  async worth(bookId: Id<'book'>, rods: number): Promise<Backtest> {
    const { book } = await currentBook(bookId)
    return backtest(book, { rods, progress: (share) => told(share) })
  },

  async daysLike(bookId: Id<'book'>, { water, hours }: Pick<DeckAsked, 'water' | 'hours'>): Promise<DaysLikeIt> {
    const { book } = await currentBook(bookId)
    const numbers = meanOf(hours)
    if (Object.keys(numbers).length === 0) return { all: null, trips: [] }
    const { all, trips } = likeOf(book, { water, now: { numbers, words: {} }, by: [] })
    return { all, trips: trips.slice(0, MOST_DAYS) }
  },

  /** Rules that speak in those hours; `own` are the angler's. */
  async rules(
    bookId: Id<'book'>,
    { water, hours }: Pick<DeckAsked, 'water' | 'hours'>,
    own: readonly RecordOf<'claim'>[],
  ): Promise<RulesAhead> {
    const { book } = await currentBook(bookId)
    return rulesAhead(book, tripOfForecast(water, hours).trip, [...CLAIMS, ...readableRules(own)])
  },

  /** What the hours of the whole book say of some rules; of the angler's own, the trips since they were written. */
  async evidence(
    bookId: Id<'book'>,
    ids: readonly string[],
    own: readonly RecordOf<'claim'>[],
  ): Promise<RuleEvidence[]> {
    const { book } = await currentBook(bookId)
    const claims = CLAIMS.filter(({ id }) => ids.includes(id))
    const asked = claims.length === 0 ? [] : tryClaims(book, { claims })
    const ofOwn = tryOwnRules(
      book,
      own.filter(({ id }) => ids.includes(id)),
    ).flatMap((one) => ('trial' in one ? [one.trial] : []))
    return [...asked, ...ofOwn].map(({ claim, ratio, lower, upper, hoursIn, strikesIn, trips }) => ({
      claim: claim.id,
      ratio,
      lower,
      upper,
      hours: hoursIn,
      strikes: strikesIn,
      trips: trips.length,
    }))
  },
}

/** Columns of a reading by which days are compared. */
const LIKENESS = {
  waterTempC: 'water_temp_c',
  visibilityM: 'visibility_m',
  windMps: 'wind_mps',
  cloudPct: 'cloud_pct',
} as const

function meanOf(hours: readonly ExpectedHour[]): Record<string, number> {
  return Object.fromEntries(
    Object.entries(LIKENESS).flatMap(([field, column]) => {
      const values = hours.flatMap(({ fields }) => (typeof fields[field] === 'number' ? [fields[field]] : []))
      return values.length === 0 ? [] : [[column, values.reduce((sum, one) => sum + one, 0) / values.length]]
    }),
  )
}

/** What may be asked of a book. */
export type Foresee = Omit<typeof foresee, 'watch'>
export type ForeseeWorker = typeof foresee
expose(foresee)
