import { at, entry } from '../../checked/index.ts'
import type { Stint, Strike } from '../../vocabulary/index.ts'
import { alphaOf, binomialInterval, phaseExcess } from '../../stats/index.ts'
import type { Counted, PhaseCount } from '../../stats/index.ts'
import { timeShareOf } from '../kinds/timeShareOf.ts'
import { shareOfStrata } from './claimResult.ts'
import type { ClaimResult, Question } from './claimResult.ts'

/** The strikes of what is claimed, with their stints. */
function strikesOfA({ book, columns, selection }: Question): { strike: Strike; stint: Stint }[] {
  const stints = new Map(book.stints.map((stint) => [stint.id, stint]))
  const strikes = new Map(book.strikes.map((strike) => [strike.id, strike]))
  const stintNames = entry(columns.factors, 'stint')
  return columns.strikeIds.flatMap((id, i) => {
    const row = at(columns.strikeRows, i)
    const [strike, stint] = [strikes.get(id), stints.get(at(stintNames.levels, at(stintNames.codes, row)))]
    return strike && stint && selection.inA(row) ? [{ strike, stint }] : []
  })
}

/**
 * Strikes in some phases against their share of the time.
 *
 * Given      a claim that names phases; strikes with their phase, on stints that tell how much of the time was spent in them
 * Returned   strikes in the phases over those that the time alone would bring; limits from the share's own, by `binomialInterval`
 * Source     `phaseExcess`
 */
export function phaseResult(question: Question): ClaimResult {
  const phases = new Set(question.claim.against.split(',').map((phase) => phase.trim()))
  const counts: PhaseCount[] = strikesOfA(question).flatMap(({ strike, stint }) => {
    const timeShare = timeShareOf(stint, phases)
    return !strike.phase || timeShare === undefined
      ? []
      : [{ strikes: 1, inPhase: phases.has(strike.phase) ? 1 : 0, timeShare }]
  })
  return excessResult(counts, question, 'no strike has both its phase and the share of time spent in it')
}

/**
 * Bites on later pitches to one target against the share of pitches that were later ones.
 *
 *   share of later pitches = 1 − targets/casts
 *
 * Given      a claim that names the least pitch; strikes with their pitch, on stints with casts and targets
 * Returned   as `phaseResult`
 * Valid for  the second pitch and later alike: how often a third was made is not told
 * Source     `phaseExcess`; the share: ours
 */
export function pitchResult(question: Question): ClaimResult {
  const least = Number(question.claim.against)
  const counts: PhaseCount[] = strikesOfA(question).flatMap(({ strike, stint }) => {
    const { casts, targets } = stint
    if (strike.pitch == null || casts == null || targets == null || casts <= 0 || targets > casts) return []
    return [{ strikes: 1, inPhase: strike.pitch >= least ? 1 : 0, timeShare: 1 - targets / casts }]
  })
  return excessResult(counts, question, 'no strike has its pitch, and its stint the casts and targets')
}

/**
 * What became of strikes by how the hook was set, trip by trip: landed of all strikes, or of those hooked. The claim is held against
 * the two ways, the one that is claimed first.
 */
export function setResult(question: Question): ClaimResult {
  const [claimed, other] = question.claim.against.split(',').map((set) => set.trim())
  const none = (): Counted => ({ events: 0, trials: 0 })
  const trips = new Map<string, { a: Counted; b: Counted }>()
  for (const { strike } of strikesOfA(question)) {
    const side = strike.set === claimed ? 'a' : strike.set === other ? 'b' : undefined
    const told = strike.outcome === 'landed' || strike.outcome === 'lost' || strike.outcome === 'missed'
    if (!side || !told || (question.claim.outcome === 'set held' && strike.outcome === 'missed')) continue
    const trip = trips.get(strike.trip) ?? { a: none(), b: none() }
    const { events, trials } = trip[side]
    trip[side] = { events: events + (strike.outcome === 'landed' ? 1 : 0), trials: trials + 1 }
    trips.set(strike.trip, trip)
  }
  if (trips.size === 0) return { cannot: 'no strike has how the hook was set and what became of it' }
  return shareOfStrata([...trips.values()], question.options)
}

const LEAST_STRIKES = 5

function excessResult(counts: readonly PhaseCount[], { options }: Question, why: string): ClaimResult {
  if (counts.length === 0) return { cannot: why }
  const { strikes, inPhase, expected, ratio, pValue } = phaseExcess(counts)
  const { lower, upper } = binomialInterval(inPhase, strikes, { confidence: 1 - alphaOf(options) })
  return {
    found: {
      ratio,
      lower: (lower * strikes) / expected,
      upper: (upper * strikes) / expected,
      pValue,
      early: strikes < LEAST_STRIKES || expected === 0,
    },
    denominator: 'strikes by time',
  }
}
