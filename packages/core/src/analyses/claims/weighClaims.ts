import { at } from '../../checked/index.ts'
import type { Claim, ClaimOutcome } from '../../practice/index.ts'
import { namesOf, rowFilter } from '../../query/index.ts'
import type { Names } from '../../query/index.ts'
import type { Confidence } from '../../stats/index.ts'
import { ClockHours } from '../within/clock.ts'
import { Launches } from '../within/launches.ts'
import { ClockGround } from '../within/timeOfDay.ts'
import type { ClaimResult, Question } from './claimResult.ts'
import { trialOf } from './claimTrial.ts'
import type { UnjudgedTrial } from './claimTrial.ts'
import { rowsHere } from './cutForClaims.ts'
import type { CutForClaims } from './cutForClaims.ts'
import { resultOf } from './resultOf.ts'
import { selectionOf } from './selection.ts'
import { Logged, toLog } from './toLog.ts'

/** Whoever waits: hears how far it is, and each rule's figures as soon as they are there. */
export interface Watched {
  readonly progress?: (share: number) => void
  readonly early?: (trial: UnjudgedTrial) => void
}

export interface WeighOptions extends Confidence, Watched {}

/** Deals out places; hears each rule's figures. */
export interface Dealt {
  readonly next: () => number | null | Promise<number | null>
  readonly early: (trial: UnjudgedTrial) => void
}

/** A rule with its figures and what a verdict on it goes by. Plain data. */
export interface WeighedClaim {
  readonly trial: UnjudgedTrial
  readonly outcome: ClaimResult
  /** Columns that would have to be logged for a figure. */
  readonly missing: readonly string[]
}

const NO_TRIP_YET: ClaimResult = { cannot: 'no trip since it was written' }

/** Figures of the rules a book was cut for: `tryClaims` but for the verdicts, which all have together. */
export function weighClaims(
  cut: CutForClaims,
  claims: readonly Claim[],
  { progress, early, ...options }: WeighOptions = {},
): WeighedClaim[] {
  const scales = new ClaimScales(cut, options)
  const weighed = claims.map((claim, i) => {
    progress?.(i / claims.length)
    const one = scales.weigh(claim)
    early?.(one.trial)
    return one
  })
  progress?.(1)
  return weighed
}

/** What all rules of one cut are weighed with. */
class ClaimScales {
  private readonly names: Names
  private readonly keep: (row: number) => boolean
  private readonly clock: ClockHours | undefined
  private readonly logged: Logged
  private readonly asked: Omit<Question, 'claim' | 'selection'>

  constructor(
    private readonly cut: CutForClaims,
    options: Confidence = {},
  ) {
    const { book, columns, dispersion, clockStart } = cut
    this.names = namesOf(book)
    this.keep = rowFilter(columns, cut.here, this.names)
    const rows = rowsHere(columns, this.keep)
    this.clock = cut.clock && new ClockHours(cut.clock)
    this.logged = new Logged(columns, rows)
    const launches = new Launches(book, columns)
    let laid: ClockGround | undefined
    // Only now: rules that come first ask nothing of the clock.
    const ground = (): ClockGround => (laid ??= new ClockGround(columns, rows, dispersion))
    this.asked = { book, columns, rows, dispersion, ground, clockStart, launches, options }
  }

  weigh(claim: Claim): WeighedClaim {
    const { columns, rows, dispersion } = this.asked
    const selection = selectionOf(columns, claim, this.names, this.keep)
    const question: Question = { ...this.asked, claim, selection }
    const outcome = rows.length === 0 ? NO_TRIP_YET : resultOf(question, this.names)
    const missing = rows.length > 0 && 'cannot' in outcome ? toLog(this.logged, claim, selection) : []
    const trial = trialOf(question, outcome, { variance: this.cut.variance, dispersion, clock: this.clock })
    return { trial, outcome, missing }
  }
}

/** What takes a moment only, and what takes longest: the rest lies between. */
const QUICK: ReadonlySet<ClaimOutcome> = new Set([
  ...(['size', 'size lower', 'hook-up', 'hook-up same', 'landed', 'lost lower'] as const),
  ...(['phase', 'phase lower', 'pitch', 'set landed', 'set held'] as const),
])

const LONG: ReadonlySet<ClaimOutcome> = new Set(['travels', 'zone'])

/**
 * Deals out the places of rules, one a call and null once all are out: so a rule that takes long holds nobody else up. What is quick comes
 * first, for whoever waits to see something, and what is long before the rest, so that nobody has it left to do alone.
 */
export function dealtOut(claims: readonly Claim[]): () => number | null {
  const turnOf = ({ outcome }: Claim): number => (QUICK.has(outcome) ? 0 : LONG.has(outcome) ? 1 : 2)
  const places = claims.map((claim, place) => ({ place, turn: turnOf(claim) })).sort((a, b) => a.turn - b.turn)
  let next = 0
  return () => places[next++]?.place ?? null
}

/** `weighClaims` for those claims alone whose places are dealt to this one; each with its place. */
export async function weighDealt(
  cut: CutForClaims,
  claims: readonly Claim[],
  { next, early, ...options }: Confidence & Dealt,
): Promise<(readonly [place: number, weighed: WeighedClaim])[]> {
  const scales = new ClaimScales(cut, options)
  const weighed: (readonly [number, WeighedClaim])[] = []
  for (let place = await next(); place !== null; place = await next()) {
    const one = scales.weigh(at(claims, place))
    early(one.trial)
    weighed.push([place, one])
  }
  return weighed
}
