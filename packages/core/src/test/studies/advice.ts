import { bagNow, learnWater } from '../../advice/index.ts'
import { StoppingRule } from '../../decisions/stoppingRule.ts'
import { drySpell, twoRodTest } from '../../decisions/index.ts'
import type { RodRound } from '../../decisions/index.ts'
import { drawGamma, drawGeometric, drawNormal, drawPoisson } from '../../numerics/index.ts'
import type { Random } from '../../numerics/index.ts'
import { HOUR_MS, isoUtc } from '../../time/index.ts'
import { bookOfTrips } from '../bookOfTrips.ts'
import { worldBook } from '../worldBook.ts'
import type { World } from '../worldBook.ts'
import { share, study } from './study.ts'
import type { Study } from './study.ts'

/** Days to come, of each book. */
const DAYS = 40

const luckOf = ({ tripSd = 0 }: World, random: Random): number =>
  Math.exp(tripSd * drawNormal(random) - (tripSd * tripSd) / 2)

/** Rates, flurries and the spread of days fitted to a book: how often does a blank that begins a day outlast what is called one in ten? */
function blanksOfBooks(name: string, world: World, seed: number): Study {
  return study('dry spell, all fitted', name, seed, (random, books) => {
    let [outlasted, days] = [0, 0]
    for (let b = 0; b < books; b++) {
      const { lures, dayShape, flurry } = learnWater(worldBook(world, random), 'w')
      if (!lures) continue
      const { shape, rate } = lures.of('l0')
      const { oneInTenHours } = drySpell({
        belief: { shape: shape * flurry, rate },
        dayShape,
        boutSize: flurry,
        hours: 0,
      })
      for (let day = 0; day < DAYS; day++) {
        const bouts = (world.rate * luckOf(world, random)) / (world.flurry ?? 1)
        days++
        if (-Math.log1p(-random()) / bouts > oneInTenHours) outlasted++
      }
    }
    return [share('blanks that outlast it', outlasted, days, 0.07, 0.13)]
  })
}

/** Two rods in turn for a long day, looked at after every round: strikes in flurries, days that differ. */
function turns(name: string, ratio: number, isWrong: (verdict: string) => boolean, seed: number): Study {
  return study('two rods', name, seed, (random, books) => {
    const tests = 5 * books
    let wrong = 0
    for (let t = 0; t < tests; t++) {
      const rate = 1.5 * Math.exp(0.5 * drawNormal(random))
      const rounds: RodRound[] = []
      for (let r = 0; r < 30; r++) {
        rounds.push({
          usual: { bouts: drawPoisson(random, rate), hours: 0.25 },
          tried: { bouts: drawPoisson(random, rate * ratio), hours: 0.25 },
        })
        if (!isWrong(twoRodTest(rounds).verdict)) continue
        wrong++
        break
      }
    }
    return [share('wrong at some time', wrong, tests, 0, 0.05)]
  })
}

const STEPS = 72
const TRAVEL_STEPS = 3
const STEP_H = 1 / 12

/** Places of a gamma, learnt from forty trips: strikes of days that leave by what was learnt over those that leave by the gamma itself. */
function learntPlaces(shape: number, seed: number): Study {
  return study('stay or move, places learnt', `spots of Gamma(${shape}, ${shape})`, seed, (random, books) => {
    const truth = { shape, rate: shape }
    const sums = { learnt: 0, truth: 0 }
    for (let b = 0; b < Math.ceil(books / 2); b++) {
      const book = bookOfTrips(
        Array.from({ length: 40 }, (_trip, t) => ({
          hours: 6,
          stints: Array.from({ length: 6 }, (_, from) => {
            const due = drawGamma(random, shape) / shape
            const strikes = Array.from({ length: drawPoisson(random, 0.9 * due) }, () => from + 0.9 * random())
            return { lure: 'a', from, to: from + 0.9, spot: `p${(6 * t + from + Math.floor(t / 2)) % 12}`, strikes }
          }),
        })),
      )
      const { places, flurry } = learnWater(book, 'w')
      const learnt = places?.prior
      if (!learnt) continue
      // Both rules meet the same days: spots of the same rates in the same order.
      const seeds = Array.from({ length: 80 }, () => random())
      sums.learnt += seeds.reduce((sum, one) => sum + dayBy(learnt, truth, one, flurry), 0)
      sums.truth += seeds.reduce((sum, one) => sum + dayBy(truth, truth, one, 1), 0)
    }
    return [
      {
        figure: 'strikes over those of the best rule',
        value: sums.learnt / sums.truth,
        of: null,
        least: 0.97,
        most: 1.05,
      },
    ]
  })
}

const rulesOf = new Map<string, readonly StoppingRule[]>()

