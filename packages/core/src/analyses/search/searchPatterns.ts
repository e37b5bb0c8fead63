import { QuestionError, at } from '../../checked/index.ts'
import { normalQuantile, seededRandom } from '../../numerics/index.ts'
import { alphaOf, flurryDispersion, strengthOf } from '../../stats/index.ts'
import { BookSums } from './bookSums.ts'
import type { Cells } from './cells.ts'
import { cellsIn } from './classes.ts'
import { fitExpected } from './expected.ts'
import type { Expected } from './expected.ts'
import { NullDistribution } from './nullDistribution.ts'
import { HeldOutLook } from './heldOutLook.ts'
import { eachConjunction, itemsOf } from './items.ts'
import type { Floors, Item } from './items.ts'
import { jointFamily } from './jointFamily.ts'
import { DEPTH, LEAST_Z, PERMUTATIONS } from './limits.ts'
import { merged } from './merged.ts'
import type { Merged } from './merged.ts'
import { drawNullBooks } from './nullBooks.ts'
import { OwnLook } from './ownLook.ts'
import type { SearchGround } from './ownLook.ts'
import { sumOver } from './score.ts'
import { subjectRatio } from './subjectRatio.ts'
import type { SubjectWindow } from './subjectWindows.ts'
import { classesOfSearch, expectedOfSubjects, subjectColumns, subjectsOf, toldOnce } from './subjects.ts'
import type { ToldSubject } from './subjects.ts'
import type {
  Candidate,
  Condition,
  EarlyFinding,
  Finding,
  HeldOut,
  PatternSearch,
  SearchInput,
  SearchOptions,
} from './types.ts'

/** A pattern rests on at least this. (ours) */
export const FLOORS: Floors = { hours: 8, trips: 6 }

/**
 * Which conditions, joined, bring more fish than their hours, trips, hours of the day, seasons and lure classes would?
 *
 * Method     every conjunction with hours and trips enough is scored by the signed root of its deviance (`residuals`, `Weigher`,
 *            `signedRoot`); its family-wise p is the share of books without a pattern, drawn with the fitted luck of trips and size of
 *            bouts, whose strongest conjunction is as strong; q is the mean number of theirs over the number of ours; of findings that share
 *            most of their hours the simplest about as good stands for all
 * Given      cells of one water
 * Throws     QuestionError for a depth outside 1–4, or where nothing was caught
 * Source     Westfall & Young (1993) for the maximum; Phipson & Smyth (2010) for p; Storey & Tibshirani, PNAS 100 (2003) for q; floors,
 *            prior and merging are ours
 */
export function searchPatterns(input: SearchInput, options: SearchOptions = {}): PatternSearch {
  const { progress } = options
  const begun = beginSearch(input, { ...options, progress: (share) => progress?.(share * (1 - SUBJECTS_SHARE)) })
  const inSubjects = (share: number): void => progress?.(1 - SUBJECTS_SHARE + share * SUBJECTS_SHARE)
  return begun.withSubjects(subjectsOf(input, { ...options, progress: inSubjects }))
}

/** A search all but its subjects, which need nothing of the rest. */
export interface BegunSearch {
  readonly withSubjects: (subjects: readonly SubjectWindow[]) => PatternSearch
}

/** `searchPatterns` up to the windows of its subjects (`subjectsOf`), which may be looked for elsewhere meanwhile. */
export function beginSearch(input: SearchInput, options: SearchOptions = {}): BegunSearch {
  const { seed = 1, permutations = PERMUTATIONS, depth = DEPTH, floors = FLOORS, progress } = options
  if (!(depth >= 1 && depth <= 4)) throw new QuestionError(`patterns join 1 to 4 conditions, not ${depth}`)
  if (!(permutations >= 1))
    throw new QuestionError(`a search needs at least one book without a pattern, not ${permutations}`)
  const { cells, bout } = input
  const expected = fitExpected(cells, input.held, flurryDispersion(bout))
  const classes = classesOfSearch(input)
  const items = itemsOf(cells, classes, input, floors)
  const ground = { cells, classes, items }
  const own = new OwnLook(ground, expected)
  const inLooks = (from: number) => (share: number) => progress?.(from + share / 2)
  eachConjunction(cells, classes, { items, depth, floors, progress: inLooks(0) }, (view) => own.begin(view))
  const groups = groupsOf(ground, own.strongest())
  const alpha = alphaOf(options)
  tellEarly(ground, groups[0], alpha, options)
  const nullBooks = drawNullBooks(input, classes, expected, { books: permutations, random: seededRandom(seed) })
  const sums = new BookSums(nullBooks, 1)
  const nulls = new NullDistribution(sums, permutations, LEAST_Z)
  const unseen = options.heldOut === false ? undefined : new HeldOutLook(input, ground)
  // The same conjunctions in the same order.
  let next = 0
  eachConjunction(cells, classes, { items, depth, floors, progress: inLooks(0.5) }, (view) => {
    sums.look(view)
    const inFolds = unseen?.begin(view)
    return (path, chosen) => {
      nulls.add(chosen, at(own.variances, next), at(own.z, next))
      next++
      inFolds?.(path, chosen)
    }
  })
  progress?.(1)
  const found: Found = { ground, groups, unseen: unseen?.told(alpha) ?? [], nulls }
  return {
    withSubjects: (subjects) => ({
      ...findingsOf(input, found, subjects, alpha),
      candidates: nulls.candidates,
      permutations,
      seed,
      nullModel: { tripSd: 1 / Math.sqrt(expected.shape), bout },
    }),
  }
}

