import type { BoardRow } from '@jotbook/core'
import { rateScale } from '../../charts/Spindle.tsx'
import { decimals, rate, whole } from '../../ui/locale.ts'
import { ink } from '../../ui/theme.ts'
import { Picture } from './Picture.tsx'
import { text } from './text.ts'

interface RateRowsProps {
  readonly rows: readonly BoardRow[]
  readonly usual: number
  readonly nameOf: (row: BoardRow) => string
  readonly width: number
  readonly label: string
  readonly most?: number
}

const [ROW, TOP] = [36, 30]
const MOST_ROWS = 16
const NARROW = 640
/** The longest range that sets the scale reaches so many times as far as the highest rate. */
const BEYOND = 1.8

/** Groups by their rate in its likely range, the usual rate dotted, what they rest on beside. */
export function RateRows({ rows: given, usual, nameOf, width, label, most: atMost = MOST_ROWS }: RateRowsProps) {
  // What is too early, and what nobody told, stands below what says something.
  const below = ({ group, tooEarly }: BoardRow): number => (group.includes('unknown') ? 2 : Number(tooEarly))
  const rows = [...given].sort((a, b) => below(a) - below(b) || b.rate - a.rate).slice(0, atMost)
  const left = width < NARROW ? 120 : 220
  const right = width < NARROW ? 90 : 230
  const most = Math.max(0.2, ...rows.map((one) => one.rate))
  const scale = rateScale(Math.min(BEYOND * most, Math.max(...rows.map(({ upper }) => upper))), width - left - right)
  const place = (value: number): number => left + Math.min(scale.x(value), scale.width)
  return (
    <Picture width={width} height={TOP + rows.length * ROW + 6} label={label}>
      {scale.ticks.map((tick) => (
        <text key={tick} x={place(tick)} y="16" textAnchor="middle" fill={ink.quiet}>
          {decimals(tick, 1)}
        </text>
      ))}
      <path d={`M${place(usual)} 22V${TOP + rows.length * ROW}`} stroke={ink.ink} strokeDasharray="2 4" />
      {rows.map((row, i) => {
        const y = TOP + i * ROW + ROW / 2
        const [from, at, to] = [place(row.lower), place(row.rate), place(row.upper)]
        const length = Math.max(1, to - from)
        const thick = Math.max(4, Math.min(13, 1300 / length))
        return (
          <g key={row.group.join('|')}>
            <path d={`M0 ${y + ROW / 2}H${width}`} stroke={ink.rule} />
            <text x={left - 14} y={y + 5} textAnchor="end" fill={ink.ink}>
              {nameOf(row)}
            </text>
            <path
              d={`M${from} ${y}Q${at} ${y - thick} ${to} ${y}Q${at} ${y + thick} ${from} ${y}Z`}
              fill={ink.ink}
              opacity={Math.max(0.22, Math.min(0.75, 70 / length))}
            />
            <path d={`M${at} ${y - 10}V${y + 10}`} stroke={ink.ink} strokeWidth="3" />
            <text x={width - right + 14} y={y + 5} fill={ink.ink} style={{ fontSize: 15, fontWeight: 600 }}>
              {rate(row.rate)}
            </text>
            {width >= NARROW && (
              <text x={width - right + 64} y={y + 5} fill={ink.quiet}>
                {row.tooEarly
                  ? text.judgements['too early']
                  : `${whole(row.strikes)} in ${decimals(row.hours, row.hours < 10 ? 1 : 0)} h`}
              </text>
            )}
          </g>
        )
      })}
    </Picture>
  )
}
