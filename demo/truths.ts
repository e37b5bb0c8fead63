import type { WaterName } from './scenario.ts'

/** What is planted in the demo book; its sizes stand in docs/demo.md, each with a test that fails when it is taken out. */
export const TRUTHS = [
  'window',
  'one lure',
  'good day',
  'rescue',
  'colour',
  'rule fails',
  'rule holds',
  'heavy',
  'wind falls',
  'pause',
  'windblown',
  'nothing',
] as const
export type Truth = (typeof TRUTHS)[number]

/** The lures and waters that the truths are about. */
export const GOOD_DAY_LURE = 'Lipless, chrome'
/** On the pond it beats everything else while the wind is down, and is as the rest otherwise. */
export const WINDOW_LURE = 'Texas rig, junebug'
export const RESCUE_LURE = 'Drop shot, morning smoke'
export const COLOUR_PAIR = ['Finesse jig, green pumpkin', 'Finesse jig, brown-purple'] as const
export const FAILING_LURE = 'Flat-sided crank, chartreuse'
export const HEAVY_LURE = 'Wedge tail 7, trout'
export const SURFACE = new Set(['walking topwater', 'popper', 'single prop', 'twin prop', 'rotating-tail topwater'])
export const WIND_LURES = new Set([
  'spinnerbait',
  'squarebill',
  'flat-sided crankbait',
  'wide-wobble diving plug',
  'bladed jig',
])
/** Where a lure of the crew would be planted if something did stand out on the plain water. */
const SPURIOUS_LURE = 'Wacky worm, plum'

/** Everything a strike rate depends on at one moment. */
export interface Moment {
  readonly water: WaterName
  readonly lure: string
  readonly class: string
  readonly tempF: number
  readonly windMph: number
  /** The strongest wind so far that day. */
  readonly windBeforeMph: number
  readonly cloudPct: number
  /** What the sky was at launch: days are good or bad by it on one water. */
  readonly launchCloudPct: number
  /** Seconds for which a jerkbait is let stand; undefined for what is not fished by the pause. */
  readonly pauseS: number | undefined
  readonly windblown: boolean
}

/** Strikes an hour, without the day's own luck. `without`: a truth taken out, to see its test fail. */
// eslint-disable-next-line complexity -- one line a planted truth
export function trueRate(moment: Moment, without?: Truth): number {
  const is = (truth: Truth): boolean => truth !== without
  const { water, lure, tempF } = moment
  const base = { 'Immerlow Reservoir': 1, 'Quennor Reach': 1.3, 'Dunmarrow Lake': 1.4, 'Pellock Mill Pond': 2.2 }[water]
  // Colder fish bite less, everywhere and on everything alike.
  let rate = base * (tempF < 45 ? 0.6 : tempF < 55 ? 0.85 : 1)
  if (water === 'Dunmarrow Lake') return rate * (!is('nothing') && lure === SPURIOUS_LURE ? 3.2 : 1)
  if (water === 'Quennor Reach' && moment.launchCloudPct >= 80) rate *= 2.4
  if (water === 'Quennor Reach' && WIND_LURES.has(moment.class) && is('wind falls')) rate *= windFactor(moment)
  if (water === 'Immerlow Reservoir') rate *= highlandFactor(moment, is)
  if (water === 'Pellock Mill Pond' && lure === WINDOW_LURE && moment.windMph < CALM_MPH && is('one lure')) rate *= 5
  if (moment.pauseS !== undefined && tempF < COLD_F && is('pause')) rate *= moment.pauseS >= LONG_PAUSE_S ? 2.4 : 0.5
  if (water === 'Quennor Reach' && tempF >= BANK_F && is('windblown')) rate *= moment.windblown ? 1.6 : 0.6
  if (lure === FAILING_LURE && is('rule fails')) rate *= 0.25
  if (lure === COLOUR_PAIR[1] && !is('colour')) rate *= 2.4
  return rate
}

const CALM_MPH = 5
/** Below it a jerkbait wants to be let stand. */
const COLD_F = 45
const LONG_PAUSE_S = 6
/** Above it the river's fish lie on the bank that the wind blows on. */
const BANK_F = 60

/** Wind brings these lures alive; once it has died they are worse than before it came. */
function windFactor({ windMph, windBeforeMph }: Moment): number {
  if (windMph >= 9) return 1.9
  return windMph < 5 && windBeforeMph >= 9 ? 0.3 : 0.9
}

function highlandFactor(
  { lure, class: lureClass, tempF, windMph, cloudPct }: Moment,
  is: (truth: Truth) => boolean,
): number {
  let factor = 1
  if (is('window') && tempF >= 45 && tempF < 50 && windMph >= 10 && cloudPct >= 80) factor *= 6
  if (is('rule holds') && SURFACE.has(lureClass)) factor *= cloudPct >= 80 ? 1.9 : 0.6
  if (is('heavy') && lure === HEAVY_LURE) factor *= 0.5
  return factor
}

/** How much heavier than the water's own fish a lure's are. */
export const heavierBy = (lure: string, water: WaterName, without?: Truth): number =>
  lure === HEAVY_LURE && water === 'Immerlow Reservoir' && without !== 'heavy' ? 2.6 : 1
