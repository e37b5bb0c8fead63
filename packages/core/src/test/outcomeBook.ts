import type { BookRecords } from '../effort/index.ts'
import { drawGamma, drawGeometric, drawNormal, drawPoisson } from '../numerics/index.ts'
import type { Random } from '../numerics/index.ts'
import { ownClaim } from '../practice/index.ts'
import type { Claim, ClaimOutcome } from '../practice/index.ts'
import { DAY_MS, HOUR_MS, isoUtc } from '../time/index.ts'
import type { Lure, Reading, Stint, Strike, Trip } from '../vocabulary/index.ts'
import { emptyBook } from './bookOfTrips.ts'

/** A book made so that some claims of one outcome are true of it, and which. */
export interface OutcomeBook {
  readonly book: BookRecords
  readonly claims: readonly Claim[]
  readonly truths: readonly boolean[]
}

export const STUDIED = [
  ...[
    'rate',
    'rate lower',
    'not better',
    'not lower',
    'same',
    'hook-up',
    'hook-up same',
    'landed',
    'lost lower',
    'set landed',
    'set held',
    'size',
    'size lower',
    'phase',
    'phase lower',
    'pitch',
  ],
  ...['per clean cast', 'per target', 'ratio falls', 'between', 'between lower', 'zone', 'follow-up', 'travels'],
] as readonly ClaimOutcome[]

const RATIO = 2.5
const TRUE_SHARE = 0.3
/** Gamma shape of the days: sd about 0.5. */
const SHAPE = 4
/** Strikes of a flurry follow each other by so much at most. */
const APART_H = 0.1
const START_MS = Date.UTC(2025, 2, 1, 12)

/** How one side is: rate over that of an ordinary lure, share hooked, weight over the ordinary, share of strikes in the phase asked for. */
interface Side {
  readonly rate: number
  readonly hooked: number
  readonly weight: number
  readonly inPhase: number
}
const TIME_SHARE = 0.3
const ORDINARY: Side = { rate: 1, hooked: 0.36, weight: 1, inPhase: TIME_SHARE }

/** What is claimed for, where the claim is true and where it is not; the other side is ordinary. */
function claimedSide(outcome: ClaimOutcome, isTrue: boolean): Partial<Side> {
  switch (outcome) {
    case 'not better':
    case 'same':
      return isTrue ? {} : { rate: RATIO }
    case 'not lower':
      return isTrue ? {} : { rate: 1 / RATIO }
    case 'rate lower':
      return isTrue ? { rate: 1 / RATIO } : {}
    case 'hook-up':
    case 'landed':
    case 'lost lower':
    case 'set landed':
    case 'set held':
      return isTrue ? { hooked: RATIO * ORDINARY.hooked } : {}
    case 'hook-up same':
      return isTrue ? {} : { hooked: RATIO * ORDINARY.hooked }
    case 'size':
      return isTrue ? { weight: RATIO } : {}
    case 'size lower':
      return isTrue ? { weight: 1 / RATIO } : {}
    case 'phase':
    case 'pitch':
      return isTrue ? { inPhase: RATIO * TIME_SHARE } : {}
    case 'phase lower':
      return isTrue ? { inPhase: TIME_SHARE / RATIO } : {}
    default:
      return isTrue ? { rate: RATIO } : {}
  }
}

/** Collects the records of a book, trips four days apart. */
class Maker {
  readonly stints: Stint[] = []
  readonly strikes: Strike[] = []
  readonly readings: Reading[] = []
  private readonly trips: Trip[] = []

  constructor(
    readonly random: Random,
    /** Mean strikes to a flurry. */
    readonly flurry: number,
  ) {}

  trip(hours: number, read: Partial<Reading> = {}, water = 'w'): (hour: number) => string {
    const n = this.trips.length
    const at = (hour: number): string => isoUtc(START_MS + n * 4 * DAY_MS + hour * HOUR_MS)
    this.trips.push({ id: `t${n}`, water, start: at(0), end: at(hours) })
    for (let hour = 0; hour <= hours; hour += 2)
      this.readings.push({ id: `t${n}r${hour}`, trip: `t${n}`, time: at(hour), ...read })
    return at
  }

