import { WITHIN_OF, parseWhere, withinOf } from '@jotbook/core'
import type { BookWithin, WithinOf } from '@jotbook/core'
import { soundBundle } from './bundleFiles.ts'
import { Failure, asCallFault } from './failure.ts'
import { ratioJson, ratioText } from './ratios.ts'
import { table } from './table.ts'

export interface WithinCall {
  readonly bundle: string
  readonly a: string
  readonly b: string
  readonly where?: string
  readonly of: string
  readonly design: string
  readonly confidence: string
  readonly json?: boolean
}

/** `jot analyse within`: is it the lure, or the day it was thrown on? */
export function within({ bundle, a, b, where = '', of, design, confidence, json }: WithinCall): number {
  const asked = WITHIN_OF.find((one) => one === of)
  if (!asked) throw new Failure(`--of takes ${WITHIN_OF.join(', ')}, not ${of}.`, 2)
  if (design !== 'random-trip' && design !== 'mh')
    throw new Failure(`--design takes random-trip or mh, not ${design}.`, 2)
  const { book } = soundBundle(bundle)
  const found = asCallFault(() =>
    withinOf(
      book,
      { a: parseWhere(a), b: parseWhere(b), where: parseWhere(where), of: asked, design },
      { confidence: Number(confidence) },
    ),
  )
  console.log(json ? JSON.stringify(withinJson(found), null, 2) : withinText(found, asked))
  return 0
}

type Held = NonNullable<BookWithin['within']>
function withinJson({
  crudeAll,
  crude,
  within: held,
  other,
  trips,
  oneSided,
  hours,
  switches,
  agree,
  shareOfDay,
  verdict,
  strikes,
  tripIds,
  sizeBy,
  dispersion,
  sensitivity,
  hourNotHeld,
}: BookWithin): unknown {
  return {
    crudeAll: { ratio: crudeAll },
    crude: ratioJson(crude),
    within: held && {
      ...ratioJson(held),
      design: held.design,
      stints: held.stints,
      trips,
      strataOneSided: oneSided,
      hoursUsed: hours,
      switches,
    },
    other: other && { ...ratioJson(other), design: other.design, stints: other.stints },
    dispersion,
    sensitivity,
    adjustment: hourNotHeld && { for: 'hour', without: ratioJson(hourNotHeld) },
    agree,
    shareOfDay,
    verdict,
    strikes,
    trip_ids: tripIds,
    ...(sizeBy ? { size_by: sizeBy } : {}),
  }
}

const SENTENCES: Readonly<Record<BookWithin['verdict'], string>> = {
  strong: 'A and B differ: the 95 % limits exclude 1.',
  leaning: 'It leans one way: the 80 % limits exclude 1, the 95 % ones do not.',
  'no difference shown': 'No difference is shown.',
  'too early': 'Too early: under 5 hours, 3 trips with both, or 5 expected strikes on a side.',
  'cannot tell':
    'One cannot tell the lure from the day, or from the switching: the two designs differ. Log why each lure is picked up, and fish both by plan.',
}
const TOO_EARLY_OF_FISH =
  'Too early: under 5 strikes or fish of a side, under 3 trips with both, or (of size) fewer than four landed fish in five weighed or measured.'
const designOf = ({ design, stints }: Held): string =>
  design === 'random-trip'
    ? 'each trip its own luck'
    : stints === 'planned'
      ? 'held within trips, planned stints'
      : 'held within trips, all stints: no reasons logged'

function withinText(found: BookWithin, of: WithinOf): string {
  const {
    crudeAll,
    crude,
    within: held,
    other,
    trips,
    oneSided,
    hours,
    switches,
    shareOfDay,
    verdict,
    sizeBy,
    dispersion,
    hourNotHeld,
    sensitivity,
  } = found
  const line = (name: string, one: Pick<Held, 'ratio' | 'lower' | 'upper'>): string[] => [name, ...ratioText(one)]
  return [
    verdict === 'too early' && of !== 'rate' ? TOO_EARLY_OF_FISH : SENTENCES[verdict],
    `A ${hours.a.toFixed(1)} hours, B ${hours.b.toFixed(1)}; both on ${trips} trips, only one on ${oneSided}. Switched to by plan ${switches.planned}, as others were blank ${switches.blank}, for no reason logged ${switches.unknown}.`,
    ...(sizeBy === 'weight from length'
      ? ['By length, for too few were weighed: a bass weighs about as the cube of its length.']
      : []),
    ...(dispersion > 1.05
      ? [
          `Strikes come in flurries: they tell as little as ${(1 / dispersion).toFixed(2)} of as many that came singly would, and the limits know it.`,
        ]
      : []),
    ...(sensitivity > 1
      ? [
          `Something nobody logged would have to go ${sensitivity.toFixed(1)} times with both the choice and the fish to make all of it.`,
        ]
      : []),
    ...(shareOfDay === null ? [] : [`Of the crude difference ${Math.round(100 * shareOfDay)} % are the days'.`]),
    '',
    table(
      ['A over B', 'ratio', 'limits'],
      [
        ['crude, all trips', crudeAll === null ? 'none' : crudeAll.toFixed(2), ''],
        line('crude, the same trips', crude),
        ...(held ? [line(of === 'rate' ? designOf(held) : 'held within trips', held)] : []),
        ...(hourNotHeld ? [line('the same, the hour of the day not held', hourNotHeld)] : []),
        ...(other ? [line(designOf(other), other)] : []),
      ],
    ),
  ].join('\n')
}
