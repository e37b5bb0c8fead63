import { expect, it } from 'vitest'
import type { BookRecords } from '../../effort/index.ts'
import { CLAIMS } from '../../practice/index.ts'
import { emptyBook } from '../../test/bookOfTrips.ts'
import type { Lure, Reading, Spot, Stint, Trip, Water } from '../../vocabulary/index.ts'
import { tryClaims } from './tryClaims.ts'

/** Common practice of the trade, no source: the rules as the team wrote them down; here is what each of them speaks of. */

const FT = 0.3048
const F = (fahrenheit: number): number => ((fahrenheit - 32) * 5) / 9
const MPH = 0.44704

interface Day {
  readonly read?: Partial<Reading>
  readonly trip?: Partial<Trip>
  readonly water?: Partial<Water>
  readonly spot?: Partial<Spot>
  /** Date the trip was on, and its first hour, UTC. */
  readonly at?: string
}
interface Rod {
  readonly lure: Partial<Lure>
  readonly stint?: Partial<Stint>
}

/** Twelve days alike, A thrown for two hours and then B for two. */
function bookOf(
  { read = {}, trip = {}, water = {}, spot = {}, at = '2025-06-10T12' }: Day,
  a: Rod,
  b: Rod,
): BookRecords {
  const start = Date.parse(`${at}:00:00Z`)
  const days = Array.from({ length: 12 }, (_, n) => start + n * 86_400_000)
  const iso = (n: number, hour: number): string => new Date(days[n]! + hour * 3_600_000).toISOString()
  const lure = (id: string, { lure: own }: Rod): Lure => ({ id, name: id, class: id, ...own })
  const stint = (n: number, id: string, { stint: own }: Rod, from: number): Stint => ({
    id: `${n}${id}`,
    trip: `t${n}`,
    lure: id,
    start: iso(n, from),
    end: iso(n, from + 2),
    spot: 'p',
    ...own,
  })
  const all = days.map((_, n) => n)
  return {
    ...emptyBook(),
    waters: [{ id: 'w', name: 'made-up water', timeZone: 'UTC', latitude: 39, longitude: 0, ...water }],
    spots: [{ id: 'p', name: 'point', water: 'w', ...spot }],
    lures: [lure('a', a), lure('b', b)],
    trips: all.map((n) => ({ id: `t${n}`, water: 'w', start: iso(n, 0), end: iso(n, 4), ...trip })),
    stints: all.flatMap((n) => [stint(n, 'a', a, 0), stint(n, 'b', b, 2)]),
    readings: all.flatMap((n) => [0, 2, 4].map((h) => ({ id: `${n}r${h}`, trip: `t${n}`, time: iso(n, h), ...read }))),
    strikes: all.flatMap((n) =>
      ['a', 'b'].map((id, i) => ({
        id: `${n}k${id}`,
        trip: `t${n}`,
        stint: `${n}${id}`,
        time: iso(n, 2 * i + 1),
        outcome: 'landed' as const,
        weightG: 500,
        species: 'largemouth',
      })),
    ),
  }
}

const hoursOf = (id: string, book: BookRecords): [number, number] => {
  const [trial] = tryClaims(book, { claims: CLAIMS.filter((claim) => claim.id === id) })
  return [Math.round(trial!.hoursIn), Math.round(trial!.hoursOut)]
}

const of = (name: string, more: Partial<Lure> = {}, stint: Partial<Stint> = {}): Rod => ({
  lure: { class: name, ...more },
  stint,
})
const JERK = 'suspending jerkbait'
const DROP_DAY = {
  read: {
    waterTempC: F(75),
    current: 'off',
    cloudPct: 37.5,
    windMps: 1,
    visibilityM: 3 * FT,
    bassCount: '7 to 12',
    fishPosition: 'suspended',
  },
  spot: { slope: 'steep' },
  at: '2025-08-20T12',
} satisfies Day
const ON_DROP = { depthM: 15 * FT }
const HAIR = { lengthMm: 110, weightG: 14.2, side: 'white' }

