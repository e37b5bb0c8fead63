import { QuestionError, at } from '../checked/index.ts'
import type { BagEvent, BagStrategy, FishWeights, KnownRate, KnownShare, RodGroup } from '../decisions/index.ts'
import { placeFished } from '../effort/index.ts'
import type { BookRecords } from '../effort/index.ts'
import { isStrike } from '../vocabulary/index.ts'
import type { Id, Strike } from '../vocabulary/index.ts'
import type { Now } from '../analyses/index.ts'
import { tripLike, waterOf } from './foreseen.ts'
import type { PatternBook } from './patternBook.ts'
import { planDeck } from './planDeck.ts'

/** An event, and ways to fish it by lures and hours of the clock. */
export interface BagQuestion {
  readonly water: string
  readonly now: Now
  readonly event: {
    readonly limit: number
    readonly minLengthMm?: number
    readonly from: number
    readonly to: number
    readonly runBackMin?: number
  }
  readonly bag: readonly number[]
  readonly strategies: readonly {
    readonly name: string
    readonly steps: readonly { readonly lures: readonly string[]; readonly from: number; readonly to: number }[]
  }[]
  readonly targetG?: number
}

export interface BagFromBook {
  readonly event: BagEvent
  readonly strategies: readonly BagStrategy[]
  readonly luckVariance: number
  readonly flurry: number
}

/** Fish of a group weigh towards those of the water, and those towards the book's, as if there were so many more. (ours) */
const SHRINK = 8
/** From so many on, a group's own fish are drawn instead of a curve. */
const OWN_FISH = 50
/** A spread of weights where a book has too few fish to say. (ours) */
const USUAL_SD = 0.45
const USUAL_G = 700
const FEWEST_FISH = 5

/**
 * What a book knows of the bag of a day: rates of the lures by the pattern model, shares and weights by its own strikes.
 *
 * Given      the book, its pattern model, and an event with its strategies
 * Returned   event, strategies and luck for `simulateBag`
 * Throws     QuestionError for a water or lure that is not in the book, and for steps that no hour is in
 * Source     weights: log-normal, drawn towards water and book; length for weight and the other way round by the book's own fish, else by
 *            the standard weight of largemouth bass, log10 W = −5.528 + 3.273·log10 L (Henson 1991, from memory)
 */
export function bagFromBook(book: BookRecords, learnt: PatternBook, question: BagQuestion): BagFromBook {
  const { event, bag, strategies, targetG } = question
  const water = waterOf(book, question.water)
  const fish = new Fish(book, water.id, event.minLengthMm)
  const groupAt = (lures: readonly string[], from: number, to: number): RodGroup => {
    if (!(to > from)) throw new QuestionError(`a step from ${from} to ${to} has no hours`)
    if (lures.length === 0) throw new QuestionError('a step has no lures')
    const ids = lures.map((name) => lureIn(book, name))
    const trip = tripLike(book, water, question.now, (from + to) / 2)
    const told = planDeck(book, learnt.rows, learnt.model, { ...trip, rods: 1 }).lures
    const rates = ids.flatMap((id) => told.find(({ lure }) => lure === id) ?? [])
    return { name: `${[...ids].sort().join('+')} ${from}-${to}`, rate: together(rates), ...fish.of(new Set(ids)) }
  }
  return {
    event: {
      limit: event.limit,
      until: event.to - (event.runBackMin ?? 0) / 60,
      bag,
      ...(targetG === undefined ? {} : { targetG }),
    },
    strategies: strategies.map(({ name, steps }) => ({
      name,
      steps: steps.map(({ lures, from, to }) => ({
        group: groupAt(lures, from, to),
        from: Math.max(from, event.from),
        to: Math.min(to, event.to),
      })),
    })),
    luckVariance: learnt.model.fit.tripSd ** 2,
    // Flurries of a geometric size m have a variance of 2m − 1 times the mean.
    flurry: Math.max(1, (learnt.model.dispersion + 1) / 2),
  }
}