function rulesFor(belief: { readonly shape: number; readonly rate: number }): readonly StoppingRule[] {
  const key = `${belief.shape.toFixed(6)} ${belief.rate.toFixed(6)}`
  const made =
    rulesOf.get(key) ??
    Array.from(
      { length: STEPS + 1 },
      (_, stepsLeft) =>
        new StoppingRule({ spot: belief, elsewhere: belief, stepsLeft, travelSteps: TRAVEL_STEPS, stepHours: STEP_H }),
    )
  rulesOf.set(key, made)
  return made
}

/** Expected strikes of a day: the rates of its spots, over the time that a rule spends at each. */
function dayBy(
  belief: { readonly shape: number; readonly rate: number },
  truth: { readonly shape: number; readonly rate: number },
  seed: number,
  flurry: number,
): number {
  const random = quickRandom(seed)
  const rules = rulesFor(belief)
  let total = 0
  for (let left = STEPS; left > 0; left -= Math.min(left, TRAVEL_STEPS)) {
    const [rate, arrived] = [drawGamma(random, truth.shape) / truth.rate, left]
    for (
      let steps = 0, strikes = 0;
      left > 0 && !(left > TRAVEL_STEPS && rules[arrived]?.leaves(steps, Math.round(strikes / flurry)));
      steps++
    ) {
      strikes += drawPoisson(random, rate * STEP_H)
      total += rate * STEP_H
      left--
    }
  }
  return total
}

function quickRandom(seed: number): Random {
  let state = Math.floor(seed * 2 ** 32)
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0
    return (state + 0.5) / 2 ** 32
  }
}

const START_MS = Date.UTC(2027, 3, 1, 12)
const FISH = { mean: Math.log(900), sd: 0.4 }
const LEFT_H = 5

/** The final bag of days to come against what was said of it. */
function bags(name: string, world: World, seed: number): Study {
  return study('bag by the weigh-in', name, seed, (random, books) => {
    let [below, above, days] = [0, 0, 0]
    const grams = (): number => Math.exp(FISH.mean + FISH.sd * drawNormal(random))
    for (let b = 0; b < books; b++) {
      const made = worldBook(world, random)
      const book = { ...made, strikes: made.strikes.map((one) => ({ ...one, weightG: grams() })) }
      const at = (hour: number): string => isoUtc(START_MS + hour * HOUR_MS)
      const under = {
        day: {
          trip: { id: 'x', water: 'w', start: at(0), weighIn: at(LEFT_H), limit: 5 },
          stints: [],
          strikes: [],
          readings: [],
        },
        angler: null,
        nowMs: START_MS,
        lures: new Map(),
        onDeck: ['l0'],
      }
      const [way] = bagNow(book, under, learnWater(book, 'w'), { runs: 1500, seed: b + 1 }).ways
      if (!way) continue
      for (let day = 0; day < DAYS; day++) {
        const weights = Array.from({ length: fishOf(world, random) }, grams).sort((one, other) => other - one)
        const total = weights.slice(0, 5).reduce((sum, one) => sum + one, 0)
        days++
        if (total < way.p10) below++
        if (total > way.p90) above++
      }
    }
    return [
      // Many poor days end at nothing, so that fewer than one in ten lie below.
      share('below the low figure', below, days, 0, 0.13),
      share('above the high figure', above, days, 0.07, 0.13),
    ]
  })
}

/** Fish of a day: flurries as they come, two minutes for each fish in the boat and three to the next of its flurry, as the odds have it. */
function fishOf(world: World, random: Random): number {
  const bouts = (world.rate * luckOf(world, random)) / (world.flurry ?? 1)
  let fish = 0
  for (let clock = -Math.log1p(-random()) / bouts; clock < LEFT_H; clock -= Math.log1p(-random()) / bouts) {
    const strikes = drawGeometric(random, world.flurry ?? 1)
    for (let i = 0; i < strikes && clock < LEFT_H; i++) {
      fish++
      clock += (i + 1 < strikes ? 5 : 2) / 60
    }
  }
  return fish
}

const sixty: World = { trips: 60, rate: 0.8, lures: [1, 1, 1], tripSd: 0.5 }

export const ADVICE: readonly Study[] = [
  blanksOfBooks('strikes come singly', sixty, 401),
  blanksOfBooks('flurries of 2', { ...sixty, flurry: 2 }, 402),
  turns('alike', 1, (verdict) => verdict.endsWith('better'), 403),
  turns(
    'the tried one brings three quarters',
    0.75,
    (verdict) => verdict === 'tried no worse' || verdict === 'tried better',
    404,
  ),
  learntPlaces(1, 405),
  learntPlaces(2, 406),
  bags('strikes come singly', sixty, 407),
  bags('flurries of 2', { ...sixty, flurry: 2 }, 408),
]