/** Rule, a day it speaks of, what it claims for and against, and what makes it silent. */
const RULES: readonly (readonly [string, Day, Rod, Rod, Day])[] = [
  [
    'J12',
    { read: { visibilityM: 2, cloudPct: 0 } },
    of(JERK, { body: 'x', family: 'shad/white' }),
    of(JERK, { body: 'x', family: 'dark' }),
    { read: { visibilityM: 2, cloudPct: 75 } },
  ],
  [
    'J13',
    { read: { visibilityM: 3 * FT } },
    of(JERK, { body: 'x', back: 'purple', belly: 'chartreuse' }),
    of(JERK, { body: 'x', back: 'white' }),
    { read: { visibilityM: 4 * FT } },
  ],
  [
    'J16',
    {},
    of(JERK, { runsFromM: 1, runsToM: 1.4 }, { depthM: 11 * FT }),
    of('deep suspending jerkbait', {}, { depthM: 11 * FT }),
    { water: { name: 'x' }, read: {}, trip: { effortKnown: 'none' } },
  ],
  [
    'J17',
    { read: { fishPosition: 'suspended' } },
    of('deep suspending jerkbait', {}, { depthM: 13 * FT }),
    of(JERK, {}, { depthM: 13 * FT }),
    { read: { fishPosition: 'hard on bottom' } },
  ],
  [
    'L3',
    { read: { preyLengthMm: 60 } },
    of('lipless crankbait', { lengthMm: 66 }),
    of('lipless crankbait', { lengthMm: 90 }),
    {},
  ],
  [
    'K3',
    { read: { visibilityM: 1.5 * FT }, water: { forage: ['threadfin shad'] } },
    of('squarebill', { back: 'black', side: 'white' }),
    of('squarebill', { back: 'pearl grey', belly: 'chartreuse' }),
    { read: { visibilityM: 3 * FT }, water: { forage: ['threadfin shad'] } },
  ],
  [
    'K4',
    { read: { visibilityM: 3 * FT }, water: { forage: ['threadfin shad'] } },
    of('squarebill', { back: 'pearl grey', belly: 'chartreuse' }),
    of('squarebill', { back: 'black', side: 'white' }),
    { read: { visibilityM: 1.5 * FT }, water: { forage: ['threadfin shad'] } },
  ],
  [
    'K13',
    { water: { forage: ['perch', 'bluegill'] } },
    of('squarebill', { body: 'x', standsFor: ['perch', 'bluegill'] }),
    of('squarebill', { body: 'x', standsFor: ['perch'] }),
    { water: { forage: ['perch', 'bluegill'] }, read: { preySeen: ['perch'] } },
  ],
  [
    'G5',
    { water: { species: ['smallmouth', 'largemouth'] } },
    of('finesse jig'),
    of('flipping jig'),
    { water: { species: ['largemouth'] } },
  ],
  [
    'G6',
    { read: { fishPosition: 'shallow, seen' }, trip: { fishSeasonSaid: 'spawn' } },
    of('finesse jig'),
    of('flipping jig'),
    { read: { fishPosition: 'shallow, seen' }, trip: { fishSeasonSaid: 'summer' } },
  ],
  [
    'W11',
    { read: { waterTempC: F(65), visibilityM: 5 * FT, windMps: 0 } },
    of('floating worm', { side: 'pink' }),
    of('tube'),
    { read: { waterTempC: F(65), visibilityM: 5 * FT, windMps: 3 * MPH } },
  ],
  [
    'W12',
    { read: { fry: true, visibilityM: 4 * FT }, trip: { fishSeasonSaid: 'post-spawn' } },
    of('floating worm'),
    of('tube'),
    { read: { visibilityM: 4 * FT }, trip: { fishSeasonSaid: 'post-spawn' } },
  ],
  [
    'T4',
    { read: { fry: true }, trip: { fishSeasonSaid: 'post-spawn' } },
    of('popper'),
    of('tube'),
    { read: { fry: false }, trip: { fishSeasonSaid: 'post-spawn' } },
  ],
  [
    'T6',
    { water: { species: ['smallmouth'] } },
    of('walking topwater', { sound: 'silent' }),
    of('walking topwater', { sound: 'rattle' }),
    { water: { species: ['pike'] } },
  ],
  [
    'T6b',
    { water: { pressure: 'heavy' } },
    of('walking topwater', { sound: 'silent' }),
    of('walking topwater', { sound: 'rattle' }),
    { water: { pressure: 'light' } },
  ],
  [
    'A2',
    { read: { visibilityM: 5 * FT, waterTempC: F(60), windMps: 0, depthM: 5 * FT } },
    of('x'),
    of('y', {}, { depthM: 20 * FT }),
    { read: { visibilityM: 5 * FT, waterTempC: F(68), windMps: 0, depthM: 5 * FT } },
  ],
  [
    'A3',
    { read: { visibilityM: 5 * FT, waterTempC: F(75) } },
    of('x', {}, { depthM: 20 * FT }),
    of('y', {}, { depthM: 5 * FT }),
    { read: { visibilityM: 5 * FT, waterTempC: F(85) } },
  ],
  [
    'D8',
    DROP_DAY,
    of('long hair jig', HAIR, ON_DROP),
    of('tube', {}, ON_DROP),
    { ...DROP_DAY, spot: { slope: 'gradual' } },
  ],
  [
    'D8',
    DROP_DAY,
    of('long hair jig', HAIR, ON_DROP),
    of('tube', {}, ON_DROP),
    { ...DROP_DAY, read: { ...DROP_DAY.read, bassCount: 'more' } },
  ],
  ['D8', DROP_DAY, of('long hair jig', HAIR, ON_DROP), of('tube', {}, ON_DROP), { ...DROP_DAY, at: '2025-06-20T12' }],
  [
    'D11',
    { read: { bassCount: 'more' } },
    of('deep crankbait'),
    of('long hair jig'),
    { read: { bassCount: '7 to 12' } },
  ],
  [
    'N5',
    DROP_DAY,
    of('long hair jig', HAIR, { ...ON_DROP, castLength: 'long' }),
    of('long hair jig', HAIR, { ...ON_DROP, castLength: 'short' }),
    { ...DROP_DAY, spot: { slope: 'flat' } },
  ],
]

