import { describe, expect, it } from 'vitest'
import { drawPoisson, seededRandom } from '../numerics/index.ts'
import type { DeckDay } from '../deck/index.ts'
import { bookOfTrips } from '../test/bookOfTrips.ts'
import type { MadeTrip } from '../test/bookOfTrips.ts'
import { HOUR_MS, isoUtc } from '../time/index.ts'
import type { RecordOf, Stint, Strike } from '../vocabulary/index.ts'
import { adviceWorth } from './adviceWorth.ts'
import { bagNow } from './bagNow.ts'
import type { BagNow } from './bagNow.ts'
import { deckAdvice } from './deckAdvice.ts'
import type { AdviceKind, DeckAdvice } from './deckAdvice.ts'
import { learnWater } from './knownWater.ts'
import { oddsOfDay } from './oddsOfDay.ts'
import type { OddsOfDay } from './oddsOfDay.ts'
import { toLearn } from './toLearn.ts'
import { openTest, rodTestTurns, roundsAs } from './rodTestTurns.ts'
import type { RodTest } from './rodTestTurns.ts'

const START_MS = Date.UTC(2026, 3, 1, 12)
const at = (hour: number): string => isoUtc(START_MS + hour * HOUR_MS)
const stint = (id: string, lure: string, from: number, to: number | null, more: Partial<Stint> = {}): Stint => ({
  id,
  trip: 'today',
  lure,
  start: at(from),
  ...(to === null ? {} : { end: at(to) }),
  ...more,
})
const strike = (id: string, of: string, hour: number, more: Partial<Strike> = {}): Strike => ({
  id,
  trip: 'today',
  stint: of,
  time: at(hour),
  outcome: 'landed',
  ...more,
})
const today = (more: Partial<DeckDay>): DeckDay => ({
  trip: { id: 'today', water: 'w', start: at(0) },
  stints: [],
  strikes: [],
  readings: [],
  ...more,
})

/** Forty days on which *crank* brings one strike an hour and *jig* two, singly, days alike; three strikes come to one find of *popper*. */
const random = seededRandom(5)
const times = (from: number, to: number, rate: number): number[] =>
  Array.from({ length: drawPoisson(random, rate * (to - from)) }, () => from + (to - from) * random())
const trips: MadeTrip[] = Array.from({ length: 40 }, () => ({
  hours: 9,
  stints: [
    { lure: 'popper', from: 0, to: 1, strikes: [0.9], spot: 'p' },
    { lure: 'jig', from: 1, to: 1.5, strikes: [1.05, 1.2, 1.3], spot: 'p' },
    { lure: 'crank', from: 2, to: 5, strikes: times(2, 5, 1), spot: 'q' },
    { lure: 'jig', from: 5, to: 8, strikes: times(5, 8, 2), spot: 'p' },
  ],
  readings: [
    { at: 0, windMps: 5 },
    { at: 4, windMps: 5 },
    { at: 4.02, windMps: 1 },
    { at: 9, windMps: 1 },
  ],
}))
const book = bookOfTrips(trips)
const known = learnWater(book, 'w', 'today')
const lures = new Map(
  book.lures.map((lure) => [lure.id, { ...lure, class: lure.id === 'popper' ? 'popper' : 'football jig' }]),
)

const saidOf = (day: DeckDay, hour: number): DeckAdvice[] =>
  deckAdvice({ day, angler: null, nowMs: START_MS + hour * HOUR_MS, lures, onDeck: ['popper', 'crank', 'jig'] }, known)
const said = <K extends AdviceKind>(
  day: DeckDay,
  hour: number,
  about: K,
): Extract<DeckAdvice, { about: K }> | undefined =>
  saidOf(day, hour).find((one): one is Extract<DeckAdvice, { about: K }> => one.about === about)