  stint(at: (hour: number) => string, lure: string, from: number, to: number, more: Partial<Stint> = {}): string {
    const id = `s${this.stints.length}`
    this.stints.push({ id, trip: `t${this.trips.length - 1}`, lure, start: at(from), end: at(to), ...more })
    return id
  }

  strike(stint: string, time: string, more: Partial<Strike> = {}): void {
    this.strikes.push({ id: `k${this.strikes.length}`, trip: `t${this.trips.length - 1}`, stint, time, ...more })
  }

  book(lures: readonly Lure[], waters: readonly string[] = ['w']): BookRecords {
    const { trips, stints, strikes, readings } = this
    return {
      ...emptyBook(),
      waters: waters.map((id) => ({ id, name: `made-up water ${id}`, timeZone: 'UTC' })),
      spots: [{ id: 'p', name: 'point', water: 'w' }],
      lures,
      trips,
      stints,
      strikes,
      readings,
    }
  }
}

const luckOf = (random: Random): number => drawGamma(random, SHAPE) / SHAPE
const plainLure = (id: string): Lure => ({ id, name: id, class: id })
const truthsOf = (count: number, random: Random): boolean[] =>
  Array.from({ length: count }, () => random() < TRUE_SHARE)

/** That two are the same takes many strikes to say, and so does what half of the strikes of one lure tell: asked of busy waters. */
const BUSY: ReadonlySet<ClaimOutcome> = new Set([
  'same',
  'hook-up same',
  'not better',
  'not lower',
  'set landed',
  'set held',
])
const SETS = 'at once,waited'
const PAIRS = 8
const PAIRS_A_TRIP = 3

/** Eight claims of a lure against another, three of the pairs thrown on each trip. */
function pairBook(outcome: ClaimOutcome, random: Random, flurry: number): OutcomeBook {
  const truths = truthsOf(PAIRS, random)
  const maker = new Maker(random, flurry)
  const falls = outcome === 'ratio falls'
  for (let t = 0; t < (falls ? 80 : 40); t++) {
    const cloudy = random() < 0.5
    const at = maker.trip(8, { cloudPct: cloudy ? 90 : 10 })
    const luck = (BUSY.has(outcome) ? 5 : 1) * luckOf(random)
    let hour = 0
    for (const pair of someOf(PAIRS, PAIRS_A_TRIP, random)) {
      const isTrue = truths[pair] ?? false
      // Where the lead falls, it is there under a clear sky, and gone under cloud if the claim is true.
      const claimed = {
        ...ORDINARY,
        ...(falls ? { rate: cloudy && isTrue ? 1 : RATIO } : claimedSide(outcome, isTrue)),
      }
      for (const [lure, side] of shuffled([[`a${pair}`, claimed] as const, [`b${pair}`, ORDINARY] as const], random)) {
        const hours = 0.8 + 0.5 * random()
        fish(maker, at, { lure, side, luck, from: hour, to: hour + hours, outcome })
        hour += hours
      }
    }
  }
  const against = (pair: number): string =>
    (
      ({ phase: 'still', 'phase lower': 'still', pitch: '2', 'set landed': SETS, 'set held': SETS }) as Partial<
        Record<ClaimOutcome, string>
      >
    )[outcome] ?? `lure=b${pair}`
  const claims = truths.map((_, pair) =>
    ownClaim({
      id: `c${pair}`,
      name: 'Made up.',
      condition: falls ? 'cloud_pct=50..' : '',
      lure: `lure=a${pair}`,
      against: against(pair),
      outcome,
    }),
  )
  return {
    book: maker.book(truths.flatMap((_, pair) => [plainLure(`a${pair}`), plainLure(`b${pair}`)])),
    claims,
    truths,
  }
}

interface Fished {
  readonly lure: string
  readonly side: Side
  readonly luck: number
  readonly from: number
  readonly to: number
  readonly outcome: ClaimOutcome
}

