import type { Classes } from './classes.ts'
import { gather } from './gather.ts'

/** What a subject's window must rest on, besides the floors of the window itself. (ours) */
const SUBJECT_FLOORS = { hours: 6, trips: 4 } as const
/** A window that is so far the subject's own tells of the window, not of the subject. (ours) */
const LARGEST_SHARE = 0.9

/** A subject's part of a window: its classes, the variance of its score with the window's own taken out, and how much of that is taken. */
export interface Part {
  readonly subject: number
  readonly classes: Int32Array
  readonly variance: number
  readonly slope: number
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
    this.window = new Float64Array(classes.trips)
    this.part = new Float64Array(classes.trips)
    this.windowTrips = new Int32Array(classes.trips)
    this.partTrips = new Int32Array(classes.trips)
  }

  at(chosen: Int32Array): Part[] {
    const { classes, subjectOf, hours, subjects } = this
    hours.fill(0)
    let all = 0
    for (const one of chosen) {
      const s = subjectOf[one]!
      hours[s]! += classes.hours[one]!
      all += classes.hours[one]!
    }
    const enough: number[] = []
    // The others must have hours enough as well: else there is nothing to be better than.
    for (let s = 0; s < subjects; s++)
      if (hours[s]! >= SUBJECT_FLOORS.hours && all - hours[s]! >= SUBJECT_FLOORS.hours) enough.push(s)
    return enough.length === 0 ? [] : this.partsOf(chosen, enough)
  }

  private partsOf(chosen: Int32Array, enough: readonly number[]): Part[] {
    const { classes, subjectOf, window, windowTrips, part, partTrips, expected } = this
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
      const own = chosen.filter((one) => subjectOf[one] === subject)
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
    return parts
  }
}
