import { phaseExcess } from '../evidence/index.ts'
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
  readonly seen: string
  readonly reading: string
  readonly advice: string
  readonly counts: (bite: Bite) => boolean
}

interface PhaseRule extends Omit<Rule, 'counts'> {
  readonly phases: readonly string[]
  readonly of?: (bite: Bite) => boolean
}

const COLD_C = 10
const MUDDY_M = 0.6
const cold = ({ waterTempC }: Bite): boolean => (waterTempC ?? Infinity) < COLD_C
const muddy = ({ visibilityM }: Bite): boolean => (visibilityM ?? Infinity) < MUDDY_M

/** What a strike tells. Common practice of the trade, no source. */
const RULES: readonly Rule[] = [
  {
    seen: 'deep, or both hooks in',
    reading: 'Everything is right.',
    advice: 'Change nothing.',
    counts: ({ strike }) => strike.hookPosition === 'deep' || strike.hookPosition === 'both hooks',
  },
  {
    seen: 'only the rear hook, outside the mouth, in muddy water',
    reading: 'Few colours can work here.',
    advice: 'Colour first; then another profile, or a louder lure that thumps harder.',
    counts: (bite) => bite.strike.hookPosition === 'rear hook outside' && muddy(bite),
  },
  {
    seen: 'only the rear hook, outside the mouth',
    reading: 'Something is slightly off.',
    advice: 'Colour, or size, or action: change one at a time.',
    counts: (bite) => bite.strike.hookPosition === 'rear hook outside' && !muddy(bite),
  },
  {
    seen: 'swirls, follows, blow-ups that miss',
    reading: 'The right place, the wrong lure.',
    advice: 'Follow up below the surface.',
    counts: ({ strike }) => strike.outcome === 'raised',
  },
  {
    seen: 'nips and bumps that do not hook',
    reading: 'Interested, not convinced.',
    advice: 'Another colour or profile.',
    counts: ({ strike }) => strike.outcome === 'missed' && strike.feltAs === 'tick',
  },
  {
    seen: 'dead weight without a tick, in the cold',
    reading: 'A fish is holding it.',
    advice: 'An exposed hook; take up the slack, then set; of two-step takes set on the second.',
    counts: (bite) => bite.strike.feltAs === 'weight' && cold(bite),
  },
  {
    seen: 'hooked and lost',
    reading: 'They are up, and others may be near.',
    advice: 'Let the lure fall dead at once.',
    counts: ({ strike }) => strike.outcome === 'lost',
  },
  { seen: 'the same fish again', reading: 'One fish.', advice: 'Do not count it twice.', counts: ({ strike }) => strike.sameFish === true },
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

/** So many of the last strikes are read. (ours) */
const LAST = 12
/** A sign must be seen at least so often, and on so many of them. */
const LEAST_SEEN = 2
const LEAST_SHARE = 1 / 3
/** A phase counts where chance gives so many at most one time in ten. */
const SELDOM = 0.1

/**
 * What the last strikes say, and what to do: each advice with its reason.
 *
 * Given      strikes in order of time; phases tell only against the share of time spent in them
 * Returned   the most often seen first; nothing where nothing was seen often enough
 * Source     common practice of the trade, no source; phases by `phaseExcess`
 */
export function readTheBite(bites: readonly Bite[]): Advice[] {
  const last = bites.slice(-LAST)
  const signs = RULES.flatMap(({ counts, ...rule }): Advice[] => {
    const strikes = last.filter(counts).length
    return strikes >= LEAST_SEEN && strikes >= LEAST_SHARE * last.length ? [{ ...rule, strikes, of: last.length }] : []
  })
  const phases = PHASE_RULES.flatMap(({ phases: wanted, seen, reading, advice }): Advice[] => {
    const known = last.flatMap(({ strike, timeShare }) => {
      const shares = wanted.map((phase) => timeShare?.[phase])
      if (!strike.phase || shares.every((share) => share === undefined)) return []
      return [
        {
          strikes: 1,
          inPhase: wanted.includes(strike.phase) ? 1 : 0,
          timeShare: Math.min(
            1,
            shares.reduce<number>((sum, share) => sum + (share ?? 0), 0),
          ),
        },
      ]
    })
    if (known.length === 0) return []
    const { inPhase, expected, pMore } = phaseExcess(known)
    return inPhase >= LEAST_SEEN && pMore <= SELDOM ? [{ seen, reading, advice, strikes: inPhase, of: known.length, expected, pValue: pMore }] : []
  })
  return [...phases, ...signs].sort((a, b) => b.strikes / b.of - a.strikes / a.of)
}
