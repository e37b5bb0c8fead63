import { aboard, hasOwnBags, liveBag, rodsOf } from '../deck/index.ts'
import type { Angler, DeckDay } from '../deck/index.ts'
import type { BookRecords } from '../effort/index.ts'
import { HOUR_MS, MINUTE_MS, epochMs } from '../time/index.ts'
import type { EpochMs } from '../time/index.ts'
import { bagNow } from './bagNow.ts'
import { learnWater, withoutTrip } from './knownWater.ts'
import type { Id } from '../vocabulary/index.ts'

/** What the deck would have said of the weigh-in at a moment of the day. */
export interface OddsThen {
  readonly atMs: EpochMs
  /** In the bag by then, of the fish that were kept to the end. */
  readonly inBagG: number
  /** Of the bag at the weigh-in, by the best way of going on: one day in ten under, the middle, one in ten over. */
  readonly p10: number
  readonly p50: number
  readonly p90: number
}

export interface OddsOfDay {
  /** Whose bag it was; null where all aboard filled one. */
  readonly angler: Angler
  readonly hours: readonly OddsThen[]
  /** When fishing had to end, and what the bag weighed then. */
  readonly endMs: EpochMs
  readonly totalG: number
}

/** Runs of one moment: its range is drawn, not read to the gram. */
const RUNS = 4000

/** A day as it stood at a moment: what came later is not there, and what ended later goes on. */
function dayAsOf(day: DeckDay, atMs: EpochMs): DeckDay {
  const isBefore = (time: string): boolean => epochMs(time) <= atMs
  return {
    trip: { ...day.trip, end: null },
    stints: day.stints
      .filter(({ start }) => isBefore(start))
      .map((stint) => (stint.end && isBefore(stint.end) ? stint : { ...stint, end: null })),
    strikes: day.strikes.filter(({ time }) => isBefore(time)),
    readings: day.readings.filter(({ time }) => isBefore(time)),
  }
}

/**
 * How the odds of a tournament stood hour by hour: as the deck tells them, by all other trips of the book and by the day until then.
 *
 * Given      the rods of the whole day as those that lay ready
 * Returned   of each bag, from the launch on until a quarter of an hour was left; nothing where the trip had no weigh-in, nobody said which
 *            fish were kept, or the water never gave a strike on another trip
 */
export function oddsOfDay(book: BookRecords, tripId: Id<'trip'>): OddsOfDay[] {
  const trip = book.trips.find(({ id }) => id === tripId)
  if (!trip?.weighIn) return []
  const ofTrip = <R extends { readonly trip: Id<'trip'> }>(records: readonly R[]): R[] =>
    records.filter((one) => one.trip === tripId)
  const day = { trip, stints: ofTrip(book.stints), strikes: ofTrip(book.strikes), readings: ofTrip(book.readings) }
  if (liveBag(day.strikes, trip).fish.length === 0) return []
  const onDeck = [...new Set([...rodsOf(trip), ...day.stints].map(({ lure }) => lure))]
  const known = learnWater(book, trip.water, tripId)
  const others = withoutTrip(book, tripId)
  const lures = new Map(book.lures.map((lure) => [lure.id, lure]))
  const endMs = epochMs(trip.weighIn) - (trip.runBackMin ?? 0) * MINUTE_MS
  const oddsAt = (nowMs: EpochMs, angler: Angler): OddsThen[] => {
    const then = dayAsOf(day, nowMs)
    const [best] = bagNow(others, { day: then, angler, nowMs, lures, onDeck }, known, { runs: RUNS }).ways
    if (!best) return []
    const { p10, p50, p90 } = best
    return [{ atMs: nowMs, inBagG: liveBag(then.strikes, trip, angler).totalG, p10, p50, p90 }]
  }
  return (hasOwnBags(trip) ? aboard(day) : [null]).flatMap((angler): OddsOfDay[] => {
    const hours = momentsOf(epochMs(trip.start), endMs).flatMap((nowMs) => oddsAt(nowMs, angler))
    return hours.length === 0 ? [] : [{ angler, hours, endMs, totalG: liveBag(day.strikes, trip, angler).totalG }]
  })
}

const LEAST_LEFT_MS = 15 * MINUTE_MS
const MOST_HOURS = 24

/** The launch, each hour after it, and the last moment at which something could still be changed. */
function momentsOf(startMs: EpochMs, endMs: EpochMs): number[] {
  const lastMs = endMs - LEAST_LEFT_MS
  const hours = Array.from({ length: MOST_HOURS }, (_, i) => startMs + i * HOUR_MS).filter((ms) => ms < lastMs)
  return lastMs > startMs ? [...hours, lastMs] : []
}
