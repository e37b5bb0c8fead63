import { conditionWords } from '../vocabulary/index.ts'
import type { Lure, Stint } from '../vocabulary/index.ts'

export type Level = (typeof conditionWords.WATER_COLUMN)[number]

/** Retrieves that keep a lure on the bottom or at the surface, whatever it is. */
const ON_BOTTOM = new Set<string>(['slow crawl on bottom', 'drag', 'free fall at edges'])
const AT_SURFACE = new Set<string>(['bulge at the surface', 'walk', 'spit'])
/** Classes that are worked at the surface or on the bottom: where nothing else is known. */
const TOP_CLASS = /topwater|popper|prop|buzzbait|frog|toad|floating worm/
const BOTTOM_CLASS = /jig|rig|tube|worm|shaky|spoon/
const NOT_BOTTOM_CLASS = /umbrella|bladed|hair jig|stick worm|swimbait/

const LEVELS = conditionWords.WATER_COLUMN

/** Shallower than this is at the top, nearer to the bottom than that is at the bottom. */
const TOP_M = 0.4
const NEAR_BOTTOM_M = 0.6

export type LureAtWork = Pick<Lure, 'class' | 'runsFromM' | 'runsToM'>
export type StintAtWork = Pick<Stint, 'retrieve' | 'lureDepthM' | 'depthM' | 'levelFished'>

/** Where nothing is known of how deep a lure runs, it is taken to run here. (ours) */
const ASSUMED_DEPTH_M = 0.9

export interface WorkingDepth {
  readonly depthM: number
  /** Logged for the stint, the lure's own running depth, or neither. */
  readonly from: 'stint' | 'lure' | 'assumed'
}

/**
 * How deep a lure works, to be shown: where nothing is known a depth is assumed, and says so. Rates never use an assumed one.
 *
 * Given      a lure, and the stint it is fished in; either may be missing
 * Returned   metres, and what they are from
 */
export function workingDepth(lure: LureAtWork | undefined, stint: Pick<StintAtWork, 'lureDepthM'> = {}): WorkingDepth {
  const depthM = lure ? workingDepthM(lure, stint) : (stint.lureDepthM ?? undefined)
  if (depthM === undefined) return { depthM: ASSUMED_DEPTH_M, from: 'assumed' }
  return { depthM, from: typeof stint.lureDepthM === 'number' ? 'stint' : 'lure' }
}

/**
 * How deep a lure works, metres: as logged for the stint, else the middle of its running depths.
 *
 * Given      a lure with its running depths, and what the stint says
 * Returned   metres; undefined where neither says any
 */
export function workingDepthM(
  lure: LureAtWork,
  { lureDepthM }: Pick<StintAtWork, 'lureDepthM'> = {},
): number | undefined {
  if (typeof lureDepthM === 'number') return lureDepthM
  const [from, to] = [lure.runsFromM ?? lure.runsToM, lure.runsToM ?? lure.runsFromM]
  return typeof from === 'number' && typeof to === 'number' ? (from + to) / 2 : undefined
}

/**
 * The level of the water column that is worked: as the angler says, else by the retrieve, else by the depth the lure runs at against the water's, and only
 * where neither is known by what its class is made for. Common practice, no source; the half metres are ours.
 *
 * Given      a lure, and the stint it is fished in
 * Returned   the level, from top to bottom
 */
export function levelOf(lure: LureAtWork, stint: StintAtWork = {}): Level {
  const said = LEVELS.find((level) => level === stint.levelFished)
  if (said) return said
  if (stint.retrieve && ON_BOTTOM.has(stint.retrieve)) return 'bottom'
  if (stint.retrieve && AT_SURFACE.has(stint.retrieve)) return 'top'
  const depthM = workingDepthM(lure, stint)
  if (depthM !== undefined && depthM > TOP_M && isNearBottom(depthM, stint)) return 'bottom'
  if (TOP_CLASS.test(lure.class)) return 'top'
  if (BOTTOM_CLASS.test(lure.class) && !NOT_BOTTOM_CLASS.test(lure.class)) return 'bottom'
  return depthM !== undefined && depthM < TOP_M ? 'top' : 'middle'
}

const isNearBottom = (lureDepthM: number, { depthM }: StintAtWork): boolean =>
  typeof depthM === 'number' && depthM - lureDepthM <= NEAR_BOTTOM_M
