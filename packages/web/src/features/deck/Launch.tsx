import { useState } from 'react'
import { Link } from 'react-router'
import { cautionsNow, isoUtc, localDate } from '@jotbook/core'
import type { Fields, Id, Trip, TripReading, Water } from '@jotbook/core'
import { rodsOf } from '@jotbook/core/deck'
import type { Rod } from '@jotbook/core/deck'
import { allLures, allSetups, allTrips } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { askToPersist, commit, newId } from '../../offline/index.ts'
import type { Edit } from '../../offline/index.ts'
import { LureDrawing } from '../../charts/lures/LureDrawing.tsx'
import { AboardStep, kindFields } from './AboardStep.tsx'
import type { TripKind } from './AboardStep.tsx'
import { deviceZone } from '../../ui/deviceZone.ts'
import { Cautions } from '../conditions/index.ts'
import { withSetups } from './levels.ts'
import { ReadingFields } from './ReadingFields.tsx'
import { Target } from './Target.tsx'
import { text } from './text.ts'
import { usePlans } from '../../state/usePlans.ts'
import { useLastReadings } from './useLastReadings.ts'
import { useRodsOfTrips } from './useRodsOfTrips.ts'
import { WaterStep } from './WaterStep.tsx'

type Step = 'water' | 'aboard' | 'rods' | 'reading'
const STEPS: readonly Step[] = ['water', 'aboard', 'rods', 'reading']
/** So many lures lie on a first deck. */
const MOST_RODS = 6

/** Onto the water in four taps: where, with whom, with what, and what the water is like. */
export function Launch({ book }: { book: Id<'book'> }) {
  const trips = useAppSelector(allTrips)
  const setups = useAppSelector(allSetups)
  const [step, setStep] = useState<Step>('water')
  const [water, setWater] = useState<Water>()
  const [people, setPeople] = useState<readonly string[]>([])
  const [rods, setRods] = useState<readonly Rod[]>([])
  const [plan, setPlan] = useState<string>()
  /** What is not said is as on the last trip here. */
  const [said, setSaid] = useState<Partial<TripKind>>({})
  const lastHere = trips.find((trip) => trip.water === water?.id)
  const kind: TripKind = { purpose: 'own', platform: lastHere?.platform ?? '', target: lastHere?.target ?? [], ...said }
  const back = STEPS[STEPS.indexOf(step) - 1]
  const launch = async (reading: Fields): Promise<void> => {
    if (!water) return
    await commit(book, begun({ water, kind, people, rods: withSetups(rods, setups), plan, reading }))
    // From now on what is here is all there is for days; the answer stands under Day.
    void askToPersist()
  }
  return (
    <main className="launch">
      <LaunchHeader water={step === 'water' ? undefined : water} onBack={back ? () => setStep(back) : undefined} />
      <h1>{text.launch[step]}</h1>
      {step === 'water' && (
        <WaterStep
          onWater={(chosen) => {
            setWater(chosen)
            setStep('aboard')
          }}
        />
      )}
      {step === 'aboard' && (
        <AboardStep
          trips={trips}
          kind={kind}
          onKind={(next) => setSaid({ ...said, ...next })}
          onPeople={(names) => {
            setPeople(names)
            setStep('rods')
          }}
        />
      )}
      {step === 'rods' && water && (
        <RodsStep
          book={book}
          water={water}
          trips={trips}
          onRods={(chosen, from) => {
            setRods(chosen)
            setPlan(from)
            setStep('reading')
          }}
        />
      )}
      {step === 'reading' && water && (
        <ReadingStep book={book} water={water} trips={trips} onLaunch={(fields) => void launch(fields)} />
      )}
      <p className="caution">{text.launch.caution}</p>
    </main>
  )
}

interface LaunchHeaderProps {
  readonly water: Water | undefined
  /** Undefined on the first step. */
  readonly onBack: (() => void) | undefined
}

function LaunchHeader({ water, onBack }: LaunchHeaderProps) {
  return (
    <header>
      <span>
        {text.launch.title}
        {water ? ` · ${water.name}` : ''}
      </span>
      {onBack ? (
        <Target className="quiet" onTap={onBack}>
          {text.launch.back}
        </Target>
      ) : (
        <Link className="target quiet" to="/today">
          {text.daySheet.leave}
        </Link>
      )}
    </header>
  )
}

interface Begun {
  readonly water: Water
  readonly kind: TripKind
  readonly people: readonly string[]
  readonly rods: readonly Rod[]
  readonly plan: string | undefined
  readonly reading: Fields
}

