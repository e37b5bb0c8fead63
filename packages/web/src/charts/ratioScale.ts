import { scaleLog } from 'd3'
import type { RateScale } from './Spindle.tsx'

/** What is asked, its ratio drawn, its ratio in figures. */
export const RATIO_COLUMNS = { base: '1fr', lg: 'minmax(0, 1fr) 340px 150px' } as const
const WIDTH = 320
const TICKS = [0.25, 0.5, 1, 2, 4, 8] as const

/** Ratios by their logarithm, from a quarter to eight times; what lies beyond stands at the edge. */
export function ratioScale(width = WIDTH): RateScale {
  const scale = scaleLog()
    .domain([TICKS[0], TICKS[TICKS.length - 1] ?? 8])
    .range([0, width])
    .clamp(true)
  return { x: (ratio) => scale(Math.max(ratio, 1e-6)), ticks: TICKS, width }
}
