import type { StripStrike } from './stripModel.ts'
import { ink } from '../../ui/theme.ts'

interface StrikeMarkProps {
  readonly strike: StripStrike
  readonly x: number
  /** The foot on the path, and the head above it. */
  readonly footY: number
  readonly headY: number
  readonly colour: string
  readonly lit: boolean
}

/** Landed is a fish, lost a cross, missed a ring, raised an open arrow, not yet said a question. */
export function StrikeMark({ strike, x, footY, headY, colour, lit }: StrikeMarkProps) {
  return (
    <g stroke={colour} fill="none" strokeWidth="2">
      <title>{strike.label}</title>
      <path d={`M${x} ${footY}V${headY + 5}`} strokeWidth="1.4" />
      {lit && <circle cx={x} cy={headY} r="12" stroke={ink.float} strokeWidth="3" />}
      <g transform={`translate(${x} ${headY})`}>
        <Head outcome={strike.outcome} colour={colour} />
      </g>
    </g>
  )
}

function Head({ outcome, colour }: { outcome: StripStrike['outcome']; colour: string }) {
  switch (outcome) {
    case 'landed':
      return <path d="M-8 0C-5 -6 3 -6 6 -1L11 -5V5L6 1C3 6 -5 6 -8 0Z" fill={colour} stroke="none" />
    case 'lost':
      return <path d="M-4.5 -4.5L4.5 4.5M-4.5 4.5L4.5 -4.5" />
    case 'missed':
      return <circle r="4.2" />
    case 'raised':
      return <path d="M-4.5 2L0 -4L4.5 2" />
    default:
      return (
        <text textAnchor="middle" y="5" style={{ fontSize: 15, fontWeight: 700 }} fill={colour} stroke="none">
          ?
        </text>
      )
  }
}
