import { scaleLinear } from 'd3'
import { ink } from '../ui/theme.ts'

/** A shared scale for the spindles of a board. */
export interface RateScale {
  readonly x: (rate: number) => number
  readonly ticks: readonly number[]
  readonly width: number
}

/** From nothing to a little beyond the highest rate that matters; limits beyond it are cut off with an arrow. */
export function rateScale(highest: number, width: number): RateScale {
  const scale = scaleLinear()
    .domain([0, Math.max(highest, 0.1)])
    .nice(6)
    .range([0, width])
  return { x: scale, ticks: scale.ticks(6), width }
}

export interface SpindleProps {
  readonly rate: number
  readonly lower: number
  readonly upper: number
  readonly scale: RateScale
  readonly usualRate: number
  readonly height?: number
}

/** A rate is a bar line, its interval a spindle of constant ink with end caps: long and pale means that we do not know yet. */
export function Spindle({ rate, lower, upper, scale, usualRate, height = 44 }: SpindleProps) {
  const middle = height / 2
  const [from, at, to] = [scale.x(lower), scale.x(rate), Math.min(scale.x(upper), scale.width)]
  const length = Math.max(1, to - from)
  const thickness = Math.max(6, Math.min(20, 1300 / length))
  const opacity = Math.max(0.22, Math.min(0.75, 70 / length))
  const cut = scale.x(upper) > scale.width
  return (
    <svg
      width={scale.width + 8}
      height={height}
      role="img"
      aria-label={`${rate.toFixed(2)} an hour, ${lower.toFixed(2)} to ${upper.toFixed(2)}`}
      style={{ overflow: 'visible' }}
    >
      <path d={`M${scale.x(usualRate)} 0V${height}`} stroke={ink.ink} strokeDasharray="2 4" />
      <path
        d={`M${from} ${middle}Q${at} ${middle - thickness} ${to} ${middle}Q${at} ${middle + thickness} ${from} ${middle}Z`}
        fill={ink.ink}
        opacity={opacity}
      />
      <path d={`M${from} ${middle - 5}V${middle + 5}`} stroke={ink.ink} strokeWidth="1.4" />
      {cut ? (
        <path d={`M${to} ${middle - 4}L${to + 7} ${middle}L${to} ${middle + 4}`} fill="none" stroke={ink.ink} strokeWidth="1.4" />
      ) : (
        <path d={`M${to} ${middle - 5}V${middle + 5}`} stroke={ink.ink} strokeWidth="1.4" />
      )}
      <path d={`M${at} ${middle - 13}V${middle + 13}`} stroke={ink.ink} strokeWidth="3" />
    </svg>
  )
}
