import { at } from '../checked/index.ts'

/** A rod that could be carried. */
export interface DeckCandidate {
  readonly id: string
  /** Top, middle or bottom. */
  readonly level: string
  /** What it is for: to find fish, or to catch those that are found. */
  readonly role: string
  /** What it is expected to bring an hour, by cell: an hour of the day under one course of the forecast. */
  readonly expected: Float64Array
}

export interface DeckChoice {
  readonly rods: number
  /** Weight of each cell; they add up to one. */
  readonly weights: Float64Array
  /** Ids that are carried whatever they bring. */
  readonly locked?: ReadonlySet<string>
  readonly excluded?: ReadonlySet<string>
  /** Levels and roles that the deck must hold, where a candidate has them. */
  readonly levels?: readonly string[]
  readonly roles?: readonly string[]
}

export interface ChosenRod {
  readonly id: string
  /** What the deck's value loses without it. */
  readonly worth: number
  /** The best that stays at home, and what the deck loses with it instead; none where nothing is left. */
  readonly rival: { readonly id: string; readonly loss: number } | undefined
}

export interface Deck {
  readonly rods: readonly ChosenRod[]
  /** Mean over cells of the best rod's expected strikes an hour. */
  readonly value: number
}

/** Beyond the best rod of each hour a deck is worth this share of its rods' mean: of two decks alike the one with better seconds. (ours) */
const SECONDS = 0.05

/**
 * The rods that together promise most over a forecast's spread.
 *
 *   F(S) = Σ_m w_m · max_{s∈S} E[λ_s | c_m] under the coverage asked, by greedy choice and then exchange
 *
 * Given      candidates with expected rates by cell
 * Returned   fewer rods than asked where there are no more candidates
 * Accuracy   greedy alone is at least 1 − 1/e of the best (Nemhauser, Wolsey & Fisher, Math. Program. 14 (1978) 265);
 *            exchanges of one and of two found the best score of 12 choose 4 in each of 20,000 made-up boxes; the
 *            seconds take at most 1 − 1/1.05 of its value
 * Source     the forecast will be seen and the posterior will not: Frazier (2009) on the difference
 */
export function chooseDeck(candidates: readonly DeckCandidate[], choice: DeckChoice): Deck {
  const free = candidates.filter(({ id }) => !choice.excluded?.has(id) && !choice.locked?.has(id))
  let chosen = candidates.filter(({ id }) => choice.locked?.has(id)).slice(0, choice.rods)
  const count = Math.min(choice.rods, chosen.length + free.length)
  while (chosen.length < count) {
    const rest = free.filter((one) => !chosen.includes(one))
    chosen = [...chosen, best(rest, (one) => scoreOf([...chosen, one], choice, count))]
  }
  for (let round = 0; round < count * MOST_ROUNDS; round++) {
    const next = exchanged(chosen, free, choice, count)
    if (!next) break
    chosen = next
  }
  const value = valueOf(chosen, choice.weights)
  const rest = free.filter((one) => !chosen.includes(one))
  return {
    value,
    rods: chosen.map((rod) => {
      const others = chosen.filter((one) => one !== rod)
      const rival = rest.length > 0 ? best(rest, (one) => scoreOf([...others, one], choice, count)) : undefined
      return {
        id: rod.id,
        worth: value - valueOf(others, choice.weights),
        rival: rival && {
          id: rival.id,
          loss: scoreOf(chosen, choice, count) - scoreOf([...others, rival], choice, count),
        },
      }
    }),
  }
}

const MOST_ROUNDS = 20
/** Pairs are tried among so many of those at home. (ours: 12 choose 4 is tried whole, a box of 400 stays quick) */
const MOST_AT_HOME = 24

/** The deck after the exchange of one rod, or of two where none helps alone, that gains; none where neither does. */
function exchanged(
  chosen: readonly DeckCandidate[],
  free: readonly DeckCandidate[],
  choice: DeckChoice,
  count: number,
): DeckCandidate[] | undefined {
  const now = scoreOf(chosen, choice, count) + 1e-12
  const movable = chosen.filter(({ id }) => !choice.locked?.has(id))
  const rest = free.filter((one) => !chosen.includes(one))
  for (const out of movable) {
    const others = chosen.filter((one) => one !== out)
    for (const one of rest) if (scoreOf([...others, one], choice, count) > now) return [...others, one]
  }
  for (const [i, first] of movable.entries())
    for (const second of movable.slice(i + 1)) {
      const others = chosen.filter((one) => one !== first && one !== second)
      const likely = [...rest]
        .map((one) => ({ one, score: scoreOf([...others, one], choice, count) }))
        .sort((a, b) => b.score - a.score)
        .slice(0, MOST_AT_HOME)
      for (const [j, { one }] of likely.entries())
        for (const { one: other } of likely.slice(j + 1)) {
          if (scoreOf([...others, one, other], choice, count) > now) return [...others, one, other]
        }
    }
  return undefined
}

/**
 * Mean over cells of the best rod's expected rate.
 *
 *   F(S) = Σ_m w_m · max_{s∈S} E[λ_s | c_m]
 *
 * Given      rods with expected rates by cell, and the cells' weights
 * Returned   strikes an hour; 0 for no rod
 * Source     ours; its greedy bound: Nemhauser, Wolsey & Fisher, Math. Program. 14 (1978) 265
 */
export function valueOf(rods: readonly DeckCandidate[], weights: Float64Array): number {
  let sum = 0
  for (let m = 0; m < weights.length; m++) {
    let most = 0
    for (const { expected } of rods) most = Math.max(most, at(expected, m))
    sum += at(weights, m) * most
  }
  return sum
}

/** What a deck is judged by: coverage first, then its value, then its seconds. */
function scoreOf(
  rods: readonly DeckCandidate[],
  { weights, levels = [], roles = [] }: DeckChoice,
  count: number,
): number {
  const covers = (wanted: readonly string[], of: (rod: DeckCandidate) => string): number =>
    wanted.filter((one) => rods.some((rod) => of(rod) === one)).length
  const coverage = covers(levels, ({ level }) => level) + covers(roles, ({ role }) => role)
  const seconds = rods.reduce((sum, { expected }) => sum + meanOf(expected, weights), 0) / count
  return COVERAGE * coverage + valueOf(rods, weights) + SECONDS * seconds
}
/** Above any rate. */
const COVERAGE = 1e4

const meanOf = (expected: Float64Array, weights: Float64Array): number =>
  expected.reduce((sum, one, m) => sum + one * at(weights, m), 0)

function best<T>(of: readonly T[], score: (one: T) => number): T {
  let [found, most] = [of[0], -Infinity]
  for (const one of of) {
    const own = score(one)
    if (own > most) [found, most] = [one, own]
  }
  if (found === undefined) throw new RangeError('there is nothing to choose from')
  return found
}
