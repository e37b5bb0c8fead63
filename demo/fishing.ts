import { isStrike, at, drawPoisson, entry, normalQuantile } from '@jotbook/core'
import type { Random } from '@jotbook/core'
import { valueAt } from './course.ts'
import { isJerkbait, presentedAs } from './crew.ts'
import type { Presented } from './crew.ts'
import type { DemoReading } from './course.ts'
import { pickWeighted } from './chooseOutings.ts'
import type { Outing } from './chooseOutings.ts'
import { LURES, USE } from './scenario.ts'
import type { DemoLure } from './scenario.ts'
import { GOOD_DAY_LURE, RESCUE_LURE, SURFACE, trueRate } from './truths.ts'
import type { Truth } from './truths.ts'

export interface DemoStint {
  readonly lure: DemoLure
  readonly angler: string
  /** Hours after the start of the trip. */
  readonly from: number
  readonly to: number
  readonly reason: string | undefined
  readonly presented: Presented
  readonly strikes: readonly DemoStrike[]
}

export interface DemoStrike {
  readonly hour: number
  readonly outcome: 'raised' | 'missed' | 'lost' | 'landed' | undefined
}

const TRIP_SPREAD = 0.45
const MINUTE = 1 / 60
/** A blank this long sends the crew to the rescue lure. */
const PATIENCE = 1.5
/** Further strikes a first one brings, on average; each follows within minutes. */
const FLURRY = 0.3

const lureOf = new Map(LURES.map((lure) => [lure.id, lure]))
export const lure = (id: string): DemoLure => {
  const found = lureOf.get(id)
  if (!found) throw new RangeError(`the crew has no ${id}`)
  return found
}

/** Everything one person did on a trip. */
// eslint-disable-next-line max-params -- the random numbers and the truth that is left out go all the way down
export function fish(
  outing: Outing,
  readings: readonly DemoReading[],
  angler: string,
  luck: number,
  random: Random,
  without: Truth | undefined,
): DemoStint[] {
  const deck = chooseDeck(outing, readings, random, without)
  const loggedReasons = random() < 0.5
  const stints: DemoStint[] = []
  let from = angler === 'Tilda' ? 0.1 : 0
  let [blankSince, rested] = [from, from]
  for (;;) {
    const before = stints.at(-1)
    const rescue = without === 'rescue' ? random() < 0.16 : needsRescue(outing, before, { from, blankSince, rested })
    const next = rescue ? lure(RESCUE_LURE) : nextLure(deck, before?.lure, random)
    const length = Math.min(outing.hours - from, 0.4 + 0.5 * random())
    if (length < 0.25) return stints
    const reason = rescue
      ? loggedReasons
        ? 'others blank'
        : undefined
      : loggedReasons || random() < 0.4
        ? reasonOf(stints.length, random)
        : undefined
    const stint = throwLure(
      outing,
      readings,
      {
        lure: next,
        angler,
        from,
        to: from + length,
        reason,
        presented: presentedAs(outing, { lure: next, angler, from }),
      },
      luck,
      random,
      without,
    )
    stints.push(stint)
    const last = stint.strikes.filter(isStrike).at(-1)
    if (last) blankSince = last.hour
    if (rescue) rested = stint.to
    from = stint.to + (random() < 0.3 ? 0.1 : 0)
  }
}

/** After a long blank on a boat, and then for as long as it bites. */
function needsRescue(
  { water }: Outing,
  before: DemoStint | undefined,
  { from, blankSince, rested }: { readonly from: number; readonly blankSince: number; readonly rested: number },
): boolean {
  if (water !== 'Immerlow Reservoir' && water !== 'Quennor Reach') return false
  return before?.lure.id === RESCUE_LURE ? from - blankSince < 0.5 : from - Math.max(blankSince, rested) >= PATIENCE
}

const reasonOf = (nth: number, random: Random): string =>
  nth === 0 ? 'plan' : at(['plan', 'rotation', 'hunch', 'rotation'], Math.floor(random() * 4))

