import { at } from '../checked/index.ts'

/** Landed fish of a group, and what is known of their size. Absent figures: nothing measured. */
export interface Sizes {
  readonly landed: number
  readonly weighed: number
  readonly measured: number
  readonly medianG?: number
  readonly heaviestG?: number
  /** Weight that one weighed fish in ten passes. */
  readonly topG?: number
  readonly medianMm?: number
  readonly longestMm?: number
}

/** Given weights and lengths of the landed fish, NaN where not taken. Quantiles are type 7 (linear interpolation, as in R). */
export function sizesOf(weightsG: readonly number[], lengthsMm: readonly number[]): Sizes | undefined {
  if (weightsG.length === 0) return undefined
  const weights = known(weightsG)
  const lengths = known(lengthsMm)
  return {
    landed: weightsG.length,
    weighed: weights.length,
    measured: lengths.length,
    ...(weights.length > 0
      ? { medianG: quantile(weights, 0.5), topG: quantile(weights, 0.9), heaviestG: quantile(weights, 1) }
      : {}),
    ...(lengths.length > 0 ? { medianMm: quantile(lengths, 0.5), longestMm: quantile(lengths, 1) } : {}),
  }
}

const known = (values: readonly number[]): number[] =>
  values.filter((value) => !Number.isNaN(value)).sort((a, b) => a - b)

function quantile(ascending: readonly number[], p: number): number {
  const place = p * (ascending.length - 1)
  const low = Math.floor(place)
  const from = at(ascending, low)
  return from + (place - low) * ((ascending[low + 1] ?? from) - from)
}
