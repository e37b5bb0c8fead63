import { at } from '../../checked/index.ts'
import type { Cells } from './cells.ts'
import { byClass, byShard } from './classes.ts'
import type { Classes } from './classes.ts'
import type { Expected } from './expected.ts'
import type { NullMaxima } from './family.ts'
import { eachConjunction } from './items.ts'
import type { Floors, Item } from './items.ts'
import { LANES, addLanes } from './nullBooks.ts'
import type { NullBooks } from './nullBooks.ts'
import { residuals, signedRoot } from './score.ts'

/** What a subject's window must rest on, besides the floors of the window itself. (ours) */
export const SUBJECT_FLOORS: Floors = { hours: 6, trips: 4 }

/** A lure in the window where it most beats all others thrown there. */
export interface SubjectWindow {
  /** Code of the level in the subject's column. */
  readonly subject: number
  readonly items: readonly number[]
  /** Classes of the subject in the window. */
  readonly chosen: Int32Array
  readonly z: number
  readonly logRatio: number
  readonly error: number
  /** The subject's own maxima in books without any pattern. */
  readonly nulls: NullMaxima
}

export interface SubjectQuestion {
  /** Whose levels are the subjects: the lure. */
  readonly column: string
  /** Conditions that windows are made of, joined up to `depth`. */
  readonly items: readonly Item[]
  readonly depth: number
  readonly floors: Floors
  readonly progress?: (share: number) => void
}

/**
 * For each level of a column (a lure) the window of conditions in which it most beats everything else thrown in the same window: what the
 * conditions do to all cancels.
 *
 *   U = U_s − (C/V_W)·U_W, Var U = V_s − C²/V_W,  U_s and U_W the scores of the subject's hours in the window and of all hours there,
 *   C = Σ e_s − Σ_trips e_s·e_W/(k + E) what they have in common
 *
 * Given      windows of up to `depth` items that are no attribute of a lure; null books as for patterns
 * Returned   the best window of each subject that has one, in the order of the levels
 * Source     efficient score with a nuisance parameter: Cox & Hinkley, Theoretical Statistics (1974) §9.3; the use is ours
 */
export function subjectWindows(
  { cells, classes, expected, nullBooks }: { readonly cells: Cells; readonly classes: Classes; readonly expected: Expected; readonly nullBooks: NullBooks },
  { column, items, depth, floors, progress }: SubjectQuestion,
): SubjectWindow[] {
  const codes = cells.codes[column] ?? new Int32Array(cells.count)
  const subjects = cells.levels[column]?.length ?? 0
  const of = Int32Array.from(classes.example, (c) => at(codes, c))
  const own = byClass(classes, residuals(cells, expected))
  const look = new WindowLook(cells, classes, expected, of, subjects)
  const highest = Array.from({ length: subjects }, () => new Float64Array(nullBooks.books))
  const best: (Omit<SubjectWindow, 'nulls'> | undefined)[] = new Array<undefined>(subjects).fill(undefined)
  const [inWindow, inSubject] = [new Float64Array(LANES), new Float64Array(LANES)]
  eachConjunction(classes, items, depth, floors, (path, chosen) => {
    if (path.length === 1) progress?.(at(path, 0) / items.length)
    const found = look.at(chosen)
    if (found.length === 0) return
    const scoreOf = (list: Int32Array): number => list.reduce((sum, one) => sum + (own[one] ?? 0), 0)
    const all = scoreOf(chosen)
    for (const { subject, classes: list, variance, slope } of found) {
      const score = scoreOf(list) - slope * all
      const z = signedRoot(score, variance)
      if (z > (best[subject]?.z ?? 0)) {
        const logRatio = Math.log(Math.max(0.05, 1 + score / variance))
        best[subject] = { subject, items: path, chosen: list.slice(), z, logRatio, error: 1 / Math.sqrt(variance * Math.exp(logRatio)) }
      }
    }
    for (let block = 0; block * LANES < nullBooks.books; block++) {
      addLanes(at(nullBooks.residuals, block), chosen, inWindow)
      for (const { subject, classes: list, variance, slope } of found) {
        addLanes(at(nullBooks.residuals, block), list, inSubject)
        const most = at(highest, subject)
        for (let lane = 0; lane < LANES && block * LANES + lane < nullBooks.books; lane++) {
          const book = block * LANES + lane
          const score = (inSubject[lane] ?? 0) - slope * (inWindow[lane] ?? 0)
          if (score <= 0) continue
          const z = signedRoot(score, variance * (nullBooks.variances[book] ?? 1))
          if (z > (most[book] ?? 0)) most[book] = z
        }
      }
    }
  })
  return best.flatMap((one, subject) => (one ? [{ ...one, nulls: at(highest, subject) }] : []))
}

