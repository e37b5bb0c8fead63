import { at } from '../../checked/index.ts'
import { buildColumns, planCuts } from '../../effort/index.ts'
import type { BookRecords, SegmentColumns } from '../../effort/index.ts'
import { cholesky, choleskyInverse } from '../../numerics/index.ts'
import { bookDispersion } from '../../query/index.ts'
import type { Question } from '../../query/index.ts'
import { ClockGround, isOfTheClock } from './timeOfDay.ts'
import type { TimeOfDay, TimeOfDayStart } from './timeOfDay.ts'

/** Hours of a day. */
export const HOURS = 24

/** What each hour of the clock does to the rate of a book, whatever the lure and the luck of the day. */
export interface BookClock {
  /** Logarithms, by hour after midnight; 0, and as unsure as before anything was seen, for an hour nobody fished by the lure. */
  readonly effects: Float64Array
  /** Their covariance, row by row. */
  readonly covariance: Float64Array
}

/** How a book is cut to learn its clock. */
export const CLOCK_QUESTION = { by: ['lure', 'water', 'hour'], where: [] } as const
const CLOCK_PLAN = planCuts(CLOCK_QUESTION.by, [])

/** How hours may differ, as the sd of their logarithms: half-normal, sd 0.5. (ours) */
const HOUR_SDS = [0.25, 0.8]
const HOUR_SD_PRIOR = 0.5

/** A question of the clock itself is not held by it. */
export const holdsTheClock = ({ by, where }: Question): boolean =>
  ![...by, ...where.map(({ column }) => column)].some(isOfTheClock)

/** The clock of a whole book: worked out once for all its boards. Undefined for a book without a strike. */
export const clockOfBook = (book: BookRecords): BookClock | undefined => clockOf(buildColumns(book, CLOCK_PLAN))

/** The same from columns cut for `CLOCK_QUESTION`, or finer: averaged over how much hours may differ, by how well the book bears each out. `laid`: where somebody has laid those rows out. */
export function clockOf(
  columns: SegmentColumns,
  asked: readonly number[] = Array.from({ length: columns.rows }, (_, row) => row),
  laid?: ClockGround,
): BookClock | undefined {
  const rows = asked.filter((row) => at(columns.hours, row) > 0)
  if (!rows.some((row) => at(columns.strikes, row) > 0)) return undefined
  const ground = laid ?? new ClockGround(columns, rows, bookDispersion(columns, rows))
  const fits: ReturnType<typeof weighedClock>[] = []
  let start: TimeOfDayStart | undefined
  for (const hourSd of HOUR_SDS) {
    const fit = ground.timeOfDay(rows, { hourSd, start })
    fits.push(weighedClock(fit, hourSd))
    start = fit.start
  }
  const most = Math.max(...fits.map(({ logWeight }) => logWeight))
  const raw = fits.map(({ logWeight }) => Math.exp(logWeight - most))
  const weights = raw.map((one) => one / raw.reduce((sum, other) => sum + other, 0))
  const effects = averaged(
    fits.map((one) => one.effects),
    weights,
  )
  // Of a mixture: the mean of the covariances, and how far the means lie apart.
  const covariances = fits.map((one) =>
    one.covariance.map((value, k) => {
      const [i, j] = [Math.floor(k / HOURS), k % HOURS]
      return value + (at(one.effects, i) - at(effects, i)) * (at(one.effects, j) - at(effects, j))
    }),
  )
  return { effects, covariance: averaged(covariances, weights) }
}

function weighedClock(
  { levels, effects, precision, logEvidence }: TimeOfDay,
  sd: number,
): BookClock & { readonly logWeight: number } {
  const factor = cholesky(precision, levels.length)
  if (!factor) throw new Error('the precision of the hours of a day is not positive definite')
  const inverse = choleskyInverse(factor, levels.length)
  const hours = levels.map(Number)
  const clock = {
    effects: new Float64Array(HOURS),
    covariance: Float64Array.from({ length: HOURS * HOURS }, (_, k) => (k % (HOURS + 1) === 0 ? sd * sd : 0)),
    logWeight: logEvidence - (sd / HOUR_SD_PRIOR) ** 2 / 2 + Math.log(sd),
  }
  hours.forEach((hour, i) => {
    if (!Number.isInteger(hour)) return
    clock.effects[hour] = at(effects, i)
    hours.forEach((other, j) => {
      if (Number.isInteger(other)) clock.covariance[hour * HOURS + other] = at(inverse, i * levels.length + j)
    })
  })
  return clock
}

const averaged = (of: readonly Float64Array[], weights: readonly number[]): Float64Array =>
  at(of, 0).map((_, i) => of.reduce((sum, one, k) => sum + at(one, i) * at(weights, k), 0))

/** How much a piece of a day is worth in ordinary hours, by the clock. */
export class ClockHours {
  /** Worth from midnight to each full hour. */
  private readonly sums = new Float64Array(HOURS + 1)

  constructor(private readonly clock: BookClock) {
    clock.effects.forEach((effect, hour) => (this.sums[hour + 1] = at(this.sums, hour) + Math.exp(effect)))
  }

  /** Ordinary hours to an hour; 1 where the time is not known. */
  factor(from: number, to: number): number {
    return to > from ? (this.until(to) - this.until(from)) / (to - from) : 1
  }

  private until(time: number): number {
    const [days, hour] = [Math.floor(time / HOURS), Math.floor(time) % HOURS]
    return (
      days * at(this.sums, HOURS) + at(this.sums, hour) + (time % 1) * (at(this.sums, hour + 1) - at(this.sums, hour))
    )
  }

  /** Variance of the log of how good some hours are beside others, both as ordinary hours by the clock. */
  variance(own: Float64Array, others: Float64Array): number {
    const { covariance } = this.clock
    const sum = (values: Float64Array): number => values.reduce((all, one) => all + one, 0)
    const [ownSum, otherSum] = [sum(own), sum(others)]
    if (!(ownSum > 0 && otherSum > 0)) return 0
    const apart = own.map((value, hour) => value / ownSum - at(others, hour) / otherSum)
    let variance = 0
    for (let i = 0; i < HOURS; i++)
      for (let j = 0; j < HOURS; j++) variance += at(apart, i) * at(apart, j) * at(covariance, i * HOURS + j)
    return Math.max(0, variance)
  }
}

/** The hour of the clock in which most of a piece of a day lies. */
export const hourOf = (from: number, to: number): number => Math.floor((from + to) / 2) % HOURS
