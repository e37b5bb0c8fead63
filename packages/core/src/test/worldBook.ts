import { at } from '../checked/index.ts'
import type { BookRecords } from '../effort/index.ts'
import { drawGeometric, drawNormal, drawPoisson } from '../numerics/index.ts'
import type { Random } from '../numerics/index.ts'
import { DAY_MS, HOUR_MS, isoUtc } from '../time/index.ts'
import type { Lure, Stint, Strike, Trip } from '../vocabulary/index.ts'
import { emptyBook } from './bookOfTrips.ts'

/** How the lure of the next stint is chosen. */
export type Choice =
  /** In turn, whatever is caught. */
  | 'rotation'
  /** The first lure is thrown in the first hour of the day, then all in turn. */
  | 'dawn'
  /** The first lure is thrown all day on days that look good at the ramp, the others on the rest; half of the days see both. */
  | 'good days'
  /** The first lure is picked up after an hour and a half of blank. */
  | 'rescue'
  /** Either lure is put down after an hour of blank, and kept while it bites. */
  | 'adaptive'

/** A made-up world in which a book is kept: what is true of it, and how it is fished. */
export interface World {
  readonly trips: number
  /** Strikes an hour of an ordinary lure. */
  readonly rate: number
  /** Rate of each lure over the ordinary one. */
  readonly lures: readonly number[]
  /** Log-normal sd of the trips' luck. Default 0. */
  readonly tripSd?: number
  /** Mean strikes to a flurry. Default 1: they come singly. */
  readonly flurry?: number
  /** The first hour over the others. Default 1. */
  readonly dawn?: number
  readonly choice?: Choice
  /** Days that look good are so much better. Default 1. */
  readonly goodDay?: number
  /** The bite drifts within the day: log-normal sd of it, with a memory of an hour and a half. Default 0: it does not. */
  readonly drift?: number
  /** Whether the reason of each choice is logged. Default true. */
  readonly logged?: boolean
  /** Hours of a trip, and of a stint. Default 6 and 0.5. */
  readonly hours?: number
  readonly stintHours?: number
  /** One class for all lures, or one for each. Default all alike. */
  readonly classes?: boolean
}

const MEMORY_H = 1.5
const START_MS = Date.UTC(2025, 2, 1, 12)
/** Minutes between the strikes of a flurry, at most. */
const APART_H = 0.1
/** What is left of a flurry when the rod is laid down comes at its end: the rate is what the world says. */
const AT_THE_END_H = 1 / 3600

/** A book of that world. */
export function worldBook(world: World, random: Random): BookRecords {
  const { trips: count, hours = 6, lures, classes = false } = world
  const [trips, stints, strikes]: [Trip[], Stint[], Strike[]] = [[], [], []]
  for (let t = 0; t < count; t++) {
    const iso = (hour: number): string => isoUtc(START_MS + t * 4 * DAY_MS + hour * HOUR_MS)
    trips.push({ id: `t${t}`, water: 'w', start: iso(0), end: iso(hours) })
    fishDay(world, random, (lure, from, to, reason, times) => {
      const id = `s${stints.length}`
      stints.push({
        id,
        trip: `t${t}`,
        lure: `l${lure}`,
        start: iso(from),
        end: iso(to),
        ...(reason ? { reason } : {}),
      })
      for (const hour of times)
        strikes.push({ id: `k${strikes.length}`, trip: `t${t}`, stint: id, time: iso(hour), outcome: 'landed' })
    })
  }
  const kinds = lures.map((_, i): Lure => ({ id: `l${i}`, name: `lure ${i}`, class: classes ? `class ${i}` : 'jig' }))
  return {
    ...emptyBook(),
    waters: [{ id: 'w', name: 'made-up water', timeZone: 'UTC' }],
    lures: kinds,
    trips,
    stints,
    strikes,
  }
}

type LogStint = (lure: number, from: number, to: number, reason: string | undefined, times: readonly number[]) => void

function fishDay(world: World, random: Random, log: LogStint): void {
  const {
    rate,
    lures,
    tripSd = 0,
    flurry = 1,
    dawn = 1,
    goodDay = 1,
    logged = true,
    hours = 6,
    stintHours = 0.5,
    drift = 0,
  } = world
  const good = random() < 0.5
  const luck = Math.exp(tripSd * drawNormal(random) - (tripSd * tripSd) / 2) * (good ? goodDay : 1)
  const chooser = chooserOf(world, good, random)
  const [kept, moved] = [Math.exp(-stintHours / MEMORY_H), Math.sqrt(1 - Math.exp((-2 * stintHours) / MEMORY_H))]
  let [blankH, bite] = [0, drift > 0 ? drawNormal(random) : 0]
  for (let from = 0, n = 0; from < hours; from += stintHours, n++) {
    const { lure, reason } = chooser(n, from, blankH)
    const to = Math.min(hours, from + stintHours)
    const due =
      (rate *
        luck *
        at(lures, lure) *
        (hourSum(to, dawn) - hourSum(from, dawn)) *
        Math.exp(drift * bite - drift ** 2 / 2)) /
      flurry
    if (drift > 0) bite = kept * bite + moved * drawNormal(random)
    const times: number[] = []
    for (let b = drawPoisson(random, due); b > 0; b--) {
      let hour = from + random() * (to - from)
      for (
        let s = drawGeometric(random, flurry);
        s > 0;
        s--, hour = Math.min(to - AT_THE_END_H, hour + APART_H * random())
      )
        times.push(hour)
    }
    log(
      lure,
      from,
      to,
      logged ? reason : undefined,
      times.sort((a, b) => a - b),
    )
    blankH = times.length > 0 ? to - at(times, times.length - 1) : blankH + to - from
  }
}

/** Ordinary hours that as many strikes come in. */
const hourSum = (hour: number, dawn: number): number => Math.min(hour, 1) * dawn + Math.max(0, hour - 1)

type Chosen = { readonly lure: number; readonly reason: string }

function chooserOf(
  { lures, choice = 'rotation' }: World,
  good: boolean,
  random: Random,
): (n: number, from: number, blankH: number) => Chosen {
  const first = Math.floor(random() * lures.length)
  const inTurn = (n: number): Chosen => ({ lure: (first + n) % lures.length, reason: 'rotation' })
  if (choice === 'dawn') return (n, from) => (from < 1 ? { lure: 0, reason: 'plan' } : inTurn(n))
  if (choice === 'rescue') {
    let inHand = 1
    return (_, __, blankH) => {
      const swap = inHand === 1 && blankH >= 1.5
      inHand = swap ? 0 : inHand === 0 && blankH < 0.5 ? 1 : inHand
      return { lure: inHand, reason: swap ? 'others blank' : 'rotation' }
    }
  }
  if (choice === 'adaptive') {
    let inHand = first
    return (_, __, blankH) => {
      const swap = blankH >= 1
      inHand = swap ? (inHand + 1) % lures.length : inHand
      return { lure: inHand, reason: swap ? 'others blank' : 'rotation' }
    }
  }
  if (choice === 'good days') {
    const often = good ? 0.8 : 0.2
    const both = random() < 0.5
    const main = random() < often ? 0 : 1
    return () => (both ? { lure: random() < often ? 0 : 1, reason: 'plan' } : { lure: main, reason: 'plan' })
  }
  return inTurn
}
