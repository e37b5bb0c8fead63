import { QuestionError, at } from '../../checked/index.ts'
import type { Factor, SegmentColumns } from '../../effort/index.ts'
import { HOURS, hourOf } from '../within/clock.ts'
import type { ClockHours } from '../within/clock.ts'

/** So many strikes' worth of the wider rate stand in where the nearer one has few hours of its own (ours). */
const BORROWED_STRIKES = 3

interface Sum {
  strikes: number
  hours: number
}

/** A group's strikes and hours of each class on each water, and those that its last row went to: rows of a group mostly agree in both. */
export interface GroupSums {
  readonly cells: Map<number, Sum>
  cell: number
  sum: Sum
  /** Its ordinary hours, and where they lie by the clock, by water. */
  ordinaryHours: number
  readonly byClock: Map<number, Float64Array>
}

export const newSums = (): GroupSums => ({
  cells: new Map(),
  cell: -1,
  sum: newSum(),
  ordinaryHours: 0,
  byClock: new Map(),
})

/**
 * What was expected of each group: its hours at the rate of everything else of the same lure class on the same water, an hour counted by what
 * the clock makes of it, so that a lure thrown at dawn is held against dawns. A class that has few hours beside the group's own borrows from
 * the water, a water from everything selected; so a lone lure of its class is held against its water.
 */
export class Baseline {
  /** Strikes and hours of each class on each water, and of each water. */
  private readonly cells: Sum[]
  private readonly waters: Sum[]
  private readonly all: Sum = newSum()
  /** Ordinary hours of each water by the clock. */
  private readonly days = new Map<number, Float64Array>()
  private readonly classes: Factor | undefined
  private readonly places: Factor | undefined
  private readonly classCount: number

  /** Columns that the grouping itself fixes are no baseline: what is compared is not held constant. */
  constructor(
    private readonly columns: SegmentColumns,
    by: readonly string[],
    private readonly clock?: ClockHours,
  ) {
    this.classes = by.includes('class') ? undefined : columns.factors.class
    this.places = by.includes('water') ? undefined : columns.factors.water
    this.classCount = Math.max(1, this.classes?.levels.length ?? 1)
    const waterCount = Math.max(1, this.places?.levels.length ?? 1)
    this.waters = Array.from({ length: waterCount }, newSum)
    this.cells = Array.from({ length: waterCount * this.classCount }, newSum)
  }

  add(group: GroupSums, row: number): void {
    const spent = this.columns.hours[row]!
    if (spent === 0) return
    const [from, to] = [this.columns.clockFrom[row] ?? NaN, this.columns.clockTo[row] ?? NaN]
    const hours = spent * (this.clock?.factor(from, to) ?? 1)
    group.ordinaryHours += hours
    const water = this.places ? this.places.codes[row]! : 0
    if (this.clock && to > from) {
      const [day, hour] = [dayAt(group.byClock, water), hourOf(from, to)]
      day[hour] = at(day, hour) + hours
    }
    const cell = water * this.classCount + (this.classes ? this.classes.codes[row]! : 0)
    if (group.cell !== cell) {
      group.cell = cell
      group.sum = sumAt(group.cells, cell)
    }
    addTo(group.sum, this.columns.strikes[row]!, hours)
  }

  /** Variance of the log of what is expected of a group that the clock leaves open: its hours beside those of the rest on its waters. */
  clockVariance({ byClock }: GroupSums): number {
    if (!this.clock) return 0
    const [own, beside] = [new Float64Array(HOURS), new Float64Array(HOURS)]
    for (const [water, day] of byClock) {
      const others = dayAt(this.days, water).map((hours, hour) => hours - at(day, hour))
      const [spent, rest] = [sumOf(day), sumOf(others)]
      day.forEach((hours, hour) => {
        own[hour] = at(own, hour) + hours
        beside[hour] = at(beside, hour) + (rest > 0 ? (spent * at(others, hour)) / rest : hours)
      })
    }
    return this.clock.variance(own, beside)
  }

  /** The same of its hours beside all hours. */
  clockVarianceOfAll({ byClock }: GroupSums): number {
    return this.clock ? this.clock.variance(sumOfDays(byClock), sumOfDays(this.days)) : 0
  }

  /** Adds up what the groups brought; before anything is asked. */
  close(groups: readonly GroupSums[]): void {
    for (const { byClock } of groups)
      for (const [water, day] of byClock) {
        const all = dayAt(this.days, water)
        day.forEach((hours, hour) => (all[hour] = at(all, hour) + hours))
      }
    for (const { cells } of groups)
      for (const [cell, { strikes, hours }] of cells) {
        addTo(at(this.cells, cell), strikes, hours)
        addTo(at(this.waters, Math.floor(cell / this.classCount)), strikes, hours)
        addTo(this.all, strikes, hours)
      }
  }

  /** Strikes of everything else of the same class on the same water, and those borrowed: what a group is held against rests on so many. */
  strikesBeside({ cells }: GroupSums): number {
    let beside = BORROWED_STRIKES
    for (const [cell, own] of cells) beside += at(this.cells, cell).strikes - own.strikes
    return beside
  }

  /** Strikes expected of a group, more than 0. Throws QuestionError when there is no strike at all to go by. */
  expected({ cells: own }: GroupSums): number {
    if (this.all.strikes === 0) throw new QuestionError('no strike was selected: nothing can be expected of a group')
    const ofWater = new Map<number, Sum>()
    for (const [cell, { strikes, hours }] of own) {
      const water = Math.floor(cell / this.classCount)
      const total = ofWater.get(water) ?? newSum()
      ofWater.set(water, total)
      addTo(total, strikes, hours)
    }
    let expected = 0
    for (const [cell, sum] of own) {
      const water = Math.floor(cell / this.classCount)
      const wide = rateWithout(
        at(this.waters, water),
        ofWater.get(water) ?? newSum(),
        this.all.strikes / this.all.hours,
      )
      expected += sum.hours * rateWithout(at(this.cells, cell), sum, wide)
    }
    return expected
  }
}

function sumAt(sums: Map<number, Sum>, cell: number): Sum {
  let sum = sums.get(cell)
  if (!sum) sums.set(cell, (sum = newSum()))
  return sum
}

function dayAt(days: Map<number, Float64Array>, water: number): Float64Array {
  let day = days.get(water)
  if (!day) days.set(water, (day = new Float64Array(HOURS)))
  return day
}

const sumOf = (values: Float64Array): number => values.reduce((all, one) => all + one, 0)

function sumOfDays(days: ReadonlyMap<number, Float64Array>): Float64Array {
  const sum = new Float64Array(HOURS)
  for (const day of days.values()) day.forEach((hours, hour) => (sum[hour] = at(sum, hour) + hours))
  return sum
}

const newSum = (): Sum => ({ strikes: 0, hours: 0 })

function addTo(sum: Sum, strikes: number, hours: number): void {
  sum.strikes += strikes
  sum.hours += hours
}

const rateWithout = (all: Sum, own: Sum, wider: number): number =>
  (all.strikes - own.strikes + BORROWED_STRIKES) / (all.hours - own.hours + BORROWED_STRIKES / wider)
