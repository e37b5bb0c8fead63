import type { Classes } from './classes.ts'
import { gather } from './gather.ts'

/** What a subject's window must rest on, besides the floors of the window itself. (ours) */
const SUBJECT_FLOORS = { hours: 6, trips: 4 } as const

/** Whether a subject of so many hours in all may have enough in some window. */
export const mayStand = (hours: number): boolean => hours >= SUBJECT_FLOORS.hours - 1e-6
/** A window that is so far the subject's own tells of the window, not of the subject. (ours) */
const LARGEST_SHARE = 0.9

/** A subject's part of a window: its classes, the variance of its score with the window's own taken out, and how much of that is taken. */
export interface Part {
  readonly subject: number
  readonly classes: Int32Array
  readonly variance: number
  readonly slope: number
}

/** A window taken apart: the subjects that may be told from the others there, and the classes of those others. */
export interface WindowParts {
  readonly parts: readonly Part[]
  readonly rest: Int32Array
}

/** Expected strikes over their dispersion, by trip and by shard, and how trips differ. */
export interface Due {
  readonly due: Float64Array
  readonly dueOf: Float64Array
  readonly shape: number
}

/** Takes windows apart by subject. */
export class WindowLook {
  private readonly hours: Float64Array
  /** Where the classes of each subject begin, once they stand by subject. */
  private readonly first: Int32Array
  /** By trip: expected in the window looked at, and of one subject there; nought between looks. */
  private readonly window: Float64Array
  private readonly part: Float64Array
  private readonly windowTrips: Int32Array
  private readonly partTrips: Int32Array

  /** Of each class its subject, of so many. */
  constructor(
    private readonly classes: Classes,
    private readonly subjectOf: Int32Array,
    private readonly subjects: number,
    private readonly expected: Due,
  ) {
    this.hours = new Float64Array(subjects)
    this.first = new Int32Array(subjects + 1)
    this.window = new Float64Array(classes.trips)
    this.part = new Float64Array(classes.trips)
    this.windowTrips = new Int32Array(classes.trips)
    this.partTrips = new Int32Array(classes.trips)
  }

  at(chosen: Int32Array): WindowParts {
    const { classes, subjectOf, hours, first, subjects } = this
    hours.fill(0)
    first.fill(0)
    let all = 0
    for (let i = 0; i < chosen.length; i++) {
      const one = chosen[i]!
      const s = subjectOf[one]!
      hours[s]! += classes.hours[one]!
      first[s + 1]!++
      all += classes.hours[one]!
    }
    const enough: number[] = []
    // The others must have hours enough as well: else there is nothing to be better than.
    for (let s = 0; s < subjects; s++)
      if (hours[s]! >= SUBJECT_FLOORS.hours && all - hours[s]! >= SUBJECT_FLOORS.hours) enough.push(s)
    return enough.length === 0 ? { parts: [], rest: chosen } : this.partsOf(chosen, enough)
  }

  /** The classes of a window in the order of their subjects, those of subject s from `first[s]`; `first` holds how many each has. */
  private bySubject(chosen: Int32Array): Int32Array {
    const { first, subjectOf, subjects } = this
    for (let s = 0; s < subjects; s++) first[s + 1]! += first[s]!
    const sorted = new Int32Array(chosen.length)
    const next = first.slice()
    for (let i = 0; i < chosen.length; i++) sorted[next[subjectOf[chosen[i]!]!]!++] = chosen[i]!
    return sorted
  }

  private partsOf(chosen: Int32Array, enough: readonly number[]): WindowParts {
    const { classes, first, window, windowTrips, part, partTrips, expected } = this
    const sorted = this.bySubject(chosen)
    const { due, shape } = expected
    const trips = gather(classes, expected.dueOf, chosen, window, windowTrips)
    let [whole, inAll] = [0, 0]
    for (let i = 0; i < trips; i++) {
      const t = windowTrips[i]!
      const w = window[t]!
      inAll += w
      whole += w - (w * w) / (shape + due[t]!)
    }
    const parts = enough.flatMap((subject): Part[] => {
      const own = sorted.subarray(first[subject], first[subject + 1])
      const on = gather(classes, expected.dueOf, own, part, partTrips)
      let [variance, common, sum] = [0, 0, 0]
      for (let i = 0; i < on; i++) {
        const t = partTrips[i]!
        const e = part[t]!
        const all = shape + due[t]!
        sum += e
        variance += e - (e * e) / all
        common += e - (e * window[t]!) / all
        part[t] = 0
      }
      const left = variance - (common * common) / whole
      return on < SUBJECT_FLOORS.trips || sum > LARGEST_SHARE * inAll || !(left > 0)
        ? []
        : [{ subject, classes: own, variance: left, slope: common / whole }]
    })
    for (let i = 0; i < trips; i++) window[windowTrips[i]!] = 0
    return { parts, rest: without(sorted, parts) }
  }
}

/** The classes that are in none of the parts, which are stretches of the list, in its order. */
function without(sorted: Int32Array, parts: readonly Part[]): Int32Array {
  const rest = new Int32Array(sorted.length - parts.reduce((sum, one) => sum + one.classes.length, 0))
  let [from, to] = [0, 0]
  for (const { classes } of [...parts, { classes: sorted.subarray(sorted.length) }]) {
    const begins = (classes.byteOffset - sorted.byteOffset) / Int32Array.BYTES_PER_ELEMENT
    rest.set(sorted.subarray(from, begins), to)
    to += begins - from
    from = begins + classes.length
  }
  return rest
}
