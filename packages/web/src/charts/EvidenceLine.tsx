import { ink } from '../ui/theme.ts'

export type Evidence = 'strong' | 'leaning' | 'none'

/** By strength: pulled taut, sagging, loose and broken. */
const LINES: Readonly<Record<Evidence, { readonly d: string; readonly width: number; readonly dash?: string }>> = {
  strong: { d: 'M5 12H51', width: 2.6 },
  leaning: { d: 'M5 6C14 24 42 24 51 6', width: 1.8 },
  none: { d: 'M5 6C10 24 16 0 26 12S42 22 51 6', width: 1.6, dash: '3 4' },
}

/** How sure it is, as a line between two points; the word stands beside it. */
export function EvidenceLine({ of = 'none' }: { of?: Evidence }) {
  const { d, width, dash } = LINES[of]
  const y = of === 'strong' ? 12 : 6
  return (
    <svg width="56" height="26" aria-hidden style={{ overflow: 'visible', flexShrink: 0 }}>
      <path d={d} fill="none" stroke={ink.ink} strokeWidth={width} {...(dash ? { strokeDasharray: dash } : {})} />
      <circle cx="5" cy={y} r="3.4" fill={ink.ink} />
      <circle cx="51" cy={y} r="3.4" fill={ink.ink} />
    </svg>
  )
}
