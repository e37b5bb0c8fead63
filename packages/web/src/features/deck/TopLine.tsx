import { Undo2 } from 'lucide-react'
import { MINUTE_MS } from '@jotbook/core'
import type { EpochMs } from '@jotbook/core'
import { lastRead } from '@jotbook/core/deck'
import type { ReadField } from '@jotbook/core/deck'
import { useUnits } from '../../state/useBook.ts'
import { clock } from '../../ui/locale.ts'
import { shownValue } from './quantities.ts'
import { Target } from './Target.tsx'
import { text } from './text.ts'
import type { Deck } from './useDeck.ts'

interface TopLineProps {
  readonly deck: Deck
  readonly zone: string
  readonly nowMs: EpochMs
  readonly onReading: () => void
  readonly onDay: () => void
}

/** Above the waterline: the hour and the last readings. Undo stands in the far corner, away from a slip of the thumb. */
export function TopLine({ deck, zone, nowMs, onReading, onDay }: TopLineProps) {
  const units = useUnits()
  const { day, actions } = deck
  const read = (field: ReadField) => lastRead(day.readings, field, nowMs)
  const value = (field: 'waterTempC' | 'visibilityM' | 'windMps'): string | undefined => {
    const last = read(field)
    return last && shownValue('reading', field, last.value, last.typed, units)
  }
  const stale = (['waterTempC', 'visibilityM', 'windMps'] as const).some((field) => read(field)?.stale)
  const [water, sight, wind] = [value('waterTempC'), value('visibilityM'), value('windMps')]
  /** The age of what it stands beside: of several the oldest. */
  const age = (...fields: readonly ReadField[]): string => {
    const ages = fields.flatMap((field) => read(field)?.ageMs ?? [])
    if (ages.length === 0) return ''
    const minutes = Math.round(Math.max(...ages) / MINUTE_MS)
    return minutes < 1 ? text.justNow : text.minutesAgo(minutes)
  }
  // Read together they have one age between them, so that the line fits a phone.
  const windRead = wind && `${text.read.fields.windMps} ${wind}`
  const [own, ofWind] = [age('waterTempC', 'visibilityM'), age('windMps')]
  const below = own === ofWind ? [windRead, own] : [own, windRead && `${windRead}, ${ofWind}`]
  return (
    <header className="top-line">
      <Target className={`read ${stale ? 'stale' : ''}`} onTap={onReading} aria-label={text.reading}>
        <time>{clock(nowMs, zone)}</time>
        <strong>
          {water === undefined && sight === undefined
            ? text.read.never
            : [water, sight && text.read.sees(sight)].filter(Boolean).join(' · ')}
        </strong>
        <span>{[...below, stale && text.read.stale].filter(Boolean).join(' · ')}</span>
      </Target>
      <Target className="day" onTap={onDay}>
        {text.day}
      </Target>
      <Target
        className="undo"
        aria-label={actions[0] ? `${text.undo}: ${actions[0].label}` : text.undo}
        disabled={actions.length === 0}
        onTap={() => actions[0] && void deck.undo(actions[0].n)}
      >
        <Undo2 size={28} aria-hidden />
      </Target>
    </header>
  )
}
