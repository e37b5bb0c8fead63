import { arc, lineRadial, scaleLinear } from 'd3'
import type { BoardRow, FishYearSpan } from '@jotbook/core'
import { useUnits } from '../../state/useBook.ts'
import { dayOfYear, decimals, monthName, quantity, rate } from '../../ui/locale.ts'
import { ink } from '../../ui/theme.ts'
import { Picture } from './Picture.tsx'
import { text } from './text.ts'

interface YearRingProps {
  readonly rows: readonly BoardRow[]
  readonly usual: number
  /** Daily means of the water, day of the year from 0; none where several waters are asked for. */
  readonly temperatures: readonly { readonly day: number; readonly value: number; readonly year: number }[]
  /** The fish's year by those temperatures. */
  readonly seasons: readonly FishYearSpan[]
  readonly size: number
  readonly width: number
}

const MONTH = (2 * Math.PI) / 12
const YEAR_DAYS = 365
/** Shares of the radius: where rates begin and end, the ring of hours, the ring of the water's temperature. */
const [HUB, REACH, HOURS_AT, TEMP_FROM, TEMP_TO] = [0.14, 0.6, 0.64, 0.74, 0.92]
const HOURS_THICK = 0.07
const [YEAR_AT, YEAR_THICK] = [0.95, 0.04]

/** The year of a water as a ring, January at the top: months reach out by their rate, hours and temperature around them. */
export function YearRing({ rows, usual, temperatures, seasons, size, width }: YearRingProps) {
  const units = useUnits()
  const radius = size / 2 - 26
  const known = rows.filter(({ group }) => group[0] !== 'unknown')
  const most = Math.max(usual * 1.5, ...known.map((row) => row.rate), 0.1)
  const reach = scaleLinear([0, most], [HUB * radius, REACH * radius])
  const longest = Math.max(1e-9, ...known.map(({ hours }) => hours))
  return (
    <Picture width={width} height={size} label={text.seasons.ring}>
      <g transform={`translate(${Math.min(width / 2, size / 2 + 30)} ${size / 2})`}>
        <circle r={reach(usual)} fill="none" stroke={ink.ink} strokeDasharray="2 4" />
        {Array.from({ length: 12 }, (_, i) => (
          <Month key={i} month={i + 1} radius={radius} />
        ))}
        {known.map((row) => (
          <MonthOf key={row.group[0]} row={row} reach={reach} radius={radius} share={row.hours / longest} />
        ))}
        <Temperatures points={temperatures} radius={radius} />
        <FishYear seasons={seasons} radius={radius} />
        <circle r={HUB * radius} fill={ink.paper} stroke={ink.rule} />
      </g>
      {width > size + 260 && (
        <g transform={`translate(${size + 70} 60)`} fill={ink.quiet}>
          <text y="0">{text.seasons.legend.rate(rate(usual))}</text>
          <text y="24">{text.seasons.legend.hours(decimals(longest, 0))}</text>
          {temperatures.length > 0 && (
            <text y="48">
              {text.seasons.legend.temperature(
                quantity(Math.min(...temperatures.map(({ value }) => value)), null, 'C', units.temperature),
                quantity(Math.max(...temperatures.map(({ value }) => value)), null, 'C', units.temperature),
              )}
            </text>
          )}
          {seasons.map((one, i) => (
            <g key={one.fromDay} transform={`translate(0 ${84 + i * 22})`}>
              <path d="M0 -5H22" stroke={ink.ink} strokeWidth="6" opacity={shadeOf(one.season)} />
              <text x="32">{spanText(one)}</text>
            </g>
          ))}
        </g>
      )}
    </Picture>
  )
}

const ringArc = arc<{ inner: number; outer: number; month: number }>()
  .innerRadius(({ inner }) => inner)
  .outerRadius(({ outer }) => outer)
  .startAngle(({ month }) => (month - 1) * MONTH + 0.02)
  .endAngle(({ month }) => month * MONTH - 0.02)

function Month({ month, radius }: { month: number; radius: number }) {
  const angle = (month - 0.5) * MONTH
  return (
    <>
      <path
        d={ringArc({ inner: HUB * radius, outer: REACH * radius, month }) ?? ''}
        fill="none"
        stroke={ink.rule}
        strokeWidth="1"
      />
      <text
        x={(radius + 14) * Math.sin(angle)}
        y={-(radius + 14) * Math.cos(angle) + 4}
        textAnchor="middle"
        fill={ink.quiet}
      >
        {monthName(month, 'short')}
      </text>
    </>
  )
}

