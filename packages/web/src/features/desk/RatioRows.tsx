import { ratioScale } from '../../charts/ratioScale.ts'
import { decimals, rate } from '../../ui/locale.ts'
import { ink } from '../../ui/theme.ts'
import { Picture } from './Picture.tsx'
import { text } from './text.ts'

export interface NamedRatio {
  readonly name: string
  /** What it rests on, in a few words. */
  readonly rests: string
  /** None where there is nothing to compare. */
  readonly ratio: { readonly ratio: number | null; readonly lower: number; readonly upper: number } | null
  /** How sure it is, in a word. */
  readonly says?: string
  readonly isClear?: boolean
}

interface RatioRowsProps {
  readonly rows: readonly NamedRatio[]
  readonly width: number
  readonly label: string
}

const [ROW, TOP, LEFT, RIGHT] = [54, 34, 240, 230]
const NARROW = 640

/** Ratios on one axis from a quarter to eight times, each in its likely range; one is dotted. */
export function RatioRows({ rows, width, label }: RatioRowsProps) {
  const isNarrow = width < NARROW
  const left = isNarrow ? 118 : LEFT
  const scale = ratioScale(Math.max(110, width - left - (isNarrow ? 60 : RIGHT)))
  const at = (value: number): number => left + scale.x(value)
  const foot = TOP + rows.length * ROW
  return (
    <Picture width={width} height={foot + 2} label={label}>
      {scale.ticks.map((tick) => (
        <text key={tick} x={at(tick)} y="16" textAnchor="middle" fill={ink.quiet}>
          {decimals(tick, tick < 1 ? 2 : 0)}
        </text>
      ))}
      <path d={`M${at(1)} 22V${foot}`} stroke={ink.ink} strokeDasharray="2 4" />
      {rows.map((row, i) => (
        <g key={row.name} transform={`translate(0 ${TOP + i * ROW})`}>
          <path d={`M0 ${ROW}H${width}`} stroke={ink.rule} />
          <text x="0" y={ROW / 2 - 3} fill={ink.ink} style={{ fontSize: 15, fontWeight: row.isClear ? 700 : 400 }}>
            {row.name}
          </text>
          <text x="0" y={ROW / 2 + 15} fill={ink.quiet}>
            {row.rests}
          </text>
          <Bar ratio={row.ratio} at={at} />
          <text
            x={at(8) + 14}
            y={ROW / 2 + 6}
            fill={ink.ink}
            style={{ fontSize: 17, fontWeight: row.isClear ? 700 : 400 }}
          >
            {row.ratio?.ratio == null ? '–' : rate(row.ratio.ratio)}
          </text>
          {!isNarrow && row.says !== undefined && (
            <text x={at(8) + 66} y={ROW / 2 + 6} fill={ink.quiet}>
              {row.says}
            </text>
          )}
        </g>
      ))}
    </Picture>
  )
}

function Bar({ ratio, at }: { ratio: NamedRatio['ratio']; at: (value: number) => number }) {
  const middle = ROW / 2
  if (ratio?.ratio == null)
    return (
      <text x={at(1) + 10} y={middle + 5} fill={ink.quiet}>
        {text.nothingToCompare}
      </text>
    )
  const [from, mid, to] = [at(ratio.lower), at(ratio.ratio), at(ratio.upper)]
  const length = Math.max(1, to - from)
  const thick = Math.max(4, Math.min(15, 1300 / length))
  return (
    <g>
      <path
        d={`M${from} ${middle}Q${mid} ${middle - thick} ${to} ${middle}Q${mid} ${middle + thick} ${from} ${middle}Z`}
        fill={ink.ink}
        opacity={Math.max(0.22, Math.min(0.75, 70 / length))}
      />
      <path d={`M${mid} ${middle - 12}V${middle + 12}`} stroke={ink.ink} strokeWidth="3" />
    </g>
  )
}
