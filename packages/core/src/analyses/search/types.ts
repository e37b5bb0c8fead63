import type { Confidence, Interval, Strength } from '../../stats/index.ts'
import type { Cells } from './cells.ts'
import type { Floors } from './items.ts'

export interface SearchInput {
  readonly cells: Cells
  /** Columns whose levels are joined. */
  readonly columns: readonly string[]
  /** Columns whose levels stand for themselves: a lure that stands out under all conditions. */
  readonly alone: readonly string[]
  /** Columns whose levels are held against all others in the same window; default: those that stand for themselves. */
  readonly subjects?: readonly string[]
  /** Columns of `columns` that say what the lure is: no condition of a window in which lures are held against each other. */
  readonly attributes?: readonly string[]
  /** Columns that are held: hour of day, season, class. */
  readonly held: readonly string[]
  /** Mean strikes to a bout; see `boutSize`. */
  readonly bout: number
}

export interface SearchOptions extends Confidence {
  readonly seed?: number
  /** Books without a pattern to hold the findings against; default 200. */
  readonly permutations?: number
  /** Conditions joined at most, 1 to 4; default 3. */
  readonly depth?: number
  readonly floors?: Floors
  /** Whether what is found is tried on trips that did not find it; default true. */
  readonly heldOut?: boolean
  readonly progress?: (share: number) => void
  /** Told what stands out long before it is known how often chance would do the same. */
  readonly early?: (findings: readonly EarlyFinding[]) => void
}

/** A pattern that stands out, chance not yet weighed: it may still be nothing. */
export type EarlyFinding = Pick<
  Finding,
  'conditions' | 'strikes' | 'hours' | 'trips' | 'expected' | 'ratio' | 'lower' | 'upper'
>

export interface Condition {
  readonly column: string
  readonly levels: readonly string[]
}

export interface Finding extends Interval {
  readonly conditions: readonly Condition[]
  readonly strikes: number
  readonly hours: number
  readonly trips: readonly string[]
  /** Strikes of these hours, were the pattern nothing. */
  readonly expected: number
  readonly rate: number
  /** Rate over what was expected of these hours and trips. */
  readonly ratio: number
  readonly z: number
  /** Chance that a book without any pattern shows one so strong anywhere. */
  readonly pFamily: number
  /** Share of false ones to be expected among findings this strong. */
  readonly q: number
  /** Whether it stands out against other hours of the same trips, against other trips, or as one lure against all others in the same hours. */
  readonly kind: 'within' | 'between' | 'lures'
  /** How many findings that mostly share its hours it stands for. */
  readonly merged: number
  readonly strength: Strength
  /** Null where no fifth of the trips could be left unseen. */
  readonly heldOut: HeldOut | null
}

export interface PatternSearch {
  /** Best first. */
  readonly findings: readonly Finding[]
  /** Lures, or whatever else stands alone, that stand out under all conditions. */
  readonly alone: readonly Finding[]
  /** Lures, or other subjects, in the windows where they most beat all others thrown there. */
  readonly subjects: readonly Finding[]
  readonly candidates: number
  readonly permutations: number
  readonly seed: number
  readonly nullModel: { readonly tripSd: number; readonly bout: number }
}

/** What a finding is worth on trips that did not find it. */
export interface HeldOut extends Interval {
  readonly ratio: number
  readonly strikes: number
  readonly hours: number
  readonly trips: number
}

/** A pattern that stands out so far that it is looked at. */
export interface Candidate {
  readonly items: readonly number[]
  /** Its classes, ascending. */
  readonly chosen: Int32Array
  readonly z: number
  readonly score: number
  readonly logRatio: number
  readonly error: number
  readonly withinShare: number
}