/**
 * Whether the book has what the question names, before anything is learnt.
 *
 * Given      the book, and the question's water and strategies, by name or id
 * Throws     QuestionError that names what the book has not
 */
export function checkBagNames(book: BookRecords, { water, strategies }: BagQuestion): void {
  waterOf(book, water)
  for (const { steps } of strategies) for (const { lures } of steps) for (const lure of lures) lureIn(book, lure)
}

function lureIn({ lures }: BookRecords, named: string): string {
  const found = lures.find(({ id, name }) => id === named || name === named)
  if (!found) throw new QuestionError(`there is no lure ${named} in the book`)
  return found.id
}

/** Rods fished in turn, each as long: the mean of their rates, as a gamma. */
function together(rates: readonly KnownRate[]): KnownRate {
  if (rates.length === 0) throw new QuestionError('nothing is foretold of the lures of a step')
  const mean = rates.reduce((sum, { shape, hours }) => sum + shape / hours, 0) / rates.length
  const variance = rates.reduce((sum, { shape, hours }) => sum + shape / hours ** 2, 0) / rates.length ** 2
  return { shape: mean ** 2 / variance, hours: mean / variance }
}

interface Caught {
  readonly lure: Id<'lure'>
  readonly place: string | undefined
  readonly here: boolean
  readonly legal: boolean | undefined
  readonly logG: number | undefined
}

/** What became of a book's strikes, and what the fish weighed: of groups of lures on a water. */
export class Fish {
  private readonly strikes: readonly { readonly lure: Id<'lure'>; readonly landed: boolean }[]
  private readonly caught: readonly Caught[]

  constructor(
    book: BookRecords,
    water: string,
    private readonly minLengthMm: number | undefined,
  ) {
    const stints = new Map(book.stints.map((stint) => [stint.id, stint]))
    const lureOf = (stint: Strike['stint']): string => stints.get(stint ?? '')?.lure ?? ''
    const here = new Set(book.trips.filter((trip) => trip.water === water).map(({ id }) => id))
    const counted = book.strikes.filter((strike) => isStrike(strike) && !strike.sameFish && strike.outcome)
    const length = new LengthAndWeight(counted)
    this.strikes = counted.map(({ stint, outcome }) => ({ lure: lureOf(stint), landed: outcome === 'landed' }))
    this.caught = counted
      .filter(({ outcome }) => outcome === 'landed')
      .map((strike) => {
        const { lengthMm, weightG } = length.of(strike)
        const stint = stints.get(strike.stint ?? '')
        return {
          lure: lureOf(strike.stint),
          place: stint && placeFished(stint),
          here: here.has(strike.trip),
          legal: lengthMm === undefined || minLengthMm === undefined ? undefined : lengthMm >= minLengthMm,
          logG: weightG === undefined ? undefined : Math.log(weightG),
        }
      })
  }

  of(lures: ReadonlySet<string>): Pick<RodGroup, 'landed' | 'legal' | 'weights'> {
    const isOwn = ({ lure }: { readonly lure: Id<'lure'> }): boolean => lures.has(lure)
    const told = this.caught.filter(({ legal }) => legal !== undefined)
    const legalHere = shareOf(
      told.filter(({ here }) => here),
      ({ legal }) => legal === true,
      shareOf(told, ({ legal }) => legal === true),
    )
    return {
      landed: shareOf(
        this.strikes.filter(isOwn),
        ({ landed }) => landed,
        shareOf(this.strikes, ({ landed }) => landed),
      ),
      legal:
        this.minLengthMm === undefined
          ? { yes: 1, no: 0 }
          : shareOf(
              told.filter((one) => one.here && isOwn(one)),
              ({ legal }) => legal === true,
              legalHere,
            ),
      weights: this.weights(isOwn),
    }
  }

  /** By how much the fish of a place on this water weigh more than the water's, in natural logarithms; drawn to nothing where few were weighed. */
  shiftAt(place: string): { readonly shift: number; readonly error: number } {
    const { kept, sd, ofWater } = this.usual()
    const own = logsOf(kept.filter((one) => one.here && one.place === place))
    return { shift: drawnTo(own, ofWater) - ofWater, error: sd / Math.sqrt(own.length + SHRINK) }
  }

