import { QuestionError, at, entry } from '../checked/index.ts'
import { kernelWeighted, lureOrDay } from '../analyses/index.ts'
import type { ComparedTrip } from '../analyses/index.ts'
import { comparedTrips } from '../analyses/within/comparedTrips.ts'
import { Launches } from '../analyses/within/launches.ts'
import { chooseDeck } from '../decisions/index.ts'
import { tripsInOrder } from '../effort/index.ts'
import type { BookRecords, SegmentColumns } from '../effort/index.ts'
import { levelOf } from '../presentation/index.ts'
import { bookDispersion } from '../query/index.ts'
import { fitPatternModel } from './fitPatternModel.ts'
import type { PatternModel } from './fitPatternModel.ts'
import { roleOf, spentBy } from './ownRecord.ts'
import type { Spent } from './ownRecord.ts'
import { patternColumns, patternRows } from './patternRows.ts'
import type { PatternRow } from './patternRows.ts'
import { meanRate } from './rates.ts'
import { calibrationOf, jackknifed, logNegativeBinomial } from './scores.ts'
import type { CalibrationBin, Foretold, Skill } from './scores.ts'

export interface BacktestOptions {
  /** Trips from which nothing is foretold. Default 20. */
  readonly from?: number
  /** Rods of the deck that is tried. Default 6. */
  readonly rods?: number
  readonly progress?: (share: number) => void
}

export interface Backtest {
  readonly trips: number
  readonly stints: number
  readonly strikes: number
  /** Against the water's mean, the class's mean, and the hours most like it: natural logs a strike. */
  readonly skill: { readonly water: Skill; readonly class: Skill; readonly like: Skill }
  readonly calibration: readonly CalibrationBin[]
  readonly worth: DeckWorth
}

/** Strikes an hour on rods that the plan would have carried over other rods of the same trips. */
export interface DeckWorth {
  readonly ratio: number | null
  readonly lower: number
  readonly upper: number
  readonly trips: number
  /** *Earned*: its 80 % limits lie above one. */
  readonly verdict: 'earned' | 'not earned yet' | 'harmful' | 'too early'
}

const FIRST = 20
/** The model is fitted anew when the trips before have grown by this share, and by five at least. */
const GROWTH = 0.15
const LEAST_NEW = 5
const WORTH_CONFIDENCE = 0.8
const SHRINK_HOURS = 10
const LEVELS = ['top', 'middle', 'bottom'] as const
const ROLES = ['find', 'catch'] as const
const LIKE = ['water_temp_c', 'visibility_m', 'surface_lux', 'wind_mps'] as const

/**
 * The plan tried on the angler's own past: every trip foretold from the trips before it alone.
 *
 * Given      a book; from which trip, and how many rods
 * Returned   skill a strike with limits over trips (jackknife), how often what was foretold came, and the worth of the deck
 * Throws     QuestionError for a book with too few trips
 * Source     prequential scoring: Dawid, J. R. Stat. Soc. A 147 (1984) 278; logarithmic score of the negative binomial predictive: Gneiting &
 *            Raftery, JASA 102 (2007) 359; the worth by `lureOrDay`
 */
export function backtest(book: BookRecords, { from = FIRST, rods = 6, progress }: BacktestOptions = {}): Backtest {
  const columns = patternColumns(book)
  const { foretold, tested, carried } = foretoldTrips(book, columns, { from, rods, progress })
  const inDeck = new Set(carried)
  const sides = { inA: (row: number) => inDeck.has(row), inB: (row: number) => !inDeck.has(row) }
  return {
    trips: new Set(tested.map((row) => at(columns.trip.codes, row))).size,
    stints: foretold.length,
    strikes: foretold.reduce((sum, { strikes }) => sum + strikes, 0),
    skill: {
      water: jackknifed(foretold, ({ score, water }) => score - water),
      class: jackknifed(foretold, ({ score, ofClass }) => score - ofClass),
      like: jackknifed(foretold, ({ score, like }) => score - like),
    },
    calibration: calibrationOf(foretold),
    worth: worthOf(comparedTrips(new Launches(book, columns), columns, tested, sides), bookDispersion(columns, tested)),
  }
}

