import { line, scaleLinear, scaleSqrt } from 'd3'
import type { SizePoint } from '@jotbook/core'
import { decimals } from '../../ui/locale.ts'
import { ink } from '../../ui/theme.ts'
import { Picture } from './Picture.tsx'
import { ROOM, heightFor } from './frame.ts'
import { text } from './text.ts'

interface SizePictureProps {
  readonly points: readonly (SizePoint & { readonly name: string })[]
  /** A weight in the book's unit. */
  readonly shown: (grams: number) => number
  readonly weight: (grams: number) => string
  readonly unit: string
  readonly width: number
}

/** So many lines of equal weight an hour are drawn. */
const EQUAL_LINES = 3
const SAMPLES = 40

/** Fish an hour against their weight: circles by their hours, what nothing beats joined, lines of equal weight an hour behind. */
export function SizePicture({ points, shown, weight, unit, width }: SizePictureProps) {
  const height = heightFor(width) + 40
  const most = Math.max(0.1, ...points.map(({ landedPerHour }) => landedPerHour)) * 1.12
  const heaviest = Math.max(1, ...points.map(({ meanWeightG }) => meanWeightG)) * 1.15
  const x = scaleLinear([0, most], [ROOM.left, width - ROOM.right])
  const y = scaleLinear([0, heaviest], [height - ROOM.foot + 10, ROOM.top + 8])
  const yShown = scaleLinear([0, shown(heaviest)], y.range())
  const radius = scaleSqrt([0, Math.max(1, ...points.map(({ hours }) => hours))], [2, 15])
  const best = points.filter(({ efficient }) => efficient).sort((a, b) => a.landedPerHour - b.landedPerHour)
  const frontier = line<SizePoint>(
    (one) => x(one.landedPerHour),
    (one) => y(one.meanWeightG),
  )
  const foot = height - ROOM.foot + 10
  return (
    <Picture width={width} height={height} label={text.size.picture}>
      {yShown.ticks(5).map((tick) => (
        <g key={tick} fill={ink.quiet}>
          <path d={`M${ROOM.left} ${yShown(tick)}H${width - ROOM.right}`} stroke={ink.rule} />
          <text x={ROOM.left - 8} y={yShown(tick) + 4} textAnchor="end">
            {decimals(tick, yShown.ticks(5).some((one) => !Number.isInteger(one)) ? 1 : 0)}
          </text>
        </g>
      ))}
      {x.ticks(6).map((tick) => (
        <text key={tick} x={x(tick)} y={foot + 18} textAnchor="middle" fill={ink.quiet}>
          {decimals(tick, 1)}
        </text>
      ))}
      <text x={ROOM.left} y={ROOM.top - 2} fill={ink.quiet}>
        {`${text.size.y}, ${unit}`}
      </text>
      <text x={width - ROOM.right} y={foot + 36} textAnchor="end" fill={ink.quiet}>
        {text.size.x}
      </text>
      <EqualLines points={points} x={x} y={y} weight={weight} most={most} heaviest={heaviest} />
      <path d={frontier(best) ?? ''} fill="none" stroke={ink.float} strokeWidth="2" />
      {points.map((one) => (
        <circle
          key={one.name}
          cx={x(one.landedPerHour)}
          cy={y(one.meanWeightG)}
          r={radius(one.hours)}
          fill={one.efficient ? ink.ink : ink.sheet}
          fillOpacity={one.efficient ? 0.85 : 0.6}
          stroke={ink.ink}
          strokeWidth="1.3"
        >
          <title>{`${one.name}: ${weight(one.weightPerHourG)} ${text.size.weightPerHour}`}</title>
        </circle>
      ))}
      <Names points={points} x={x} y={y} radius={radius} right={width - ROOM.right} />
    </Picture>
  )
}

type Scale = ReturnType<typeof scaleLinear<number, number>>

interface EqualLinesProps {
  readonly points: readonly SizePoint[]
  readonly x: Scale
  readonly y: Scale
  readonly weight: (grams: number) => string
  readonly most: number
  readonly heaviest: number
}

/** Along each of these lines an hour brings the same weight. */
function EqualLines({ points, x, y, weight, most, heaviest }: EqualLinesProps) {
  const top = Math.max(1, ...points.map(({ weightPerHourG }) => weightPerHourG))
  return Array.from({ length: EQUAL_LINES }, (_, i) => {
    const grams = (top * (i + 1)) / EQUAL_LINES
    const from = grams / heaviest
    const at = Array.from({ length: SAMPLES }, (__, k) => from + ((most - from) * k) / (SAMPLES - 1))
    const d = at.map((fish, k) => `${k === 0 ? 'M' : 'L'}${x(fish).toFixed(1)} ${y(grams / fish).toFixed(1)}`).join('')
    return (
      <g key={grams}>
        <path d={d} fill="none" stroke={ink.hours} strokeWidth="1" strokeDasharray="5 4" opacity="0.7" />
        <text x={x(most)} y={y(grams / most) - 4} textAnchor="end" fill={ink.quiet} style={{ fontSize: 12 }}>
          {text.size.same(weight(grams))}
        </text>
      </g>
    )
  })
}

interface NamesProps {
  readonly points: SizePictureProps['points']
  readonly x: Scale
  readonly y: Scale
  readonly radius: (hours: number) => number
  readonly right: number
}

const LETTER = 6.6

/** Names beside their circles, the efficient ones first; one that would lie on another is left to the table. */
function Names({ points, x, y, radius, right }: NamesProps) {
  const taken: { x: number; y: number; width: number }[] = []
  const ordered = [...points].sort((a, b) => Number(b.efficient) - Number(a.efficient) || b.hours - a.hours)
  return ordered.flatMap((one) => {
    const wide = one.name.length * LETTER
    const beside = x(one.landedPerHour) + radius(one.hours) + 5
    const at = {
      x: beside + wide > right ? x(one.landedPerHour) - radius(one.hours) - 5 - wide : beside,
      y: y(one.meanWeightG) + 4,
      width: wide,
    }
    const meets = taken.some(
      (other) => Math.abs(other.y - at.y) < 15 && at.x < other.x + other.width && other.x < at.x + at.width,
    )
    if (meets || at.x < 0) return []
    taken.push(at)
    return [
      <text
        key={one.name}
        x={at.x}
        y={at.y}
        fill={ink.ink}
        stroke={ink.paper}
        strokeWidth="3"
        paintOrder="stroke"
        style={{ fontWeight: one.efficient ? 700 : 400 }}
      >
        {one.name}
      </text>,
    ]
  })
}
