import type { Cells } from './cells.ts'
import { byClass } from './classes.ts'
import type { Classes } from './classes.ts'
import type { Expected } from './expected.ts'
import type { Item, Visit } from './items.ts'
import { LEAST_Z } from './limits.ts'
import { Weigher, residuals, scoreOf, signedRoot, sumOver } from './score.ts'
import { strongest } from './standing.ts'
import type { Standing } from './standing.ts'
import type { Candidate } from './types.ts'

/** What the items and classes of a search speak of. */
export interface SearchGround {
  readonly cells: Cells
  readonly classes: Classes
  readonly items: readonly Item[]
}

/** A pattern that stands out, before its ratio is worked out. */
type Weighed = Standing & Pick<Candidate, 'withinShare'>

/** The look at all conjunctions in our own book: how far each stands out, before anything is known of what chance would do. */
export class OwnLook {
  /** Of each conjunction in the order in which they were looked at: the variance of its score, and its z. */
  readonly variances: number[] = []
  readonly z: number[] = []
  private readonly standing: Weighed[] = []
  private readonly residuals: Float64Array
  private readonly weigher: Weigher

  constructor({ cells, classes }: SearchGround, expected: Expected) {
    this.residuals = byClass(classes, residuals(cells, expected))
    this.weigher = Weigher.of(cells, classes, expected)
  }

  begin(view: Classes): Visit {
    const [score, under] = [byClass(view, this.residuals), this.weigher.over(view)]
    return (path, chosen) => {
      const { all, within } = under.variance(chosen)
      const z = signedRoot(sumOver(score, chosen), all)
      this.variances.push(all)
      this.z.push(z)
      if (z >= LEAST_Z) this.standing.push({ items: path, view, chosen: chosen.slice(), z, withinShare: within / all })
    }
  }

  /** The strongest, each with its ratio. */
  strongest(): Candidate[] {
    return strongest(this.standing).map(({ items, chosen, z, withinShare }) => {
      const { logRatio, error } = this.weigher.ratio(chosen)
      return { items, chosen, z, withinShare, score: scoreOf(logRatio, error), logRatio, error }
    })
  }
}
