import { useEffect, useMemo, useState } from 'react'
import type { Id, Trip } from '@jotbook/core'
import { keptDraft } from '../../../offline/index.ts'
import { calendarDay } from '../../../ui/locale.ts'
import { Stepper } from '../Stepper.tsx'
import { Target } from '../Target.tsx'
import { useDeckUnits } from '../scale.ts'
import { text } from './text.ts'
import { useWeights } from './useWeights.ts'
import { useLastCut } from './useLastCut.ts'
import { aimOf, gramsOf, payoutsOf, rivalsOf, toBeatG, weighedDays } from './weighInTarget.ts'
import type { Aim, GoalTyped } from './weighInTarget.ts'

const words = text.weighIn
const MOST_DAYS_AFTER = 4
const TYPED_MS = 400

/** The weight to reach: typed, or what a place takes among rivals; over the days of the event, where there are several. */
export function Goal({ trip, onAim }: { trip: Trip; onAim: (aim: Aim) => void }) {
  const units = useDeckUnits()
  const weightOf = useWeights()
  const [typed, type] = useKeptGoal(trip.id)
  const lastCut = useLastCut(trip)
  const { goal = '', inHand = '' } = typed
  const daysAfter = Number(typed.daysAfter ?? 0)
  const aim = useMemo(() => aimOf(typed, units.weight), [typed, units])
  // The odds are worked out for a number that was typed to its end, not for each of its figures.
  useEffect(() => {
    const timer = setTimeout(() => onAim(aim), TYPED_MS)
    return () => clearTimeout(timer)
  }, [aim, onAim])
  return (
    <section className="goal">
      <Weight
        id="goal-weight"
        label={daysAfter > 0 ? words.goalOverAll : words.goal}
        value={goal}
        onType={(next) => type({ goal: next })}
      />
      {lastCut && (
        <Target className="quiet" onTap={() => type({ goal: weightOf(lastCut.weightG) })}>
          {words.lastCut(calendarDay(lastCut.day), weightOf(lastCut.weightG))}
        </Target>
      )}
      <Stepper
        label={words.daysAfter}
        value={String(daysAfter)}
        onStep={(step) => type({ daysAfter: String(Math.min(MOST_DAYS_AFTER, Math.max(0, daysAfter + step))) })}
      />
      <Weight id="weight-in-hand" label={words.inHand} value={inHand} onType={(next) => type({ inHand: next })} />
      <Rivals typed={typed} type={type} />
    </section>
  )
}

interface RivalsProps {
  readonly typed: GoalTyped
  readonly type: (part: Record<string, string>) => void
}

/** Rivals' weights: what a place takes among them, and what the field they are part of pays. */
function Rivals({ typed, type }: RivalsProps) {
  const units = useDeckUnits()
  const weightOf = useWeights()
  const { rivals = '', daysAfter = '0', inHand = '' } = typed
  const place = Number(typed.place ?? 1)
  const read = useMemo(() => rivalsOf(typed, units.weight), [typed, units])
  const beat = toBeatG(read, place)
  const after = weighedDays(typed)
  const isOfDays = daysAfter !== '0' || inHand.trim() !== '' || after > 0
  return (
    <>
      <label htmlFor="rival-weights">{words.rivals}</label>
      <textarea
        id="rival-weights"
        rows={2}
        value={rivals}
        maxLength={5000}
        onChange={({ target: { value } }) => type({ rivals: value })}
      />
      {read.notWeights.length > 0 && <p role="alert">{words.notWeights(read.notWeights.slice(0, 3))}</p>}
      {read.weightsG.length > 0 && (
        <>
          {isOfDays && (
            <Stepper
              label={words.weighed}
              value={after === 0 ? words.weighedAll : String(after)}
              onStep={(step) => type({ weighed: String(Math.min(MOST_DAYS_AFTER, Math.max(0, after + step))) })}
            />
          )}
          <Stepper
            label={words.place}
            value={String(place)}
            onStep={(step) => type({ place: String(Math.max(1, place + step)) })}
          />
          <p>{beat === undefined ? words.tooFew(place) : words.toBeat(place, weightOf(beat), after > 0)}</p>
          <Field typed={typed} type={type} weighed={read.weightsG.length} />
        </>
      )}
    </>
  )
}

interface FieldProps extends RivalsProps {
  /** Rivals whose weight was typed. */
  readonly weighed: number
}

/** The field that the rivals' weights are part of, and what its places pay. */
function Field({ typed: { boats = '', pays = '' }, type, weighed }: FieldProps) {
  const payouts = payoutsOf(pays)
  return (
    <>
      <label htmlFor="field-boats">{words.boats}</label>
      <input
        id="field-boats"
        inputMode="numeric"
        value={boats}
        maxLength={10}
        onChange={({ target }) => type({ boats: target.value })}
      />
      <label htmlFor="place-pays">{words.paid}</label>
      <input
        id="place-pays"
        value={pays}
        maxLength={500}
        placeholder={words.paidExample}
        onChange={({ target }) => type({ pays: target.value })}
      />
      {payouts.length > 0 && <p>{weighed < 2 ? words.fewRivals : words.paidRead(payouts)}</p>}
    </>
  )
}

/** What was typed of the goal stays on the device with its trip: the sheet is closed and opened all day. */
function useKeptGoal(
  trip: Id<'trip'>,
): [typed: Readonly<Record<string, string>>, type: (part: Record<string, string>) => void] {
  const kept = useMemo(() => keptDraft(`goal:${trip}`), [trip])
  /** Undefined until it was read: nothing is written over it before. */
  const [before, setBefore] = useState<Readonly<Record<string, string>>>()
  const [since, setSince] = useState<Readonly<Record<string, string>>>({})
  const typed = useMemo(() => ({ ...before, ...since }), [before, since])
  useEffect(() => {
    let live = true
    void kept.load().then((read) => live && setBefore(read ?? {}))
    return () => {
      live = false
    }
  }, [kept])
  useEffect(() => {
    if (before && Object.keys(since).length > 0) void kept.save(typed).catch(() => undefined)
  }, [kept, before, since, typed])
  return [typed, (part) => setSince((now) => ({ ...now, ...part }))]
}

interface WeightProps {
  readonly id: string
  readonly label: string
  readonly value: string
  readonly onType: (typed: string) => void
}

/** A weight as it is typed; one that is none is said, and not used. */
function Weight({ id, label, value, onType }: WeightProps) {
  const units = useDeckUnits()
  const isNone = value.trim() !== '' && gramsOf(value, units.weight) === undefined
  return (
    <>
      <label htmlFor={id}>{label}</label>
      <input
        id={id}
        value={value}
        maxLength={40}
        aria-invalid={isNone}
        onChange={({ target }) => onType(target.value)}
      />
      {isNone && <p role="alert">{words.goalNone}</p>}
    </>
  )
}