  /** What is kept weighs, here and anywhere. */
  private usual(): { readonly kept: readonly Caught[]; readonly sd: number; readonly ofWater: number } {
    const kept = this.caught.filter(({ legal, logG }) => legal !== false && logG !== undefined)
    const [all, here] = [logsOf(kept), logsOf(kept.filter((one) => one.here))]
    const book = all.length > 0 ? meanOf(all) : Math.log(USUAL_G)
    return { kept, sd: all.length >= FEWEST_FISH ? sdOf(all) : USUAL_SD, ofWater: drawnTo(here, book) }
  }

  private weights(isOwn: (fish: Caught) => boolean): FishWeights {
    const { kept, sd, ofWater } = this.usual()
    const own = logsOf(kept.filter((one) => one.here && isOwn(one)))
    const mean = drawnTo(own, ofWater)
    return {
      mean,
      sd,
      error: sd / Math.sqrt(own.length + SHRINK),
      ...(own.length >= OWN_FISH ? { own: own.map((log) => Math.exp(log + mean - meanOf(own))) } : {}),
    }
  }
}

const logsOf = (fish: readonly Caught[]): number[] => fish.flatMap(({ logG }) => logG ?? [])

/** Counts of yes and no, with as many more at a share that is known from elsewhere; even where nothing is. */
function shareOf<T>(
  rows: readonly T[],
  isYes: (row: T) => boolean,
  otherwise: KnownShare = { yes: 1, no: 1 },
): KnownShare {
  const yes = rows.filter(isYes).length
  const usual = otherwise.yes / (otherwise.yes + otherwise.no)
  return { yes: yes + SHRINK * usual, no: rows.length - yes + SHRINK * (1 - usual) }
}

const meanOf = (values: readonly number[]): number => values.reduce((sum, one) => sum + one, 0) / values.length
const sdOf = (values: readonly number[]): number => {
  const mean = meanOf(values)
  return Math.sqrt(values.reduce((sum, one) => sum + (one - mean) ** 2, 0) / (values.length - 1))
}
const drawnTo = (values: readonly number[], to: number): number =>
  (values.reduce((sum, one) => sum + one, 0) + SHRINK * to) / (values.length + SHRINK)

/** log10 grams by log10 millimetres, largemouth bass. */
const STANDARD = { intercept: -5.528, slope: 3.273 } as const
const FITTED_FROM = 10

/** Of a fish of which one was measured, the other. */
class LengthAndWeight {
  private readonly intercept: number
  private readonly slope: number

  constructor(strikes: readonly Strike[]) {
    const both = strikes.flatMap(({ lengthMm, weightG }) =>
      typeof lengthMm === 'number' && typeof weightG === 'number' && lengthMm > 0 && weightG > 0
        ? [[Math.log10(lengthMm), Math.log10(weightG)] as const]
        : [],
    )
    const [x, y] = [meanOf(both.map(([log]) => log)), meanOf(both.map(([, log]) => log))]
    const spread = both.reduce((sum, [log]) => sum + (log - x) ** 2, 0)
    const isFitted = both.length >= FITTED_FROM && spread > 0
    this.slope = isFitted
      ? both.reduce((sum, pair) => sum + (at(pair, 0) - x) * (at(pair, 1) - y), 0) / spread
      : STANDARD.slope
    this.intercept = isFitted ? y - this.slope * x : STANDARD.intercept
  }

  of({ lengthMm, weightG }: Strike): { readonly lengthMm?: number; readonly weightG?: number } {
    const { intercept, slope } = this
    const isLong = typeof lengthMm === 'number' && lengthMm > 0
    const isHeavy = typeof weightG === 'number' && weightG > 0
    if (!isLong && !isHeavy) return {}
    return {
      lengthMm: isLong ? lengthMm : 10 ** ((Math.log10(weightG ?? 1) - intercept) / slope),
      weightG: isHeavy ? weightG : 10 ** (intercept + slope * Math.log10(lengthMm ?? 1)),
    }
  }
}
