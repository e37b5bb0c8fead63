import { at } from '../../checked/index.ts'
import { normalQuantile } from '../../numerics/index.ts'
import { flurryDispersion } from '../../stats/index.ts'
import { byTrip } from './cells.ts'
import type { Cells } from './cells.ts'
import { fitExpected } from './expected.ts'
import type { Expected } from './expected.ts'
import { byClass, cellsIn } from './classes.ts'
import type { Classes } from './classes.ts'
import type { Visit } from './items.ts'
import { LEAST_Z } from './limits.ts'
import { MOST_GROUPS, merged } from './merged.ts'
import type { Merged } from './merged.ts'
import type { SearchGround } from './ownLook.ts'
import { Weigher, residuals, scoreOf, signedRoot, sumOver } from './score.ts'
import { strongest } from './standing.ts'
import type { Standing } from './standing.ts'
import type { Candidate, HeldOut, SearchInput } from './types.ts'

const FOLDS = 5

interface Fold {
  readonly expected: Expected
  /** Residuals of the trips learnt from, by class. */
  readonly learnt: Float64Array
  readonly weigher: Weigher
  /** Expected strikes over their dispersion, by class, of the trips learnt from; the variance of a score is this share of them at least. */
  readonly due: Float64Array
  readonly leastShare: number
  readonly unseen: (cell: number) => boolean
}

/** Findings of a search in rank: those that join conditions, and what stands alone. */
type Ranked = readonly [joined: readonly Merged[], alone: readonly Merged[]]

/**
 * The whole search again in each four fifths of the trips: scored, ranked and merged without the last fifth, on which what stands in each
 * rank is tried; the fifths are pooled by rank. What was found on all trips has no part in the choice: picking by it what is tried on
 * trips that helped to find it shows a ratio of two where there is nothing.
 *
 * Source     five folds by a hash of what the trip brought; pooling by sums, limits by trip on the log scale (ours)
 */
export class HeldOutLook {
  private readonly folds: readonly Fold[]
  private readonly standing: readonly Excess[][]

  constructor(
    input: SearchInput,
    private readonly ground: SearchGround,
  ) {
    this.folds = foldsOf(input, ground.classes)
    this.standing = this.folds.map((): Excess[] => [])
  }

  /** Looks at the conjunctions of some columns in all folds, as `eachConjunction` has them. */
  begin(view: Classes): Visit {
    const under = this.folds.map(({ learnt, weigher, due, leastShare }) => ({
      ...{ learnt: byClass(view, learnt), due: byClass(view, due), leastShare },
      weigher: weigher.over(view),
    }))
    return (path, chosen) => {
      let kept: Int32Array | undefined
      for (let f = 0; f < under.length; f++) {
        const { learnt, weigher, due, leastShare } = under[f]!
        const sum = sumOver(learnt, chosen)
        // Most conjunctions could not stand out even at the least variance that they may have: they are done with here.
        if (sum <= 0 || signedRoot(sum, leastShare * sumOver(due, chosen)) < LEAST_Z) continue
        const variance = weigher.variance(chosen).all
        const z = signedRoot(sum, variance)
        if (z < LEAST_Z) continue
        kept ??= chosen.slice()
        at(this.standing, f).push({ items: path, view, chosen: kept, z, excess: sum / variance, variance })
      }
    }
  }

  /** For each rank what its findings brought on trips that did not find them. */
  told(alpha: number): readonly [joined: readonly (HeldOut | null)[], alone: readonly (HeldOut | null)[]] {
    const { classes, items } = this.ground
    const standsAlone = ({ items: path }: Candidate): boolean => at(items, at(path, 0)).alone
    const ranked = this.standing.map((own): Ranked => {
      const candidates = strongest(own).map(asCandidate)
      const joined = candidates.filter((one) => !standsAlone(one))
      return [merged(classes, joined), merged(classes, candidates.filter(standsAlone))]
    })
    const byRank = (kind: 0 | 1): (HeldOut | null)[] =>
      Array.from({ length: MOST_GROUPS }, (_, rank) => {
        const found = ranked.map((own) => own[kind][rank]?.best.chosen)
        return pool(this.ground, this.folds, found, alpha)
      })
    return [byRank(0), byRank(1)]
  }
}

/** A conjunction that stands out in four fifths of the trips. */
interface Excess extends Standing {
  readonly excess: number
  readonly variance: number
}

/** As a candidate, its ratio by one step from none instead of a search for it. */
function asCandidate({ items, chosen, z, excess: raw, variance }: Excess): Candidate {
  const excess = Math.max(-0.9, raw)
  const [logRatio, error] = [Math.log1p(excess), 1 / Math.sqrt(variance * (1 + excess))]
  return { items, chosen, z, score: scoreOf(logRatio, error), logRatio, error, withinShare: 0 }
}

function foldsOf({ cells, columns, held, bout }: SearchInput, classes: Classes): Fold[] {
  const dispersion = flurryDispersion(bout)
  const foldOf = tripsTold(cells, [...held, ...columns]).map((content) => hashOf(content) % FOLDS)
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
    const strikes = expected.strikes.map((e, c) => (unseen(c) ? 0 : e))
    const weigher = Weigher.of(cells, classes, { ...expected, strikes })
    const due = byClass(classes, strikes).map((e) => e / expected.dispersion)
    // Σ [e − e²/(k + E)] ≥ Σ e·k/(k + E), for a pattern expects no more of a trip than the trip does.
    const mostOfTrip = byTrip(cells, strikes).reduce((most, e) => Math.max(most, e / expected.dispersion), 0)
    return [{ expected, learnt, weigher, due, leastShare: expected.shape / (expected.shape + mostOfTrip), unseen }]
  })
}

/** What each trip brought under which conditions, whatever its id and the order of its records. */
function tripsTold(cells: Cells, columns: readonly string[]): string[] {
  const told = cells.tripNames.map(() => new Map<string, { hours: number; strikes: number }>())
  for (let c = 0; c < cells.count; c++) {
    const words = columns.map((name) => cells.levels[name]?.[cells.codes[name]?.[c] ?? 0] ?? '').join('|')
    const ofTrip = at(told, at(cells.trip, c))
    const known = ofTrip.get(words)
    ofTrip.set(words, {
      hours: (known?.hours ?? 0) + at(cells.hours, c),
      strikes: (known?.strikes ?? 0) + at(cells.strikes, c),
    })
  }
  return told.map((own) =>
    [...own]
      .map(([words, { hours, strikes }]) => `${words}|${hours.toFixed(6)}|${strikes}`)
      .sort()
      .join('\n'),
  )
}

/** FNV-1a: the same fold for a trip in every book and on every machine. */
function hashOf(text: string): number {
  let hash = 0x811c9dc5
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193)
  return hash >>> 0
}

function pool(
  { cells, classes }: SearchGround,
  folds: readonly Fold[],
  found: readonly (Int32Array | undefined)[],
  alpha: number,
): HeldOut | null {
  let [strikes, hours, due, spread, trips] = [0, 0, 0, 0, 0]
  folds.forEach(({ expected, unseen }, f) => {
    const chosen = cellsIn(classes, found[f] ?? new Int32Array()).filter(unseen)
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
  return {
    ratio,
    lower: strikes === 0 ? 0 : centre * Math.exp(-half),
    upper: centre * Math.exp(half),
    strikes,
    hours,
    trips,
  }
}
