import type { ScaleLinear } from 'd3'
import type { SVGProps } from 'react'
import { decimals } from '../../ui/locale.ts'
import { ink } from '../../ui/theme.ts'
import { ROOM, TEXT_PX } from './frame.ts'
import { text } from './text.ts'

interface PictureProps extends Omit<SVGProps<SVGSVGElement>, 'width' | 'height'> {
  readonly width: number
  readonly height: number
  readonly label: string
}

/** A drawing of the desk on its own paper, as it stands on the screen, in a file and in print. */
export function Picture({ width, height, label, style, children, ...rest }: PictureProps) {
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      width={width}
      height={height}
      xmlns="http://www.w3.org/2000/svg"
      role="img"
      aria-label={label}
      fontFamily="'Atkinson Hyperlegible Next Variable', sans-serif"
      style={{ display: 'block', fontSize: TEXT_PX, ...style }}
      {...rest}
    >
      <rect className="paper" width={width} height={height} fill={ink.paper} />
      {children}
    </svg>
  )
}

/** Strikes an hour on the left side, a line at each round figure. */
export function RateAxis({ y, width }: { y: ScaleLinear<number, number>; width: number }) {
  const ticks = y.ticks(5)
  // So many that no two lines say the same.
  const places = (ticks[1] ?? 1) - (ticks[0] ?? 0) < 0.0999 ? 2 : 1
  return (
    <g fill={ink.quiet}>
      {ticks.map((tick) => (
        <g key={tick}>
          <path d={`M${ROOM.left} ${y(tick)}H${width - ROOM.right}`} stroke={ink.rule} />
          <text x={ROOM.left - 8} y={y(tick) + 4} textAnchor="end">
            {decimals(tick, places)}
          </text>
        </g>
      ))}
      <text x={ROOM.left} y={ROOM.top - 4}>
        {text.perHour}
      </text>
    </g>
  )
}
