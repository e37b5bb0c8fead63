import { HOUR_MS, MINUTE_MS, epochMs, isoUtc } from '@jotbook/core'
import type { Fields } from '@jotbook/core'
import { useUnits } from '../../app/useBook.ts'
import { clock } from '../../ui/locale.ts'
import { shownValue, stepped } from './quantities.ts'
import { Stepper, Target } from './Target.tsx'
import { text } from './text.ts'
import type { Deck } from './useDeck.ts'

const QUARTER_MS = 15 * MINUTE_MS
const USUAL_LIMIT = 5
const USUAL_HOURS = 8

/** The event's limit, least length, weigh-in and the run back to it. */
export function EventRules({ deck, zone, nowMs }: { deck: Deck; zone: string; nowMs: number }) {
  const units = useUnits()
  const { trip } = deck.day
  const set = (fields: Fields): void => void deck.tap(text.said.rules, () => [{ kind: 'trip', id: trip.id, fields }])
  const minTyped = (trip as Readonly<Record<string, unknown>>).minLengthMmTyped
  if (trip.purpose !== 'tournament')
    return (
      <section aria-label={text.daySheet.event}>
        <Target className="quiet" onTap={() => set({ purpose: 'tournament', limit: trip.limit ?? USUAL_LIMIT })}>
          {text.daySheet.event}
        </Target>
      </section>
    )
  const weighIn = trip.weighIn ? epochMs(trip.weighIn) : Math.ceil((nowMs + USUAL_HOURS * HOUR_MS) / QUARTER_MS) * QUARTER_MS
  return (
    <section aria-label={text.daySheet.event}>
      <h2>{text.daySheet.event}</h2>
      <Stepper
        label={text.daySheet.limit}
        value={String(trip.limit ?? USUAL_LIMIT)}
        onStep={(step) => set({ limit: Math.max(1, (trip.limit ?? USUAL_LIMIT) + step) })}
      />
      <Stepper
        label={text.daySheet.minLength}
        value={shownValue('trip', 'minLengthMm', trip.minLengthMm, minTyped, units)}
        onStep={(step) => set(stepped('trip', 'minLengthMm', trip.minLengthMm, units, step))}
      />
      <Stepper
        label={text.daySheet.weighIn}
        value={trip.weighIn ? clock(weighIn, zone) : '–'}
        onStep={(step) => set({ weighIn: isoUtc(trip.weighIn ? weighIn + step * QUARTER_MS : weighIn) })}
      />
      <Stepper
        label={text.daySheet.runBack}
        value={`${trip.runBackMin ?? 0} min`}
        onStep={(step) => set({ runBackMin: Math.max(0, (trip.runBackMin ?? 0) + 5 * step) })}
      />
    </section>
  )
}
