import { scaleLinear } from 'd3'
import { UNKNOWN } from '@jotbook/core'
import type { Spell } from '@jotbook/core'
import { ink } from '../../ui/theme.ts'
import { clock } from '../../ui/locale.ts'
import { DayRow } from './DayRow.tsx'
import type { PlannedSpan } from './plan.ts'
import { text } from './text.ts'

const HEIGHT_PX = 30
/** Of a letter of the row, to tell whether a word has room. */
const LETTER_PX = 7

interface FrontRowProps {
  /** Undefined: not known yet. */
  readonly spells: readonly Spell[] | undefined
  readonly span: PlannedSpan
  readonly zone: string
  readonly width: number
}

/** Where the day stands to a front, by the pressure and wind that the forecast says and the readings of the days before. */
export function FrontRow({ spells, span, zone, width }: FrontRowProps) {
  const x = scaleLinear([span.startMs, span.endMs], [0, width])
  const told = (spells ?? []).filter(({ word }) => word !== UNKNOWN)
  const said = told.map(({ fromMs, word }) => text.day.frontFrom(clock(fromMs, zone), word)).join('; ')
  return (
    <DayRow name={text.day.front} note={spells && told.length === 0 ? text.day.noFront : text.day.frontNote}>
      {told.length > 0 && (
        <svg width={width} height={HEIGHT_PX} role="img" aria-label={said} style={{ display: 'block' }}>
          {told.map(({ fromMs, toMs, word }) => {
            const [from, to] = [x(fromMs), x(toMs)]
            return (
              <g key={fromMs}>
                <title>{text.day.frontFrom(clock(fromMs, zone), word)}</title>
                <path d={`M${from + 1} 6V24M${from + 1} 15H${to - 1}`} stroke={ink.ink} strokeWidth="1.5" fill="none" />
                {word.length * LETTER_PX < to - from && (
                  <text
                    x={from + 7}
                    y={19}
                    fill={ink.ink}
                    stroke={ink.paper}
                    strokeWidth="5"
                    paintOrder="stroke"
                    style={{ fontSize: 12 }}
                  >
                    {word}
                  </text>
                )}
              </g>
            )
          })}
        </svg>
      )}
    </DayRow>
  )
}
