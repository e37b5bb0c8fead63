import { at } from '../../checked/index.ts'
import { UNKNOWN } from '../../vocabulary/index.ts'
import { byTrip } from './cells.ts'
import type { Cells } from './cells.ts'
import { byClass, byShard, cellsIn, coarser } from './classes.ts'
import type { Classes } from './classes.ts'
import type { Expected } from './expected.ts'
import type { NullMaxima } from './nullDistribution.ts'
import { eachConjunction, itemsOf } from './items.ts'
import type { Floors, Item } from './items.ts'
import { booksOver } from './nullBooks.ts'
import type { NullBooks } from './nullBooks.ts'
import { residuals, signedRoot } from './score.ts'
import type { Condition } from './types.ts'
import { NOT_KNOWN, WindowSums, mayStand } from './windowSums.ts'

/** Windows in which subjects are held against each other: as patterns, with more hours, for they hold a subject and all others. (ours) */
const WINDOW_FLOORS: Floors = { hours: 16, trips: 6 }

/** A subject in the window where it most beats all others thrown there. */
export interface SubjectWindow {
  /** What it is one of: the column, and the code of its level there. */
  readonly column: string
  readonly subject: number
  /** The window. */
  readonly conditions: readonly Condition[]
  /** Cells of the subject in the window, and all cells there. */
  readonly cells: Int32Array
  readonly window: Int32Array
  readonly z: number
  /** The subject's own maxima in books without any pattern. */
  readonly nulls: NullMaxima
}

export interface SubjectQuestion {
  /** Whose levels are the subjects: the lure, its colour family, a retrieve. */
  readonly column: string
  /** What windows are made of, joined up to `depth`. */
  readonly columns: readonly string[]
  readonly depth: number
  readonly progress?: (share: number) => void
}

/**
 * For each level of a column (a lure) the window of conditions in which it most beats everything else thrown in the same window: what the
 * conditions do to all cancels.
 *
 *   U = U_s − (C/V_W)·U_W, Var U = V_s − C²/V_W,  U_s and U_W the scores of the subject's hours in the window and of all hours there,
 *   C = Σ e_s − Σ_trips e_s·e_W/(k + E) what they have in common
 *
 * Given      windows that are no attribute of a lure; null books as for patterns
 * Returned   the best window of each subject that has one, in the order of the levels; what is not known is no subject
 * Source     efficient score with a nuisance parameter: Cox & Hinkley, Theoretical Statistics (1974) §9.3; the use is ours
 */
export function subjectWindows(
  {
    cells,
    classes,
    expected,
    nullBooks,
  }: { readonly cells: Cells; readonly classes: Classes; readonly expected: Expected; readonly nullBooks: NullBooks },
  { column, columns, depth, progress }: SubjectQuestion,
): SubjectWindow[] {
  const levels = cells.levels[column] ?? []
  const base = coarser(classes, cells, [...columns, column])
  const items = itemsOf(cells, base, { columns, alone: [] }, WINDOW_FLOORS)
  const own = byClass(base, byClass(classes, residuals(cells, expected)))
  const flurries = (values: Float64Array): Float64Array => values.map((value) => value / expected.dispersion)
  const [due, dueOf] = [
    flurries(byTrip(cells, expected.strikes)),
    byShard(base, flurries(byShard(classes, expected.strikes))),
  ]
  const codes = cells.codes[column] ?? new Int32Array(cells.count)
  const subjects = rivalsOf(base, codes, levels)
  if (subjects.length === 0) return []
  const rivalOf = Int32Array.from(levels, (level, one) => (level === UNKNOWN ? NOT_KNOWN : subjects.indexOf(one)))
  const ground = { due, dueOf, shape: expected.shape, score: own }
  const sums = new WindowSums(booksOver(nullBooks, base), subjects.length, base, ground)
  // Of each subject the strongest window of one condition, of two, and so on.
  const best = subjects.map((): Best[] => [])
  eachConjunction(cells, base, { items, depth, floors: WINDOW_FLOORS, apart: [column], progress }, (view) => {
    sums.lookBy(
      view,
      Int32Array.from(view.cellOf, (c) => rivalOf[codes[c]!]!),
    )
    return (path, chosen) => {
      const parts = sums.takeApart(chosen)
      for (let p = 0; p < parts; p++) {
        const { rival, excess, variance } = sums.part(p)
        const z = signedRoot(excess, variance)
        const ofSubject = at(best, rival)
        if (z <= (ofSubject[path.length - 1]?.z ?? 0) + 1e-9) continue
        const { own: list, window } = sums.classesOf(p)
        ofSubject[path.length - 1] = { path, view, list, window, z }
      }
      sums.tellAbove((rival, book, z) => {
        const most = sums.bars(rival)
        if (z > most[book]!) most[book] = z
      })
    }
  })
  return best.flatMap((windows, rival) => {
    const one = simplest(windows)
    const nulls = (): NullMaxima => sums.bars(rival).slice()
    return one ? [{ ...windowOf(one, base, classes, items), column, subject: at(subjects, rival), nulls: nulls() }] : []
  })
}

/** The subjects that may stand in some window, by their level: a box of thousands of lures has few with hours enough. */
function rivalsOf({ cellOf, hours }: Classes, codes: Int32Array, levels: readonly string[]): number[] {
  const of = Int32Array.from(cellOf, (c) => codes[c]!)
  const all = byClass({ of, count: levels.length }, hours)
  return [...levels.keys()].filter((one) => levels[one] !== UNKNOWN && mayStand(at(all, one)))
}

interface Best {
  readonly path: readonly number[]
  readonly view: Classes
  readonly list: Int32Array
  readonly window: Int32Array
  readonly z: number
}

/** A simpler window stands for the strongest unless it is this much weaker. (ours) */
const ABOUT_AS_STRONG = 0.2

function simplest(windows: readonly (Best | undefined)[]): Best | undefined {
  const most = Math.max(...windows.map((one) => one?.z ?? 0))
  return windows.find((one) => one && one.z >= most - ABOUT_AS_STRONG)
}

function windowOf(
  { path, view, list, window, z }: Best,
  base: Classes,
  classes: Classes,
  items: readonly Item[],
): Pick<SubjectWindow, 'conditions' | 'cells' | 'window' | 'z'> {
  const cellsOf = (chosen: Int32Array): Int32Array => cellsIn(classes, cellsIn(base, cellsIn(view, chosen)))
  const conditions = path.map((i) => at(items, i)).map(({ column, levels }) => ({ column, levels }))
  return { conditions, cells: cellsOf(list), window: cellsOf(window), z }
}
