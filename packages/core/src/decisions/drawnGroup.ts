import { betaValues, gammaValues, normalValues } from '../numerics/index.ts'
import type { SeededRandom } from '../numerics/index.ts'
import type { KnownShare, RodGroup } from './rodGroup.ts'

/** So many values stand for a distribution: their mean and spread are its own within a thousandth. */
export const VALUES = 1024

/** A group of rods as it may be on one day, drawn anew for each: of each quantity, one of the values that are as likely as each other. */
export class DrawnGroup {
  flurriesAnHour = 0
  /** Shares of what strikes. */
  landed = 0
  legal = 0
  private scale = 1
  private readonly rates: Float64Array
  private readonly landedShares: Float64Array
  private readonly legalShares: Float64Array
  /** How far the mean weight is known, as a factor. */
  private readonly scales: Float64Array
  /** Grams of a fish by its factor: own fish as they are, else those of the log-normal. */
  private readonly fish: Float64Array

  constructor({ rate, landed, legal, weights: { mean, sd, error, own } }: RodGroup) {
    const normal = normalValues(VALUES)
    this.rates = gammaValues(rate.shape, VALUES).map((strikes) => strikes / rate.hours)
    this.landedShares = sharesOf(landed)
    this.legalShares = sharesOf(legal)
    this.scales = normal.map((z) => Math.exp(error * z))
    this.fish = own && own.length > 0 ? Float64Array.from(own) : normal.map((z) => Math.exp(mean + sd * z))
  }

  /** Another day. */
  draw(luckPerFlurry: number, random: SeededRandom): void {
    this.flurriesAnHour = one(this.rates, random.next()) * luckPerFlurry
    this.landed = one(this.landedShares, random.next())
    this.legal = one(this.legalShares, random.next())
    this.scale = one(this.scales, random.next())
  }

  /** Grams of the fish that a chance picks. */
  weigh(chance: number): number {
    return this.scale * one(this.fish, chance)
  }
}

const one = (values: Float64Array, chance: number): number => values[Math.floor(chance * values.length)]!

const sharesOf = ({ yes, no }: KnownShare): Float64Array =>
  yes <= 0 || no <= 0 ? new Float64Array(VALUES).fill(yes <= 0 ? 0 : 1) : betaValues(yes, no, VALUES)