/** A trip as it begins, and its first reading where there is one. */
function begun({ water, kind, people, rods, plan, reading }: Begun): Edit[] {
  const [trip, now] = [newId(), isoUtc(Date.now())]
  const fields = {
    water: water.id,
    start: now,
    ...kindFields(kind),
    effortKnown: 'full',
    ...(people.length > 0 ? { anglers: people } : {}),
    timeZone: water.timeZone ?? deviceZone(),
    deck: rods as never,
    ...(plan ? { plan } : {}),
  }
  const first: Edit[] =
    Object.keys(reading).length > 0 ? [{ kind: 'reading', id: newId(), fields: { trip, time: now, ...reading } }] : []
  return [{ kind: 'trip', id: trip, fields }, ...first]
}

interface RodsStepProps {
  readonly book: Id<'book'>
  readonly water: Water
  readonly trips: readonly Trip[]
  /** The rods, and the plan that they are from. */
  readonly onRods: (rods: readonly Rod[], plan?: string) => void
}

/** Plans for this water and day, the rods of each by name of what it is for. */
function usePlannedDecks(water: Water): readonly Choice[] | undefined {
  const plans = usePlans()
  const lures = useAppSelector(allLures)
  const [nowMs] = useState(Date.now)
  const today = localDate(nowMs, water.timeZone ?? deviceZone())
  return plans
    ?.filter((plan) => plan.water === water.id && plan.date === today)
    .flatMap(({ id, name, rods }) => {
      const own = rods.filter(({ lure }) => lures.some((one) => one.id === lure)).map(({ lure }) => ({ lure }))
      return own.length > 0 ? [{ label: text.launch.planned(own.length, name), rods: own, plan: id }] : []
    })
}

interface Choice {
  readonly label: string
  readonly rods: readonly Rod[]
  readonly plan?: string
}

function RodsStep({ book, water, trips, onRods }: RodsStepProps) {
  const lures = useAppSelector(allLures)
  const byId = new Map(lures.map((lure) => [lure.id, lure]))
  const lastHere = trips.find((trip) => trip.water === water.id)
  const last = trips[0]
  const decks = useRodsOfTrips(book, [lastHere?.id, last?.id])
  const planned = usePlannedDecks(water)
  // What stands here before they are known would move under the thumb that is already on its way.
  if (!planned) return null
  const before: Choice[] = [
    { trip: lastHere, label: text.launch.lastDeck },
    ...(last && last.id !== lastHere?.id ? [{ trip: last, label: text.launch.lastDeckElse }] : []),
  ].flatMap(({ trip, label }) => {
    const rods = trip ? (rodsOf(trip).length > 0 ? rodsOf(trip) : (decks.get(trip.id) ?? [])) : []
    return rods.length > 0 ? [{ label: label(rods.length), rods }] : []
  })
  const choices = [...planned, ...before]
  // On a first day what there is lies ready.
  if (choices.length === 0 && lures.length > 0) {
    const rods = lures.slice(0, MOST_RODS).map(({ id }) => ({ lure: id }))
    choices.push({ label: text.launch.allLures(rods.length), rods })
  }
  return (
    <div className="choices">
      {choices.map(({ label, rods, plan }) => (
        <Target key={plan ?? label} onTap={() => onRods(rods, plan)}>
          <strong>{label}</strong>
          <span className="drawings">
            {rods.map(({ lure }) => {
              const record = byId.get(lure)
              return record ? <LureDrawing key={lure} lure={record} width={76} decorative /> : null
            })}
          </span>
        </Target>
      ))}
      <Target onTap={() => onRods([])}>
        <strong>{text.launch.bare}</strong>
      </Target>
    </div>
  )
}

interface ReadingStepProps {
  readonly book: Id<'book'>
  readonly water: Water
  readonly trips: readonly Trip[]
  readonly onLaunch: (reading: Fields) => void
}

/** The last values here stand ready: one tap takes them as they are. */
function ReadingStep({ book, water, trips, onLaunch }: ReadingStepProps) {
  const readings = useLastReadings(book, trips.find((trip) => trip.water === water.id)?.id)
  const [given, setGiven] = useState<Fields>({})
  const [nowMs] = useState(Date.now)
  // What stands here before they are known would move under the thumb that is already on its way.
  if (!readings) return null
  return (
    <>
      <ReadingFields
        readings={readings}
        given={given}
        onGive={(fields) => setGiven({ ...given, ...fields })}
        nowMs={nowMs}
        water={water.id}
        short
      />
      <div className="choices">
        <Target className="go" onTap={() => onLaunch(given)}>
          {Object.keys(given).length > 0 ? text.launch.asBefore : text.launch.none}
        </Target>
      </div>
      <Cautions
        cautions={cautionsNow([...readings, { ...given, time: isoUtc(nowMs) }] as readonly TripReading[], nowMs)}
      />
    </>
  )
}
