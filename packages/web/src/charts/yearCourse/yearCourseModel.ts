/** A condition of a water through the year: what is usual, what was read, and this year on it. Days from 0 (1 January) to 365. */
export interface YearCourseModel {
  readonly name: string
  /** Usual range and middle of the days around each day, where enough were read. */
  readonly usual: readonly {
    readonly day: number
    readonly low: number
    readonly middle: number
    readonly high: number
  }[]
  readonly earlier: readonly YearMark[]
  readonly thisYear: readonly YearMark[]
  readonly year: number
  readonly ticks: readonly { readonly value: number; readonly text: string }[]
}

export interface YearMark {
  readonly day: number
  readonly value: number
  readonly text: string
}

/** Hours fished by week of the year, this year and earlier. */
export interface YearHoursModel {
  readonly weeks: readonly {
    readonly day: number
    readonly thisYear: number
    readonly earlier: number
    readonly text: string
  }[]
  readonly most: number
  readonly mostText: string
}
