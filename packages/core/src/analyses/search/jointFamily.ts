import { at } from '../../checked/index.ts'
import type { NullMaxima } from './nullDistribution.ts'

/** How surprising a z is beside a kind's own maxima in books without a pattern: in their sds over their mean. */
function surprise(maxima: NullMaxima): (z: number) => number {
  const mean = maxima.reduce((sum, z) => sum + z, 0) / maxima.length
  const sd = Math.sqrt(maxima.reduce((sum, z) => sum + (z - mean) ** 2, 0) / maxima.length)
  return (z) => (sd > 0 ? (z - mean) / sd : 0)
}

/** Chances that a book without any pattern has anything so strong, of either kind. */
export interface JointFamily {
  readonly ofPattern: (z: number) => number
  readonly ofSubject: (maxima: NullMaxima, z: number) => number
}

/**
 * One family-wise error over patterns and over windows of subjects: each subject is told by its own maxima first, then the most surprising
 * subject of each book beside its most surprising pattern, so that a lure with few windows does not pay for one with thousands, nor patterns
 * for the number of lures.
 *
 *   p = (1 + #{books: the more surprising of the two ≥ ours}) / (B + 1)
 *
 * Source     Westfall & Young (1993), maxima brought to one scale; Phipson & Smyth (2010); the two steps are ours, after Meinshausen,
 *            Biometrika 95 (2008) 265
 */
export function jointFamily(patterns: NullMaxima, subjects: readonly NullMaxima[]): JointFamily {
  const ofPattern = surprise(patterns)
  const scales = new Map(subjects.map((maxima) => [maxima, surprise(maxima)]))
  const most = patterns.map((_, book) =>
    subjects.reduce((highest, maxima) => Math.max(highest, scales.get(maxima)?.(at(maxima, book)) ?? 0), -Infinity),
  )
  const ofMost = subjects.length > 0 ? surprise(most) : () => -Infinity
  const joint = patterns.map((z, book) => Math.max(ofPattern(z), ofMost(at(most, book))))
  const chance = (surprising: number): number =>
    (1 + joint.reduce((more, one) => more + (one >= surprising ? 1 : 0), 0)) / (joint.length + 1)
  return {
    ofPattern: (z) => chance(ofPattern(z)),
    ofSubject: (maxima, z) => chance(ofMost(scales.get(maxima)?.(z) ?? -Infinity)),
  }
}