describe('advice on the deck', () => {
  it('speaks of a blank when it has become rare, and says when it is one in ten: by hand, days alike, 1 an hour', () => {
    const day = today({ stints: [stint('a', 'crank', 0, null)] })
    expect(said(day, 1, 'dry spell')).toBeUndefined()
    const spell = said(day, 2, 'dry spell')
    // e^(−2 × 1): the book's own rate and its spread of days move it a little.
    expect(spell?.chance).toBeGreaterThan(0.1)
    expect(spell?.chance).toBeLessThan(0.2)
    expect(((spell?.oneInTenAtMs ?? 0) - START_MS) / HOUR_MS).toBeGreaterThan(2)
    expect(spell?.better).toMatchObject({ lure: 'jig' })
    expect(spell?.worth).toBeGreaterThan(0.5)
    // A strike ends it; what came on the other rod does not.
    expect(said({ ...day, strikes: [strike('s', 'a', 1.9)] }, 2, 'dry spell')).toBeUndefined()
  })

  it('says to move from a place that is known to be poor, not from one that pays, and nothing of a place that was not told', () => {
    const poor = today({ stints: [stint('a', 'crank', 0, null, { spot: 'q' })] })
    expect(said(poor, 3.5, 'time to move')).toMatchObject({ place: 'q', strikes: 0 })
    const paying = {
      ...today({ stints: [stint('a', 'jig', 0, null, { spot: 'p' })] }),
      strikes: [1, 1.5, 2, 2.5, 3].map((hour) => strike(`s${hour}`, 'a', hour)),
    }
    expect(said(paying, 3.5, 'time to move')).toBeUndefined()
    expect(said(today({ stints: [stint('a', 'crank', 0, null)] }), 3.5, 'time to move')).toBeUndefined()
    // No time to get anywhere.
    const late = { ...poor, trip: { ...poor.trip, weighIn: at(3.55) } }
    expect(said(late, 3.5, 'time to move')).toBeUndefined()
  })

  it('tells after a strike how many more usually follow, until a quarter of an hour is over', () => {
    const day = { ...today({ stints: [stint('a', 'jig', 0, null, { spot: 'p' })] }), strikes: [strike('s', 'a', 1)] }
    const stay = said(day, 1 + 1 / 60, 'stay')
    expect(stay?.further).toBeGreaterThan(0.3)
    expect((stay?.untilMs ?? 0) - START_MS).toBe(1.25 * HOUR_MS)
    expect(said(day, 1.26, 'stay')).toBeUndefined()
  })

  it('names the catcher that paid after a find at the surface', () => {
    const day = {
      ...today({ stints: [stint('a', 'popper', 0, null, { spot: 'p' })] }),
      strikes: [strike('s', 'a', 1, { outcome: 'raised' })],
    }
    // 40 finds, 24 minutes of the jig and 3 strikes after each: 120 in 16 hours.
    const found = said(day, 1.05, 'follow up')
    expect(found?.catcher).toMatchObject({ lure: 'jig', strikes: 120 })
    expect(found?.catcher.hours).toBeCloseTo(16, 6)
    expect(said(day, 1.6, 'follow up')).toBeUndefined()
  })

  it('says what the rods on deck did in the hour after the wind fell, and nothing of readings of the morning', () => {
    const day = today({
      stints: [stint('a', 'crank', 0, null)],
      readings: [
        { id: 'r', trip: 'today', time: at(0), windMps: 5 },
        { id: 's', trip: 'today', time: at(1), windMps: 1 },
      ],
    })
    const change = said(day, 1.1, 'change')
    const hoursAfter = change?.rods.find(({ lure }) => lure === 'crank')?.hoursAfter ?? 0
    // The wind fell within a minute of the fourth hour on each of forty trips.
    expect(hoursAfter).toBeGreaterThan(39)
    expect(hoursAfter).toBeLessThan(41)
    expect(change).toMatchObject({ edge: 'wind fell' })
    expect(said(day, 4, 'change')).toBeUndefined()
    const stale = { ...day, readings: [day.readings[0], { ...day.readings[1], time: at(8) }] as DeckDay['readings'] }
    expect(said(stale, 8.1, 'change')).toBeUndefined()
  })

  it('is silent without a rod in hand, without history, and where the clock was set back', () => {
    expect(saidOf(today({}), 3)).toEqual([])
    const empty = learnWater({ ...book, trips: [], stints: [], strikes: [], readings: [] }, 'w')
    const day = today({ stints: [stint('a', 'crank', 0, null, { spot: 'q' })], strikes: [strike('s', 'a', 1)] })
    const under = { angler: null, lures, onDeck: ['crank'] }
    expect(deckAdvice({ ...under, day, nowMs: START_MS + 4 * HOUR_MS }, empty)).toEqual([])
    expect(deckAdvice({ ...under, day, nowMs: START_MS - HOUR_MS }, known)).toEqual([])
  })
})

