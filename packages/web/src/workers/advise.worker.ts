import { expose } from 'comlink'
import {
  learnWater,
  adviceWorth,
  bagNow,
  deckAdvice,
  rodTestTurns,
  roundsAs,
  samePair,
  dayNow,
  stayOrMoveNow,
  toLearn,
  withoutTrip,
} from '@jotbook/core/advice'
import type {
  AdviceKind,
  BagNow,
  AdviceWorth,
  DeckAdvice,
  KnownWater,
  RodTest,
  ToLearn,
  BagNowOptions,
} from '@jotbook/core/advice'
import { HOUR_MS, epochMs, roundsToGo, twoRodTest } from '@jotbook/core'
import type { EpochMs, Id, RodRound, TwoRodVerdict } from '@jotbook/core'
import type { Angler, DeckDay } from '@jotbook/core/deck'
import { recordsOf } from '../offline/forWorkers.ts'
import { currentBook } from './heldBook.ts'
import { letGoOfStore } from './letGoOfStore.ts'

export interface AdviceAsked {
  readonly day: DeckDay
  readonly angler: Angler
  readonly nowMs: EpochMs
  readonly onDeck: readonly string[]
}

export interface AdviceGiven {
  readonly advice: readonly DeckAdvice[]
  /** When it will be time to leave the place, if nothing comes; null: not today. Undefined where the place was not told. */
  readonly leaveAtMs: EpochMs | null | undefined
  readonly trips: number
  readonly hours: number
}

export interface TestStanding extends TwoRodVerdict {
  /** Of these, on earlier days. */
  readonly earlierRounds: number
  readonly roundsToGo: number | null
}

/** What the book knew of the water before the trip: worked out once, and the same all day. */
let held: { readonly key: string; readonly known: Promise<KnownWater> } | undefined

function knownWater(bookId: Id<'book'>, { trip }: DeckDay): Promise<KnownWater> {
  const key = `${bookId} ${trip.id} ${trip.water}`
  if (held?.key !== key) {
    const known = currentBook(bookId).then(({ book }) => learnWater(book, trip.water, trip.id))
    held = { key, known }
    // A store that could not be read is asked again at the next tick.
    known.catch(() => (held = undefined))
  }
  return held.known
}

const advise = {
  async advise(bookId: Id<'book'>, { day, angler, nowMs, onDeck }: AdviceAsked): Promise<AdviceGiven> {
    const known = await knownWater(bookId, day)
    const { book } = await currentBook(bookId)
    const under = { day, angler, nowMs, onDeck, lures: new Map(book.lures.map((lure) => [lure.id, lure])) }
    const now = dayNow(under, known)
    const stay = now && stayOrMoveNow(now, known)
    return {
      advice: deckAdvice(under, known),
      leaveAtMs: stay && (stay.leaveAfterHours === null ? null : nowMs + stay.leaveAfterHours * HOUR_MS),
      trips: known.trips,
      hours: known.hours,
    }
  },

  /** How a test stands, with the rounds of earlier days on the same water. */
  async testStanding(bookId: Id<'book'>, test: RodTest, day: DeckDay, nowMs: EpochMs): Promise<TestStanding> {
    const tests = await recordsOf(bookId, 'rodTest')
    await letGoOfStore()
    const { book } = await currentBook(bookId)
    const here = new Set(book.trips.filter(({ water }) => water === day.trip.water).map(({ id }) => id))
    const earlier = tests
      .filter((one) => one.trip !== day.trip.id && here.has(one.trip) && samePair(test, one))
      .flatMap((one): RodRound[] => {
        const trip = book.trips.find(({ id }) => id === one.trip)
        if (!trip?.end) return []
        const of = <R extends { readonly trip: Id<'trip'> }>(all: readonly R[]): R[] =>
          all.filter((own) => own.trip === one.trip)
        const past = { trip, stints: of(book.stints), strikes: of(book.strikes) }
        return roundsAs(test, one, rodTestTurns(one, past, epochMs(one.end ?? trip.end)).rounds)
      })
    const { rounds } = rodTestTurns(test, day, nowMs)
    const all = [...earlier, ...rounds]
    const verdict = twoRodTest(all)
    return {
      ...verdict,
      earlierRounds: earlier.length,
      roundsToGo: verdict.verdict === 'not settled' ? roundsToGo(all) : null,
    }
  },

  /** What advice of a kind was worth on other trips. */
  async worth(bookId: Id<'book'>, about: AdviceKind, trip: Id<'trip'>): Promise<AdviceWorth | undefined> {
    const logged = await recordsOf(bookId, 'advice')
    await letGoOfStore()
    const { book } = await currentBook(bookId)
    return adviceWorth(
      book,
      logged.filter((one) => one.about === about && one.trip !== trip),
    )[0]
  },

  /** What practice still can teach for an event of so many days. */
  async toLearn(bookId: Id<'book'>, { day, angler, nowMs, onDeck }: AdviceAsked, eventDays: number): Promise<ToLearn> {
    const known = await knownWater(bookId, day)
    return toLearn({ day, angler, nowMs, onDeck, lures: new Map() }, known, eventDays)
  },

  /** What the bag may become by the weigh-in. */
  async bag(
    bookId: Id<'book'>,
    { day, angler, nowMs, onDeck }: AdviceAsked,
    goal: Pick<BagNowOptions, 'targetG' | 'daysAfter' | 'inHandG' | 'places'>,
  ): Promise<BagNow> {
    const known = await knownWater(bookId, day)
    const { book } = await currentBook(bookId)
    const under = { day, angler, nowMs, onDeck, lures: new Map(book.lures.map((lure) => [lure.id, lure])) }
    return bagNow(withoutTrip(book, day.trip.id), under, known, goal)
  },
}

export type Advise = typeof advise
expose(advise)
