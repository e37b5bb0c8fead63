import { area, curveMonotoneX, line, scaleLinear } from 'd3'
import { HOUR_MS, toSi } from '@jotbook/core'
import type { EpochMs, Unit } from '@jotbook/core'
import type { OddsOfDay, OddsThen } from '@jotbook/core/advice'
import { clock } from '../../ui/locale.ts'
import { ink } from '../../ui/theme.ts'
import { text } from './text.ts'

const ROOM = { left: 64, right: 116, top: 14, foot: 30 } as const
const HEIGHT = 250

interface OddsPictureProps {
  readonly odds: OddsOfDay
  readonly width: number
  readonly zone: string
  readonly unit: Unit
  readonly weightOf: (grams: number) => string
}

/** The bag that was likely, hour by hour, closing in on the one that came; below it the bag as it filled. */
export function OddsPicture({ odds: { hours, endMs, totalG }, width, zone, unit, weightOf }: OddsPictureProps) {
  const words = text.odds
  const startMs = hours[0]?.atMs ?? endMs
  const x = scaleLinear([startMs, endMs], [ROOM.left, width - ROOM.right])
  const y = scaleLinear([0, Math.max(totalG, ...hours.map(({ p90 }) => p90))], [HEIGHT - ROOM.foot, ROOM.top])
  // At the end nothing is open any more.
  const all: readonly OddsThen[] = [...hours, { atMs: endMs, inBagG: totalG, p10: totalG, p50: totalG, p90: totalG }]
  const band = area<OddsThen>(
    ({ atMs }) => x(atMs),
    ({ p10 }) => y(p10),
    ({ p90 }) => y(p90),
  ).curve(curveMonotoneX)
  const middle = line<OddsThen>(
    ({ atMs }) => x(atMs),
    ({ p50 }) => y(p50),
  ).curve(curveMonotoneX)
  return (
    <svg width={width} height={HEIGHT} role="img" aria-label={words.picture} style={{ display: 'block', fontSize: 13 }}>
      <g fill={ink.quiet}>
        {roundWeights(y.domain()[1] ?? 0, unit).map((grams) => (
          <g key={grams}>
            <path d={`M${ROOM.left} ${y(grams)}H${x(endMs)}`} stroke={ink.rule} />
            <text x={ROOM.left - 8} y={y(grams) + 4} textAnchor="end">
              {weightOf(grams)}
            </text>
          </g>
        ))}
        {ticksOf(startMs, endMs, width).map((ms) => (
          <text key={ms} x={x(ms)} y={HEIGHT - 8} textAnchor="middle">
            {clock(ms, zone)}
          </text>
        ))}
      </g>
      <path d={band([...all]) ?? ''} fill={ink.ink} opacity="0.16" />
      <path d={middle([...all]) ?? ''} fill="none" stroke={ink.ink} strokeWidth="2.4" />
      <path d={stepsOf(all, x, y)} fill="none" stroke={ink.float} strokeWidth="2.4" />
      <circle cx={x(endMs)} cy={y(totalG)} r="4.5" fill={ink.float} />
      <text x={x(endMs) + 10} y={y(totalG) + 5} style={{ fontSize: 15, fontWeight: 700 }} fill={ink.ink}>
        {weightOf(totalG)}
      </text>
      <text x={x(endMs) + 10} y={y(totalG) + 22} fill={ink.quiet}>
        {words.atScale}
      </text>
    </svg>
  )
}

/** Round figures of the unit that is read. */
function roundWeights(most: number, unit: Unit): number[] {
  const one = toSi(1, unit)
  return scaleLinear([0, most / one], [0, 1])
    .ticks(4)
    .map((figure) => figure * one)
}

const TICK_PX = 90

/** Whole hours from the launch, as many as have room. */
function ticksOf(startMs: EpochMs, endMs: EpochMs, width: number): number[] {
  const hours = (endMs - startMs) / HOUR_MS
  const step = Math.max(1, Math.ceil((hours * TICK_PX) / Math.max(TICK_PX, width - ROOM.left - ROOM.right)))
  return Array.from({ length: Math.floor(hours / step) + 1 }, (_, i) => startMs + i * step * HOUR_MS)
}

type Scale = ReturnType<typeof scaleLinear<number, number>>

/** The bag stays as it is from one moment to the next. */
const stepsOf = (all: readonly OddsThen[], x: Scale, y: Scale): string =>
  all.map(({ atMs, inBagG }, i) => `${i === 0 ? 'M' : 'H'}${x(atMs)}${i === 0 ? ' ' : 'V'}${y(inBagG)}`).join('')