describe('a test of two rods', () => {
  const test: RodTest = { id: 'x', trip: 'today', usual: 'jig', tried: 'crank', turnMin: 15, seed: 3, start: at(0) }

  it('reads whole rounds off the stints: turns in the order of its seed, a flurry once, what was fished too long in the next', () => {
    const day = today({
      stints: [stint('a', 'jig', 0, 0.3), stint('b', 'crank', 0.3, 0.55), stint('c', 'jig', 0.6, null)],
      strikes: [strike('1', 'a', 0.1), strike('2', 'a', 0.12), strike('3', 'a', 0.27), strike('4', 'b', 0.5)],
    })
    const { rounds, turns } = rodTestTurns(test, day, START_MS + 0.7 * HOUR_MS)
    expect(rounds).toEqual([{ usual: { bouts: 1, hours: 0.25 }, tried: { bouts: 1, hours: 0.25 } }])
    expect(turns).toHaveLength(1)
    const left = turns[0]?.lure === 'jig' ? 0.1 : 0.25
    expect(turns[0]?.leftMs).toBeCloseTo(left * HOUR_MS, -2)
  })

  it('has two people begin with different rods and change hands halfway', () => {
    const both = (lures: readonly [string, string], from: number, to: number | null): Stint[] =>
      lures.map((lure, i) => stint(`${lure}${from}`, lure, from, to, { angler: `p${i}` }))
    const start = today({ trip: { ...today({}).trip, anglers: ['p0', 'p1'] }, stints: both(['jig', 'crank'], 0, null) })
    const first = rodTestTurns(test, start, START_MS + 60_000).turns
    expect(new Set(first.map(({ lure }) => lure)).size).toBe(2)
    const half = { ...start, stints: [...both(['jig', 'crank'], 0, 0.25), ...both(['crank', 'jig'], 0.25, 0.5)] }
    expect(rodTestTurns(test, half, START_MS + HOUR_MS).rounds).toHaveLength(1)
  })

  it('is the earlier of two that were begun at once, and goes on with an older one told the other way round', () => {
    const other = { ...test, id: 'a', start: at(0.1) }
    expect(openTest([other, test], 'today')?.id).toBe('x')
    expect(openTest([{ ...test, end: at(1) }], 'today')).toBeUndefined()
    const rounds = [{ usual: { bouts: 1, hours: 1 }, tried: { bouts: 3, hours: 1 } }]
    expect(roundsAs(test, { ...test, usual: 'crank', tried: 'jig' }, rounds)[0]?.usual.bouts).toBe(3)
  })
})

describe('what practice still can teach', () => {
  const learnt = (stints: Stint[], hour = 4): ReturnType<typeof toLearn> =>
    toLearn(
      {
        day: today({ stints }),
        angler: null,
        nowMs: START_MS + hour * HOUR_MS,
        lures,
        onDeck: ['crank', 'jig', 'new'],
      },
      known,
      2,
    )

  it('is the rod nobody has thrown rather than the ones that are known, and less once it was tried in vain', () => {
    const { rods, places, eventHours } = learnt([])
    expect(rods.map(({ key }) => key)).toEqual(['new'])
    expect(rods[0]).toMatchObject({ strikes: 0, hours: 0 })
    expect(eventHours).toBe(16)
    // Both places are known by hundreds of hours.
    expect(places).toEqual([])
    const tried = learnt([stint('a', 'new', 0, 4, { spot: 'bar' })])
    expect(tried.rods[0]?.gain ?? 0).toBeLessThan(rods[0]!.gain / 2)
    expect(learnt([stint('a', 'jig', 0, 0.1, { spot: 'bar' })]).places.map(({ key }) => key)).toEqual(['bar'])
  })
})

describe('whether advice was worth it', () => {
  it('is too early until there are twenty of each, and then the ratio of hours after it', () => {
    const logged = (from: number): RecordOf<'advice'>[] =>
      book.trips.flatMap(({ id, start }, t) =>
        [
          {
            id: `${id}y${from}`,
            trip: id,
            time: isoUtc(Date.parse(start) + 5 * HOUR_MS),
            about: 'bite' as const,
            answer: 'done' as const,
          },
          {
            id: `${id}n${from}`,
            trip: id,
            time: isoUtc(Date.parse(start) + 3 * HOUR_MS),
            about: 'bite' as const,
            answer: 'not now' as const,
          },
        ].slice(0, t < from ? 2 : 0),
      )
    expect(adviceWorth(book, logged(10))[0]).toMatchObject({ followed: 10, notFollowed: 10, ratio: null })
    // After *done* the jig at two an hour, after *not now* the crank at one.
    const ratio = adviceWorth(book, logged(40))[0]?.ratio
    expect(ratio?.lower).toBeLessThan(2)
    expect(ratio?.upper).toBeGreaterThan(2)
    expect(ratio?.lower).toBeGreaterThan(1)
  })
})