function fish(maker: Maker, at: (hour: number) => string, { lure, side, luck, from, to, outcome }: Fished): void {
  const { random, flurry } = maker
  // Strikes come by the cast, however fast one casts.
  const byCount = outcome.startsWith('per ')
  const casts = Math.round((byCount ? 20 + 60 * random() : 40) * (to - from))
  const stint = maker.stint(at, lure, from, to, {
    casts,
    targets: Math.round((1 - TIME_SHARE) * casts),
    pauseS: 10 * TIME_SHARE,
    workS: 10 * (1 - TIME_SHARE),
  })
  const bouts = drawPoisson(random, (1.3 * luck * side.rate * (byCount ? casts / 40 : to - from)) / flurry)
  const sizes = Array.from({ length: bouts }, () => drawGeometric(random, flurry))
  let hour = from
  for (const place of sizes.flatMap((size) => Array.from({ length: size }, (_, i) => i))) {
    const later = random() < side.inPhase
    const weightG = Math.round(600 * side.weight * Math.exp(0.4 * drawNormal(random)))
    const set = outcome.startsWith('set ') ? (random() < 0.5 ? 'at once' : 'waited') : undefined
    const hooked = set === 'waited' ? ORDINARY.hooked : side.hooked
    const otherwise = outcome === 'lost lower' || outcome === 'set held' ? 'lost' : 'missed'
    const end = random() < hooked ? ({ outcome: 'landed', weightG } as const) : ({ outcome: otherwise } as const)
    hour = place === 0 ? from + (to - from) * random() : Math.min(to, hour + APART_H * random())
    maker.strike(stint, at(hour), {
      ...end,
      ...(set ? { set } : {}),
      phase: later ? 'still' : 'on the move',
      pitch: later ? 2 : 1,
    })
  }
}

const CONDITIONS: readonly (readonly [
  field: 'cloudPct' | 'windMps' | 'waterTempC' | 'visibilityM',
  high: number,
  low: number,
  claimed: string,
  against: string,
])[] = [
  ['cloudPct', 90, 10, 'cloud_pct=50..', 'cloud_pct=..50'],
  ['windMps', 7, 1, 'wind_mps=4..', 'wind_mps=..4'],
  ['waterTempC', 18, 8, 'water_temp_c=12..', 'water_temp_c=..12'],
  ['visibilityM', 4, 0.8, 'visibility_m=2..', 'visibility_m=..2'],
]

/** Four claims of one condition against another, each true of days or not. */
function betweenBook(outcome: ClaimOutcome, random: Random, flurry: number): OutcomeBook {
  const truths = truthsOf(CONDITIONS.length, random)
  const maker = new Maker(random, flurry)
  const effect = outcome === 'between lower' ? 1 / RATIO : RATIO
  for (let t = 0; t < 60; t++) {
    const high = CONDITIONS.map(() => random() < 0.5)
    const at = maker.trip(
      6,
      Object.fromEntries(CONDITIONS.map(([field, above, below], i) => [field, high[i] ? above : below])),
    )
    const rate = high.reduce((product, isHigh, i) => product * (isHigh && truths[i] ? effect : 1), 1)
    fish(maker, at, {
      lure: 'l',
      side: { ...ORDINARY, rate: 0.6 * rate },
      luck: luckOf(random),
      from: 0,
      to: 6,
      outcome,
    })
  }
  const claims = CONDITIONS.map(([, , , lure, against], i) =>
    ownClaim({ id: `c${i}`, name: 'Made up.', condition: '', lure, against, outcome }),
  )
  return { book: maker.book([plainLure('l')]), claims, truths }
}

const COLOURS = ['grey', 'white', 'chartreuse'] as const
const colour = (i: number): string => COLOURS[i % COLOURS.length] ?? ''

/** One claim that the back tells colours of a body apart; where it is not true the side does, or nothing. */
function zoneBook(random: Random, flurry: number): OutcomeBook {
  const truths = truthsOf(1, random)
  const maker = new Maker(random, flurry)
  const lures = Array.from({ length: 9 }, (_, i): Lure => ({
    ...plainLure(`l${i}`),
    body: 'plug',
    back: colour(i),
    side: colour(Math.floor(i / 3)),
    belly: colour(i + Math.floor(i / 3)),
  }))
  const rates = [1 / RATIO, 1, RATIO]
  const matters = truths[0] ? 'back' : random() < 0.5 ? 'side' : undefined
  const rateOf = (lure: Lure): number =>
    matters ? (rates[COLOURS.indexOf(lure[matters] as (typeof COLOURS)[number])] ?? 1) : 1
  for (let t = 0; t < 40; t++) {
    const at = maker.trip(5)
    const luck = luckOf(random)
    someOf(lures.length, 5, random).forEach((i, hour) => {
      const lure = lures[i]
      if (lure)
        fish(maker, at, {
          lure: lure.id,
          side: { ...ORDINARY, rate: rateOf(lure) },
          luck,
          from: hour,
          to: hour + 1,
          outcome: 'zone',
        })
    })
  }
  return {
    book: maker.book(lures),
    claims: [
      ownClaim({ id: 'c', name: 'Made up.', condition: '', lure: 'body=plug', against: 'back', outcome: 'zone' }),
    ],
    truths,
  }
}

