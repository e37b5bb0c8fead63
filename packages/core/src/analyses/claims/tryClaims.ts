import { at } from '../../checked/index.ts'
import type { BookRecords } from '../../effort/index.ts'
import { ALL_OTHERS, CLAIMS, NOT_BETTER, SAME_MARGIN } from '../../practice/index.ts'
import type { Claim, ClaimOutcome } from '../../practice/index.ts'
import type { Confidence, Exposure } from '../../stats/index.ts'
import { followUp } from '../after/followUp.ts'
import { CONFIRMED_AT, eValue, powerAt, powerForRatio } from '../../stats/index.ts'
import { namesOf, rowFilter } from '../../query/index.ts'
import type { Names } from '../../query/index.ts'
import { boutsBySide } from '../within/boutsBySide.ts'
import { ClockHours } from '../within/clock.ts'
import { tripOf } from '../within/comparedTrips.ts'
import { Launches } from '../within/launches.ts'
import { ClockGround } from '../within/timeOfDay.ts'
import {
  NOTHING_YET,
  betweenResult,
  holdsTheHour,
  shareResult,
  perCountResult,
  rateResult,
  ratioFallsResult,
  sizeResult,
} from './claimResult.ts'
import type { ClaimResult, Question } from './claimResult.ts'
import { claimsByCut, cutForClaims, rowsHere } from './cutForClaims.ts'
import type { CutForClaims } from './cutForClaims.ts'
import { anyFilter, selectionOf } from './selection.ts'
import { phaseResult, pitchResult, setResult } from './strikesOf.ts'
import { Logged, toLog } from './toLog.ts'
import { travelsResult } from './travelsResult.ts'
import { judge } from './verdict.ts'
import type { Verdict } from './verdict.ts'
import { zoneResult } from './zoneResult.ts'

export interface ClaimTrial {
  readonly claim: Claim
  readonly verdict: Verdict
  /** What is claimed over what it is held against; null where there is no number. */
  readonly ratio: number | null
  readonly lower: number
  readonly upper: number
  readonly pValue: number | null
  readonly q: number | null
  /** Farther from one than this counts as different, for claims of *the same* and *not better*. */
  readonly margin: number | null
  readonly denominator: string
  /** Hours, strikes and trips of what is claimed, and hours of what it is held against. */
  readonly hoursIn: number
  readonly hoursOut: number
  readonly strikesIn: number
  readonly trips: readonly string[]
  /** Hours of both still needed to tell a ratio of 2 with four chances in five, at the present split; null where it cannot be said. */
  readonly hoursNeeded: number | null
  /** Chance of telling a ratio of 2 in the present hours. */
  readonly powerAt: number | null
  /** Evidence for or against, in bouts by trip, that looking after every trip does not make (`eValue`); null where rates are not held within trips. */
  readonly eValue: number | null
  /** The evidence is twenty to one, in the direction that is claimed. */
  readonly confirmed: boolean
  /** Why there is no figure, and the columns that would have to be logged for one; none where it only waits for such hours. */
  readonly why?: string
  readonly toLog?: readonly string[]
}

/** A rule with its figures, not yet judged beside the others: how surely it holds goes by how many are tried. */
export type UnjudgedTrial = Omit<ClaimTrial, 'verdict' | 'q'>

/** Whoever waits: hears how far it is, and each rule's figures as soon as they are there. */
interface Watched {
  readonly progress?: (share: number) => void
  readonly early?: (trial: UnjudgedTrial) => void
}

export interface TryOptions extends Confidence, Watched {
  readonly claims?: readonly Claim[]
  /** Only hours on this water. */
  readonly water?: string
}

export interface WeighOptions extends Confidence, Watched {}

/** Deals out places; hears each rule's figures. */
export interface Dealt {
  readonly next: () => number | null | Promise<number | null>
  readonly early: (trial: UnjudgedTrial) => void
}

const NO_TRIP_YET: ClaimResult = { cannot: 'no trip since it was written' }

/** A rule with its figures and what a verdict on it goes by. Plain data. */
export interface WeighedClaim {
  readonly trial: UnjudgedTrial
  readonly outcome: ClaimResult
  /** Columns that would have to be logged for a figure. */
  readonly missing: readonly string[]
}