interface MonthOfProps {
  readonly row: BoardRow
  readonly reach: (rate: number) => number
  readonly radius: number
  readonly share: number
}

function MonthOf({ row, reach, radius, share }: MonthOfProps) {
  const month = Number(row.group[0])
  const [inner, outer] = [HUB * radius, reach(row.rate)]
  const angle = (month - 0.5) * MONTH
  const at = (r: number): string => `${r * Math.sin(angle)} ${-r * Math.cos(angle)}`
  const limit = (value: number): number => Math.min(REACH * radius, Math.max(inner, reach(value)))
  return (
    <g>
      <title>{`${monthName(month)}: ${rate(row.rate)}`}</title>
      <path d={ringArc({ inner, outer, month }) ?? ''} fill={ink.ink} opacity={row.tooEarly ? 0.18 : 0.55} />
      <path d={`M${at(limit(row.lower))}L${at(limit(row.upper))}`} stroke={ink.ink} strokeWidth="2" />
      <path
        d={ringArc({ inner: HOURS_AT * radius, outer: (HOURS_AT + HOURS_THICK * share) * radius, month }) ?? ''}
        fill={ink.hours}
      />
    </g>
  )
}

const SHADES: Readonly<Record<string, number>> = {
  'pre-spawn': 0.35,
  spawn: 1,
  'post-spawn': 0.6,
  summer: 0.25,
  autumn: 0.6,
  'late autumn': 0.35,
}
/** Neighbours differ, the spawn is the darkest. */
const shadeOf = (season: string): number => SHADES[season] ?? 0.12

const spanText = ({ season, fromDay, toDay }: FishYearSpan): string =>
  text.seasons.legend.fishYear(season, dayOfYear(Math.round(fromDay)), dayOfYear(Math.round(toDay) - 1))

const yearArc = arc<{ inner: number; outer: number; from: number; to: number }>()
  .innerRadius(({ inner }) => inner)
  .outerRadius(({ outer }) => outer)
  .startAngle(({ from }) => (from / YEAR_DAYS) * 2 * Math.PI + 0.006)
  .endAngle(({ to }) => (to / YEAR_DAYS) * 2 * Math.PI - 0.006)

/** The fish's year around all: each phase an arc, told in the table beside. */
function FishYear({ seasons, radius }: { seasons: readonly FishYearSpan[]; radius: number }) {
  const [inner, outer] = [YEAR_AT * radius, (YEAR_AT + YEAR_THICK) * radius]
  return seasons.map((one) => (
    <path
      key={one.fromDay}
      d={yearArc({ inner, outer, from: one.fromDay, to: one.toDay }) ?? ''}
      fill={ink.ink}
      opacity={shadeOf(one.season)}
    >
      <title>{spanText(one)}</title>
    </path>
  ))
}

function Temperatures({ points, radius }: { points: YearRingProps['temperatures']; radius: number }) {
  if (points.length === 0) return null
  const values = points.map(({ value }) => value)
  const r = scaleLinear([Math.min(...values), Math.max(...values)], [TEMP_FROM * radius, TEMP_TO * radius])
  const latest = Math.max(...points.map(({ year }) => year))
  const course = lineRadial<(typeof points)[number]>()
    .angle(({ day }) => (day / YEAR_DAYS) * 2 * Math.PI)
    .radius(({ value }) => r(value))
  const angle = (day: number): number => (day / YEAR_DAYS) * 2 * Math.PI
  return (
    <g>
      {points.map(({ day, value, year }) => (
        <circle
          key={`${year}-${day}`}
          cx={r(value) * Math.sin(angle(day))}
          cy={-r(value) * Math.cos(angle(day))}
          r="2"
          fill={ink.paper}
          stroke={ink.quiet}
        />
      ))}
      <path
        d={course(points.filter(({ year }) => year === latest)) ?? ''}
        fill="none"
        stroke={ink.ink}
        opacity="0.7"
        strokeWidth="1.8"
      />
    </g>
  )
}