/** A subject's part of a window: its classes, the variance of its score with the window's own taken out, and how much of that is taken. */
interface Part {
  readonly subject: number
  readonly classes: Int32Array
  readonly variance: number
  readonly slope: number
}

/** Takes a window apart by subject. */
class WindowLook {
  private readonly dueOf: Float64Array
  private readonly due: Float64Array
  private readonly shape: number
  /** By trip: expected in the window; by subject and trip: expected of the subject there. */
  private readonly window: Float64Array
  private readonly parts: Float64Array
  private readonly hours: Float64Array
  private readonly trips: number

  constructor(
    cells: Cells,
    private readonly classes: Classes,
    { strikes, dispersion, shape }: Expected,
    private readonly subjectOf: Int32Array,
    private readonly subjects: number,
  ) {
    this.trips = classes.trips
    this.shape = shape
    this.dueOf = byShard(classes, strikes).map((e) => e / dispersion)
    this.due = new Float64Array(this.trips)
    cells.trip.forEach((t, c) => (this.due[t] = (this.due[t] ?? 0) + (strikes[c] ?? 0) / dispersion))
    this.window = new Float64Array(this.trips)
    this.parts = new Float64Array(subjects * this.trips)
    this.hours = new Float64Array(subjects)
  }

  at(chosen: Int32Array): Part[] {
    const { classes, subjectOf, hours, subjects } = this
    hours.fill(0)
    let all = 0
    for (const one of chosen) {
      const s = subjectOf[one] ?? 0
      hours[s] = (hours[s] ?? 0) + (classes.hours[one] ?? 0)
      all += classes.hours[one] ?? 0
    }
    const enough: number[] = []
    // The others must have hours enough as well: else there is nothing to be better than.
    for (let s = 0; s < subjects; s++) if ((hours[s] ?? 0) >= SUBJECT_FLOORS.hours && all - (hours[s] ?? 0) >= SUBJECT_FLOORS.hours) enough.push(s)
    return enough.length === 0 ? [] : this.partsOf(chosen, enough)
  }

  private partsOf(chosen: Int32Array, enough: readonly number[]): Part[] {
    const { classes, subjectOf, dueOf, due, window, parts, trips, shape } = this
    window.fill(0)
    for (const s of enough) parts.fill(0, s * trips, (s + 1) * trips)
    for (const one of chosen) {
      const s = subjectOf[one] ?? 0
      for (let shard = classes.first[one] ?? 0; shard < (classes.first[one + 1] ?? 0); shard++) {
        const t = classes.trip[shard] ?? 0
        const e = dueOf[shard] ?? 0
        window[t] = (window[t] ?? 0) + e
        parts[s * trips + t] = (parts[s * trips + t] ?? 0) + e
      }
    }
    let [whole, inAll] = [0, 0]
    for (let t = 0; t < trips; t++) {
      const w = window[t] ?? 0
      inAll += w
      whole += w - (w * w) / (shape + (due[t] ?? 0))
    }
    return enough.flatMap((subject): Part[] => {
      let [variance, common, on, sum] = [0, 0, 0, 0]
      for (let t = 0; t < trips; t++) {
        const e = parts[subject * trips + t] ?? 0
        if (e === 0) continue
        on++
        sum += e
        const all = shape + (due[t] ?? 0)
        variance += e - (e * e) / all
        common += e - (e * (window[t] ?? 0)) / all
      }
      const left = variance - (common * common) / whole
      // A window that is nearly all the subject's own tells of the window.
      if (on < SUBJECT_FLOORS.trips || sum > 0.9 * inAll || !(left > 0)) return []
      return [{ subject, classes: chosen.filter((one) => subjectOf[one] === subject), variance: left, slope: common / whole }]
    })
  }
}
