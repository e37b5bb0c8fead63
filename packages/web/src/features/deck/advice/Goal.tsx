import { useEffect, useMemo, useState } from 'react'
import { useUnits } from '../../../state/useBook.ts'
import { Stepper } from '../Stepper.tsx'
import { text } from './text.ts'
import { useWeights } from './useWeights.ts'
import { aimOf, gramsOf, rivalWeights, toBeatG } from './weighInTarget.ts'
import type { Aim } from './weighInTarget.ts'

const words = text.weighIn
const MOST_DAYS_AFTER = 4
const TYPED_MS = 400

/** The weight to reach: typed, or what a place takes among rivals; over the days of the event, where there are several. */
export function Goal({ onAim }: { onAim: (aim: Aim) => void }) {
  const units = useUnits()
  const weightOf = useWeights()
  const [goal, setGoal] = useState('')
  const [inHand, setInHand] = useState('')
  const [daysAfter, setDaysAfter] = useState(0)
  const [rivals, setRivals] = useState('')
  const [place, setPlace] = useState(1)
  const read = useMemo(() => rivalWeights(rivals, units.weight), [rivals, units])
  const beat = toBeatG(read, place)
  const aim = useMemo(
    () => aimOf({ goalG: gramsOf(goal, units.weight) ?? beat, inHandG: gramsOf(inHand, units.weight), daysAfter }),
    [goal, inHand, beat, daysAfter, units],
  )
  // The odds are worked out for a number that was typed to its end, not for each of its figures.
  useEffect(() => {
    const timer = setTimeout(() => onAim(aim), TYPED_MS)
    return () => clearTimeout(timer)
  }, [aim, onAim])
  return (
    <section className="goal">
      <Weight id="goal-weight" label={daysAfter > 0 ? words.goalOverAll : words.goal} value={goal} onType={setGoal} />
      <Stepper
        label={words.daysAfter}
        value={String(daysAfter)}
        onStep={(step) => setDaysAfter((now) => Math.min(MOST_DAYS_AFTER, Math.max(0, now + step)))}
      />
      <Weight id="weight-in-hand" label={words.inHand} value={inHand} onType={setInHand} />
      <label htmlFor="rival-weights">{words.rivals}</label>
      <textarea
        id="rival-weights"
        rows={2}
        value={rivals}
        maxLength={5000}
        onChange={({ target: { value } }) => setRivals(value)}
      />
      {read.notWeights.length > 0 && <p role="alert">{words.notWeights(read.notWeights.slice(0, 3))}</p>}
      {read.weightsG.length > 0 && (
        <>
          <Stepper
            label={words.place}
            value={String(place)}
            onStep={(step) => setPlace((now) => Math.max(1, now + step))}
          />
          <p>{beat === undefined ? words.tooFew(place) : words.toBeat(place, weightOf(beat))}</p>
        </>
      )}
    </section>
  )
}

interface WeightProps {
  readonly id: string
  readonly label: string
  readonly value: string
  readonly onType: (typed: string) => void
}

/** A weight as it is typed; one that is none is said, and not used. */
function Weight({ id, label, value, onType }: WeightProps) {
  const units = useUnits()
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
