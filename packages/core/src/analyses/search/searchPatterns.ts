import { QuestionError, at } from '../../checked/index.ts'
import { normalQuantile, seededRandom } from '../../numerics/index.ts'
import { alphaOf, strengthOf, flurryDispersion } from '../../stats/index.ts'
import { BookSums } from './bookSums.ts'
import type { Cells } from './cells.ts'
import { byClass, cellsIn, classesOf } from './classes.ts'
import type { Classes } from './classes.ts'
import { fitExpected } from './expected.ts'
import { heldOut } from './heldOut.ts'
import { eachConjunction, itemsOf } from './items.ts'
import type { Floors, Item } from './items.ts'
import { LEAST_Z } from './limits.ts'
import { jointFamily } from './jointFamily.ts'
import { SAME_HOURS, merged } from './merge.ts'
import type { Merged } from './merge.ts'
import { drawNullBooks } from './nullBooks.ts'
import { Family } from './family.ts'
import { Weigher, residuals, scoreOf, signedRoot, sumOver } from './score.ts'
import { strongest } from './standing.ts'
import type { Standing } from './standing.ts'
import { subjectWindows } from './subjectWindows.ts'
import type { SubjectWindow } from './subjectWindows.ts'
import type { Candidate, Condition, EarlyFinding, Finding, PatternSearch, SearchInput, SearchOptions } from './types.ts'

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
 * Throws     QuestionError for a depth outside 1–4, or where nothing was caught
 * Source     Westfall & Young (1993) for the maximum; Phipson & Smyth (2010) for p; Storey & Tibshirani, PNAS 100 (2003) for q; floors,
 *            prior and merging are ours
 */
export function searchPatterns(input: SearchInput, options: SearchOptions = {}): PatternSearch {
  const { seed = 1, permutations = PERMUTATIONS, depth = DEPTH, floors = FLOORS, progress } = options
  if (!(depth >= 1 && depth <= 4)) throw new QuestionError(`patterns join 1 to 4 conditions, not ${depth}`)
  if (!(permutations >= 1))
    throw new QuestionError(`a search needs at least one book without a pattern, not ${permutations}`)
  const { cells, bout } = input
  const expected = fitExpected(cells, input.held, flurryDispersion(bout))
  const classes = classesOf(cells, [...new Set([...input.columns, ...input.alone, ...(input.subjects ?? [])])])
  const items = itemsOf(cells, classes, input.columns, input.alone, floors)
  const nullBooks = drawNullBooks(input, classes, expected, permutations, seededRandom(seed))
  const sums = new BookSums(nullBooks, { bars: 1, sums: 1 })
  const family = new Family(sums, permutations, LEAST_Z)
  const standing: Weighed[] = []
  const own = byClass(classes, residuals(cells, expected))
  const weigher = Weigher.of(cells, classes, expected)
  eachConjunction(
    cells,
    classes,
    { items, depth, floors, progress: (share) => progress?.(share * PATTERNS_SHARE) },
    (view) => {
      const [score, under] = [byClass(view, own), weigher.over(view)]
      sums.look(view)
      return (path, chosen) => {
        const { all, within } = under.variance(chosen)
        const z = signedRoot(sumOver(score, chosen), all)
        family.add(chosen, all, z)
        if (z >= LEAST_Z) standing.push({ items: path, view, chosen: chosen.slice(), z, withinShare: within / all })
      }
    },
  )
  const candidates = strongest(standing).map((one) => candidateOf(weigher, one))
  const standsAlone = ({ items: path }: Candidate): boolean => at(items, at(path, 0)).alone
  const groups = [candidates.filter((one) => !standsAlone(one)), candidates.filter(standsAlone)].map((list) =>
    merged(classes, list),
  )
  const alpha = alphaOf(options)
  tellEarly({ cells, classes, items }, groups[0], alpha, options)
  const subjects = subjectsOf(input, classes, options)
  const inFolds = (share: number): void =>
    progress?.(PATTERNS_SHARE + SUBJECTS_SHARE + share * (1 - PATTERNS_SHARE - SUBJECTS_SHARE))
  const unseen =
    options.heldOut === false ? [] : heldOut(input, classes, { items, depth, floors, progress: inFolds }, alpha)
  const joint = jointFamily(
    family.maxima,
    subjects.map(({ nulls }) => nulls),
  )
  progress?.(1)
  const findings = groups.map((list, kind) =>
    list.map(({ best, count }, rank) =>
      patternFinding(
        cells,
        classes,
        items,
        best,
        { merged: count, heldOut: unseen[kind]?.[rank] ?? null, pFamily: joint.ofPattern(best.z), q: family.q(best.z) },
        alpha,
      ),
    ),
  )
  return {
    findings: findings[0] ?? [],
    alone: findings[1] ?? [],
    subjects: toldOnce(
      cells,
      subjects
        .map((one) => ({ one, merged: 0, pFamily: joint.ofSubject(one.nulls, one.z) }))
        .filter(({ pFamily }) => pFamily <= WORTH_TELLING),
      input.subjects ?? input.alone,
    )
      .slice(0, MOST_SUBJECTS)
      .map((one) => subjectFinding(cells, one, alpha)),
    candidates: family.candidates,
    permutations,
    seed,
    nullModel: { tripSd: 1 / Math.sqrt(expected.shape), bout },
  }
}

