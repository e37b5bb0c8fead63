import { scaleLinear } from 'd3'
import type { Board } from '@jotbook/core'
import { ink } from '../../ui/theme.ts'
import { Picture, RateAxis } from './Picture.tsx'
import { ROOM, heightFor } from './frame.ts'

interface HoursPictureProps {
  readonly board: Board
  readonly usual: number
  readonly width: number
  readonly label: string
}

const BEYOND = 2.2

/** Strikes an hour by the clock: a bar line for each hour in its likely range, and the hours fished as boxes below. */
export function HoursPicture({ board, usual, width, label }: HoursPictureProps) {
  const height = heightFor(width)
  const rows = board.rows.filter(({ group }) => group[0] !== 'unknown')
  const hours = rows.map(({ group }) => Number(group[0]))
  const [from, to] = [Math.min(...hours), Math.max(...hours) + 1]
  const x = scaleLinear([from, to], [ROOM.left, width - ROOM.right])
  const most = Math.max(0.1, ...rows.map(({ rate }) => rate))
  const highest = Math.min(BEYOND * most, Math.max(...rows.map(({ upper }) => upper)))
  const y = scaleLinear([0, highest], [height - ROOM.foot, ROOM.top]).nice(5)
  const longest = Math.max(1e-9, ...rows.map((row) => row.hours))
  const wide = Math.max(4, (x(1) - x(0)) * 0.5)
  return (
    <Picture width={width} height={height} label={label}>
      <RateAxis y={y} width={width} />
      <path d={`M${ROOM.left} ${y(usual)}H${width - ROOM.right}`} stroke={ink.ink} strokeDasharray="2 4" />
      {rows.map(({ group, rate, lower, upper, hours: spent }) => {
        const at = x(Number(group[0]) + 0.5)
        const cut = (value: number): number => Math.max(ROOM.top, y(Math.min(value, highest)))
        return (
          <g key={group[0]}>
            <path
              d={`M${at} ${cut(lower)}Q${at - wide / 2} ${cut(rate)} ${at} ${cut(upper)}Q${at + wide / 2} ${cut(rate)} ${at} ${cut(lower)}Z`}
              fill={ink.ink}
              opacity="0.25"
            />
            <path d={`M${at - wide / 2} ${y(rate)}h${wide}`} stroke={ink.ink} strokeWidth="3" />
            <rect
              x={at - wide / 2}
              width={wide}
              y={y(0) + 2}
              height={Math.max(1, 22 * (spent / longest))}
              fill={ink.hours}
            />
            <text x={at} y={y(0) + 42} textAnchor="middle" fill={ink.quiet}>
              {group[0]}
            </text>
          </g>
        )
      })}
    </Picture>
  )
}
