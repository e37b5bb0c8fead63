/** A run of columns with a strength of its own: a curve charged for bending, or effects drawn to nought. */
export interface AdditiveTerm {
  readonly name: string
  readonly first: number
  readonly size: number
  readonly charge: 'bend' | 'size'
  /** Taken up only where, the others fitted, its effects would spread from nought: most of many such terms say nothing. */
  readonly onTrial?: boolean
  /** Of a curve: sums of its columns that are held at nought, such as its mean over the rows. */
  readonly held?: readonly Float64Array[]
}
