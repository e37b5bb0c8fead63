import type { StripStrike } from './model.ts'

interface StrikeMarkProps {
  readonly strike: StripStrike
  readonly x: number
  readonly y: number
  /** How far above its place the mark stands, so that strikes close together do not cover one another. */
  readonly raise: number
  readonly colour: string
  readonly lit: boolean
}

/** Landed is a fish, lost a cross, missed a ring, raised an open arrow, not yet said a question. */
export function StrikeMark({ strike, x, y, raise, colour, lit }: StrikeMarkProps) {
  const head = y - 20 - raise
  return (
    <g stroke={colour} fill="none" strokeWidth="2">
      <title>{strike.label}</title>
      <path d={`M${x} ${y}V${head + 5}`} strokeWidth="1.4" />
      {lit && <circle cx={x} cy={head} r="12" stroke="#bb2f19" strokeWidth="3" />}
      <g transform={`translate(${x} ${head})`}>
        <Head outcome={strike.outcome} colour={colour} />
      </g>
    </g>
  )
}

function Head({ outcome, colour }: { outcome: StripStrike['outcome']; colour: string }) {
  switch (outcome) {
    case 'landed':
      return <path d="M-7 0C-4 -6 4 -6 8 -1L13 -5V5L8 1C4 6 -4 6 -7 0Z" fill={colour} stroke="none" />
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
