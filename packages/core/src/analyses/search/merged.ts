import { at } from '../../checked/index.ts'
import type { Classes } from './classes.ts'
import { sumOver } from './score.ts'
import type { Candidate } from './types.ts'

/** Findings that share this much of their hours say the same thing. (ours) */
export const SAME_HOURS = 0.5
/** Of those that say the same, the simplest stands for them unless it is this much weaker (log ratio). (ours) */
const ABOUT_AS_GOOD = 0.05
export const MOST_GROUPS = 10

export interface Merged {
  readonly best: Candidate
  readonly count: number
}

/**
 * Findings that mostly share their hours, each told by the simplest that is about as good as the best.
 *
 * Given      candidates, best first
 * Returned   at most ten groups in the order of their best; each with how many it stands for
 * Source     ours
 */
export function merged(classes: Classes, candidates: readonly Candidate[]): Merged[] {
  const groups: Merged[] = []
  let left = candidates
  while (left[0] && groups.length < MOST_GROUPS) {
    const [top] = left
    const overlap = new Overlap(classes, [top])
    const alike = new Set(left.filter((one) => one === top || overlap.sharedBy(one.chosen).length > 0))
    const good = [...alike].filter(({ score }) => score >= top.score - ABOUT_AS_GOOD)
    groups.push({
      best: good.reduce((simplest, one) => (one.items.length < simplest.items.length ? one : simplest), top),
      count: alike.size - 1,
    })
    left = left.filter((one) => !alike.has(one))
  }
  return groups
}

/** Tells which of some patterns share most of their hours with another: hours in both over hours in either. At most thirty. */
export class Overlap {
  /** By class, a bit for each pattern that holds it. */
  private readonly bits: Uint32Array
  private readonly hours: readonly number[]
  private readonly both: Float64Array

  constructor(
    private readonly classes: Classes,
    patterns: readonly Pick<Candidate, 'chosen'>[],
  ) {
    this.bits = new Uint32Array(classes.count)
    patterns.forEach(({ chosen }, i) => {
      for (const one of chosen) this.bits[one] = at(this.bits, one) | (1 << i)
    })
    this.hours = patterns.map(({ chosen }) => sumOver(classes.hours, chosen))
    this.both = new Float64Array(patterns.length)
  }

  sharedBy(chosen: Int32Array): number[] {
    const { bits, both, classes } = this
    both.fill(0)
    const own = sumOver(classes.hours, chosen)
    // Hours that differ by more cannot be shared so far.
    if (!this.hours.some((hours) => Math.min(own, hours) >= SAME_HOURS * Math.max(own, hours))) return []
    for (let i = 0; i < chosen.length; i++) {
      const one = chosen[i]!
      const hours = classes.hours[one]!
      for (let left = bits[one]!; left !== 0; left &= left - 1) {
        const p = 31 - Math.clz32(left & -left)
        both[p]! += hours
      }
    }
    return [...this.hours.keys()].filter((p) => at(both, p) >= SAME_HOURS * (at(this.hours, p) + own - at(both, p)))
  }
}
