import { BookSums, INDEX, NUMBER } from './bookSums.ts'
import type { TellBook } from './bookSums.ts'
import { byClass, byShard } from './classes.ts'
import type { Classes } from './classes.ts'
import type { NullBooks } from './nullBooks.ts'

/** What a subject's window must rest on, besides the floors of the window itself. (ours) */
const SUBJECT_FLOORS = { hours: 6, trips: 4 } as const
/** A window that is so far the subject's own tells of the window, not of the subject. (ours) */
const LARGEST_SHARE = 0.9

/** Whether a subject of so many hours in all may have enough in some window. */
export const mayStand = (hours: number): boolean => hours >= SUBJECT_FLOORS.hours - 1e-6

/** In the place of a class's rival: it is not known, and so none of the others either. */
export const NOT_KNOWN = -2

/** Expected strikes over their dispersion, by shard and by trip; the shape of the trips' luck; scores by class. */
export interface WindowGround {
  readonly dueOf: Float64Array
  readonly due: Float64Array
  readonly shape: number
  readonly score: Float64Array
}

/** A subject that may be told from the others of a window: its score and the variance of that, the window's own taken out. */
export interface WindowPart {
  readonly rival: number
  readonly excess: number
  readonly variance: number
}

/** The kernel's `Ground`, in its order. */
const GROUND = [
  ...['view', 'classCount', 'blocks', 'books', 'row', 'variances', 'bars', 'sums'],
  ...['hours', 'rivalOf', 'score', 'first', 'trip', 'dueOf'],
  ...['whole', 'window', 'part', 'windowTrips', 'partTrips'],
  ...['known', 'starts', 'hoursOf', 'classes', 'ends', 'rivals', 'weights', 'excess', 'found'],
  ...['foundCount', 'leastTrips', 'limits'],
] as const
type Room =
  | 'ground'
  | 'chosen'
  | Exclude<
      (typeof GROUND)[number],
      keyof BookSums['place'] | 'classCount' | 'blocks' | 'books' | 'row' | 'foundCount' | 'leastTrips'
    >
const FOUND_COUNT = GROUND.indexOf('foundCount')
const CLASS_COUNT = GROUND.indexOf('classCount')

/** Takes windows apart by subject, in our own book and in those without a pattern. */
export class WindowSums extends BookSums<Room> {
  private readonly ground: Int32Array
  private readonly chosen: Int32Array
  private readonly excess: Float64Array
  private parts = 0

  constructor(
    nullBooks: NullBooks,
    rivals: number,
    { count, trips, trip }: Classes,
    private readonly of: WindowGround,
  ) {
    super(nullBooks, rivals, {
      ground: GROUND.length * INDEX,
      limits: 2 * NUMBER,
      ...{ hours: count * NUMBER, rivalOf: count * INDEX, score: count * NUMBER, first: (count + 1) * INDEX },
      ...{ trip: trip.length * INDEX, dueOf: trip.length * NUMBER, whole: trips * NUMBER },
      ...{ window: trips * NUMBER, part: trips * NUMBER, windowTrips: trips * INDEX, partTrips: trips * INDEX },
      ...{ chosen: count * INDEX, known: count * INDEX, starts: (count + 1) * INDEX, hoursOf: count * NUMBER },
      excess: rivals * NUMBER,
    })
    const { place } = this
    const laid: Readonly<Record<(typeof GROUND)[number], number>> = {
      ...{ ...place, classCount: 0, blocks: this.blocks, books: this.books, row: this.row },
      ...{ foundCount: 0, leastTrips: SUBJECT_FLOORS.trips },
    }
    this.ground = this.integers('ground', GROUND.length)
    this.ground.set(GROUND.map((name) => laid[name]))
    this.chosen = this.integers('chosen', count)
    this.excess = this.numbers('excess', rivals)
    this.numbers('limits', 2).set([SUBJECT_FLOORS.hours, LARGEST_SHARE])
    this.numbers('whole', trips).set(of.due.map((due) => of.shape + due))
  }

  /** Goes over to coarser classes, which stand by subject; of each its rival, −1 for what is only one of the others, or `NOT_KNOWN`. */
  lookBy(view: Classes, rivalOf: Int32Array): void {
    this.look(view)
    this.ground[CLASS_COUNT] = this.classes
    this.numbers('hours', view.count).set(view.hours)
    this.integers('rivalOf', view.count).set(rivalOf)
    this.numbers('score', view.count).set(byClass(view, this.of.score))
    this.integers('first', view.count + 1).set(view.first)
    this.integers('trip', view.trip.length).set(view.trip)
    this.numbers('dueOf', view.trip.length).set(byShard(view, this.of.dueOf))
  }

  /** Takes a window apart, given its classes in ascending order: how many parts there are. */
  takeApart(chosen: Int32Array): number {
    this.chosen.set(chosen)
    const { ground, chosen: at } = this.place
    return (this.parts = this.kernel.run.takeApart(ground, at, chosen.length))
  }

  /** A part of the window taken apart last. */
  part(p: number): WindowPart {
    return { rival: this.views.rivals[p]!, excess: this.excess[p]!, variance: this.views.weights[2 * p + 1]! }
  }

  /** Classes of a part, and of the whole window. */
  classesOf(p: number): { readonly own: Int32Array; readonly window: Int32Array } {
    const { ends, classes } = this.views
    return { own: classes.slice(p === 0 ? 0 : ends[p - 1], ends[p]), window: classes.slice(0, ends[this.parts]) }
  }

  /** Tells the parts' z in the books without a pattern in which they may be above their bars. */
  tellAbove(tell: TellBook): void {
    this.tellFound(this.parts, this.ground[FOUND_COUNT]!, tell)
  }

  private numbers(part: Room, count: number): Float64Array {
    return this.kernel.numbers(this.place[part], count)
  }

  private integers(part: Room, count: number): Int32Array {
    return this.kernel.integers(this.place[part], count)
  }
}
