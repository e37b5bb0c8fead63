import { MINUTE_MS, at, seededRandom } from '@jotbook/core'
import type { Fields, Random } from '@jotbook/core'
import { instant } from './instant.ts'
import type { Outing } from './chooseOutings.ts'
import { HABITS, SPOTS, inches } from './scenario.ts'
import type { DemoLure } from './scenario.ts'

/** What a careful crew says in a tap or two: how a rod is fished, where the boat is, what was seen, how it bit. Each is drawn by itself, so that nothing else of the book hangs on it. */

export interface Fished {
  readonly lure: DemoLure
  readonly angler: string
  /** Hours after the start of the trip. */
  readonly from: number
}

const drawsOf = (outing: Outing, hour: number, what: string, salt = 0): Random =>
  seededRandom(Math.floor(instant(outing, hour) / MINUTE_MS) + 7919 * what.length + salt)

const pick = <T>(list: readonly T[], random: Random): T => at(list, Math.floor(random() * list.length))

/** How a stint is fished, as far as the fish may care. */
export interface Presented {
  readonly pauseS: number
  readonly workS: number
  readonly windblown: boolean
  readonly spot: string | undefined
}

export const isJerkbait = ({ class: kind }: Pick<DemoLure, 'class'>): boolean => kind.includes('jerkbait')

/** Cadence, bank and place of a stint. */
export function presentedAs(outing: Outing, { lure, angler, from }: Fished): Presented {
  const random = drawsOf(outing, from, angler)
  const windblown = random() < 0.4
  const spots = SPOTS.filter(({ water }) => water === outing.water)
  const spot = random() < 0.75 ? pick(spots, random).id : undefined
  const cadence = isJerkbait(lure) ? { pauseS: pick([2, 4, 6, 10], random), workS: 1.5 } : cadenceOf(lure.class)
  return { ...cadence, windblown, spot }
}

/** Seconds of work and pause of what is not fished by the pause. */
function cadenceOf(kind: string): { readonly pauseS: number; readonly workS: number } {
  if (/jig|worm|tube|rig|shot|spoon|shaky/.test(kind)) return { pauseS: 3, workS: 2 }
  if (/popper|prop|frog/.test(kind)) return { pauseS: 1.5, workS: 1 }
  return { pauseS: 0, workS: 2 }
}

/** Phases that a class is told of by their share of the time, counted down or watched rather than worked out from the cadence. */
const PHASES_TOLD: readonly (readonly [RegExp, readonly string[], number])[] = [
  [/flat-sided/, ['on the rise after contact'], 20],
  [/lipless/, ['on the lift', 'on the fall'], 55],
  [/wedge-tail|boot-tail/, ['on the fall', 'as it came free of rock'], 15],
  [/flipping|finesse|football/, ['on the fall'], 30],
  [/long hair/, ['just after the reel stopped', 'on the fall'], 25],
]
const PAUSED = ['still', 'on the restart after a pause'] as const
const WORKED = ['moving', 'on deflection'] as const

const phasesTold = (kind: string): (typeof PHASES_TOLD)[number] | undefined =>
  PHASES_TOLD.find(([like]) => like.test(kind))

/** No phase is preferred: strikes come in each by its share of the time. */
export function phaseOf(draw: number, kind: string, { pauseS, workS }: Presented): string {
  const told = phasesTold(kind)
  const toldShare = told ? told[2] / 100 : 0
  const paused = Math.min(1 - toldShare, pauseS + workS > 0 ? pauseS / (pauseS + workS) : 0)
  const parts = [
    [told?.[1] ?? [], toldShare],
    [PAUSED, paused],
    [WORKED, 1 - toldShare - paused],
  ] as const
  let left = draw
  for (const [words, share] of parts) {
    if (left < share) return at(words, Math.floor((left / share) * words.length))
    left -= share
  }
  return WORKED[0]
}

