import { seededRandom } from '../../numerics/index.ts'
import type { Random } from '../../numerics/index.ts'

/** A figure of a study, and where it must lie. */
export interface Figure {
  readonly question: string
  readonly world: string
  readonly figure: string
  readonly value: number
  readonly least: number
  readonly most: number
  /** So many chances it is a share of; null: it is no share. */
  readonly of: number | null
}

/** A question asked of many made-up books of one world. Seeds are fixed beforehand and never changed. */
export interface Study {
  readonly question: string
  readonly world: string
  readonly run: (books: number) => Figure[]
}

export type Told = Omit<Figure, 'question' | 'world'>
export const share = (figure: string, count: number, of: number, least: number, most: number): Told => ({
  figure,
  value: of > 0 ? count / of : NaN,
  of,
  least,
  most,
})

export function study(
  question: string,
  world: string,
  seed: number,
  figures: (random: Random, books: number) => Told[],
): Study {
  return {
    question,
    world,
    run: (books) => figures(seededRandom(seed), books).map((one) => ({ question, world, ...one })),
  }
}
