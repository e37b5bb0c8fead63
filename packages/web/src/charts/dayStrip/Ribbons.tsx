import type { EpochMs } from '@jotbook/core'
import { scaleLinear } from 'd3'
import { ink } from '../../ui/theme.ts'
import { RIBBON } from './frame.ts'
import type { Frame } from './frame.ts'
import type { StripModel, StripRibbon } from './stripModel.ts'

/** Conditions below the water on the same hours: read where a ring stands, broken where the reading had grown old, absent where unknown. */
export function Ribbons({ model, frame }: { model: StripModel; frame: Frame }) {
  return (
    <g>
      {model.ribbons.map((ribbon, i) => (
        <Ribbon
          key={ribbon.name}
          ribbon={ribbon}
          frame={frame}
          top={frame.foot + 10 + i * RIBBON}
          fromMs={model.fromMs}
          toMs={model.toMs}
        />
      ))}
    </g>
  )
}

function Ribbon({
  ribbon,
  frame: { x, wide, left },
  top,
  fromMs,
  toMs,
}: {
  ribbon: StripRibbon
  frame: Frame
  top: number
  fromMs: EpochMs
  toMs: EpochMs
}) {
  const values = ribbon.readings.map(({ value }) => value)
  const [low, high] = [Math.min(...values), Math.max(...values)]
  const y = scaleLinear([low, Math.max(high, low + 1e-9)], wide ? [top + 22, top + 8] : [top + 24, top + 13])
  const clamp = (ms: EpochMs): number => x(Math.max(fromMs, Math.min(toMs, ms)))
  const shown = withoutCollisions(ribbon.readings.map(({ ms, text }) => ({ at: x(ms), width: text.length * LETTER })))
  return (
    <g>
      <Named ribbon={ribbon} frame={{ wide, left }} top={top} />
      {ribbon.pieces.map((piece) => (
        <path
          key={piece.fromMs}
          d={`M${clamp(piece.fromMs)} ${y(piece.from)}L${clamp(piece.toMs)} ${y(piece.to)}`}
          stroke={piece.stale ? ink.quiet : ink.ink}
          strokeWidth="1.4"
          {...(piece.stale ? { strokeDasharray: '2 5' } : {})}
        />
      ))}
      {ribbon.readings.map(({ ms, value, text }, i) => {
        const at = x(ms)
        return (
          <g key={ms}>
            <circle cx={at} cy={y(value)} r="4" fill={ink.paper} stroke={ink.ink} strokeWidth="1.6">
              <title>{text}</title>
            </circle>
            {shown[i] && (
              <text
                x={at}
                y={top + 40}
                style={{ fontSize: 13 }}
                fontWeight="600"
                textAnchor={at < left + 24 ? 'start' : 'middle'}
                fill={ink.ink}
              >
                {text}
              </text>
            )}
          </g>
        )
      })}
    </g>
  )
}

interface NamedProps {
  readonly ribbon: StripRibbon
  readonly frame: Pick<Frame, 'wide' | 'left'>
  readonly top: number
}

/** What a ribbon is of: beside it, or above it where there is no room. */
function Named({ ribbon: { name, note }, frame: { wide, left }, top }: NamedProps) {
  if (!wide)
    return (
      <text x={left} y={top + 4} style={{ fontSize: 12 }} fill={ink.quiet}>
        {name}
      </text>
    )
  return (
    <>
      <text x="0" y={top + 16} style={{ fontSize: 13, fontWeight: 600 }} fill={ink.ink}>
        {name}
      </text>
      <text x="0" y={top + 32} style={{ fontSize: 13 }} fill={ink.quiet}>
        {note}
      </text>
    </>
  )
}

const LETTER = 6.4
const GAP = 10

/** Which values are written: one that would stand on the one before it is read from its ring's title. */
function withoutCollisions(texts: readonly { readonly at: number; readonly width: number }[]): boolean[] {
  const shown: boolean[] = []
  let last = -Infinity
  for (const { at, width } of texts) {
    const fits = at - last > width + GAP
    shown.push(fits)
    if (fits) last = at
  }
  return shown
}
