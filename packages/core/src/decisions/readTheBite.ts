import { isStrike } from '../vocabulary/index.ts'
import { at } from '../checked/index.ts'
import { phaseExcess } from '../stats/index.ts'
import type { Strike } from '../vocabulary/index.ts'

/** A strike with what was going on when it came. */
export interface Bite {
  readonly strike: Pick<Strike, 'outcome' | 'phase' | 'feltAs' | 'hookPosition' | 'sameFish'>
  /** Share of the time spent in the phase of the strike's kind, by phase; from the cadence. */
  readonly timeShare?: Readonly<Record<string, number>>
  readonly visibilityM?: number | null
  readonly waterTempC?: number | null
  readonly lureClass?: string
}

export interface Advice {
  readonly seen: string
  readonly reading: string
  readonly advice: string
  /** Strikes that it rests on, of how many. */
  readonly strikes: number
  readonly of: number
  /** Of a phase: strikes that its share of the time would have brought, and how seldom chance gives so many. */
  readonly expected?: number
  readonly pValue?: number
}

interface Rule {
  readonly sign: Sign
  readonly seen: string
  readonly reading: string
  readonly advice: string
  /** Whether a bite tells of it at all. */
  readonly tells: (bite: Bite) => boolean
  readonly counts: (bite: Bite) => boolean
}

/** What is read off single bites, and on an ordinary day of how many of those that tell. (ours) */
const USUALLY = {
  'well hooked': 0.4,
  'rear hook in mud': 0.2,
  'rear hook': 0.2,
  raised: 0.25,
  nipped: 0.2,
  'dead weight': 0.2,
  lost: 0.3,
} as const
export type Sign = keyof typeof USUALLY

interface PhaseRule extends Omit<Rule, 'sign' | 'counts' | 'tells'> {
  readonly phases: readonly string[]
  readonly of?: (bite: Bite) => boolean
}

const COLD_C = 10
const MUDDY_M = 0.6
const cold = ({ waterTempC }: Bite): boolean => (waterTempC ?? Infinity) < COLD_C
const muddy = ({ visibilityM }: Bite): boolean => (visibilityM ?? Infinity) < MUDDY_M

const hooked = ({ strike }: Bite): boolean => strike.hookPosition != null
const told = ({ strike }: Bite): boolean => strike.outcome != null
const felt = ({ strike }: Bite): boolean => strike.feltAs != null
const fought = ({ strike }: Bite): boolean => strike.outcome === 'lost' || strike.outcome === 'landed'

const SAME_FISH = { seen: 'the same fish again', reading: 'One fish.', advice: 'Do not count it twice.' } as const

/** What a strike tells. Common practice of the trade, no source. */
const RULES: readonly Rule[] = [
  {
    sign: 'well hooked',
    tells: hooked,
    seen: 'deep, or both hooks in',
    reading: 'Everything is right.',
    advice: 'Change nothing.',
    counts: ({ strike }) => strike.hookPosition === 'deep' || strike.hookPosition === 'both hooks',
  },
  {
    sign: 'rear hook in mud',
    tells: hooked,
    seen: 'only the rear hook, outside the mouth, in muddy water',
    reading: 'Few colours can work here.',
    advice: 'Colour first; then another profile, or a louder lure that thumps harder.',
    counts: (bite) => bite.strike.hookPosition === 'rear hook outside' && muddy(bite),
  },
  {
    sign: 'rear hook',
    tells: hooked,
    seen: 'only the rear hook, outside the mouth',
    reading: 'Something is slightly off.',
    advice: 'Colour, or size, or action: change one at a time.',
    counts: (bite) => bite.strike.hookPosition === 'rear hook outside' && !muddy(bite),
  },
  {
    sign: 'raised',
    tells: told,
    seen: 'swirls, follows, blow-ups that miss',
    reading: 'The right place, the wrong lure.',
    advice: 'Follow up below the surface.',
    counts: ({ strike }) => !isStrike(strike),
  },
  {
    sign: 'nipped',
    tells: felt,
    seen: 'nips and bumps that do not hook',
    reading: 'Interested, not convinced.',
    advice: 'Another colour or profile.',
    counts: ({ strike }) => strike.outcome === 'missed' && strike.feltAs === 'tick',
  },
  {
    sign: 'dead weight',
    tells: felt,
    seen: 'dead weight without a tick, in the cold',
    reading: 'A fish is holding it.',
    advice: 'An exposed hook; take up the slack, then set; of two-step takes set on the second.',
    counts: (bite) => bite.strike.feltAs === 'weight' && cold(bite),
  },
  {
    sign: 'lost',
    tells: fought,
    seen: 'hooked and lost',
    reading: 'They are up, and others may be near.',
    advice: 'Let the lure fall dead at once.',
    counts: ({ strike }) => strike.outcome === 'lost',
  },
]