it.each(RULES)('%s speaks of its hours and of no others', (id, day, a, b, silent) => {
  expect(hoursOf(id, bookOf(day, a, b))).toEqual([24, 24])
  expect(hoursOf(id, bookOf(silent, a, b))[0]).toBe(0)
})

it('W13 holds fish where fry were seen against those where none were, and A4 knows chartreuse and red', () => {
  const plain = of('x')
  expect(hoursOf('W13', bookOf({ read: { fry: true } }, plain, plain))).toEqual([48, 0])
  expect(hoursOf('W13', bookOf({}, plain, plain))).toEqual([0, 48])
  const [green, red] = [of('x', { family: 'chartreuse/bright' }), of('y', { family: 'craw red' })]
  expect(hoursOf('A4', bookOf({}, green, red))).toEqual([24, 24])
  expect(hoursOf('A4b', bookOf({}, red, green))).toEqual([24, 24])
})

it('B9 asks what the swimbait catches behind the surface strike, not the other way round', () => {
  const crept = of('boot-tail swimbait', {}, { retrieve: 'slow crawl on bottom' })
  const claim = CLAIMS.filter(({ id }) => id === 'B9')
  const answer = (first: Rod, second: Rod): string | undefined =>
    tryClaims(bookOf({ trip: { fishSeasonSaid: 'post-spawn' } }, first, second), { claims: claim })[0]?.why
  expect(answer(of('popper'), crept)).not.toMatch(/no strike of the finder/)
  expect(answer(of('tube'), crept)).toMatch(/no strike of the finder/)
})

it('W6 asks for air that is warmer than usual, L12 for red or orange at inflows and ditches behind the wind', () => {
  const cold = { waterTempC: F(45), windMps: 0 }
  const [days, at] = [bookOf({ read: cold, at: '2025-11-05T12' }, of('tube'), of('umbrella rig')), '2025-11-05T12']
  // Colder on the first days, warmer on the last: only these are warmer than usual.
  const readings = days.readings.map((one, i) => ({ ...one, airTempC: i < 18 ? 4 : 16 }))
  expect(hoursOf('W6', { ...days, readings })).toEqual([12, 12])
  expect(hoursOf('W6', bookOf({ read: { ...cold, airTempC: 10 }, at }, of('tube'), of('umbrella rig')))).toEqual([0, 0])
  const windy = { read: { visibilityM: 2 * FT, windMps: 6 }, trip: { frontSaid: 'post-front unsettled' } }
  const red = (structure: string): Rod => of('x', { family: 'craw red' }, { structure })
  const [inflow, flat] = hoursOf('L12', bookOf(windy, red('inflow'), red('flat')))
  expect([inflow > 0, flat > 0]).toEqual([true, true])
  expect(hoursOf('L12', bookOf(windy, of('x', { family: 'dark' }, { structure: 'inflow' }), red('flat')))[0]).toBe(0)
})