/**
 * Every trip from the one after the first `from`, foretold from those before it: its stints, its rows, and the rows of rods that the plan
 * would have carried.
 *
 * Given      the book and its columns, how many trips come first, how many rods are carried
 * Returned   trips in the order of their dates
 * Throws     QuestionError for a book with too few trips
 * Source     rolling origin: Tashman, Int. J. Forecast. 16 (2000) 437; from memory
 */
export function foretoldTrips(
  book: BookRecords,
  columns: SegmentColumns,
  {
    from,
    rods,
    progress,
  }: { readonly from: number; readonly rods: number; readonly progress?: BacktestOptions['progress'] },
): { readonly foretold: Foretold[]; readonly tested: number[]; readonly carried: number[] } {
  const byTrip = new Map<string, PatternRow[]>()
  // How fast a lure is usually fished is what later trips say too: here only what each hour says itself.
  for (const row of patternRows(book, columns, new Map())) {
    const own = byTrip.get(row.trip)
    if (own) own.push(row)
    else byTrip.set(row.trip, [row])
  }
  const trips = tripsInOrder(book.trips).flatMap(({ id }) => {
    const own = byTrip.get(id)
    return own ? [own] : []
  })
  if (trips.length <= from)
    throw new QuestionError(
      `the plan is tried from trip ${from + 1} on, and the book has ${trips.length} with hours by lure`,
    )
  const past = new Past(book, columns)
  for (const own of trips.slice(0, from)) past.learn(own)
  const foretold: Foretold[] = []
  const carried: number[] = []
  trips.slice(from).forEach((own, t) => {
    progress?.(t / (trips.length - from))
    const model = past.model(from + t)
    if (model) {
      foretold.push(...past.stints(own, model))
      const deck = past.deck(own, model, rods)
      carried.push(...own.filter(({ situation }) => deck.has(situation.lure)).map(({ row }) => row))
    }
    past.learn(own)
  })
  progress?.(1)
  return { foretold, tested: trips.slice(from).flatMap((own) => own.map(({ row }) => row)), carried }
}

/** What was known before a trip. */
class Past {
  private readonly before: PatternRow[] = []
  private readonly known = new Set<number>()
  private fitted: PatternModel | undefined
  private fittedAt = 0

  constructor(
    private readonly book: BookRecords,
    private readonly columns: SegmentColumns,
  ) {}

  learn(rows: readonly PatternRow[]): void {
    this.before.push(...rows)
    for (const { row } of rows) this.known.add(row)
  }

  /** Fitted anew now and then; none before the first strike. */
  model(trips: number): PatternModel | undefined {
    const start = this.fitted
    if (start && trips - this.fittedAt < Math.max(LEAST_NEW, GROWTH * this.fittedAt)) return start
    if (!this.before.some(({ strikes }) => strikes > 0)) return undefined
    this.fittedAt = trips
    const dispersion = bookDispersion(this.columns, [...this.known])
    this.fitted = fitPatternModel(this.before, { dispersion, ...(start ? { start } : {}) })
    return this.fitted
  }

  /** Each stint of a trip: what the model said of it, what simpler means would have, and what came. */
  stints(own: readonly PatternRow[], model: PatternModel): Foretold[] {
    const stint = entry(this.columns.factors, 'stint')
    const byStint = new Map<number, PatternRow[]>()
    for (const row of own) {
      const code = at(stint.codes, row.row)
      byStint.set(code, [...(byStint.get(code) ?? []), row])
    }
    const water = own[0]?.situation.water ?? ''
    const all = sumOf(this.before)
    const ofWater = shrunk(sumOf(this.before.filter(({ situation }) => situation.water === water)), all)
    const classes = spentBy(this.before, ({ situation }) => situation.class)
    return [...byStint.values()].map((pieces) =>
      this.stint(pieces, model, { ofWater, ofClass: (name) => shrunk(classes.get(name), all) }),
    )
  }

