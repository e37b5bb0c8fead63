import type { BookRecords } from '../effort/index.ts'
import { HOUR_MS, epochMs } from '../time/index.ts'
import { isStrike } from '../vocabulary/index.ts'
import type { Id, Stint } from '../vocabulary/index.ts'

/** What of a presentation is told again, in the order it is said. */
export const PRESENTATION_FIELDS = [
  'retrieve',
  'pauseS',
  'levelFished',
  'castLength',
  'structure',
  'cover',
  'lineKind',
  'lineLb',
] as const satisfies readonly (keyof Stint)[]
export type PresentationField = (typeof PRESENTATION_FIELDS)[number]

/** The way of fishing a lure that brought most for its hours. */
export interface ProducedBy {
  readonly field: PresentationField
  readonly value: string | number
  readonly strikes: number
  readonly hours: number
}

export interface HowFished {
  /** False: it was not struck on this water, and this is how it was fished elsewhere. */
  readonly here: boolean
  readonly by: readonly ProducedBy[]
}

/** So many strikes and hours are asked before a way of fishing is told. (ours) */
const FEWEST_STRIKES = 2
const FEWEST_HOURS = 1

/**
 * How a lure was fished where it paid: for each part of the presentation the word with the most strikes for its hours, each drawn to the
 * lure's own rate by one strike's worth of hours.
 *
 * Returned   on that water where it was struck twice there, else on all; nothing where nobody logged it
 * Source     ours; a hint how to begin, not a comparison: words that were fished on other days are not held to the same days
 */
export function howFished(book: BookRecords, lure: Id<'lure'>, water: Id<'water'>): HowFished {
  const here = new Set(book.trips.filter((trip) => trip.water === water).map(({ id }) => id))
  const own = book.stints.filter((stint) => stint.lure === lure)
  const strikes = strikesByStint(book, own)
  const onWater = own.filter(({ trip }) => here.has(trip))
  const isKnownHere = onWater.reduce((sum, { id }) => sum + (strikes.get(id) ?? 0), 0) >= FEWEST_STRIKES
  const stints = isKnownHere ? onWater : own
  return { here: isKnownHere, by: PRESENTATION_FIELDS.flatMap((field) => bestOf(stints, strikes, field) ?? []) }
}

function strikesByStint(book: BookRecords, stints: readonly Stint[]): ReadonlyMap<string, number> {
  const counts = new Map(stints.map(({ id }) => [id, 0]))
  for (const strike of book.strikes) {
    const known = strike.stint ? counts.get(strike.stint) : undefined
    if (strike.stint && known !== undefined && isStrike(strike) && !strike.sameFish) counts.set(strike.stint, known + 1)
  }
  return counts
}

function bestOf(
  stints: readonly Stint[],
  strikes: ReadonlyMap<string, number>,
  field: PresentationField,
): ProducedBy | undefined {
  const sums = new Map<string | number, { strikes: number; hours: number }>()
  const all = { strikes: 0, hours: 0 }
  for (const stint of stints) {
    const value = stint[field]
    if (value === null || value === undefined || value === '' || !stint.end) continue
    const hours = (epochMs(stint.end) - epochMs(stint.start)) / HOUR_MS
    let sum = sums.get(value)
    if (!sum) sums.set(value, (sum = { strikes: 0, hours: 0 }))
    for (const one of [sum, all]) {
      one.hours += hours
      one.strikes += strikes.get(stint.id) ?? 0
    }
  }
  if (all.strikes === 0) return undefined
  const drawn = (sum: { strikes: number; hours: number }): number =>
    (sum.strikes + 1) / (sum.hours + all.hours / all.strikes)
  return [...sums]
    .filter(([, sum]) => sum.strikes >= FEWEST_STRIKES && sum.hours >= FEWEST_HOURS)
    .sort(([, one], [, other]) => drawn(other) - drawn(one))
    .map(([value, sum]) => ({ field, value, ...sum }))[0]
}