/**
 * Puts rules of the trade on trial against a book.
 *
 * Method     claims within trips by random trips; across conditions between trips, with water, season and hour held; phases against their
 *            share of the time; all judged together (`judge`)
 * Throws     QuestionError for a claim that speaks of a column nobody knows, or a water nobody fished
 * Source     the rules: common practice, no source; the methods: see each
 */
export function tryClaims(
  book: BookRecords,
  { claims = CLAIMS, water, progress, ...options }: TryOptions = {},
): ClaimTrial[] {
  const weighed = new Map<Claim, WeighedClaim>()
  for (const group of claimsByCut(claims)) {
    const heard = progress && ((share: number) => progress((weighed.size + share * group.length) / claims.length))
    const own = weighClaims(cutForClaims(book, group, water), group, {
      ...options,
      ...(heard ? { progress: heard } : {}),
    })
    group.forEach((claim, i) => weighed.set(claim, at(own, i)))
  }
  return judgeClaims(claims.flatMap((claim) => weighed.get(claim) ?? []))
}

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

/** Verdicts on all rules of a trial: how surely one holds goes by how many are tried. */
export function judgeClaims(weighed: readonly WeighedClaim[]): ClaimTrial[] {
  const judged = judge(
    weighed.map(({ trial: { claim }, outcome, missing }) => ({
      outcome: claim.outcome,
      dispute: claim.dispute,
      found: 'found' in outcome ? outcome.found : missing.length > 0 ? undefined : NOTHING_YET,
    })),
  )
  return weighed.map(({ trial, outcome, missing }, i) => ({
    ...trial,
    ...at(judged, i),
    ...('cannot' in outcome ? { toLog: missing } : {}),
  }))
}

// eslint-disable-next-line complexity -- a case a kind of claim
function resultOf(question: Question, names: Names): ClaimResult {
  const { columns, claim, rows } = question
  const fished = { ...question, rows: rows.filter((row) => at(columns.hours, row) > 0) }
  switch (claim.outcome) {
    case 'rate':
    case 'rate lower':
    case 'not better':
    case 'not lower':
    case 'same':
      return rateResult(fished)
    case 'between':
    case 'between lower':
      return betweenResult(fished)
    case 'size':
    case 'size lower':
      return sizeResult(question)
    case 'hook-up':
    case 'hook-up same':
      return shareResult(question, 'hook_up')
    case 'landed':
      return shareResult(question, 'landed')
    case 'lost lower':
      return shareResult(question, 'lost')
    case 'set landed':
    case 'set held':
      return setResult(question)
    case 'phase':
    case 'phase lower':
      return phaseResult(question)
    case 'pitch':
      return pitchResult(question)
    case 'per clean cast':
    case 'per target':
      return perCountResult(fished, claim.outcome)
    case 'zone':
      return zoneResult(fished)
    case 'ratio falls':
      return ratioFallsResult(fished, elsewhereOf(fished, names))
    case 'follow-up':
      return followUpResult(question, names)
    case 'travels':
      return travelsResult(fished)
    default:
      return { cannot: `nobody knows how to try ${claim.outcome satisfies never}` }
  }
}

/** The same two sides where the condition does not hold. */
function elsewhereOf({ columns, claim, selection, rows }: Question, names: Names): Question['selection'] {
  const asked = new Set(rows.filter((row) => !selection.when(row)))
  return selectionOf(columns, { ...claim, when: '' }, names, (row) => asked.has(row))
}

/** The catcher's rate behind a strike of the finder, which the claim is held against, and its rate elsewhere or later. */
function followUpResult({ book, columns, claim, rows, options }: Question, names: Names): ClaimResult {
  const when = anyFilter(columns, claim.when, names)
  const stints = columns.factors.stint
  const stintsOf = (side: string): ReadonlySet<string> => {
    const isSide = anyFilter(columns, side, names)
    return new Set(
      rows
        .filter((row) => isSide(row) && when(row))
        .map((row) => (stints ? at(stints.levels, at(stints.codes, row)) : '')),
    )
  }
  // Held against all others, whatever found the fish.
  const finder = claim.against === ALL_OTHERS ? '' : claim.against
  const [finders, catchers] = [stintsOf(finder), stintsOf(claim.lure)]
  const { finds, inside, outside, ratio, trips } = followUp(
    book,
    (stint) => finders.has(stint.id),
    (stint) => catchers.has(stint.id),
    options,
  )
  if (finds === 0) return { cannot: 'no strike of the finder at a spot that was told' }
  if (inside.exposureHours === 0 || outside.exposureHours === 0)
    return { cannot: 'the catcher was not thrown both there within half an hour and elsewhere or later' }
  const early = trips < 3 || inside.exposureHours < 1
  return { found: { ...ratio, early }, denominator: 'hours' }
}

