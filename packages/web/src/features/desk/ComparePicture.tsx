import { scaleLog, scaleSqrt } from 'd3'
import type { TripExposures } from '@jotbook/core'
import { decimals, rate } from '../../ui/locale.ts'
import { ink } from '../../ui/theme.ts'
import { Picture } from './Picture.tsx'
import type { Named, RatioRow } from './compare.ts'
import { text } from './text.ts'

interface ComparePictureProps {
  readonly pairs: readonly TripExposures[]
  readonly rows: readonly RatioRow[]
  readonly names: Named
  readonly width: number
}

const LINES = { width: 380, height: 346, left: 46, right: 46, top: 50 } as const
const ROW = 46
const TICKS = [0.25, 0.5, 1, 2, 4, 8] as const
const SIDE_BY_SIDE = 860

/** Lure or day at a glance: each shared trip a line from A to B, and beside it every ratio on one axis. */
export function ComparePicture({ pairs, rows, names, width }: ComparePictureProps) {
  const beside = width >= SIDE_BY_SIDE
  const ratios = 40 + rows.length * ROW
  const height = beside ? Math.max(LINES.height, ratios) : LINES.height + 24 + ratios
  const left = beside ? LINES.width + 50 : 0
  return (
    <Picture width={width} height={height} label={text.compare.picture(names.a, names.b)}>
      <TripLines pairs={pairs} names={names} width={beside ? LINES.width : width} />
      <g transform={`translate(${left} ${beside ? 0 : LINES.height + 24})`}>
        <Ratios rows={rows} names={names} width={width - left} />
      </g>
    </Picture>
  )
}

const perHour = ({ events, exposureHours }: TripExposures['a']): number => events / exposureHours
const clipped = (name: string, most: number): string => (name.length > most ? `${name.slice(0, most - 1)}…` : name)

/** A full line goes down from A to B, a broken one up. */
function TripLines({ pairs, names, width }: Omit<ComparePictureProps, 'rows'>) {
  const both = pairs.filter(({ a, b }) => a.exposureHours > 0 && b.exposureHours > 0)
  const most = Math.max(0.5, ...both.flatMap(({ a, b }) => [perHour(a), perHour(b)]))
  const foot = LINES.height - 30
  const y = scaleSqrt([0, most], [foot, LINES.top])
  const [from, to] = [LINES.left, width - LINES.right]
  const thick = (spent: number): number => Math.max(0.8, Math.min(5, 1.4 * Math.sqrt(spent)))
  return (
    <g>
      <g style={{ fontWeight: 700 }} fill={ink.ink}>
        <text x={from} y="16" textAnchor="start">
          {clipped(names.a, 40)}
        </text>
        <text x={to} y="36" textAnchor="end">
          {clipped(names.b, 40)}
        </text>
      </g>
      {y.ticks(4).map((tick) => (
        <g key={tick} fill={ink.quiet}>
          <path d={`M${from} ${y(tick)}H${to}`} stroke={ink.rule} />
          <text x={from - 8} y={y(tick) + 4} textAnchor="end">
            {decimals(tick, 1)}
          </text>
        </g>
      ))}
      <path d={`M${from} ${LINES.top}V${foot}M${to} ${LINES.top}V${foot}`} stroke={ink.ink} />
      {both.map(({ trip, a, b }) => (
        <path
          key={trip}
          d={`M${from} ${y(perHour(a))}L${to} ${y(perHour(b))}`}
          stroke={ink.ink}
          strokeWidth={thick(Math.min(a.exposureHours, b.exposureHours))}
          strokeLinecap="round"
          opacity="0.4"
          {...(perHour(b) > perHour(a) ? { strokeDasharray: '6 4' } : {})}
        />
      ))}
      <text x={from} y={LINES.height - 6} fill={ink.quiet}>
        {text.perHour}
      </text>
    </g>
  )
}

function Ratios({ rows, names, width }: { rows: readonly RatioRow[]; names: Named; width: number }) {
  const at = Math.min(230, width * 0.42)
  const end = width - 66
  const scale = scaleLog([TICKS[0], 8], [at, end]).clamp(true)
  const place = (value: number): number => scale(Math.max(value, 1e-6))
  return (
    <g>
      <text x={at} y="12" fill={ink.quiet}>
        {clipped(text.compare.axis(names.a, names.b), 60)}
      </text>
      {TICKS.map((tick) => (
        <text
          key={tick}
          x={scale(tick)}
          y="32"
          textAnchor="middle"
          fill={ink.quiet}
          style={{ fontWeight: tick === 1 ? 700 : 400 }}
        >
          {decimals(tick, tick < 1 ? (tick === 0.5 ? 1 : 2) : 0)}
        </text>
      ))}
      <path d={`M${scale(1)} 38V${40 + rows.length * ROW}`} stroke={ink.ink} strokeDasharray="2 4" />
      {rows.map((row, i) => (
        <g key={row.name} transform={`translate(0 ${40 + i * ROW})`}>
          {row.isMain && <rect x="0" y="2" width={width} height={ROW - 4} fill={ink.wash} />}
          <text x="8" y={row.isMain ? 22 : 27} style={{ fontWeight: row.isMain ? 700 : 400 }} fill={ink.ink}>
            {row.name}
          </text>
          {row.isMain && (
            <text x="8" y="38" fill={ink.quiet}>
              {text.compare.main}
            </text>
          )}
          <RatioBar row={row} place={place} end={end} />
          <text
            x={end + 12}
            y="28"
            style={{ fontWeight: row.isMain ? 700 : 400, fontSize: row.isMain ? 20 : 15 }}
            fill={ink.ink}
          >
            {row.ratio === null ? text.compare.none : rate(row.ratio)}
          </text>
        </g>
      ))}
    </g>
  )
}

function RatioBar({ row, place, end }: { row: RatioRow; place: (value: number) => number; end: number }) {
  if (row.ratio === null) return null
  const [from, at, to] = [place(row.lower), place(row.ratio), Math.min(end, place(row.upper))]
  const middle = ROW / 2
  const length = Math.max(1, to - from)
  const thickness = Math.max(4, Math.min(16, 1300 / length))
  const isPlain = row.lower === row.upper
  return (
    <g>
      <title>{text.compare.ratio(row.name, row.ratio, row.lower, row.upper)}</title>
      {!isPlain && (
        <path
          d={`M${from} ${middle}Q${at} ${middle - thickness} ${to} ${middle}Q${at} ${middle + thickness} ${from} ${middle}Z`}
          fill={ink.ink}
          opacity={Math.max(0.22, Math.min(0.75, 70 / length))}
        />
      )}
      <path d={`M${at} ${middle - 12}V${middle + 12}`} stroke={ink.ink} strokeWidth={row.isMain ? 4 : 2.4} />
    </g>
  )
}
