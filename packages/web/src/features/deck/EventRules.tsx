import { HOUR_MS, MINUTE_MS, epochMs, fishingWords, isoUtc } from '@jotbook/core'
import type { EpochMs, Fields, Id, Trip } from '@jotbook/core'
import { useMay } from '../../state/useBook.ts'
import { clock } from '../../ui/locale.ts'
import { text as adviceText } from './advice/text.ts'
import { shownValue, stepped } from './quantities.ts'
import { KeepCard, RulesCards } from './RulesCards.tsx'
import { useDeckUnits } from './scale.ts'
import { Stepper } from './Stepper.tsx'
import { Pick, Target } from './Target.tsx'
import { text } from './text.ts'
import type { Deck } from './useDeck.ts'

const QUARTER_MS = 15 * MINUTE_MS
const USUAL_LIMIT = 5
const USUAL_HOURS = 8

interface EventRulesProps {
  readonly book: Id<'book'>
  readonly deck: Deck
  readonly zone: string
  readonly nowMs: EpochMs
  /** What a day of practice still can teach. */
  readonly onLearn: () => void
}

/** The event's limit, least length, weigh-in and the run back to it. */
export function EventRules({ book, deck, zone, nowMs, onLearn }: EventRulesProps) {
  const units = useDeckUnits()
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
        <RulesCards book={book} deck={deck} zone={zone} onRules={(fields) => set(() => fields)} />
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
      <BagRules trip={trip} set={set} />
      <KeepCard book={book} deck={deck} zone={zone} />
    </section>
  )
}

/** What may be in the well, what a dead fish costs, what the scale tells apart, and whose fish make a bag. */
function BagRules({ trip, set }: { trip: Trip; set: (fieldsOf: (now: Trip) => Fields) => void }) {
  const units = useDeckUnits()
  const limitOf = (now: Trip): number => now.limit ?? USUAL_LIMIT
  return (
    <>
      <Stepper
        label={text.daySheet.mostInWell}
        value={String(Math.max(limitOf(trip), trip.mostInWell ?? 0))}
        onStep={(step) =>
          set((now) => ({ mostInWell: Math.max(limitOf(now), (now.mostInWell ?? limitOf(now)) + step) }))
        }
      />
      <Stepper
        label={text.daySheet.deadFish}
        value={shownValue('trip', 'deadFishG', trip.deadFishG, trip.deadFishGTyped, units)}
        onStep={(step) => set((now) => stepped('trip', 'deadFishG', now.deadFishG, units, step))}
      />
      <Pick
        label={text.daySheet.scaleStep}
        words={fishingWords.SCALE_STEPS}
        chosen={trip.scaleStep ? [trip.scaleStep] : []}
        onPick={(word) => set((now) => ({ scaleStep: now.scaleStep === word ? null : word }))}
      />
      {(trip.anglers ?? []).length > 1 && (
        <Pick
          label={text.daySheet.bagOf}
          words={[text.daySheet.bagBoat, text.daySheet.bagEach]}
          chosen={[trip.bagOf === 'angler' ? text.daySheet.bagEach : text.daySheet.bagBoat]}
          onPick={(word) => set(() => ({ bagOf: word === text.daySheet.bagEach ? 'angler' : 'boat' }))}
        />
      )}
    </>
  )
}
