import { at } from '../checked/index.ts'
import type { Factor, SegmentColumns } from '../effort/index.ts'

/** So many strikes' worth of the wider rate stand in where the nearer one has few hours of its own (ours). */
const BORROWED_STRIKES = 3

interface Sum {
  strikes: number
  hours: number
}

/**
 * What was expected of each group: its hours at the rate of everything else of the same lure class on the same water. A class that has few
 * hours beside the group's own borrows from the water, a water from everything selected; so a lone lure of its class is held against its water.
 */
export class Baseline {
  private readonly cells = new Map<string, Sum>()
  private readonly waters = new Map<string, Sum>()
  private readonly all: Sum = { strikes: 0, hours: 0 }
  private readonly groups = new Map<number, Map<string, { sum: Sum; water: string }>>()

  /** Columns that the grouping itself fixes are no baseline: what is compared is not held constant. */
  constructor(
    private readonly columns: SegmentColumns,
    by: readonly string[],
  ) {
    this.classes = by.includes('class') ? undefined : columns.factors.class
    this.places = by.includes('water') ? undefined : columns.factors.water
  }
  private readonly classes: Factor | undefined
  private readonly places: Factor | undefined

  add(group: number, row: number): void {
    const [strikes, hours] = [at(this.columns.strikes, row), at(this.columns.hours, row)]
    if (hours === 0) return
    const water = this.places ? String(this.places.codes[row]) : ''
    const cell = `${water}|${this.classes ? this.classes.codes[row] : ''}`
    const ofGroup = this.groups.get(group) ?? new Map<string, { sum: Sum; water: string }>()
    this.groups.set(group, ofGroup)
    const own = ofGroup.get(cell) ?? { sum: { strikes: 0, hours: 0 }, water }
    ofGroup.set(cell, own)
    for (const sum of [own.sum, held(this.cells, cell), held(this.waters, water), this.all]) {
      sum.strikes += strikes
      sum.hours += hours
    }
  }

  /** Strikes of everything else of the same class on the same water: what a group is held against. */
  strikesBeside(group: number): number {
    let beside = 0
    for (const [cell, { sum }] of this.groups.get(group) ?? []) beside += held(this.cells, cell).strikes - sum.strikes
    return beside
  }

  /** Strikes expected of a group, more than 0. Throws RangeError when there is no strike at all to go by. */
  expected(group: number): number {
    if (this.all.strikes === 0) throw new RangeError('no strike was selected: nothing can be expected of a group')
    const own = this.groups.get(group) ?? new Map<string, { sum: Sum; water: string }>()
    const ofWater = new Map<string, Sum>()
    for (const { sum, water } of own.values()) {
      const total = held(ofWater, water)
      total.strikes += sum.strikes
      total.hours += sum.hours
    }
    let expected = 0
    for (const [cell, { sum, water }] of own) {
      const wide = rateWithout(held(this.waters, water), held(ofWater, water), this.all.strikes / this.all.hours)
      expected += sum.hours * rateWithout(held(this.cells, cell), sum, wide)
    }
    return expected
  }
}

function held(sums: Map<string, Sum>, key: string): Sum {
  let sum = sums.get(key)
  if (!sum) sums.set(key, (sum = { strikes: 0, hours: 0 }))
  return sum
}

const rateWithout = (all: Sum, own: Sum, wider: number): number =>
  (all.strikes - own.strikes + BORROWED_STRIKES) / (all.hours - own.hours + BORROWED_STRIKES / wider)
