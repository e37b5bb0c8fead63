import { QuestionError } from '../checked/index.ts'
import type { Now } from '../analyses/index.ts'
import type { BookRecords } from '../effort/index.ts'
import { MINUTE_MS, addDays, epochMs, isoUtc, localDate, resolveWallTime } from '../time/index.ts'
import type { EpochMs } from '../time/index.ts'
import { SAID, UNKNOWN, timeZoneOf } from '../vocabulary/index.ts'
import type { Id, Reading, Trip, Water } from '../vocabulary/index.ts'
import { CONDITION_NAMES } from './situation.ts'
import type { Condition } from './situation.ts'

/** What is expected to be read at a time. */
export type ExpectedReading = { readonly timeMs: EpochMs } & Partial<Omit<Reading, 'id' | 'trip' | 'time'>>

/** A trip that has not been: where, when, and what is expected there. */
export interface ForeseenTrip {
  readonly water: Id<'water'>
  readonly fromMs: EpochMs
  readonly toMs: EpochMs
  readonly readings: readonly ExpectedReading[]
  /** What is said of the day in words, by field of the trip. */
  readonly said?: Partial<Pick<Trip, (typeof SAID)[keyof typeof SAID]>>
}

/** An id that no record of a file or a device has: it begins with a sign that nobody types. */
export const FORESEEN = '\u0000 not been yet'

/**
 * The book with a trip that has not been, on which every lure is fished all the time: conditions and rules are then read of it as of any other.
 *
 * Given      the book and the trip: water, span, readings, and what is said of the day
 * Returned   a book whose last trip has the id `FORESEEN`; the given one is not changed
 */
export function withForeseen(book: BookRecords, { water, fromMs, toMs, readings, said }: ForeseenTrip): BookRecords {
  const [start, end] = [isoUtc(fromMs), isoUtc(toMs)]
  return {
    ...book,
    trips: [...book.trips, { id: FORESEEN, water, start, end, ...said }],
    stints: book.lures.map(({ id }) => ({ id: `${FORESEEN} ${id}`, trip: FORESEEN, lure: id, start, end })),
    readings: [
      ...book.readings,
      ...readings.map(({ timeMs, ...fields }, i) => ({
        ...fields,
        id: `${FORESEEN} ${i}`,
        trip: FORESEEN,
        time: isoUtc(timeMs),
      })),
    ],
    strikes: [],
  }
}

/**
 * The water of a name or an id. Throws QuestionError for one that is not in the book.
 *
 * Given      a book, and a water's name or id
 * Returned   the water
 * Throws     QuestionError for one that is not in the book, with those that are
 */
export function waterOf(book: BookRecords, named: string): Water {
  const found = book.waters.find(({ id, name }) => id === named || name === named)
  if (!found)
    throw new QuestionError(
      `there is no water ${named}; the book has ${book.waters.map(({ name }) => name).join(', ')}`,
    )
  return found
}

const FIELD_OF: Readonly<Record<string, keyof Reading>> = {
  water_temp_c: 'waterTempC',
  visibility_m: 'visibilityM',
  wind_mps: 'windMps',
  cloud_pct: 'cloudPct',
  air_temp_c: 'airTempC',
  pressure_hpa: 'pressureHpa',
}

/** What is so whatever the day would give. */
export interface AsSaid {
  readonly numbers: Readonly<Partial<Record<Condition, number>>>
  /** *Unknown* where no hour of the clock was said. */
  readonly light?: typeof UNKNOWN
}

const HALF_AN_HOUR_MS = 30 * MINUTE_MS
const NOON = 12

/**
 * Half an hour of such conditions, on the day after the book's last trip, by the clock of the water; and what is as said: of conditions
 * that were not, and of the light where no hour was said, nothing is known.
 *
 * Given      the book, the water, conditions as numbers and words, and an hour of the clock where one is said
 * Returned   the trip for `withForeseen`, and what of it holds
 */
export function tripLike(
  book: BookRecords,
  { id, timeZone }: Pick<Water, 'id' | 'timeZone'>,
  { numbers, words }: Now,
  clockHour?: number,
): { readonly trip: ForeseenTrip; readonly asSaid: AsSaid } {
  const last = book.trips.reduce((latest, { start }) => Math.max(latest, epochMs(start)), 0)
  const zone = timeZoneOf(undefined, { timeZone: timeZone ?? null })
  const minutes = Math.round(60 * (clockHour ?? NOON))
  const clock = { hour: Math.floor(minutes / 60), minute: minutes % 60 }
  const fromMs = resolveWallTime(addDays(localDate(last, zone), 1), clock, zone).ms
  const fields = Object.fromEntries(
    Object.entries(numbers).flatMap(([column, value]) => (FIELD_OF[column] ? [[FIELD_OF[column], value]] : [])),
  )
  const said = Object.fromEntries(
    Object.entries(words).flatMap(([column, word]) =>
      Object.hasOwn(SAID, column) ? [[SAID[column as keyof typeof SAID], word]] : [],
    ),
  )
  return {
    trip: { water: id, fromMs, toMs: fromMs + HALF_AN_HOUR_MS, readings: [{ timeMs: fromMs, ...fields }], said },
    asSaid: {
      numbers: Object.fromEntries(CONDITION_NAMES.map((name) => [name, numbers[name] ?? NaN])),
      ...(clockHour === undefined ? { light: UNKNOWN } : {}),
    },
  }
}
