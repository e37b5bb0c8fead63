import type { KnownRate } from './learnGain.ts'

/** A share as it is known: so many of so many, as a Beta. */
export interface KnownShare {
  readonly yes: number
  readonly no: number
}

/** How much the fish of a group of rods weigh: a log-normal, or the own fish themselves where there are enough. */
export interface FishWeights {
  /** Of the natural logarithm of grams. */
  readonly mean: number
  readonly sd: number
  /** Standard error of the mean. */
  readonly error: number
  readonly own?: readonly number[]
}

/** Rods that are fished in turn, and what they bring. */
export interface RodGroup {
  /** Groups of one name are one group in every strategy: what is drawn of it once a run is the same. */
  readonly name: string
  readonly rate: KnownRate
  /** Landed of struck, and long enough of landed. */
  readonly landed: KnownShare
  readonly legal: KnownShare
  readonly weights: FishWeights
}
