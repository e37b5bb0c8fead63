import { patternsOfWater } from '@jotbook/core/patterns'
import type { WaterPattern } from '@jotbook/core/patterns'
import { soundBundle } from './bundleFiles.ts'
import { asCallFault } from './failure.ts'
import { progressLine } from './progressLine.ts'
import { ratioJson, ratioText } from './ratios.ts'
import { table } from './table.ts'
import { wholeNumber } from './wholeNumber.ts'

export interface PatternsCall {
  readonly bundle: string
  readonly water: string
  readonly seed: string
  readonly permutations: string
  readonly json?: boolean
}

/** `jot patterns`: the pattern book of a water. */
export function patterns({ bundle, water, seed, permutations, json }: PatternsCall): number {
  const { book } = soundBundle(bundle)
  const progress = progressLine('looking for patterns')
  const found = asCallFault(() =>
    patternsOfWater(book, water, {
      seed: wholeNumber('--seed', seed, 0, 2 ** 32 - 1),
      permutations: wholeNumber('--permutations', permutations, 1, 10_000),
      progress: progress.at,
    }),
  )
  progress.done()
  const nameOf = (lure: string): string => book.lures.find(({ id }) => id === lure)?.name ?? lure
  console.log(
    json
      ? JSON.stringify({ water, patterns: found.map((one) => patternJson(one, nameOf)) }, null, 2)
      : patternsText(found, water, nameOf),
  )
  return 0
}

const saysOf = ({ where }: WaterPattern): string =>
  where
    .split(';')
    .filter((clause) => !clause.startsWith('water='))
    .join('; ')

const patternJson = (one: WaterPattern, nameOf: (lure: string) => string): unknown => ({
  season: one.seasons.join(', '),
  where: one.where,
  says: saysOf(one),
  strikes: one.strikes,
  hours: one.hours,
  trips: one.trips,
  rate: one.rate,
  ...ratioJson(one),
  strength: one.strength,
  p_family: one.pFamily,
  foundOn: one.foundOn,
  since: one.since && {
    trips: one.since.trips,
    held: one.since.held,
    hours: one.since.hours,
    strikes: one.since.strikes,
    ...ratioJson(one.since),
  },
  how: Object.fromEntries(one.how.map(({ field, value }) => [field, value])),
  lures: one.lures.map(({ lure, ...rest }) => ({ lure: nameOf(lure), ...rest })),
  size: one.size,
  hours_to_firm: one.hoursToFirm,
})

function patternsText(found: readonly WaterPattern[], water: string, nameOf: (lure: string) => string): string {
  if (found.length === 0) return `On ${water} no pattern stands out yet beyond what chance would show.`
  return [
    `The pattern book of ${water}: what stood out, since when, and what became of it after.`,
    '',
    table(
      ['pattern', 'season', 'an hour', '× others', 'limits', 'strength', 'found on', 'since', 'lures'],
      found.map((one) => [
        saysOf(one),
        one.seasons.join(', '),
        one.rate.toFixed(2),
        ...ratioText(one),
        one.strength,
        one.foundOn,
        one.since ? `held on ${one.since.held} of ${one.since.trips} trips, × ${ratioText(one.since)[0]}` : '',
        one.lures.map(({ lure }) => nameOf(lure)).join('; '),
      ]),
    ),
  ].join('\n')
}
