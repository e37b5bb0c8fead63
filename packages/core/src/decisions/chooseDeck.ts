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
 * Accuracy   greedy alone is at least 1 − 1/e of the best (Nemhauser, Wolsey & Fisher, Math. Program. 14 (1978) 265)
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
  const isLocked = ({ id }: DeckCandidate): boolean => choice.locked?.has(id) === true
  for (let [moved, round] = [true, 0]; moved && round < count * MOST_ROUNDS; round++) {
    moved = false
    const now = scoreOf(chosen, choice, count)
    for (const out of chosen.filter((one) => !isLocked(one))) {
      const others = chosen.filter((one) => one !== out)
      const rest = free.filter((one) => !chosen.includes(one))
      if (rest.length === 0) break
      const instead = best(rest, (one) => scoreOf([...others, one], choice, count))
      if (scoreOf([...others, instead], choice, count) > now + 1e-12) {
        chosen = [...others, instead]
        moved = true
        break
      }
    }
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

/** Mean over cells of the best rod's expected rate. */
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