/** One claim that what follows a finder's strike at its spot is struck more. */
function followBook(random: Random, flurry: number): OutcomeBook {
  const truths = truthsOf(1, random)
  const maker = new Maker(random, flurry)
  const effect = truths[0] ? RATIO : 1
  for (let t = 0; t < 60; t++) {
    const at = maker.trip(6)
    const luck = luckOf(random)
    let found = -1
    for (let hour = 0; hour < 6; hour += 1) {
      const finder = maker.stint(at, 'finder', hour, hour + 0.5, { spot: 'p' })
      const catcher = maker.stint(at, 'catcher', hour + 0.5, hour + 1, { spot: 'p' })
      // Minute by minute: the half hour after a find is another time.
      for (let minute = 0; minute < 60; minute++) {
        const now = hour + (minute + 0.5) / 60
        const first = minute < 30
        const rate = luck * (first ? 1 : 0.8 * (now - found < 0.5 ? effect : 1))
        if (random() >= rate / 60) continue
        maker.strike(first ? finder : catcher, at(now), { outcome: 'landed' })
        if (first) found = now
      }
    }
  }
  const claims = [
    ownClaim({
      id: 'c',
      name: 'Made up.',
      condition: '',
      lure: 'lure=catcher',
      against: 'lure=finder',
      outcome: 'follow-up',
    }),
  ]
  return { book: maker.book([plainLure('finder'), plainLure('catcher')]), claims, truths }
}

const WATERS = ['w', 'x', 'y', 'z'] as const
const CLASSES = 8
const CLASSES_A_TRIP = 5

/** One claim that classes of lures bring on every water what they bring on others; where it is not true each water has favourites of its own. */
function travelsBook(random: Random, flurry: number): OutcomeBook {
  const truths = truthsOf(1, random)
  const maker = new Maker(random, flurry)
  const favour = (): number[] =>
    Array.from({ length: CLASSES }, () => [1 / RATIO, 1, RATIO][Math.floor(3 * random())] ?? 1)
  const everywhere = favour()
  const rates = new Map(WATERS.map((water) => [water, truths[0] ? everywhere : favour()]))
  for (let t = 0; t < 100; t++) {
    const water = WATERS[t % WATERS.length] ?? 'w'
    const at = maker.trip(CLASSES_A_TRIP, {}, water)
    const luck = luckOf(random)
    someOf(CLASSES, CLASSES_A_TRIP, random).forEach((lure, hour) => {
      fish(maker, at, {
        lure: `l${lure}`,
        side: { ...ORDINARY, rate: rates.get(water)?.[lure] ?? 1 },
        luck,
        from: hour,
        to: hour + 1,
        outcome: 'travels',
      })
    })
  }
  const lures = Array.from({ length: CLASSES }, (_, i) => plainLure(`l${i}`))
  return {
    book: maker.book(lures, WATERS),
    claims: [ownClaim({ id: 'c', name: 'Made up.', condition: '', lure: '', against: '', outcome: 'travels' })],
    truths,
  }
}

export function outcomeBook(outcome: (typeof STUDIED)[number], random: Random, flurry = 1): OutcomeBook {
  if (outcome === 'zone') return zoneBook(random, flurry)
  if (outcome === 'follow-up') return followBook(random, flurry)
  if (outcome === 'travels') return travelsBook(random, flurry)
  return outcome.startsWith('between') ? betweenBook(outcome, random, flurry) : pairBook(outcome, random, flurry)
}

function shuffled<T>(list: readonly T[], random: Random): T[] {
  return list
    .map((item) => ({ item, place: random() }))
    .sort((a, b) => a.place - b.place)
    .map(({ item }) => item)
}

const someOf = (count: number, wanted: number, random: Random): number[] =>
  shuffled([...Array(count).keys()], random).slice(0, wanted)
