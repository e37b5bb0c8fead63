import { beyond, sumWindow } from './books'
import { indexAt, numberAt, setIndex, setNumber } from './numbers'

/** No subject: neither one that is held against the others nor one of them. */
const UNKNOWN = -2
/** Stands for the first class of a subject whose part is listed. */
const TAKEN = -1

/** What a window is looked at with, as `windowSums.ts` lays it: addresses, and numbers of things. */
@unmanaged
class Ground {
  /** Of the books side by side. */
  values: usize
  classes: i32
  blocks: i32
  books: i32
  row: i32
  variances: usize
  bars: usize
  sums: usize
  /** Of each class its hours, its rival, its score and where its shards begin; of each shard its trip and what is expected there. */
  hours: usize
  rivalOf: usize
  score: usize
  first: usize
  trip: usize
  dueOf: usize
  /** Of each trip what is expected of all its hours and the shape of its luck, added up; room for sums that are nought between looks. */
  whole: usize
  window: usize
  part: usize
  windowTrips: usize
  partTrips: usize
  /** The window's classes that count, where those of a subject begin and how many hours it has. */
  known: usize
  starts: usize
  hoursOf: usize
  /** What is found: classes by part and then the rest, their ends, each part's rival, slope and variance, its score, books above the bar. */
  listed: usize
  ends: usize
  rivals: usize
  weights: usize
  excess: usize
  found: usize
  foundCount: i32
  leastTrips: i32
  /** Hours that a subject and the others must have, and the most of a window that may be one subject's. */
  limits: usize
}

/** Adds up by trip what is expected of some classes, whose trips are listed; the sums are nought before. */
function gather(ground: Ground, list: usize, from: i32, to: i32, sums: usize, trips: usize): i32 {
  let count = 0
  for (let i = from; i < to; i++) {
    const one = indexAt(list, i)
    const end = indexAt(ground.first, one + 1)
    for (let shard = indexAt(ground.first, one); shard < end; shard++) {
      const e = numberAt(ground.dueOf, shard)
      if (e == 0) continue
      const t = indexAt(ground.trip, shard)
      const known = numberAt(sums, t)
      if (known == 0) {
        setIndex(trips, count, t)
        count++
      }
      setNumber(sums, t, known + e)
    }
  }
  return count
}

/** Lists the classes of a window that count, where those of each subject begin and its hours. How many subjects there are. */
function bySubject(ground: Ground, chosen: usize, count: i32): i32 {
  let last = UNKNOWN
  let subject = -1
  let kept = 0
  for (let i = 0; i < count; i++) {
    const one = indexAt(chosen, i)
    const rival = indexAt(ground.rivalOf, one)
    if (rival == UNKNOWN) continue
    if (rival != last) {
      last = rival
      subject++
      setIndex(ground.starts, subject, kept)
      setNumber(ground.hoursOf, subject, 0)
    }
    setIndex(ground.known, kept, one)
    kept++
    setNumber(ground.hoursOf, subject, numberAt(ground.hoursOf, subject) + numberAt(ground.hours, one))
  }
  setIndex(ground.starts, subject + 1, kept)
  return subject + 1
}

/** Whether a subject, and the others, have hours enough. */
function hasHours(ground: Ground, subject: i32, all: f64): bool {
  const hours = numberAt(ground.hoursOf, subject)
  const least = numberAt(ground.limits, 0)
  const first = indexAt(ground.known, indexAt(ground.starts, subject))
  return indexAt(ground.rivalOf, first) >= 0 && hours >= least && all - hours >= least
}

function scoreOf(ground: Ground, from: i32, to: i32): f64 {
  let sum: f64 = 0
  for (let i = from; i < to; i++) sum += numberAt(ground.score, indexAt(ground.known, i))
  return sum
}

/** Takes classes over to what is listed already; how many are listed then. */
function list(ground: Ground, from: i32, to: i32, listed: i32): i32 {
  for (let i = from; i < to; i++) setIndex(ground.listed, listed + i - from, indexAt(ground.known, i))
  return listed + to - from
}

