import { at } from '../../checked/index.ts'
import { LabelEncoder } from '../../numerics/index.ts'
import type { CurveData } from './penalisedFit.ts'

export interface RateCurveData {
  readonly x: ArrayLike<number>
  readonly events: ArrayLike<number>
  readonly exposureHours: ArrayLike<number>
  /** With trips, each has a random intercept of its own. */
  readonly trip?: readonly string[]
}

/** Rows as a curve is fitted to them, and the range of the condition in all that were given. */
export interface CurveRows extends CurveData {
  readonly range: readonly [low: number, high: number]
}

/** Books of more rows are read at so many places along the condition: finer than any thermometer, and rows of a place and trip are one. (ours) */
const PLACES = 2000

/**
 * The rows with hours and a known condition. Of more rows than places, those of one trip at one place are added up, at the mean of their
 * condition by hours: a curve that is straight over a two-thousandth of its range says the same of them together.
 *
 * Throws     RangeError for columns of unequal length, or where no row is left
 * Source     discretised covariates: Li & Wood, Stat. Comput. 30 (2020) 19
 */
export function curveData({ x, events, exposureHours, trip }: RateCurveData): CurveRows {
  const n = x.length
  if (events.length !== n || exposureHours.length !== n || (trip && trip.length !== n))
    throw new RangeError(`the columns have unequal lengths: ${n}, ${events.length}, ${exposureHours.length}`)
  const sums = new Sums()
  const trips = new LabelEncoder()
  const rows: number[] = []
  let [low, high] = [Infinity, -Infinity]
  for (let i = 0; i < n; i++) {
    if (!(at(exposureHours, i) > 0 && Number.isFinite(at(x, i)))) continue
    rows.push(i)
    low = Math.min(low, at(x, i))
    high = Math.max(high, at(x, i))
  }
  if (rows.length === 0) throw new RangeError('no row has hours and the condition: there is nothing to draw')
  const apart = rows.length <= PLACES
  for (const i of rows) {
    const code = trip ? trips.codeOf(at(trip, i)) : -1
    const place = apart ? sums.count : Math.min(PLACES - 1, Math.floor(((at(x, i) - low) / (high - low)) * PLACES))
    sums.add(place, code, at(x, i), at(events, i), at(exposureHours, i))
  }
  return { ...sums.rows(), trips: trips.labels.length, range: [low, high] }
}

/** What stands at each place on each trip. */
class Sums {
  count = 0
  private readonly known = new Map<number, Map<number, number>>()
  private readonly xHours: number[] = []
  private readonly events: number[] = []
  private readonly hours: number[] = []
  private readonly trip: number[] = []

  // eslint-disable-next-line max-params -- called for every row: an object each would cost
  add(place: number, trip: number, x: number, events: number, hours: number): void {
    const row = this.rowOf(place, trip)
    this.xHours[row] = at(this.xHours, row) + x * hours
    this.events[row] = at(this.events, row) + events
    this.hours[row] = at(this.hours, row) + hours
  }

  rows(): Pick<CurveData, 'x' | 'events' | 'logHours' | 'trip'> {
    const hours = new Float64Array(this.hours)
    return {
      x: hours.map((own, row) => at(this.xHours, row) / own),
      events: new Float64Array(this.events),
      logHours: hours.map(Math.log),
      trip: new Int32Array(this.trip),
    }
  }

  private rowOf(place: number, trip: number): number {
    let ofTrip = this.known.get(trip)
    if (!ofTrip) this.known.set(trip, (ofTrip = new Map<number, number>()))
    let row = ofTrip.get(place)
    if (row === undefined) {
      ofTrip.set(place, (row = this.count++))
      for (const list of [this.xHours, this.events, this.hours]) list.push(0)
      this.trip.push(trip)
    }
    return row
  }
}