/** What joins conditions, and what stands alone, each merged. */
function groupsOf({ classes, items }: SearchGround, candidates: readonly Candidate[]): Merged[][] {
  const standsAlone = ({ items: path }: Candidate): boolean => at(items, at(path, 0)).alone
  const groups = [candidates.filter((one) => !standsAlone(one)), candidates.filter(standsAlone)]
  return groups.map((list) => merged(classes, list))
}

interface Found {
  readonly ground: SearchGround
  /** Those that join conditions, and what stands alone. */
  readonly groups: readonly (readonly Merged[])[]
  readonly unseen: readonly (readonly (HeldOut | null)[])[]
  readonly nulls: NullDistribution
}

/** Patterns and subjects, their chances weighed together. */
function findingsOf(
  input: SearchInput,
  { ground, groups, unseen, nulls }: Found,
  subjects: readonly SubjectWindow[],
  alpha: number,
): Pick<PatternSearch, 'findings' | 'alone' | 'subjects'> {
  const joint = jointFamily(
    nulls.maxima,
    subjects.map(({ nulls }) => nulls),
  )
  const [findings = [], alone = []] = groups.map((list, kind) =>
    list.map(({ best, count }, rank) =>
      patternFinding(
        ground,
        best,
        { merged: count, heldOut: unseen[kind]?.[rank] ?? null, pFamily: joint.ofPattern(best.z), q: nulls.q(best.z) },
        alpha,
      ),
    ),
  )
  const worthTelling = subjects
    .map((one) => ({ one, merged: 0, pFamily: joint.ofSubject(one.nulls, one.z) }))
    .filter(({ pFamily }) => pFamily <= WORTH_TELLING)
  const told = toldOnce(ground.cells, worthTelling, subjectColumns(input)).slice(0, MOST_SUBJECTS)
  const expected = told.length > 0 ? expectedOfSubjects(input) : undefined
  return {
    findings,
    alone,
    subjects: expected ? told.map((one) => subjectFinding(ground.cells, expected, one, alpha)) : [],
  }
}

/** Every lure has a best window: those that chance makes more often than not are not told. (ours) */
const WORTH_TELLING = 0.5
/** So much of all the work are the subjects. */
const SUBJECTS_SHARE = 0.5
/** So many subjects are told, the surest first. */
const MOST_SUBJECTS = 5

function patternFinding(
  { cells, classes, items }: SearchGround,
  best: Candidate,
  stands: Omit<Stands, 'z' | 'logRatio' | 'error'>,
  alpha: number,
): Finding {
  const { chosen, withinShare, ...rest } = best
  return {
    ...findingOf(
      cells,
      { conditions: conditionsOf(items, best), chosen: cellsIn(classes, chosen) },
      { ...rest, ...stands },
      alpha,
    ),
    kind: withinShare >= 0.5 ? 'within' : 'between',
  }
}

/** Tells what stands out with its figures, while chance is still to be weighed. */
function tellEarly(
  { cells, classes, items }: SearchGround,
  groups: readonly Merged[] | undefined,
  alpha: number,
  { early }: SearchOptions,
): void {
  early?.(
    (groups ?? []).map(({ best }) =>
      figuresOf(cells, { conditions: conditionsOf(items, best), chosen: cellsIn(classes, best.chosen) }, best, alpha),
    ),
  )
}

const conditionsOf = (items: readonly Item[], { items: path }: Candidate): Condition[] =>
  path.map((i) => ({ column: at(items, i).column, levels: at(items, i).levels }))

/** A subject's window as a finding: over what the others brought in the same hours, not over what was expected without them. */
function subjectFinding(
  cells: Cells,
  expected: Expected,
  { one, pFamily, merged: others }: ToldSubject,
  alpha: number,
): Finding {
  const level = at(cells.levels[one.column] ?? [], one.subject)
  const ratio = subjectRatio(cells, expected, one.cells, one.window)
  return {
    ...findingOf(
      cells,
      { conditions: [{ column: one.column, levels: [level] }, ...one.conditions], chosen: one.cells },
      { z: one.z, ...ratio, pFamily, q: pFamily, merged: others, heldOut: null },
      alpha,
    ),
    kind: 'lures',
  }
}

type Stands = Pick<Candidate, 'z' | 'logRatio' | 'error'> & Pick<Finding, 'pFamily' | 'q' | 'merged' | 'heldOut'>

/** Conditions, and the cells that meet them. */
interface FoundCells {
  readonly conditions: readonly Condition[]
  readonly chosen: Int32Array
}

function findingOf(cells: Cells, found: FoundCells, stands: Stands, alpha: number): Omit<Finding, 'kind'> {
  const { z, pFamily, q, merged: others, heldOut: unseen } = stands
  const figures = figuresOf(cells, found, stands, alpha)
  return {
    ...{ ...figures, z, pFamily, q, merged: others, heldOut: unseen },
    rate: figures.strikes / figures.hours,
    strength: strengthOf(pFamily),
  }
}

/** What some cells brought, and over what was expected of them. */
function figuresOf(
  cells: Cells,
  { conditions, chosen }: FoundCells,
  { logRatio, error }: Pick<Stands, 'logRatio' | 'error'>,
  alpha: number,
): EarlyFinding {
  const ratio = Math.exp(logRatio)
  const half = normalQuantile(1 - alpha / 2) * error
  const strikes = sumOver(cells.strikes, chosen)
  return {
    ...{ conditions, ratio, lower: ratio * Math.exp(-half), upper: ratio * Math.exp(half) },
    ...{ strikes, expected: strikes / ratio },
    hours: sumOver(cells.hours, chosen),
    trips: [...new Set(Array.from(chosen, (c) => at(cells.trip, c)))].map((t) => at(cells.tripNames, t)),
  }
}
