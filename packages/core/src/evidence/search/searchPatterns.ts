import { at } from '../../checked/index.ts'
import { normalQuantile, seededRandom } from '../../numerics/index.ts'
import { alphaOf } from '../confidence.ts'
import { strengthOf } from '../strength.ts'
import type { Cells } from './cells.ts'
import { byClass, cellsIn, classesOf } from './classes.ts'
import type { Classes } from './classes.ts'
import { flurryDispersion } from './bouts.ts'
import { fitExpected } from './expected.ts'
import { heldOut } from './heldOut.ts'
import { eachConjunction, itemsOf } from './items.ts'
import type { Floors, Item } from './items.ts'
import { LEAST_Z, MOST } from './limits.ts'
import { jointFamily } from './joint.ts'
import { merged } from './merge.ts'
import { drawNullBooks } from './nullBooks.ts'
import { Family } from './family.ts'
import { Weigher, residuals, scoreOf, signedRoot, sumOver } from './score.ts'
import { subjectWindows } from './subjects.ts'
import type { SubjectWindow } from './subjects.ts'
import type { Candidate, Finding, PatternSearch, SearchInput, SearchOptions } from './types.ts'

/** A pattern rests on at least this. (ours) */
export const FLOORS: Floors = { hours: 8, trips: 6 }
const PERMUTATIONS = 200
const DEPTH = 3

/**
 * Which conditions, joined, bring more fish than their hours, trips, hours of the day, seasons and lure classes would?
 *
 * Method     every conjunction with hours and trips enough is scored by the signed root of its deviance (`residuals`, `Weigher`,
 *            `signedRoot`); its family-wise p is the share of books without a pattern, drawn with the fitted luck of trips and size of
 *            bouts, whose strongest conjunction is as strong; q is the mean number of theirs over the number of ours; of findings that share
 *            most of their hours the simplest about as good stands for all
 * Given      cells of one water
 * Throws     RangeError for a depth outside 1–4, or where nothing was caught
 * Source     Westfall & Young (1993) for the maximum; Phipson & Smyth (2010) for p; Storey & Tibshirani, PNAS 100 (2003) for q; floors,
 *            prior and merging are ours
 */
export function searchPatterns(input: SearchInput, options: SearchOptions = {}): PatternSearch {
  const { seed = 1, permutations = PERMUTATIONS, depth = DEPTH, floors = FLOORS, progress } = options
  if (!(depth >= 1 && depth <= 4)) throw new RangeError(`patterns join 1 to 4 conditions, not ${depth}`)
  if (!(permutations >= 1)) throw new RangeError(`a search needs at least one book without a pattern, not ${permutations}`)
  const { cells, bout } = input
  const expected = fitExpected(cells, input.held, flurryDispersion(bout))
  const classes = classesOf(cells, [...input.columns, ...input.alone])
  const items = itemsOf(cells, classes, input.columns, input.alone, floors)
  const nullBooks = drawNullBooks(input, classes, expected, permutations, seededRandom(seed))
  const family = new Family(nullBooks, LEAST_Z)
  const standing: Standing[] = []
  const own = byClass(classes, residuals(cells, expected))
  const weigher = new Weigher(cells, classes, expected)
  eachConjunction(classes, items, depth, floors, (path, chosen) => {
    if (path.length === 1) progress?.((at(path, 0) / items.length) * PATTERNS_SHARE)
    const { all, within } = weigher.variance(chosen)
    const z = signedRoot(sumOver(own, chosen), all)
    family.add(chosen, all, z)
    if (z >= LEAST_Z) standing.push({ items: path, chosen: chosen.slice(), z, withinShare: within / all })
  })
  const candidates = standing
    .sort((a, b) => b.z - a.z)
    .slice(0, MOST)
    .map((one) => candidateOf(weigher, one))
  const standsAlone = ({ items: path }: Candidate): boolean => at(items, at(path, 0)).alone
  const groups = [candidates.filter((one) => !standsAlone(one)), candidates.filter(standsAlone)].map((list) => merged(classes, list))
  const unseen = options.heldOut === false ? [] : heldOut(input, classes, items, depth, floors, alphaOf(options))
  const windows = itemsOf(
    cells,
    classes,
    input.columns.filter((column) => !(input.attributes ?? []).includes(column)),
    [],
    SUBJECT_WINDOW,
  )
  const subjects = input.alone.flatMap((column) =>
    subjectWindows(
      { cells, classes, expected, nullBooks },
      { column, items: windows, depth, floors: SUBJECT_WINDOW, progress: (share) => progress?.(PATTERNS_SHARE + share * (0.95 - PATTERNS_SHARE)) },
    ).map((one) => ({ column, ...one })),
  )
  const joint = jointFamily(
    family.maxima,
    subjects.map(({ nulls }) => nulls),
  )
  progress?.(1)
  const findings = groups.map((list, kind) =>
    list.map(({ best, count }, rank) =>
      findingOf(
        cells,
        classes,
        items,
        best,
        { merged: count, heldOut: unseen[kind]?.[rank] ?? null, pFamily: joint.ofPattern(best.z), q: family.q(best.z) },
        alphaOf(options),
      ),
    ),
  )
  return {
    findings: findings[0] ?? [],
    alone: findings[1] ?? [],
    subjects: subjects
      .map((one) => ({ one, pFamily: joint.ofSubject(one.nulls, one.z) }))
      .filter(({ pFamily }) => pFamily <= WORTH_TELLING)
      .sort((a, b) => a.pFamily - b.pFamily || b.one.z - a.one.z)
      .slice(0, MOST_SUBJECTS)
      .map(({ one, pFamily }) => subjectFinding(cells, classes, windows, one, pFamily, alphaOf(options))),
    candidates: family.candidates,
    permutations,
    seed,
    nullModel: { tripSd: 1 / Math.sqrt(expected.shape), bout },
  }
}