/** Hours and strikes of both sides, and the trips of what is claimed: rows are many, and are gone through once for each of over a hundred rules. */
function sidesSummed(
  columns: Question['columns'],
  rows: readonly number[],
  { inA, inB }: Question['selection'],
): { readonly a: Exposure; readonly b: Exposure; readonly trips: ReadonlySet<string> } {
  const [a, b] = [
    { events: 0, exposureHours: 0 },
    { events: 0, exposureHours: 0 },
  ]
  const trips = new Set<string>()
  const add = (side: { events: number; exposureHours: number }, row: number): void => {
    side.events += at(columns.strikes, row)
    side.exposureHours += at(columns.hours, row)
  }
  for (const row of rows) {
    if (inA(row)) {
      add(a, row)
      trips.add(tripOf(columns, row))
    }
    if (inB(row)) add(b, row)
  }
  return { a, b, trips }
}

/** How a book's trips differ, its strikes come in flurries, and its hours in worth. */
interface BookSpread {
  readonly variance: number
  readonly dispersion: number
  readonly clock: ClockHours | undefined
}

function trialOf(
  { columns, claim, selection, rows }: Question,
  outcome: ClaimResult,
  { variance, dispersion, clock }: BookSpread,
): UnjudgedTrial {
  const { a, b, trips } = sidesSummed(columns, rows, selection)
  const [hoursIn, hoursOut, strikesIn] = [a.exposureHours, b.exposureHours, a.events]
  const rate = (a.events + b.events) / (hoursIn + hoursOut)
  const asked = {
    rate,
    ratio: 2,
    share: hoursIn / (hoursIn + hoursOut),
    tripVariance: claim.outcome.startsWith('between') ? variance : 0,
    dispersion,
  }
  const countable = rate > 0 && hoursIn > 0 && hoursOut > 0
  const needed = countable ? powerForRatio(asked).hours : Infinity
  const margin = {
    same: SAME_MARGIN,
    'hook-up same': SAME_MARGIN,
    travels: SAME_MARGIN,
    'not better': NOT_BETTER,
    'not lower': NOT_BETTER,
  } as const
  return {
    claim,
    ...('found' in outcome
      ? {
          ratio: finite(outcome.found.ratio),
          lower: outcome.found.lower,
          upper: outcome.found.upper,
          pValue: outcome.found.pValue,
          denominator: outcome.denominator,
        }
      : { ratio: null, lower: 0, upper: Infinity, pValue: null, denominator: 'none', why: outcome.cannot }),
    margin: (margin as Partial<Record<Claim['outcome'], number>>)[claim.outcome] ?? null,
    hoursIn,
    hoursOut,
    strikesIn,
    trips: [...trips],
    hoursNeeded: Number.isFinite(needed) ? Math.max(0, needed - hoursIn - hoursOut) : null,
    powerAt: countable ? powerAt(asked, hoursIn + hoursOut) : null,
    ...confirmedBy(
      { columns, claim, selection, rows },
      holdsTheHour(claim) ? clock : undefined,
      'found' in outcome ? outcome.found.ratio : null,
    ),
  }
}

/** Claims that one rate is higher or lower than another on the same trips. */
function confirmedBy(
  { columns, claim, selection, rows }: Pick<Question, 'columns' | 'claim' | 'selection' | 'rows'>,
  clock: ClockHours | undefined,
  ratio: number | null,
): Pick<ClaimTrial, 'eValue' | 'confirmed'> {
  if (claim.outcome !== 'rate' && claim.outcome !== 'rate lower') return { eValue: null, confirmed: false }
  const evidence = eValue(
    boutsBySide(
      columns,
      rows.filter((row) => at(columns.hours, row) > 0),
      selection,
      clock,
    ),
  )
  const asClaimed = ratio !== null && (claim.outcome === 'rate' ? ratio > 1 : ratio < 1)
  return { eValue: evidence, confirmed: evidence >= CONFIRMED_AT && asClaimed }
}

const finite = (value: number | null): number | null => (value !== null && Number.isFinite(value) ? value : null)