  private stint(
    pieces: readonly PatternRow[],
    model: PatternModel,
    { ofWater, ofClass }: { readonly ofWater: number; readonly ofClass: (name: string) => number },
  ): Foretold {
    const tripVariance = model.fit.tripSd ** 2
    const { hours, strikes } = sumOf(pieces)
    const logs = pieces.map(({ situation }) => model.logRate(situation))
    const expected = pieces.reduce((sum, piece, i) => sum + piece.hours * meanRate(at(logs, i)), 0)
    const variance = logs.reduce((sum, log) => sum + log.variance, 0) / logs.length
    const spread = Math.expm1(tripVariance + Math.min(variance, 1))
    const { situation, trip } = at(pieces, 0)
    const score = (mean: number, of: number): number => logNegativeBinomial(strikes, mean, of, model.dispersion)
    const like = likeRate(this.columns, situation.numbers, this.known, ofWater)
    const plain = Math.expm1(tripVariance)
    return {
      trip,
      strikes,
      expected,
      score: score(expected, spread),
      water: score(hours * ofWater, plain),
      ofClass: score(hours * ofClass(situation.class), plain),
      like: score(hours * like, plain),
    }
  }

  /** The lures that the plan would have carried, knowing what was known and the trip's first reading. */
  deck(own: readonly PatternRow[], model: PatternModel, rods: number): Set<string> {
    const first = own[0]?.situation
    if (!first) return new Set()
    // As it was fished before, where it was: how fast it was fished that day nobody knew.
    const likeness = new Map([...own, ...this.before].map(({ situation }) => [situation.lure, situation]))
    const lights = [...new Set(own.map(({ situation }) => situation.light))]
    const candidates = this.book.lures.flatMap((lure) => {
      const as = likeness.get(lure.id)
      if (!as) return []
      const expected = Float64Array.from(lights, (light) =>
        meanRate(model.logRate({ ...first, light, lure: lure.id, class: as.class, traits: as.traits })),
      )
      return [{ id: lure.id, level: levelOf(lure), role: roleOf(lure.class), expected }]
    })
    const weights = new Float64Array(lights.length).fill(1 / lights.length)
    return new Set(chooseDeck(candidates, { rods, weights, levels: LEVELS, roles: ROLES }).rods.map(({ id }) => id))
  }
}

function likeRate(
  columns: SegmentColumns,
  numbers: Readonly<Record<string, number>>,
  known: ReadonlySet<number>,
  otherwise: number,
): number {
  const named = LIKE.flatMap((name) => {
    const value = numbers[name]
    return value !== undefined && Number.isFinite(value) ? [[name, value] as const] : []
  })
  if (named.length === 0) return otherwise
  const now = { numbers: Object.fromEntries(named), words: {} }
  const { all } = kernelWeighted(columns, now, { keep: (row) => known.has(row) })
  return all ? Math.max(all.rate, otherwise / 10) : otherwise
}

function worthOf(trips: readonly ComparedTrip[], dispersion: number): DeckWorth {
  const { within, trips: both } = lureOrDay(trips, { dispersion, confidence: WORTH_CONFIDENCE })
  if (!within) return { ratio: null, lower: 0, upper: Infinity, trips: both, verdict: 'too early' }
  const { ratio, lower, upper } = within
  const verdict = lower > 1 ? 'earned' : upper < 1 ? 'harmful' : 'not earned yet'
  return { ratio, lower, upper, trips: both, verdict }
}

const sumOf = (rows: readonly PatternRow[]): Pick<Spent, 'hours' | 'strikes'> =>
  rows.reduce((sum, { hours, strikes }) => ({ hours: sum.hours + hours, strikes: sum.strikes + strikes }), {
    hours: 0,
    strikes: 0,
  })

/** A mean drawn to that of all. */
function shrunk(own: Pick<Spent, 'hours' | 'strikes'> | undefined, all: Pick<Spent, 'hours' | 'strikes'>): number {
  const mean = all.strikes / Math.max(all.hours, 1e-9)
  return ((own?.strikes ?? 0) + SHRINK_HOURS * mean) / ((own?.hours ?? 0) + SHRINK_HOURS)
}
