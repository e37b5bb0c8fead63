import { ink } from '../ui/theme.ts'

export interface TallyProps {
  readonly strikes: number
  readonly hours: number
  /** Strikes an hour of everything here: at this rate both rows end together. */
  readonly usualRate: number
  /** Width of one stroke's place; the same for every row of a board. */
  readonly pitch: number
  readonly width: number
  readonly label: string
}

/** Below this width a stroke is no longer a stroke: both rows become bars that keep the same logic. */
const FINEST_PITCH = 3.2
const HEIGHT = 30

/** A pitch at which the longest row of a board just fits. */
export function tallyPitch(
  rows: readonly { strikes: number; hours: number }[],
  usualRate: number,
  width: number,
): number {
  const longest = Math.max(1, ...rows.map(({ strikes, hours }) => Math.max(strikes * 1.2, hours * usualRate)))
  return Math.min(9, width / longest)
}

/**
 * Strikes as tally strokes in fives over the hours they took as boxes, pitched so that at the usual rate both end together:
 * strokes that overhang are better than usual here, boxes that overhang worse.
 */
export function Tally({ strikes, hours, usualRate, pitch, width, label }: TallyProps) {
  const hourPitch = usualRate > 0 ? pitch * usualRate : pitch
  return (
    <svg width={width} height={HEIGHT} role="img" aria-label={label} style={{ overflow: 'visible' }}>
      {pitch >= FINEST_PITCH ? (
        <Strokes strikes={strikes} pitch={pitch} />
      ) : (
        <rect y="4" width={strikes * pitch} height="12" fill={ink.ink} />
      )}
      {hourPitch >= 2 ? (
        <Boxes hours={hours} pitch={hourPitch} />
      ) : (
        <rect y="20" width={hours * hourPitch} height="6" fill={ink.hours} />
      )}
    </svg>
  )
}

function Strokes({ strikes, pitch }: { strikes: number; pitch: number }) {
  const strokes = Array.from({ length: strikes }, (_, i) => {
    const five = Math.floor(i / 5) * 5 * pitch
    if (i % 5 === 4) return `M${five - pitch * 0.3} 15L${five + pitch * 3.7} 4`
    const x = five + (i % 5) * pitch * 0.85 + pitch * 0.4
    return `M${x} 3V16`
  })
  return (
    <path
      d={strokes.join('')}
      stroke={ink.ink}
      strokeWidth={Math.min(2, pitch * 0.3)}
      strokeLinecap="round"
      fill="none"
    />
  )
}

function Boxes({ hours, pitch }: { hours: number; pitch: number }) {
  const whole = Math.floor(hours)
  const gap = pitch > 4 ? 1 : 0.5
  return (
    <g fill={ink.hours}>
      {Array.from({ length: whole }, (_, i) => (
        <rect key={i} x={i * pitch} y="20" width={pitch - gap} height="7" />
      ))}
      <rect x={whole * pitch} y="20" width={Math.max(0, (hours - whole) * pitch - gap)} height="7" />
    </g>
  )
}
