/** What effort could not be used, said with every rate. */
export interface LeftOut {
  /** Trips whose hours are not known at all, and those of which only the trip's hours are known while the question needs stints. */
  trips: number
  /** Strikes of those trips. */
  strikes: number
  /** Strikes on usable trips that belong to no stint or lie outside it. */
  looseStrikes: number
  /** Stints that count no hours: still open, or ending before they start. */
  stintsWithoutHours: number
}

export const COUNTS = ['strikes', 'raised', 'bycatch', 'sameFish', 'missed', 'lost', 'landed'] as const
export type CountName = (typeof COUNTS)[number]

/** One segment before it is laid into columns. */
export interface SegmentRow {
  readonly hours: number
  readonly counts: Record<CountName, number>
  readonly labels: Readonly<Record<string, string>>
  readonly numbers: Readonly<Record<string, number>>
  readonly strikeIds: string[]
}
