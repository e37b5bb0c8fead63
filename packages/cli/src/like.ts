import { likeOf, namesOf, parseNow, parseWhere } from '@jotbook/core'
import type { BookRecords, LikeGroup, KernelWeighted } from '@jotbook/core'
import { soundBundle } from './bundleFiles.ts'
import { asCallFault } from './failure.ts'
import { listed } from './listed.ts'
import { table } from './table.ts'

export interface LikeCall {
  readonly bundle: string
  readonly water: string
  readonly now: string
  readonly by: string
  readonly where?: string
  readonly confidence: string
  readonly json?: boolean
}

/** `jot analyse like`: rates of the hours that were like today. */
export function like({ bundle, water, now, by, where = '', confidence, json }: LikeCall): number {
  const { book } = soundBundle(bundle)
  const columns = listed(by)
  const found = asCallFault(() =>
    likeOf(
      book,
      { water, now: parseNow(now), by: columns, where: parseWhere(where) },
      { confidence: Number(confidence) },
    ),
  )
  console.log(json ? JSON.stringify(likeJson(found, book, columns), null, 2) : likeText(found, book, columns))
  return 0
}

/** Names for the ids of a group. */
const worded = ({ group }: LikeGroup, book: BookRecords, by: readonly string[]): string[] =>
  group.map((level, i) => namesOf(book)[by[i] ?? '']?.get(level) ?? level)

const groupJson = (one: LikeGroup): Record<string, unknown> => ({
  rate: one.rate,
  lower: one.lower,
  upper: one.upper,
  effective_hours: one.effectiveHours,
  hours: one.hours,
  strikes: one.strikes,
  trips: one.trips,
  trip_ids: one.tripIds,
  too_early: one.tooEarly,
})

const likeJson = (
  { all, groups, trips, hoursUnknown }: KernelWeighted,
  book: BookRecords,
  by: readonly string[],
): unknown => ({
  by,
  all: all && groupJson(all),
  rows: groups.map((one) => ({ group: worded(one, book, by), ...groupJson(one) })),
  trips: trips.map(({ trip, likeness, hours, strikes }) => ({ trip, likeness, hours, strikes })),
  hours_unknown: hoursUnknown,
})

function likeText(
  { all, groups, trips, hoursUnknown }: KernelWeighted,
  book: BookRecords,
  by: readonly string[],
): string {
  if (!all)
    return `No hour was like today${hoursUnknown > 0 ? `; of ${hoursUnknown.toFixed(1)} hours it is not known` : ''}.`
  const starts = new Map(book.trips.map(({ id, start }) => [id, start.slice(0, 10)]))
  const enough = groups.filter(({ tooEarly }) => !tooEarly)
  return [
    enough[0]
      ? `In hours like today, ${worded(enough[0], book, by).join(', ')} did best: ${enough[0].rate.toFixed(2)} strikes per hour.`
      : 'Hours like today are too few to prefer anything.',
    `All together ${all.rate.toFixed(2)} per hour (${all.lower.toFixed(2)}–${all.upper.toFixed(2)}), worth ${all.effectiveHours.toFixed(1)} hours just like it, on ${all.trips} trips${hoursUnknown > 0 ? `; of ${hoursUnknown.toFixed(1)} hours it is not known` : ''}.`,
    '',
    table(
      [...by, 'per hour', 'likely range', 'hours like it', 'strikes', 'trips', ''],
      groups.map((one) => [
        ...worded(one, book, by),
        one.rate.toFixed(2),
        `${one.lower.toFixed(2)}–${one.upper.toFixed(2)}`,
        one.effectiveHours.toFixed(1),
        one.strikes,
        one.trips,
        one.tooEarly ? 'too early' : '',
      ]),
    ),
    '',
    table(
      ['most alike', 'trip', 'likeness', 'hours', 'strikes'],
      trips
        .slice(0, 10)
        .map(({ trip, likeness, hours, strikes }) => [
          starts.get(trip) ?? '',
          trip,
          likeness.toFixed(2),
          hours.toFixed(1),
          strikes,
        ]),
    ),
  ].join('\n')
}