/**
 * Whether a subject can be told from the others of the window: its part is then laid down as the next. `window`: the variance of the window's
 * own score; `inAll`, `inWindow`: what is expected there and its score.
 */
function takePart(ground: Ground, subject: i32, window: f64, inAll: f64, inWindow: f64, part: i32): bool {
  const from = indexAt(ground.starts, subject)
  const to = indexAt(ground.starts, subject + 1)
  const trips = gather(ground, ground.known, from, to, ground.part, ground.partTrips)
  let variance: f64 = 0
  let common: f64 = 0
  let sum: f64 = 0
  for (let i = 0; i < trips; i++) {
    const t = indexAt(ground.partTrips, i)
    const e = numberAt(ground.part, t)
    const share = e / numberAt(ground.whole, t)
    sum += e
    variance += e - e * share
    common += e - numberAt(ground.window, t) * share
    setNumber(ground.part, t, 0)
  }
  const slope = common / window
  const left = variance - common * slope
  if (trips < ground.leastTrips || sum > numberAt(ground.limits, 1) * inAll || !(left > 0)) return false
  setIndex(ground.rivals, part, indexAt(ground.rivalOf, indexAt(ground.known, from)))
  setNumber(ground.weights, 2 * part, slope)
  setNumber(ground.weights, 2 * part + 1, left)
  setNumber(ground.excess, part, scoreOf(ground, from, to) - slope * inWindow)
  return true
}

/** Lists the parts of a window one after the other, and then the rest. How many parts there are. */
function takeParts(ground: Ground, subjects: i32, all: f64): i32 {
  const kept = indexAt(ground.starts, subjects)
  const trips = gather(ground, ground.known, 0, kept, ground.window, ground.windowTrips)
  let window: f64 = 0
  let inAll: f64 = 0
  for (let i = 0; i < trips; i++) {
    const t = indexAt(ground.windowTrips, i)
    const w = numberAt(ground.window, t)
    inAll += w
    window += w - (w * w) / numberAt(ground.whole, t)
  }
  const inWindow = scoreOf(ground, 0, kept)
  let parts = 0
  let listed = 0
  for (let s = 0; s < subjects; s++) {
    if (!hasHours(ground, s, all) || !takePart(ground, s, window, inAll, inWindow, parts)) continue
    const from = indexAt(ground.starts, s)
    listed = list(ground, from, indexAt(ground.starts, s + 1), listed)
    setIndex(ground.ends, parts, listed)
    parts++
    // What is taken is no rest.
    setIndex(ground.known, from, TAKEN)
  }
  for (let s = 0; s < subjects; s++) {
    const from = indexAt(ground.starts, s)
    if (indexAt(ground.known, from) != TAKEN) listed = list(ground, from, indexAt(ground.starts, s + 1), listed)
  }
  setIndex(ground.ends, parts, listed)
  for (let i = 0; i < trips; i++) setNumber(ground.window, indexAt(ground.windowTrips, i), 0)
  return parts
}

/**
 * Takes a window apart: the subjects that may be told from the others there, each with its score, the variance of that with the window's own
 * taken out, and the books without a pattern in which the subject does better there than its bar. How many parts there are.
 */
export function takeApart(at: usize, chosen: usize, count: i32): i32 {
  const ground = changetype<Ground>(at)
  ground.foundCount = 0
  const subjects = bySubject(ground, chosen, count)
  let all: f64 = 0
  for (let s = 0; s < subjects; s++) all += numberAt(ground.hoursOf, s)
  let enough = false
  for (let s = 0; s < subjects && !enough; s++) enough = hasHours(ground, s, all)
  const parts = enough ? takeParts(ground, subjects, all) : 0
  if (parts == 0) return 0
  sumWindow(ground.values, ground.classes, ground.blocks, ground.listed, ground.ends, parts + 1, ground.sums)
  ground.foundCount = beyond(
    ground.sums,
    ground.sums + <usize>parts * <usize>ground.row,
    parts,
    ground.rivals,
    ground.weights,
    ground.variances,
    ground.bars,
    ground.books,
    ground.row,
    ground.found,
  )
  return parts
}
