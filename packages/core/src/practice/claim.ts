import { toSi } from '../units/index.ts'

/**
 * What is claimed: a rate (or *not better*, *lower*, the *same*), weight, hook-up, strikes in a phase against its time, a rate here
 * against there, strikes by another measure than hours, and a few questions with a method of their own.
 */
export const CLAIM_OUTCOMES = [
  'rate',
  'rate lower',
  'not better',
  'not lower',
  'same',
  'between',
  'between lower',
  'size',
  'size lower',
  'hook-up',
  'hook-up same',
  'landed',
  'lost lower',
  'set landed',
  'set held',
  'phase',
  'phase lower',
  'per clean cast',
  'per target',
  'zone',
  'travels',
  'follow-up',
  'pitch',
  'ratio falls',
] as const
export type ClaimOutcome = (typeof CLAIM_OUTCOMES)[number]

/**
 * One rule of the trade that can fail cleanly. Conditions are written as filters are (`water_temp_c=7..12;wind_band=calm`); `|` stands
 * between alternatives.
 */
export interface Claim {
  readonly id: string
  /** The rule in a sentence, in the angler's words. */
  readonly says: string
  /** When it is said to hold; empty: always. */
  readonly when: string
  /** What it is said of. */
  readonly lure: string
  /** Held against: all other lures in the same condition, other colours of the same body, or as written. */
  readonly against: string
  readonly outcome: ClaimOutcome
  /** Claims that share a dispute are rivals. */
  readonly dispute?: string
  /** Only strikes of this species count. */
  readonly species?: string
  /** Of the angler's own: the day it was written, by whatever the book showed then. Only later trips judge it. */
  readonly since?: string
  /** Factor on the rate of a setup that has no hours yet; 1.5 unless given, at most 3. */
  readonly multiplier?: number
}

export const ALL_OTHERS = 'all'
export const SAME_BODY = 'same body'

/** How far from one still counts as the same: ÷1.5 to ×1.5. (ours) */
export const SAME_MARGIN = 1.5
/** A claim of *not better* asks that the upper limit lie below this. (ours) */
export const NOT_BETTER = 1.25

type Extra = Partial<Pick<Claim, 'dispute' | 'species' | 'multiplier'>>

/** A claim in one line. */
export const claim = (
  id: string,
  says: string,
  when: string,
  lure: string,
  against: string,
  outcome: ClaimOutcome,
  extra: Extra = {},
  // eslint-disable-next-line max-params -- a row of the table of claims
): Claim => ({ id, says, when, lure, against, outcome, ...extra })

const range = (
  column: string,
  from: number | undefined,
  to: number | undefined,
  si: (value: number) => number,
): string => `${column}=${from === undefined ? '' : round(si(from))}..${to === undefined ? '' : round(si(to))}`
const round = (value: number): number => Number(value.toFixed(4))

/** Filters in the trade's units. Undefined leaves a side open. */
export const tempF = (from?: number, to?: number): string =>
  range('water_temp_c', from, to, (value) => toSi(value, 'F'))
export const seesFt = (from?: number, to?: number): string =>
  range('visibility_m', from, to, (value) => toSi(value, 'ft'))
export const windMph = (from?: number, to?: number): string =>
  range('wind_mps', from, to, (value) => toSi(value, 'mph'))
export const deepFt = (from?: number, to?: number): string => range('depth_m', from, to, (value) => toSi(value, 'ft'))
export const lengthIn = (from?: number, to?: number): string =>
  range('length_mm', from, to, (value) => 1000 * toSi(value, 'in'))
export const weightOz = (from?: number, to?: number): string => range('weight_g', from, to, (value) => 28.3495 * value)
const OR = ' | '
/** Any of several filters. */
export const any = (...filters: readonly string[]): string => filters.join(OR)
/** All of several filters; alternatives in them are multiplied out. */
export const all = (...filters: readonly string[]): string =>
  filters
    .filter((filter) => filter !== '')
    .reduce<string[]>(
      (paths, filter) => paths.flatMap((path) => filter.split(OR).map((one) => (path === '' ? one : `${path};${one}`))),
      [''],
    )
    .join(OR)
export const classes = (...names: readonly string[]): string => `class=${names.join(',')}`
