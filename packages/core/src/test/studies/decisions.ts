import { drySpell, fieldOf, payoutAmong, readTheBite } from '../../decisions/index.ts'
import { StoppingRule } from '../../decisions/stoppingRule.ts'
import type { Bite } from '../../decisions/index.ts'
import { afterFirst, followUp } from '../../analyses/index.ts'
import { CONFIRMED_AT, eValue } from '../../stats/index.ts'
import type { TripBouts } from '../../stats/index.ts'
import { drawGamma, drawGeometric, drawNormal, drawPoisson } from '../../numerics/index.ts'
import type { Random } from '../../numerics/index.ts'
import { boutsBySide } from '../../analyses/within/boutsBySide.ts'
import { ClockHours, clockOf } from '../../analyses/within/clock.ts'
import { entry } from '../../checked/index.ts'
import { standingsAhead } from '../../deck/index.ts'
import { buildColumns, planCuts } from '../../effort/index.ts'
import { bookOfTrips } from '../bookOfTrips.ts'
import { worldBook } from '../worldBook.ts'
import type { World } from '../worldBook.ts'
import { share, study } from './study.ts'
import type { Study } from './study.ts'

const SHARES = { still: 0.4, moving: 0.3, 'on the fall': 0.2, 'as it came free of rock': 0.1 } as const

function ordinaryDays(seed: number): Study {
  return study('readTheBite', 'ordinary days of 30 strikes, everything logged', seed, (random, books) => {
    const oneOf = <T extends string>(words: Readonly<Record<T, number>>): T => {
      let left = random()
      const entries = Object.entries(words) as [T, number][]
      return (entries.find(([, p]) => (left -= p) < 0) ?? entries[0])![0]
    }
    let said = 0
    for (let day = 0; day < books; day++) {
      const bites: Bite[] = []
      for (let i = 0; i < 30; i++) {
        bites.push({
          strike: {
            outcome: oneOf({ raised: 0.25, lost: 0.22, landed: 0.4, missed: 0.13 }),
            phase: oneOf(SHARES),
            feltAs: oneOf({ tick: 0.2, weight: 0.2, thump: 0.6 }),
            hookPosition: oneOf({ deep: 0.2, 'both hooks': 0.2, 'rear hook outside': 0.2, 'front hook': 0.4 }),
          },
          timeShare: SHARES,
          visibilityM: day % 2 === 0 ? 0.3 : 2,
          waterTempC: 7,
        })
        if (readTheBite(bites).length === 0) continue
        said++
        break
      }
    }
    return [share('something is said at some time', said, books, 0, 0.1)]
  })
}

/** After a first strike, where nothing draws another: strikes come singly at one rate. */
function nothingAfter(seed: number): Study {
  return study('afterFirst', 'strikes come singly, 0.3 to 0.6 an hour', seed, (random, books) => {
    let below = 0
    const ratios: number[] = []
    for (let i = 0; i < books; i++) {
      const rate = 0.3 + 0.3 * random()
      const book = bookOfTrips(
        Array.from({ length: 60 }, () => ({
          hours: 6,
          stints: [{ lure: 'a', from: 0, to: 6, strikes: strikesIn(random, 0, 6, rate) }],
        })),
      )
      const { ratio, upper } = afterFirst(book)[0]!.ratio
      if (upper < 1) below++
      if (ratio !== null) ratios.push(ratio)
    }
    const median = ratios.sort((a, b) => a - b)[Math.floor(ratios.length / 2)] ?? NaN
    return [
      { figure: 'median ratio', value: median, of: null, least: 0.95, most: 1.05 },
      share('limits under 1', below, books, 0, 0.1),
    ]
  })
}

function nothingFollows(sd: number, seed: number): Study {
  return study('followUp', `spots differ by ${sd}, the finder does nothing`, seed, (random, books) => {
    let above = 0
    for (let i = 0; i < books; i++) {
      const book = bookOfTrips(
        Array.from({ length: 40 }, () => {
          const rates = { p: 0.8 * Math.exp(sd * drawNormal(random)), q: 0.8 * Math.exp(sd * drawNormal(random)) }
          const visit = (from: number, spot: 'p' | 'q') => [
            { lure: 'finder', from, to: from + 0.5, spot, strikes: strikesIn(random, from, from + 0.5, rates[spot]) },
            {
              lure: 'catcher',
              from: from + 0.5,
              to: from + 2,
              spot,
              strikes: strikesIn(random, from + 0.5, from + 2, rates[spot]),
            },
          ]
          return { hours: 8, stints: [...visit(0, 'p'), ...visit(2, 'q'), ...visit(4, 'p'), ...visit(6, 'q')] }
        }),
      )
      if (followUp(book, ({ lure }) => lure === 'finder').ratio.lower > 1) above++
    }
    return [share('limits over 1', above, books, 0, 0.1)]
  })
}

