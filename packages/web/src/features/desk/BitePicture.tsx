import { scaleLinear } from 'd3'
import type { BoardRow } from '@jotbook/core'
import { whole } from '../../ui/locale.ts'
import { ink } from '../../ui/theme.ts'
import { Picture } from './Picture.tsx'
import { text } from './text.ts'

interface BitePictureProps {
  readonly rows: readonly BoardRow[]
  readonly nameOf: (row: BoardRow) => string
  readonly width: number
  readonly share: (of: number) => string
}

const MOST_ROWS = 14
const [ROW, TOP] = [38, 30]
const NARROW = 640

/** The groups with the most strikes. */
export const mostStruck = (rows: readonly BoardRow[]): BoardRow[] =>
  [...rows]
    .filter(({ strikes, raised }) => strikes + raised > 0)
    .sort((a, b) => b.strikes - a.strikes)
    .slice(0, MOST_ROWS)

/** Each row narrows: struck, hooked, landed, as long as there were fish; follows are open strokes before it. */
export function BitePicture({ rows, nameOf, width, share }: BitePictureProps) {
  const words = text.bite
  const left = width < NARROW ? 120 : 230
  const follows = width < NARROW ? 40 : 120
  const at = left + follows
  const most = Math.max(1, ...rows.map(({ strikes }) => strikes))
  const mostFollows = Math.max(1, ...rows.map(({ raised }) => raised))
  const x = scaleLinear([0, most], [0, Math.max(60, width - at - 150)])
  const back = scaleLinear([0, mostFollows], [0, follows - 16])
  return (
    <Picture width={width} height={TOP + rows.length * ROW + 8} label={words.picture}>
      <g fill={ink.quiet}>
        <text x={at - 8} y="16" textAnchor="end">
          {words.stages.follow}
        </text>
        <text x={at + 4} y="16">
          {`${words.stages.strike}, ${words.stages.hooked}, ${words.stages.landed}`}
        </text>
      </g>
      {rows.map((row, i) => {
        const hooked = row.hookUp ? row.strikes * row.hookUp.share : 0
        const landed = row.landing ? hooked * row.landing.share : 0
        const shares = [row.hookUp && share(row.hookUp.share), row.landing && share(row.landing.share)].filter(Boolean)
        return (
          <g key={row.group.join('|')} transform={`translate(0 ${TOP + i * ROW})`}>
            <path d={`M0 ${ROW}H${width}`} stroke={ink.rule} />
            <text x={left - 14} y="24" textAnchor="end" fill={ink.ink}>
              {nameOf(row)}
            </text>
            {row.raised > 0 && (
              <path d={`M${at - 4} 19h${-back(row.raised)}`} stroke={ink.quiet} strokeWidth="7" strokeDasharray="2 3" />
            )}
            <path d={bar(at, x(row.strikes), 26)} fill={ink.ink} opacity="0.22" />
            <path d={bar(at, x(hooked), 17)} fill={ink.ink} opacity="0.45" />
            <path d={bar(at, x(landed), 9)} fill={ink.ink} />
            <text x={at + x(row.strikes) + 8} y="24" fill={ink.ink}>
              {[whole(row.strikes), shares.join(', ')].filter((part) => part !== '').join(' · ')}
            </text>
          </g>
        )
      })}
    </Picture>
  )
}

const bar = (x: number, width: number, height: number): string =>
  `M${x} ${19 - height / 2}h${width}v${height}h${-width}Z`