describe('the bag by the weigh-in', () => {
  const event = { id: 'today', water: 'w', start: at(0), purpose: 'tournament' as const, limit: 5, weighIn: at(9) }
  const weighed = { ...book, strikes: book.strikes.map((one, i) => ({ ...one, weightG: 600 + 100 * (i % 9) })) }
  const kept = (n: number): Strike[] =>
    Array.from({ length: n }, (_, i) => strike(`k${i}`, 'a', 0.5 + i / 10, { kept: true, weightG: 900 }))
  const now = (strikes: Strike[], more: Partial<DeckDay['trip']> = {}, options = {}): BagNow =>
    bagNow(
      weighed,
      {
        day: { ...today({ stints: [stint('a', 'jig', 0, null)], strikes }), trip: { ...event, ...more } },
        angler: null,
        nowMs: START_MS + 4 * HOUR_MS,
        lures,
        onDeck: ['crank', 'jig'],
      },
      known,
      { runs: 4000, ...options },
    )

  it('weighs bags as the scale of the event reads them', () => {
    const bagsOf = (scaleStep: '50 g' | null): readonly number[] =>
      now(kept(2), { scaleStep }).ways.flatMap(({ bags }) => bags)
    expect(bagsOf(null).some((grams) => grams % 50 !== 0)).toBe(true)
    expect(bagsOf('50 g').every((grams) => grams % 50 === 0)).toBe(true)
  })

  it('puts the rod that brings most first, and is sure of a limit where the day is long: by Poisson’s sum', () => {
    const { ways, hoursLeft } = now([])
    expect(hoursLeft).toBeCloseTo(5, 9)
    const jig = ways.find(({ lures: rods, then }) => rods.join() === 'jig' && !then)
    const crank = ways.find(({ lures: rods, then }) => rods.join() === 'crank' && !then)
    expect(ways.indexOf(jig ?? ways[0]!)).toBeLessThan(ways.indexOf(crank ?? ways[0]!))
    // One an hour for five hours, two minutes a fish: P(N ≥ 5) of 5 less a tenth is 0.49 to 0.56; rate and luck are not known for sure.
    expect(Math.abs((crank?.chanceLimit ?? 0) - 0.5)).toBeLessThan(0.12)
    expect(jig?.chanceLimit).toBeGreaterThan(0.85)
  })

  it('weighs a day of an event by all of its days, and says how to fish the next by what is in hand', () => {
    const aimed = { targetG: 20_000, daysAfter: 1 }
    const { ways, nextDay } = now([], {}, aimed)
    expect(ways.every(({ chanceEvent, chanceTarget }) => chanceEvent !== null && chanceTarget === null)).toBe(true)
    expect(nextDay[0]?.lures.length).toBeGreaterThan(0)
    // Ties that the runs decide are not told, nor what to do with the weight reached.
    expect(nextDay.slice(1).every(({ fromG }, i) => fromG < 19_000 && fromG - nextDay[i]!.fromG >= 1000)).toBe(true)
    const chance = (more: object): number => now([], {}, { ...aimed, ...more }).ways[0]?.chanceEvent ?? 0
    // More in hand, and more days, make it likelier; what is already there is sure.
    expect(chance({ inHandG: 4000 })).toBeGreaterThanOrEqual(chance({}))
    expect(chance({ daysAfter: 2 })).toBeGreaterThan(chance({}))
    expect(chance({ inHandG: 20_000 })).toBe(1)
    // The last day is asked for the rest of the weight.
    const last = now([], {}, { targetG: 9000, inHandG: 6000 })
    expect(last.ways[0]?.chanceTarget).toBe(now([], {}, { targetG: 3000 }).ways[0]?.chanceTarget)
  })

  it('counts what is in the well, the limit and the time that is left', () => {
    const five = now(kept(5))
    expect(five.bites).toEqual([])
    expect(five.ways.every(({ chanceLimit, p10 }) => chanceLimit === 1 && p10 >= 4500)).toBe(true)
    expect(now(kept(2)).bites[0]).toMatchObject({ bites: 3 })
    expect(now(kept(2), { runBackMin: 400 }).ways).toEqual([])
    expect(now(kept(6)).ways[0]?.p10).toBeGreaterThanOrEqual(4500)
  })

  it('goes by the target where there is one', () => {
    const { ways } = now(kept(3), {}, { targetG: 5500 })
    const chances = ways.map(({ chanceTarget }) => chanceTarget ?? -1)
    expect(chances).toEqual([...chances].sort((one, other) => other - one))
    expect(chances[0]).toBeGreaterThan(0)
  })

  it('goes by what the places of a field pay, and says how to fish the next day for it', () => {
    const totalsG = [9000, 11_000, 12_000, 15_000]
    const paid = (more: object = {}, places: object = {}): BagNow =>
      now([], {}, { places: { totalsG, rivals: 30, payouts: [1000, 500, 250], ...places }, daysAfter: 1, ...more })
    const pays = (told: BagNow): number[] => told.ways.map((way) => way.pays ?? -1)
    const usual = paid()
    expect(pays(usual)).toEqual([...pays(usual)].sort((one, other) => other - one))
    expect(usual.nextDay.length).toBeGreaterThan(0)
    expect(usual.ways.every(({ chanceEvent, chanceTarget }) => chanceEvent === null && chanceTarget === null)).toBe(
      true,
    )
    const best = (told: BagNow): number => pays(told)[0]!
    expect(best(paid({ inHandG: 8000 }))).toBeGreaterThan(best(usual))
    expect(best(paid({}, { rivals: 100 }))).toBeLessThan(best(usual))
    expect(best(paid({ inHandG: 200_000 }))).toBeGreaterThan(995)
    // The last day as well; one total tells of no field.
    expect(best(paid({ daysAfter: 0, inHandG: 8000 }))).toBeGreaterThan(0)
    expect(pays(paid({}, { totalsG: [9000] })).every((one) => one === -1)).toBe(true)
    // Two that are alike do not say that all are: twice their total wins most of the time.
    expect(best(paid({ inHandG: 20_000 }, { totalsG: [9000, 9000] }))).toBeGreaterThan(900)
  })

  it('goes to the place that brings more, the run taken off, and stays where it is best; a place not told has no such way', () => {
    const from = (spot: string | undefined): BagNow['ways'][number]['stops'] =>
      bagNow(
        weighed,
        {
          day: { ...today({ stints: [stint('a', 'jig', 0, null, spot ? { spot } : {})] }), trip: event },
          angler: null,
          nowMs: START_MS + 4 * HOUR_MS,
          lures,
          onDeck: ['crank', 'jig'],
        },
        known,
        { runs: 2000 },
      ).ways.find(({ stops }) => stops.length > 0)?.stops ?? []
    expect(from('q')).toEqual([{ place: 'p', fromHours: 0 }])
    expect(from('p')).toEqual([{ place: 'p', fromHours: 0 }])
    expect(from(undefined)).toEqual([])
  })

  it('tells afterwards how it stood hour by hour, of each hour by what had happened until then', () => {
    const rods = [stint('a', 'jig', 0, 5), stint('b', 'crank', 5, 9)]
    const bagsWith = (strikes: Strike[], more: Partial<DeckDay['trip']> = {}): OddsOfDay[] =>
      oddsOfDay(
        {
          ...weighed,
          trips: [...weighed.trips, { ...event, ...more }],
          stints: [...weighed.stints, ...rods],
          strikes: [...weighed.strikes, ...strikes],
        },
        'today',
      )
    const oddsWith = (strikes: Strike[]): OddsOfDay | undefined => bagsWith(strikes)[0]
    const early = kept(3)
    const odds = oddsWith([...early, strike('late', 'b', 6.5, { kept: true, weightG: 2000 })])
    expect(odds?.hours.map(({ atMs }) => (atMs - START_MS) / HOUR_MS)).toEqual([0, 1, 2, 3, 4, 5, 6, 7, 8, 8.75])
    expect(odds?.hours.map(({ inBagG }) => inBagG)).toEqual([0, 2700, 2700, 2700, 2700, 2700, 2700, 4700, 4700, 4700])
    expect([odds?.totalG, odds?.endMs]).toEqual([4700, START_MS + 9 * HOUR_MS])
    for (const { inBagG, p10, p50, p90 } of odds!.hours) expect(inBagG <= p10 && p10 <= p50 && p50 <= p90).toBe(true)
    expect(odds?.hours.slice(0, 7)).toEqual(oddsWith(early)?.hours.slice(0, 7))
    expect(bagsWith([strike('free', 'a', 1)])).toEqual([])
    // Each with a bag of his own: what one keeps is not in the other's.
    const own = early.map((one, i) => ({ ...one, angler: i < 2 ? 'Ash' : 'Rowan' }))
    const bags = bagsWith(own, { bagOf: 'angler', anglers: ['Ash', 'Rowan'] })
    expect(bags.map(({ angler, totalG }) => [angler, totalG])).toEqual([
      ['Ash', 1800],
      ['Rowan', 900],
    ])
    expect(bags.map(({ hours }) => hours.at(-1)?.inBagG)).toEqual([1800, 900])
  })
})
