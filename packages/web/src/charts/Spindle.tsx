import { scaleLinear } from 'd3'
import { ink } from '../ui/theme.ts'

/** A shared scale for the spindles of a board. */
export interface RateScale {
  readonly x: (rate: number) => number
  readonly ticks: readonly number[]
  readonly width: number
}

/** Under it the ticks, which have one decimal, would say the same number twice. */
const LEAST_HIGHEST = 0.5

/** From nothing to a little beyond the highest rate that matters; limits beyond it are cut off with an arrow. */
export function rateScale(highest: number, width: number): RateScale {
  const scale = scaleLinear()
    .domain([0, Math.max(highest, LEAST_HIGHEST)])
    .nice(6)
    .range([0, width])
  return { x: scale, ticks: scale.ticks(6), width }
}

export interface SpindleProps {
  /** The rate the board sorts by. */
  readonly rate: number
  /** The same as counted, or on other hours: an open ring beside it. */
  readonly raw?: number
  readonly lower: number
  readonly upper: number
  readonly scale: RateScale
  readonly usualRate: number
  readonly label: string
  readonly height?: number
}

/** A rate is a bar line, its interval a spindle of constant ink with end caps: long and pale means that we do not know yet. */
export function Spindle({ rate, raw, lower, upper, scale, usualRate, label, height = 44 }: SpindleProps) {
  const middle = height / 2
  const place = (value: number): number => Math.min(scale.x(value), scale.width)
  const [from, at, to] = [place(lower), place(rate), place(upper)]
  const length = Math.max(1, to - from)
  const thickness = Math.max(height / 7, Math.min(height * 0.45, 1300 / length))
  const opacity = Math.max(0.22, Math.min(0.75, 70 / length))
  const cut = scale.x(upper) > scale.width
  const bend = Math.max(from, Math.min(to, at))
  return (
    <svg
      className="moves"
      width={scale.width + 8}
      height={height}
      role="img"
      aria-label={label}
      style={{ overflow: 'visible' }}
    >
      <path d={`M${place(usualRate)} 0V${height}`} stroke={ink.ink} strokeDasharray="2 4" />
      <path
        d={`M${from} ${middle}Q${bend} ${middle - thickness} ${to} ${middle}Q${bend} ${middle + thickness} ${from} ${middle}Z`}
        fill={ink.ink}
        opacity={opacity}
      />
      <path d={`M${from} ${middle - 5}V${middle + 5}`} stroke={ink.ink} strokeWidth="1.4" />
      {cut ? (
        <path
          d={`M${to} ${middle - 4}L${to + 7} ${middle}L${to} ${middle + 4}`}
          fill="none"
          stroke={ink.ink}
          strokeWidth="1.4"
        />
      ) : (
        <path d={`M${to} ${middle - 5}V${middle + 5}`} stroke={ink.ink} strokeWidth="1.4" />
      )}
      {raw !== undefined && scale.x(raw) <= scale.width && (
        <circle cx={place(raw)} cy={middle} r="3.2" fill={ink.paper} stroke={ink.ink} strokeWidth="1.4" />
      )}
      <path d={`M${at} ${middle - height * 0.3}V${middle + height * 0.3}`} stroke={ink.ink} strokeWidth="3" />
    </svg>
  )
}