/** Windows in which lures are held against each other: as patterns, with more hours, for they hold a subject and all others. (ours) */
const SUBJECT_WINDOW: Floors = { hours: 16, trips: 6 }
/** Every lure has a best window: those that chance makes more often than not are not told. (ours) */
const WORTH_TELLING = 0.5
/** About as much of the work is done when all patterns are looked at. */
const PATTERNS_SHARE = 0.6
/** So many subjects are told, the surest first. */
const MOST_SUBJECTS = 5

/** A subject's window as a finding: over what the others brought in the same hours, not over what was expected without them. */
function subjectFinding(
  cells: Cells,
  classes: Classes,
  windows: readonly Item[],
  one: SubjectWindow & { readonly column: string },
  pFamily: number,
  alpha: number,
): Finding {
  const told = findingOf(cells, classes, windows, { ...one, withinShare: 1 }, { pFamily, q: pFamily, merged: 0, heldOut: null }, alpha)
  const level = at(cells.levels[one.column] ?? [], one.subject)
  return { ...told, kind: 'lures', conditions: [{ column: one.column, levels: [level] }, ...told.conditions] }
}

/** A pattern that stands out, before its ratio is worked out. */
type Standing = Pick<Candidate, 'items' | 'chosen' | 'z' | 'withinShare'>

function candidateOf(weigher: Weigher, standing: Standing): Candidate {
  const { logRatio, error } = weigher.ratio(standing.chosen)
  return { ...standing, score: scoreOf(logRatio, error), logRatio, error }
}

function findingOf(
  cells: Cells,
  classes: Classes,
  items: readonly Item[],
  best: Omit<Candidate, 'score'>,
  { pFamily, ...rest }: Pick<Finding, 'pFamily' | 'q' | 'merged' | 'heldOut'>,
  alpha: number,
): Finding {
  const chosen = cellsIn(classes, best.chosen)
  const sum = (values: Float64Array): number => sumOver(values, chosen)
  const [strikes, hours, ratio] = [sum(cells.strikes), sum(cells.hours), Math.exp(best.logRatio)]
  const half = normalQuantile(1 - alpha / 2) * best.error
  return {
    conditions: best.items.map((i) => ({ column: at(items, i).column, levels: at(items, i).levels })),
    strikes,
    hours,
    trips: [...new Set(Array.from(chosen, (c) => at(cells.trip, c)))].map((t) => at(cells.tripNames, t)),
    expected: strikes / ratio,
    rate: strikes / hours,
    ratio,
    lower: ratio * Math.exp(-half),
    upper: ratio * Math.exp(half),
    z: best.z,
    pFamily,
    ...rest,
    kind: best.withinShare >= 0.5 ? 'within' : 'between',
    strength: strengthOf(pFamily),
  }
}