/** What is said of a stint beside its lure and times. */
export function saidOfStint(outing: Outing, stint: Fished, { spot }: Presented): Fields {
  const random = drawsOf(outing, stint.from, stint.angler, 1)
  const ofWater = SPOTS.filter(({ water }) => water === outing.water)
  const near = pick(ofWater, random)
  const told = phasesTold(stint.lure.class)
  return {
    castLength: random() < 0.2 ? 'long' : random() < 0.3 ? 'short' : 'normal',
    direction: pick(['along', 'along', 'down-slope', 'up-slope'], random),
    // Away from any spot that has a name, the kind of place is said.
    ...(spot === undefined && random() < 0.9 ? { structure: near.structure, cover: near.cover } : {}),
    ...(told ? { phaseShare: `${told[2]}` } : {}),
    ...(random() < 0.4 ? { targetStands: pick(['outermost', 'in line', 'in line', 'tight to the bank'], random) } : {}),
    coverState: greenOf(outing.weather.date),
    ...(/flipping|Texas|finesse|football/.test(stint.lure.class) ? countsOf(random) : {}),
  }
}

/** Weeds come in April and die in November. */
function greenOf(date: string): string {
  const month = Number(date.slice(5, 7))
  return month < 4 ? 'none yet' : month < 10 ? 'green' : month < 11 ? 'dying' : 'dead'
}

function countsOf(random: Random): Fields {
  const targets = 8 + Math.floor(10 * random())
  const casts = targets + Math.floor(targets * random())
  return { casts, targets, fouledCasts: Math.floor(casts * 0.3 * random()) }
}

/** What was seen about a reading. */
export function seenAt(outing: Outing, hour: number): Fields {
  const random = drawsOf(outing, hour, outing.water, 2)
  const month = Number(outing.weather.date.slice(5, 7))
  const onSonar = HABITS[outing.water].platform === 'boat'
  const prey = Object.entries(PREY_IN[outing.water] ?? {})
  const [kind, lengthIn] = pick(prey, random)
  return {
    fishPosition: pick(
      onSonar
        ? ['hard on bottom', 'just off bottom', 'just off bottom', 'suspended', 'suspended in bait']
        : ['just off bottom', 'shallow, seen'],
      random,
    ),
    ...(onSonar
      ? {
          bassCount: pick(['none', '1 to 6', '1 to 6', '7 to 12', 'more'], random),
          bait: pick(['none', 'scattered', 'scattered', 'loose school', 'tight school'], random),
        }
      : {}),
    ...(random() < 0.5
      ? { preySeen: [kind], preyLengthMm: inches(Math.round(2 * lengthIn * (0.7 + 0.6 * random())) / 2) }
      : {}),
    ...(month >= 5 && month <= 7 ? { fry: random() < 0.3 } : { fry: false }),
    levelTrend: outing.weather.wetness > 15 ? 'rising' : pick(['steady', 'steady', 'falling'], random),
    anglersSeen: Math.floor(random() * 6),
    boatsSeen: onSonar ? Math.floor(random() * 9) : 0,
  }
}

/** Lengths of the prey of each water, in inches. */
const PREY_IN: Readonly<Record<string, Readonly<Record<string, number>>>> = {
  'Immerlow Reservoir': { 'threadfin shad': 3, crawfish: 2.5 },
  'Quennor Reach': { 'gizzard shad': 3.5, crawfish: 2.5 },
  'Dunmarrow Lake': { perch: 3, bluegill: 2.5 },
  'Pellock Mill Pond': { bluegill: 2.5, crawfish: 2 },
}

/** How a strike felt and how it was answered: drawn without regard to what became of it. */
export function saidOfStrike(
  outing: Outing,
  { lure, angler }: Fished,
  { hour, outcome, nth }: { readonly hour: number; readonly outcome: string | undefined; readonly nth: number },
): Fields {
  const random = drawsOf(outing, hour, `${angler} ${lure.id}`, 3 + nth)
  const counted = /flipping|Texas|finesse|football/.test(lure.class)
  // Whether one that was not landed was ever on: nothing else hangs on it.
  const cameOff = random() < 0.15 / 0.42
  return {
    ...(outcome === 'missed' || outcome === 'lost'
      ? { outcome: cameOff ? 'lost' : 'missed' }
      : outcome
        ? { outcome }
        : {}),
    feltAs: pick(['thump', 'tick', 'weight', 'line moved', 'slack'], random),
    set: pick(['at once', 'waited', 'reeled into'], random),
    ...(counted ? { pitch: random() < 0.7 ? 1 : random() < 0.7 ? 2 : 3 } : {}),
  }
}