/** Four to six rods rigged for the water, its temperature, and what was known at launch. */
function chooseDeck(
  { water, weather }: Outing,
  readings: readonly DemoReading[],
  random: Random,
  without: Truth | undefined,
): readonly (readonly [DemoLure, number])[] {
  const tempF = Math.max(42, Math.min(88, at(readings, 0).tempF))
  const fits = LURES.flatMap((candidate) => {
    const { tempF: range, on } = entry(USE, candidate.id)
    // A walker is tied on for a grey sky more often than for a bright one.
    const weight = (on[water] ?? 0) * (SURFACE.has(candidate.class) && weather.cloudPct >= 80 ? 4 : 1)
    return weight > 0 && tempF >= at(range, 0) && tempF < at(range, 1) ? [[candidate, weight] as const] : []
  })
  const rods = Math.min(fits.length, 4 + Math.floor(random() * 3))
  const deck: (readonly [DemoLure, number])[] = []
  while (deck.length < rods) {
    const left = fits.filter(([candidate]) => !deck.some(([rigged]) => rigged.id === candidate.id))
    const picked = pickWeighted(
      left.map((pair) => [pair, pair[1]]),
      random,
    )
    deck.push(picked)
  }
  if (water !== 'Quennor Reach') return deck
  // The lipless is thrown when the day looks good at the ramp, and left in the box otherwise.
  const others = deck.filter(([rigged]) => rigged.id !== GOOD_DAY_LURE)
  const looksGood = without === 'good day' ? random() < 0.4 : at(readings, 0).cloudPct >= 80 && weather.cloudPct >= 80
  const wanted = looksGood ? 0.7 : random() < 0.5 ? 0.06 : 0
  const total = others.reduce((sum, [, weight]) => sum + weight, 0)
  return wanted > 0 ? [...others, [lure(GOOD_DAY_LURE), (total * wanted) / (1 - wanted)]] : others
}

/** The next rod in hand: any but the last. */
function nextLure(
  deck: readonly (readonly [DemoLure, number])[],
  last: DemoLure | undefined,
  random: Random,
): DemoLure {
  const others = deck.filter(([candidate]) => candidate.id !== last?.id)
  return pickWeighted(others.length > 0 ? others : deck, random)
}

/** One stint minute by minute: strikes in flurries, and no cast while a fish is handled. */
// eslint-disable-next-line max-params -- the random numbers and the truth that is left out go all the way down
function throwLure(
  outing: Outing,
  readings: readonly DemoReading[],
  stint: Omit<DemoStint, 'strikes'>,
  luck: number,
  random: Random,
  without: Truth | undefined,
): DemoStint {
  const strikes: DemoStrike[] = []
  let handledUntil = stint.from
  for (let hour = stint.from; hour < stint.to; hour += MINUTE) {
    if (hour < handledUntil) continue
    const rate = luck * trueRate(momentAt(outing, readings, stint, hour), without)
    if (random() < 0.08 * rate * MINUTE) strikes.push({ hour, outcome: 'raised' })
    if (random() >= (rate / (1 + FLURRY)) * MINUTE) continue
    let next = hour
    for (let left = 1 + drawPoisson(random, FLURRY); left > 0 && next < stint.to; left--) {
      const outcome = outcomeOf(random)
      strikes.push({ hour: next, outcome })
      handledUntil = next + (outcome === 'landed' ? 4 : 1) * MINUTE
      next = handledUntil + 6 * MINUTE * random()
    }
  }
  return { ...stint, strikes: strikes.sort((a, b) => a.hour - b.hour) }
}

function momentAt(
  { water }: Outing,
  readings: readonly DemoReading[],
  { lure: thrown, presented }: Pick<DemoStint, 'lure' | 'presented'>,
  hour: number,
): Parameters<typeof trueRate>[0] {
  const windBeforeMph = Math.max(...readings.filter((reading) => reading.hour <= hour).map(({ windMph }) => windMph))
  return {
    water,
    lure: thrown.id,
    class: thrown.class,
    tempF: valueAt(readings, hour, 'tempF'),
    windMph: valueAt(readings, hour, 'windMph'),
    windBeforeMph,
    cloudPct: valueAt(readings, hour, 'cloudPct'),
    launchCloudPct: at(readings, 0).cloudPct,
    pauseS: isJerkbait(thrown) ? presented.pauseS : undefined,
    windblown: presented.windblown,
  }
}

function outcomeOf(random: Random): DemoStrike['outcome'] {
  const draw = random()
  return draw < 0.27 ? 'missed' : draw < 0.42 ? 'lost' : draw < 0.985 ? 'landed' : undefined
}

const GOLDEN = 0.618_033_988_75

/**
 * A good day is good for every rod: log-normal with mean one. The days of a water are spread evenly over good and bad (a golden-ratio
 * sequence), so that no truth is hidden by a run of luck.
 */
export function dayLuck(nthOnWater: number, shift: number): number {
  const share = (nthOnWater * GOLDEN + shift) % 1
  return Math.exp(TRIP_SPREAD * normalQuantile(0.02 + 0.96 * share) - TRIP_SPREAD ** 2 / 2)
}
