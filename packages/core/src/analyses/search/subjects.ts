import { seededRandom } from '../../numerics/index.ts'
import { flurryDispersion } from '../../stats/index.ts'
import type { Cells } from './cells.ts'
import { classesOf } from './classes.ts'
import type { Classes } from './classes.ts'
import { fitExpected } from './expected.ts'
import type { Expected } from './expected.ts'
import { DEPTH, PERMUTATIONS } from './limits.ts'
import { SAME_HOURS } from './merged.ts'
import { drawNullBooks } from './nullBooks.ts'
import { sumOver } from './score.ts'
import { subjectWindows } from './subjectWindows.ts'
import type { SubjectWindow } from './subjectWindows.ts'
import type { SearchInput, SearchOptions } from './types.ts'

/** Columns whose levels are held against each other. */
export const subjectColumns = ({ subjects, alone }: SearchInput): readonly string[] => subjects ?? alone

/** All columns that patterns and subjects are told apart by, each as one class. */
export const classesOfSearch = (input: SearchInput): Classes =>
  classesOf(input.cells, [...new Set([...input.columns, ...input.alone, ...subjectColumns(input)])])

/** What is expected of each cell where subjects are looked at: were the class held, a lure that is most of its class would be measured against itself. */
export function expectedOfSubjects(input: SearchInput): Expected {
  return fitExpected(input.cells, heldOfSubjects(input), flurryDispersion(input.bout))
}

const heldOfSubjects = ({ held, attributes = [] }: SearchInput): string[] =>
  held.filter((column) => !attributes.includes(column))

/**
 * Windows of subjects, against books in which neither a window nor what the lure is makes a difference.
 *
 * Given      the search; some of its `subjectColumns`, which need nothing of each other: several may be looked at side by side
 * Returned   plain data, in the order of the columns
 * Source     `subjectWindows`
 */
export function subjectsOf(
  input: SearchInput,
  { seed = 1, permutations = PERMUTATIONS, depth = DEPTH, progress }: SearchOptions = {},
  subjects = subjectColumns(input),
): SubjectWindow[] {
  if (subjects.length === 0) return []
  const { cells, attributes = [] } = input
  const [classes, expected] = [classesOfSearch(input), expectedOfSubjects(input)]
  const nullBooks = drawNullBooks({ ...input, held: heldOfSubjects(input) }, classes, expected, {
    books: permutations,
    random: seededRandom(seed),
  })
  const columns = input.columns.filter((column) => !attributes.includes(column))
  return subjects.flatMap((column, i) =>
    subjectWindows(
      { cells, classes, expected, nullBooks },
      { column, columns, depth, progress: (share) => progress?.((i + share) / subjects.length) },
    ),
  )
}

export interface ToldSubject {
  readonly one: SubjectWindow
  readonly pFamily: number
  readonly merged: number
}

/** The surest first; subjects that mostly share their hours, as a lure and its colour do, are told once, by the surest. */
export function toldOnce(cells: Cells, subjects: readonly ToldSubject[], columns: readonly string[]): ToldSubject[] {
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
