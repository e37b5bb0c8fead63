import { HOUR_MS, MINUTE_MS, epochMs, isoUtc, localDate } from '@jotbook/core'
import type { Fields, Trip } from '@jotbook/core'
import { useMay, useUnits } from '../../state/useBook.ts'
import { useAppSelector } from '../../state/store.ts'
import { calendarDay, clock, listOf } from '../../ui/locale.ts'
import { text as adviceText } from './advice/text.ts'
import { lastRules } from './lastRules.ts'
import { shownValue, stepped } from './quantities.ts'
import { Stepper } from './Stepper.tsx'
import { Target } from './Target.tsx'
import { text } from './text.ts'
import type { Deck } from './useDeck.ts'

const QUARTER_MS = 15 * MINUTE_MS
const USUAL_LIMIT = 5
const USUAL_HOURS = 8

interface EventRulesProps {
  readonly deck: Deck
  readonly zone: string
  readonly nowMs: number
  /** What a day of practice still can teach. */
  readonly onLearn: () => void
}

/** The event's limit, least length, weigh-in and the run back to it. */
export function EventRules({ deck, zone, nowMs, onLearn }: EventRulesProps) {
  const units = useUnits()
  const { trip } = deck.day
  const { mayChange } = useMay()
  /** Built on the taps before it: two quick ones count twice. */
  const set = (fieldsOf: (now: Trip) => Fields): void =>
    void deck.tap(text.said.rules, (ahead) => [{ kind: 'trip', id: trip.id, fields: fieldsOf(ahead.trip) }])
  const minTyped = (trip as Readonly<Record<string, unknown>>).minLengthMmTyped
  if (!mayChange('trip', 'limit')) return null
  if (trip.purpose !== 'tournament')
    return (
      <section aria-label={text.daySheet.event}>
        <Target
          className="quiet"
          onTap={() => set((now) => ({ purpose: 'tournament', limit: now.limit ?? USUAL_LIMIT }))}
        >
          {text.daySheet.event}
        </Target>
        <Target className="quiet" onTap={onLearn}>
          {adviceText.toLearn.open}
        </Target>
        <AsLastTime trip={trip} zone={zone} onRules={(fields) => set(() => fields)} />
      </section>
    )
  const weighIn = trip.weighIn
    ? epochMs(trip.weighIn)
    : Math.ceil((nowMs + USUAL_HOURS * HOUR_MS) / QUARTER_MS) * QUARTER_MS
  return (
    <section aria-label={text.daySheet.event}>
      <h2>{text.daySheet.event}</h2>
      <Stepper
        label={text.daySheet.limit}
        value={String(trip.limit ?? USUAL_LIMIT)}
        onStep={(step) => set((now) => ({ limit: Math.max(1, (now.limit ?? USUAL_LIMIT) + step) }))}
      />
      <Stepper
        label={text.daySheet.minLength}
        value={shownValue('trip', 'minLengthMm', trip.minLengthMm, minTyped, units)}
        onStep={(step) => set((now) => stepped('trip', 'minLengthMm', now.minLengthMm, units, step))}
      />
      <Stepper
        label={text.daySheet.weighIn}
        value={trip.weighIn ? clock(weighIn, zone) : '–'}
        onStep={(step) =>
          set((now) => ({ weighIn: isoUtc(now.weighIn ? epochMs(now.weighIn) + step * QUARTER_MS : weighIn) }))
        }
      />
      <Stepper
        label={text.daySheet.runBack}
        value={`${trip.runBackMin ?? 0} min`}
        onStep={(step) => set((now) => ({ runBackMin: Math.max(0, (now.runBackMin ?? 0) + 5 * step) }))}
      />
    </section>
  )
}

interface AsLastTimeProps {
  readonly trip: Trip
  readonly zone: string
  readonly onRules: (fields: Fields) => void
}

/** An event by the rules of the one before, by one tap. */
function AsLastTime({ trip, zone, onRules }: AsLastTimeProps) {
  const units = useUnits()
  const trips = useAppSelector(({ records }) => records.trips)
  const last = lastRules(trips, trip, zone)
  if (!last) return null
  const { limit, minLengthMm, weighIn, runBackMin, start } = last.trip
  const typed = (last.trip as Readonly<Record<string, unknown>>).minLengthMmTyped
  const { daySheet } = text
  const rules = [
    `${daySheet.limit} ${limit}`,
    minLengthMm ? `${daySheet.minLength} ${shownValue('trip', 'minLengthMm', minLengthMm, typed, units)}` : '',
    weighIn ? `${daySheet.weighIn} ${clock(epochMs(weighIn), zone)}` : '',
    runBackMin ? `${daySheet.runBack} ${runBackMin} min` : '',
  ].filter(Boolean)
  return (
    <Target className="quiet" onTap={() => onRules(last.fields)}>
      {daySheet.asLast(calendarDay(localDate(epochMs(start), zone)), listOf(rules))}
    </Target>
  )
}
