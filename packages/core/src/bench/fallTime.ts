import { lineDiameterMm, lineSinksG } from './line.ts'
import type { Line } from './line.ts'
import { movedBy } from './movedBy.ts'

/** How much water a lure has to push aside. */
export const BULKS = ['head alone', 'slim', 'usual', 'bulky', 'umbrella rig'] as const
export type Bulk = (typeof BULKS)[number]

/** Drag coefficient times area, cm²: ours, by what falls as anglers say (a jig of 3/8 oz with its chunk about three feet a second). */
const DRAG_AREA_CM2: Readonly<Record<Bulk, number>> = {
  'head alone': 0.9,
  slim: 1.5,
  usual: 2.4,
  bulky: 4.8,
  'umbrella rig': 14,
}
/** Along the line (ours): a line that follows straight. */
const LINE_DRAG = 0.02
/** Lead, g/cm³. */
const LEAD = 11.34
const GRAVITY = 9.81
/** Own count-downs weigh against the law as if that were so many of them. (ours) */
const LAW_COUNTS = 2
const STEPS = 40

export interface Falling {
  readonly weightG: number
  readonly bulk: Bulk
  readonly line: Line
}

/** A count-down: from the splash to the bottom. */
export interface CountDown {
  readonly depthM: number
  readonly seconds: number
  readonly line: Line
}

/**
 * Seconds from the splash to a depth, on a slack line.
 *
 *   v = √(2 W / (ρ · (CdA + 0.02 · d · z))), t = ∫ dz / v; W: weight in water of the lead and of the line that is out
 *
 * Given      weight, bulk and line; a depth in metres; own count-downs of the lure
 * Returned   seconds, and how many count-downs it was set right by
 * Valid for  lures weighted with lead; a second or so of the splash is left out
 * Source     drag at high Reynolds number; the areas are ours
 */
export function fallTime(
  falling: Falling,
  depthM: number,
  counted: readonly CountDown[] = [],
): { readonly seconds: number; readonly countDowns: number } {
  const own = movedBy(
    counted.map((one) => one.seconds / byLaw({ ...falling, line: one.line }, one.depthM)),
    LAW_COUNTS,
  )
  return { seconds: byLaw(falling, depthM) * own, countDowns: counted.length }
}

function byLaw({ weightG, bulk, line }: Falling, depthM: number): number {
  const step = depthM / STEPS
  const diameterM = lineDiameterMm(line) / 1000
  const lineG = lineSinksG(line)
  let seconds = 0
  for (let i = 0; i < STEPS; i++) {
    const z = (i + 0.5) * step
    const pullN = ((weightG * (1 - 1 / LEAD) + lineG * z) / 1000) * GRAVITY
    const dragM2 = DRAG_AREA_CM2[bulk] / 1e4 + LINE_DRAG * diameterM * z
    seconds += step / Math.sqrt((2 * Math.max(pullN, 1e-6)) / (1000 * dragM2))
  }
  return seconds
}

/**
 * Seconds to count until it hangs in the middle of the water column.
 *
 * Given      what falls, the depth under the boat in metres, the angler’s own count-downs
 * Source     `fallTime`
 */
export const midColumn = (falling: Falling, waterDepthM: number, counted: readonly CountDown[] = []): number =>
  fallTime(falling, waterDepthM / 2, counted).seconds