/** Windows of subjects, against books in which neither a window nor what the lure is makes a difference. */
function subjectsOf(
  input: SearchInput,
  classes: Classes,
  { seed = 1, permutations = PERMUTATIONS, depth = DEPTH, progress }: SearchOptions,
): SubjectWindow[] {
  const { cells, attributes = [], bout, subjects = input.alone } = input
  if (subjects.length === 0) return []
  // Were the class held, a lure that is most of its class would be measured against itself.
  const held = input.held.filter((column) => !attributes.includes(column))
  const expected = fitExpected(cells, held, flurryDispersion(bout))
  const nullBooks = drawNullBooks({ ...input, held }, classes, expected, permutations, seededRandom(seed))
  const columns = input.columns.filter((column) => !attributes.includes(column))
  return subjects.flatMap((column, i) =>
    subjectWindows(
      { cells, classes, expected, nullBooks },
      {
        column,
        columns,
        depth,
        progress: (share) => progress?.(PATTERNS_SHARE + ((i + share) / subjects.length) * SUBJECTS_SHARE),
      },
    ),
  )
}

/** Every lure has a best window: those that chance makes more often than not are not told. (ours) */
const WORTH_TELLING = 0.5
/** About as much of the work is done when all patterns are looked at, and by the subjects; folds are the rest. */
const PATTERNS_SHARE = 0.35
const SUBJECTS_SHARE = 0.3
/** So many subjects are told, the surest first. */
const MOST_SUBJECTS = 5

interface ToldSubject {
  readonly one: SubjectWindow
  readonly pFamily: number
  readonly merged: number
}

/** The surest first; subjects that mostly share their hours, as a lure and its colour do, are told once, by the surest. */
function toldOnce(cells: Cells, subjects: readonly ToldSubject[], columns: readonly string[]): ToldSubject[] {
  const told: ToldSubject[] = []
  const sorted = [...subjects].sort((a, b) => a.pFamily - b.pFamily || b.one.z - a.one.z)
  for (const next of sorted) {
    const same = told.findIndex(({ one }) => sharedHours(cells, one.cells, next.one.cells) >= SAME_HOURS)
    const known = told[same]
    if (known) told[same] = { ...named(known, next, columns), merged: known.merged + 1 }
    else told.push(next)
  }
  return told
}

/** Of two names for the very same hours (a lure that is the only one of its body) the one that was asked of first, as sure as either. */
function named(known: ToldSubject, next: ToldSubject, columns: readonly string[]): ToldSubject {
  const [a, b] = [known.one, next.one]
  const same = a.cells.length === b.cells.length && a.cells.every((cell, i) => cell === b.cells[i])
  return same && columns.indexOf(b.column) < columns.indexOf(a.column) ? { ...next, pFamily: known.pFamily } : known
}

/** Hours in both over hours in either. */
function sharedHours({ hours }: Cells, a: Int32Array, b: Int32Array): number {
  const known = new Set(a)
  const both = sumOver(
    hours,
    b.filter((c) => known.has(c)),
  )
  return both / (sumOver(hours, a) + sumOver(hours, b) - both)
}

function patternFinding(
  cells: Cells,
  classes: Classes,
  items: readonly Item[],
  best: Candidate,
  stands: Omit<Stands, 'z' | 'logRatio' | 'error'>,
  alpha: number,
): Finding {
  const { chosen, withinShare, ...rest } = best
  return {
    ...findingOf(cells, conditionsOf(items, best), cellsIn(classes, chosen), { ...rest, ...stands }, alpha),
    kind: withinShare >= 0.5 ? 'within' : 'between',
  }
}

/** Tells what stands out with its figures, while chance is still to be weighed. */
function tellEarly(
  { cells, classes, items }: { readonly cells: Cells; readonly classes: Classes; readonly items: readonly Item[] },
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
function subjectFinding(cells: Cells, { one, pFamily, merged: others }: ToldSubject, alpha: number): Finding {
  const level = at(cells.levels[one.column] ?? [], one.subject)
  const conditions = [
    { column: one.column, levels: [level] },
    ...one.conditions.map(({ column, levels }) => ({ column, levels })),
  ]
  return {
    ...findingOf(
      cells,
      conditions,
      one.cells,
      { z: one.z, ...one.ratio(), pFamily, q: pFamily, merged: others, heldOut: null },
      alpha,
    ),
    kind: 'lures',
  }
}

/** A pattern that stands out, before its ratio is worked out. */
type Weighed = Standing & Pick<Candidate, 'withinShare'>

function candidateOf(weigher: Weigher, { items, chosen, z, withinShare }: Weighed): Candidate {
  const { logRatio, error } = weigher.ratio(chosen)
  return { items, chosen, z, withinShare, score: scoreOf(logRatio, error), logRatio, error }
}

type Stands = Pick<Candidate, 'z' | 'logRatio' | 'error'> & Pick<Finding, 'pFamily' | 'q' | 'merged' | 'heldOut'>

function findingOf(
  cells: Cells,
  conditions: readonly Condition[],
  chosen: Int32Array,
  stands: Stands,
  alpha: number,
): Omit<Finding, 'kind'> {
  const { z, pFamily, q, merged: others, heldOut: unseen } = stands
  const figures = figuresOf(cells, { conditions, chosen }, stands, alpha)
  return {
    ...{ ...figures, z, pFamily, q, merged: others, heldOut: unseen },
    rate: figures.strikes / figures.hours,
    strength: strengthOf(pFamily),
  }
}

/** What some cells brought, and over what was expected of them. */
function figuresOf(
  cells: Cells,
  { conditions, chosen }: { readonly conditions: readonly Condition[]; readonly chosen: Int32Array },
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
