import { at } from '../../checked/index.ts'
import { normalQuantile } from '../../numerics/index.ts'
import { flurryDispersion } from './bouts.ts'
import { byTrip } from './cells.ts'
import type { Cells } from './cells.ts'
import { fitExpected } from './expected.ts'
import type { Expected } from './expected.ts'
import { byClass, cellsIn } from './classes.ts'
import type { Classes } from './classes.ts'
import { eachConjunction } from './items.ts'
import type { Floors, Item } from './items.ts'
import { Overlap } from './merge.ts'
import { Weigher, residuals, scoreOf, sumOver } from './score.ts'
import type { Candidate, HeldOut, SearchInput } from './types.ts'

const FOLDS = 5

interface Fold {
  readonly expected: Expected
  /** Residuals of the trips learnt from, by class. */
  readonly learnt: Float64Array
  readonly weigher: Weigher
  readonly unseen: (cell: number) => boolean
}

/** The best that a fold's search finds where a finding lies. */
interface Best {
  readonly score: number
  readonly chosen: Int32Array
}

/**
 * The search again in each four fifths of the trips; what it finds where a finding lies is tried on the fifth that it has not seen, and
 * the fifths are pooled.
 *
 * Source     five folds by a hash of what the trip brought; pooling by sums, limits by trip on the log scale (ours)
 */
export function heldOut(
  { cells, columns, held, bout }: SearchInput,
  classes: Classes,
  items: readonly Item[],
  depth: number,
  floors: Floors,
  findings: readonly Candidate[],
  alpha: number,
): ReadonlyMap<Candidate, HeldOut> {
  const folds = foldsOf(cells, classes, held, [...held, ...columns], flurryDispersion(bout))
  const overlap = new Overlap(classes, findings)
  const best = findings.map(() => new Array<Best | undefined>(folds.length).fill(undefined))
  eachConjunction(classes, items, depth, floors, (path, chosen) => {
    const alone = at(items, at(path, 0)).alone
    const alike = overlap.sharedBy(chosen).filter((i) => at(items, at(at(findings, i).items, 0)).alone === alone)
    if (alike.length === 0) return
    const kept = chosen.slice()
    folds.forEach((fold, f) => {
      const score = quickScore(fold, kept)
      for (const i of alike) if (score > (at(best, i)[f]?.score ?? -Infinity)) at(best, i)[f] = { score, chosen: kept }
    })
  })
  const results = new Map<Candidate, HeldOut>()
  findings.forEach((finding, i) => {
    const pooled = pool(cells, classes, folds, at(best, i), alpha)
    if (pooled) results.set(finding, pooled)
  })
  return results
}

/** The score without the search for the ratio itself: one step from none. */
function quickScore({ learnt, weigher }: Fold, chosen: Int32Array): number {
  const variance = weigher.variance(chosen).all
  const excess = Math.max(-0.9, sumOver(learnt, chosen) / variance)
  return scoreOf(Math.log1p(excess), 1 / Math.sqrt(variance * (1 + excess)))
}

function foldsOf(cells: Cells, classes: Classes, held: readonly string[], told: readonly string[], dispersion: number): Fold[] {
  const foldOf = tripsTold(cells, told).map((content) => hashOf(content) % FOLDS)
  return Array.from({ length: FOLDS }, (_, f) => f).flatMap((f) => {
    const unseen = (c: number): boolean => foldOf[at(cells.trip, c)] === f
    const struck = cells.strikes.some((y, c) => y > 0 && !unseen(c))
    if (!struck || !foldOf.includes(f)) return []
    const expected = fitExpected(cells, held, dispersion, { learnFrom: (trip) => foldOf[trip] !== f })
    const learnt = byClass(
      classes,
      residuals(cells, expected).map((value, c) => (unseen(c) ? 0 : value)),
    )
    // Hours that are not learnt from weigh nothing.
    const weigher = new Weigher(cells, classes, { ...expected, strikes: expected.strikes.map((e, c) => (unseen(c) ? 0 : e)) })
    return [{ expected, learnt, weigher, unseen }]
  })
}

/** What each trip brought under which conditions, whatever its id and the order of its records. */
function tripsTold(cells: Cells, columns: readonly string[]): string[] {
  const lines = cells.tripNames.map((): string[] => [])
  for (let c = 0; c < cells.count; c++) {
    const words = columns.map((name) => cells.levels[name]?.[cells.codes[name]?.[c] ?? 0] ?? '')
    at(lines, at(cells.trip, c)).push([...words, at(cells.hours, c).toFixed(6), at(cells.strikes, c)].join('|'))
  }
  return lines.map((own) => own.sort().join('\n'))
}

/** FNV-1a: the same fold for a trip in every book and on every machine. */
function hashOf(text: string): number {
  let hash = 0x811c9dc5
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193)
  return hash >>> 0
}

function pool(cells: Cells, classes: Classes, folds: readonly Fold[], found: readonly (Best | undefined)[], alpha: number): HeldOut | null {
  let [strikes, hours, due, spread, trips] = [0, 0, 0, 0, 0]
  folds.forEach(({ expected, unseen }, f) => {
    const chosen = cellsIn(classes, found[f]?.chosen ?? new Int32Array()).filter(unseen)
    const inside = new Float64Array(cells.count)
    for (const c of chosen) inside[c] = at(expected.strikes, c)
    const own = byTrip(cells, inside)
    strikes += chosen.reduce((sum, c) => sum + at(cells.strikes, c), 0)
    hours += chosen.reduce((sum, c) => sum + at(cells.hours, c), 0)
    trips += own.reduce((count, e) => count + (e > 0 ? 1 : 0), 0)
    due += own.reduce((sum, e) => sum + e, 0)
    spread += own.reduce((sum, e) => sum + (e * e) / expected.shape, 0)
  })
  if (due === 0) return null
  const dispersion = folds[0]?.expected.dispersion ?? 1
  const ratio = strikes / due
  // The log of a count has its variance over its square; half a strike stands in for none.
  const error = Math.sqrt(dispersion / Math.max(0.5, strikes) + spread / due ** 2)
  const half = normalQuantile(1 - alpha / 2) * error
  const centre = Math.max(0.5, strikes) / due
  return { ratio, lower: strikes === 0 ? 0 : centre * Math.exp(-half), upper: centre * Math.exp(half), strikes, hours, trips }
}
