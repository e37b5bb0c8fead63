import { ink } from '../ui/theme.ts'

/** A line between two points that hangs loose and broken: too early to say. */
export function SlackLine() {
  return (
    <svg width="56" height="26" aria-hidden>
      <path
        d="M5 6C10 30 16 -6 26 18S42 26 51 6"
        fill="none"
        stroke={ink.ink}
        strokeWidth="1.6"
        strokeDasharray="3 4"
      />
      <circle cx="5" cy="6" r="3.4" fill={ink.ink} />
      <circle cx="51" cy="6" r="3.4" fill={ink.ink} />
    </svg>
  )
}
