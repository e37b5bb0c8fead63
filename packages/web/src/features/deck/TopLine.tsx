import { Undo2 } from 'lucide-react'
import { MINUTE_MS, lastRead } from '@jotbook/core'
import type { ReadField } from '@jotbook/core'
import { useUnits } from '../../app/useBook.ts'
import { clock } from '../../ui/locale.ts'
import { shownValue } from './quantities.ts'
import { Target } from './Target.tsx'
import { text } from './text.ts'
import type { Deck } from './useDeck.ts'

interface TopLineProps {
  readonly deck: Deck
  readonly zone: string
  readonly nowMs: number
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
  const known = [read('waterTempC'), read('cloudPct'), read('windMps')].filter((one) => one !== undefined)
  const stale = known.some((one) => one.stale)
  const ageMin = Math.round(Math.max(0, ...known.map(({ ageMs }) => ageMs)) / MINUTE_MS)
  const sight = value('visibilityM')
  return (
    <header className="top-line">
      <Target className={`read ${stale ? 'stale' : ''}`} onTap={onReading} aria-label={text.reading}>
        <time>{clock(nowMs, zone)}</time>
        <strong>{[value('waterTempC'), sight && text.read.sees(sight)].filter(Boolean).join(' · ') || text.read.never}</strong>
        <span>
          {value('windMps') ? `${text.read.fields.windMps} ${value('windMps')} · ` : ''}
          {known.length > 0 ? (ageMin < 1 ? text.justNow : text.read.age(text.minutes(ageMin))) : ''}
          {stale ? ` · ${text.read.stale}` : ''}
        </span>
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