const strikesIn = (random: Random, from: number, to: number, rate: number): number[] =>
  Array.from({ length: drawPoisson(random, rate * (to - from)) }, () => from + (to - from) * random())

/** A pattern fished for 60 hours on days alike, then one more day: how often does a blank outlast what is called one in ten? Fifty days a book. */
function oneInTen(flurry: number, seed: number): Study {
  return study('drySpell', `flurries of ${flurry}`, seed, (random, books) => {
    let [outlasted, days] = [0, 0]
    for (let i = 0; i < 50 * books; i++) {
      const rate = drawGamma(random, 4) / 5
      let strikes = 0
      for (let bouts = drawPoisson(random, (60 * rate) / flurry); bouts > 0; bouts--)
        strikes += drawGeometric(random, flurry)
      if (strikes === 0) continue
      days++
      const { oneInTenHours } = drySpell({
        belief: { shape: 4 + strikes, rate: 5 + 60 },
        dayShape: Infinity,
        boutSize: flurry,
        hours: 0,
      })
      if (-Math.log(1 - random()) / (rate / flurry) > oneInTenHours) outlasted++
    }
    return [share('blanks that outlast it', outlasted, days, 0.08, 0.12)]
  })
}

const STEPS = 96
const STEP_H = 1 / 12

/** Days of eight hours at spots of Gamma(shape, shape): bouts with our rule over those with the best fixed time to give up. Forty days a book. */
function leaving(shape: number, travelSteps: number, seed: number): Study {
  return study(
    'stayOrMove',
    `spots of Gamma(${shape}, ${shape}), ${(travelSteps * 60) / 12} minutes between them`,
    seed,
    (random, books) => {
      const belief = { shape, rate: shape }
      const rules = Array.from(
        { length: STEPS + 1 },
        (_, stepsLeft) =>
          new StoppingRule({ spot: belief, elsewhere: belief, stepsLeft, travelSteps, stepHours: STEP_H }),
      )
      const ofDays = (leaves: (arrived: number, steps: number, bouts: number, blank: number) => boolean): number => {
        let total = 0
        for (let day = 0; day < 40 * books; day++) {
          for (let left = STEPS; left > 0; left -= Math.min(left, travelSteps)) {
            const [rate, arrived] = [drawGamma(random, shape) / shape, left]
            for (
              let steps = 0, bouts = 0, blank = 0;
              left > 0 && !(left > travelSteps && leaves(arrived, steps, bouts, blank));
              steps++, left--
            ) {
              const came = drawPoisson(random, rate * STEP_H)
              bouts += came
              blank = came > 0 ? 0 : blank + 1
              total += came
            }
          }
        }
        return total
      }
      const ours = ofDays((arrived, steps, bouts) => rules[arrived]!.leaves(steps, bouts))
      const fixed = Math.max(
        ...[2, 4, 6, 9, 12, 18].map((giveUp) => ofDays((_arrived, _steps, _bouts, blank) => blank >= giveUp)),
      )
      return [
        {
          figure: 'strikes over those of the best fixed time to give up',
          value: ours / fixed,
          of: null,
          least: 0.97,
          most: Infinity,
        },
      ]
    },
  )
}

/** A rule looked at after each of eighty trips. */
function looks(name: string, ratio: number, seed: number): Study {
  return study('daily looks', name, seed, (random, books) => {
    let ever = 0
    for (let i = 0; i < books; i++) {
      const trips: TripBouts[] = []
      for (let t = 0; t < 80 && eValue(trips) < CONFIRMED_AT; t++) {
        const [luck, hoursA, hoursB] = [Math.exp(0.8 * drawNormal(random)), 1 + 3 * random(), 1 + 5 * random()]
        trips.push({
          a: { events: drawPoisson(random, 0.6 * ratio * luck * hoursA), exposureHours: hoursA },
          b: { events: drawPoisson(random, 0.6 * luck * hoursB), exposureHours: hoursB },
        })
      }
      if (eValue(trips) >= CONFIRMED_AT) ever++
    }
    return [
      ratio === 1 ? share('ever confirmed', ever, books, 0, 0.05) : share('confirmed in the end', ever, books, 0.95, 1),
    ]
  })
}

