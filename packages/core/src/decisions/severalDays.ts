import { at } from '../checked/index.ts'

/** A way of fishing a day: bags that are as likely as each other, in any unit. */
export interface DayStrategy {
  readonly name: string
  readonly bags: ArrayLike<number>
}

export interface EventPlan {
  /** What the event is worth if every day is fished by what is in hand. */
  readonly value: number
  /** The best plan that is made beforehand and kept to: a strategy for each day, whose order does not matter. */
  readonly fixed: { readonly names: readonly string[]; readonly value: number }
  /** What the event is worth if today is fished so and the days after by what is in hand, strategy by strategy of the first day. */
  readonly now: readonly { readonly name: string; readonly value: number }[]
  /** The best strategy of a day by the weight in hand: spans of weight, rising. */
  readonly days: readonly { readonly from: number; readonly name: string }[][]
}

export interface EventOptions {
  /** Weight brought in before the first day. Default 0. */
  readonly inHand?: number
  /** Strategies of the first day, where they are not those of the others: a day that is half over. */
  readonly first?: readonly DayStrategy[]
}

const POINTS = 2001

/**
 * An event of several days, fished by the weight in hand.
 *
 *   V_d(w) = max_s E V_{d+1}(w + bag_s), V after the last day = payout(w)
 *
 * Given      how many days, the strategies, what a final total is worth, the weight in hand before the first, and that day's own strategies
 * Returned   value, the best fixed strategy, and what to do by day and weight
 * Accuracy   totals go by steps of a two-thousandth of the most that may be reached; the payout is read at the step's own total
 * Source     backward induction: Bellman, Dynamic Programming (1957)
 */
export function severalDays(
  days: number,
  strategies: readonly DayStrategy[],
  payout: (total: number) => number,
  { inHand = 0, first = strategies }: EventOptions = {},
): EventPlan {
  const most = inHand + days * Math.max(...[...strategies, ...first].map(({ bags }) => maxOf(bags)))
  const step = (most - inHand) / (POINTS - 1) || 1
  const totalAt = (i: number): number => inHand + i * step
  /** What a day by a strategy leaves of a value, by weight in hand. The last day reads the payout itself, which may jump. */
  const after = (value: Float64Array | undefined, { bags }: DayStrategy): Float64Array =>
    Float64Array.from({ length: POINTS }, (_, i) => {
      let sum = 0
      for (let b = 0; b < bags.length; b++) {
        const total = totalAt(i) + (bags[b] ?? 0)
        sum += value ? between(value, (total - inHand) / step) : payout(total)
      }
      return sum / bags.length
    })
  let best: Float64Array | undefined
  let fixed: Fixed[] = [{ sequence: [], value: undefined }]
  const plan: { from: number; name: string }[][] = []
  let now: EventPlan['now'] = []
  for (let day = days; day >= 1; day--) {
    const ofDay = day === 1 ? first : strategies
    const isLike = ofDay === strategies
    const values = ofDay.map((strategy) => after(best, strategy))
    const choice = Array.from({ length: POINTS }, (_, i) => bestOf(values, i))
    plan.unshift(spansOf(choice, ofDay, totalAt))
    best = Float64Array.from(choice, (s, i) => at(at(values, s), i))
    now = ofDay.map(({ name }, s) => ({ name, value: at(at(values, s), 0) }))
    fixed = fixed.flatMap(({ sequence, value }) =>
      ofDay.flatMap((strategy, s) =>
        // Of days alike the order is nothing: each set of strategies once.
        isLike && s < (sequence[0] ?? 0) ? [] : [{ sequence: [s, ...sequence], value: after(value, strategy) }],
      ),
    )
  }
  const worth = ({ value }: Fixed): number => value?.[0] ?? payout(inHand)
  const kept = fixed.reduce((most, one) => (worth(one) > worth(most) ? one : most))
  return {
    value: best?.[0] ?? payout(inHand),
    now,
    fixed: {
      names: kept.sequence.map((strategy, day) => at(day === 0 ? first : strategies, strategy).name),
      value: worth(kept),
    },
    days: plan,
  }
}

interface Fixed {
  /** Strategies of the days that are left. */
  readonly sequence: readonly number[]
  readonly value: Float64Array | undefined
}

const bestOf = (values: readonly Float64Array[], i: number): number =>
  values.reduce((best, value, s) => (at(value, i) > at(at(values, best), i) ? s : best), 0)

function spansOf(
  choice: readonly number[],
  strategies: readonly DayStrategy[],
  totalAt: (i: number) => number,
): { from: number; name: string }[] {
  return choice.flatMap((s, i) =>
    i > 0 && choice[i - 1] === s ? [] : [{ from: totalAt(i), name: at(strategies, s).name }],
  )
}

function between(values: Float64Array, place: number): number {
  const low = Math.max(0, Math.min(values.length - 1, Math.floor(place)))
  const high = Math.min(values.length - 1, low + 1)
  const share = Math.min(1, Math.max(0, place - low))
  return (values[low] ?? 0) * (1 - share) + (values[high] ?? 0) * share
}

function maxOf(values: ArrayLike<number>): number {
  let most = 0
  for (let i = 0; i < values.length; i++) most = Math.max(most, values[i] ?? 0)
  return most
}