const PHASE_RULES: readonly PhaseRule[] = [
  {
    seen: 'on the pause or the restart, more than its time explains',
    reading: 'They want it still.',
    advice: 'Lengthen the pause.',
    phases: ['still', 'on the restart after a pause'],
  },
  {
    seen: 'on the move or on deflection, more than its time explains',
    reading: 'They want it moving.',
    advice: 'Shorten the pause; hit more cover.',
    phases: ['moving', 'on deflection'],
  },
  {
    seen: 'on the fall, more than its time explains',
    reading: 'They take it dropping.',
    advice: 'A slower fall, and watch the slack; with big baits on the bottom open the reel at every edge.',
    phases: ['on the fall', 'just after the reel stopped'],
  },
  {
    seen: 'as it comes free of rock, more than its time explains',
    reading: 'The back is being judged.',
    advice: 'Change the colour of the back; hit more rock.',
    phases: ['as it came free of rock'],
  },
]

/** Fewer are no sign. */
const LEAST_SEEN = 2
/** On so many days with nothing to tell something is said, at some time of the day, of all signs together. (ours) */
const WRONG_DAYS = 0.1
/** Odds that a sign may have over its usual ones. (ours) */
const ODDS = [2, 4, 8, 16] as const
/** A bite may change in mid-day: half of the evidence begins with the day, half at one of so many later strikes. */
const LATER_STARTS = 24

export interface BiteOptions {
  /** Shares of an ordinary day where the book knows its own. */
  readonly usual?: Partial<Readonly<Record<Sign, number>>>
}

/**
 * What the day's strikes say, and what to do: each advice with its reason.
 *
 *   evidence of a sign = mean over odds ρ of Σ_s w_s Π_{i ≥ s} L_i,  L = ρ/(1 − p + ρ·p) where it is seen, 1/(1 − p + ρ·p) where not,
 *   p its share of an ordinary day, or the phase's share of the time;  said while it is eleven signs over a tenth to one
 *
 * Given      the day's strikes so far, in order; phases tell only against the share of time spent in them
 * Returned   the surest first; on an ordinary day nothing at any time of it, in nine days of ten or more
 * Source     rules and usual shares: common practice of the trade, no source; evidence that may be looked at after each strike: Ville
 *            (1939), Shafer et al., Statist. Sci. 26 (2011) 84
 */
export function readTheBite(bites: readonly Bite[], { usual = {} }: BiteOptions = {}): Advice[] {
  const enough = (RULES.length + PHASE_RULES.length) / WRONG_DAYS
  const signs = RULES.flatMap(({ sign, tells, counts, seen, reading, advice }): Sure[] => {
    const told = bites
      .filter((bite) => tells(bite) || counts(bite))
      .map((bite) => ({ seen: counts(bite), usually: usual[sign] ?? USUALLY[sign] }))
    const strikes = told.filter((one) => one.seen).length
    const evidence = evidenceOf(told)
    return strikes >= LEAST_SEEN && evidence >= enough
      ? [{ seen, reading, advice, strikes, of: told.length, evidence }]
      : []
  })
  const phases = PHASE_RULES.flatMap(({ phases: wanted, seen, reading, advice }): Sure[] => {
    const known = bites.flatMap((bite) => inPhase(bite, wanted))
    const evidence = evidenceOf(known)
    if (known.length === 0 || evidence < enough) return []
    const {
      inPhase: strikes,
      expected,
      pMore,
    } = phaseExcess(known.map((one) => ({ strikes: 1, inPhase: one.seen ? 1 : 0, timeShare: one.usually })))
    return strikes >= LEAST_SEEN
      ? [{ seen, reading, advice, strikes, of: known.length, expected, pValue: pMore, evidence }]
      : []
  })
  const sure = [...phases, ...signs].sort((a, b) => b.evidence - a.evidence)
  const again = bites.filter(({ strike }) => strike.sameFish === true).length
  return [
    ...sure.map(({ evidence: _evidence, ...one }): Advice => one),
    ...(again >= LEAST_SEEN ? [{ ...SAME_FISH, strikes: again, of: bites.length }] : []),
  ]
}

interface Sure extends Advice {
  readonly evidence: number
}

/** Whether a bite shows a sign, and how often one does on an ordinary day. */
interface Seen {
  readonly seen: boolean
  readonly usually: number
}

function inPhase({ strike, timeShare }: Bite, wanted: readonly string[]): Seen[] {
  const shares = wanted.map((phase) => timeShare?.[phase])
  if (!strike.phase || shares.every((share) => share === undefined)) return []
  const usually = shares.reduce<number>((sum, share) => sum + (share ?? 0), 0)
  return [{ seen: wanted.includes(strike.phase), usually: Math.min(1, usually) }]
}

/** Evidence that a sign is oftener than usual: on an ordinary day its mean is one, whenever one looks. */
function evidenceOf(bites: readonly Seen[]): number {
  const sums = ODDS.map(() => 0)
  bites.forEach(({ seen, usually }, i) => {
    const begun = i === 0 ? 0.5 : i <= LATER_STARTS ? 0.5 / LATER_STARTS : 0
    ODDS.forEach((odds, o) => (sums[o] = ((at(sums, o) + begun) * (seen ? odds : 1)) / (1 - usually + odds * usually)))
  })
  // What may yet begin later stands at one.
  const unspent = 0.5 - (0.5 * Math.min(LATER_STARTS, Math.max(0, bites.length - 1))) / LATER_STARTS
  return sums.reduce((sum, one) => sum + one, 0) / ODDS.length + (bites.length === 0 ? 1 : unspent)
}