/** Two equal lures of a made-up book, looked at after each of its trips, as rules are. */
function looksAtBook(name: string, world: World, seed: number): Study {
  return study('daily looks', name, seed, (random, books) => {
    let ever = 0
    for (let i = 0; i < books; i++) {
      const columns = buildColumns(worldBook(world, random), planCuts(['lure', 'water', 'hour', 'angler'], []))
      const rows = [...columns.hours.keys()]
      const lures = entry(columns.factors, 'lure')
      const is = (id: string) => (row: number) => lures.levels[lures.codes[row] ?? -1] === id
      const trips = boutsBySide(columns, rows, { inA: is('l0'), inB: is('l1') }, new ClockHours(clockOf(columns)!))
      if (trips.some((_, t) => eValue(trips.slice(0, t + 1)) >= CONFIRMED_AT)) ever++
    }
    return [share('ever confirmed', ever, books, 0, 0.05)]
  })
}

const BOATS = 30
const PAID = 6

/** Rivals of an event as they are known beforehand, and their totals in the end. */
interface Rivals {
  readonly known: readonly number[]
  readonly totals: readonly number[]
}

/** A total among thirty boats, six of them paid: of what is called so likely, how much comes in the money? Twenty events a book. */
function places(world: string, seed: number, rivalsOf: (random: Random) => Rivals): Study {
  return study('places', world, seed, (random, books) => {
    const told = [
      { figure: 'paid where one in ten is said', from: 0.05, to: 0.15, least: 0.07, most: 0.13, events: 0, paid: 0 },
      { figure: 'paid where an even chance is said', from: 0.4, to: 0.6, least: 0.45, most: 0.55, events: 0, paid: 0 },
    ]
    const payouts = Array.from({ length: PAID }, () => 1)
    for (let event = 0; event < 20 * books; event++) {
      const { known, totals } = rivalsOf(random)
      const field = fieldOf(known, BOATS)
      const own = Math.exp(8.5 + 2 * random() - 0.5)
      const said = field ? payoutAmong(field, payouts)(own) : 0
      const above = totals.filter((total) => total > own).length
      for (const one of told) {
        if (said < one.from || said >= one.to) continue
        one.events++
        if (above < PAID) one.paid++
      }
    }
    return told.map(({ figure, events, paid, least, most }) => share(figure, paid, events, least, most))
  })
}

/** Some other totals of such a field are known. */
const someKnown =
  (known: number) =>
  (random: Random): Rivals => {
    const spread = 0.35 * Math.exp(0.4 * drawNormal(random))
    const rival = (): number => Math.exp(8.5 + spread * drawNormal(random))
    return { known: Array.from({ length: known }, rival), totals: Array.from({ length: BOATS }, rival) }
  }

/**
 * Three days, the standings of the first known: what parts a day's bags is skill and luck, in parts that differ from event to event, and the
 * day itself, which is as good or bad for all.
 */
const firstDayKnown =
  (daySd: number) =>
  (random: Random): Rivals => {
    const [spread, skilled] = [0.35 * Math.exp(0.4 * drawNormal(random)), 0.2 + 0.6 * random()]
    const days = Array.from({ length: 3 }, () => 8.5 - Math.log(3) + daySd * drawNormal(random))
    const bags = Array.from({ length: BOATS }, () => {
      const skill = spread * Math.sqrt(skilled) * drawNormal(random)
      return days.map((day) => Math.exp(day + skill + spread * Math.sqrt(1 - skilled) * drawNormal(random)))
    })
    const after = (count: number): number[] => bags.map((bag) => bag.slice(0, count).reduce((sum, one) => sum + one, 0))
    return { known: standingsAhead(after(1), 1, 3), totals: after(3) }
  }

const eighty: World = { trips: 80, rate: 0.6, lures: [1, 1], tripSd: 0.5 }

export const DECISIONS: readonly Study[] = [
  ordinaryDays(291),
  nothingAfter(301),
  nothingFollows(0.4, 302),
  nothingFollows(0.8, 303),
  oneInTen(1, 304),
  oneInTen(2, 305),
  oneInTen(3, 306),
  leaving(1, 3, 307),
  leaving(2, 6, 308),
  ...[4, 8, 30].map((known, i) => places(`${known} totals of ${BOATS} known`, 315 + i, someKnown(known))),
  places('the first of three days known, which differ by a tenth for all', 318, firstDayKnown(0.1)),
  places('the first of three days known, which differ by a fifth for all', 319, firstDayKnown(0.2)),
  looks('nothing there, eighty trips', 1, 309),
  looks('twice as good, eighty trips', 2, 310),
  looksAtBook('nothing there, flurries of 3', { ...eighty, flurry: 3 }, 311),
  looksAtBook(
    'nothing there, one lure thrown in the first hour, twice as good',
    { ...eighty, dawn: 2, choice: 'dawn' },
    312,
  ),
  looksAtBook('the same, three lures', { ...eighty, lures: [1, 1, 1], dawn: 2, choice: 'dawn' }, 313),
  looksAtBook(
    'nothing there, the bite drifts, put down after an hour of blank',
    { ...eighty, drift: 0.8, choice: 'adaptive', logged: false },
    314,
  ),
]
