import { useEffect, useRef, useState } from 'react'
import { useAppSelector } from '../../state/store.ts'
import { Target } from './Target.tsx'
import { text } from './text.ts'

/** A step that is held is repeated, after a moment. */
const HELD_MS = 450
const REPEAT_MS = 110

interface StepperProps {
  readonly label: string
  readonly value: string
  readonly note?: string | undefined
  readonly onStep: (direction: 1 | -1) => void
  /** Takes a value as typed; false where it is not understood. Absent where there is nothing to type. */
  readonly onType?: (typed: string) => boolean
}

/** A value moved up and down by taps, held to go on, or typed; it stands large between them. */
export function Stepper({ label, value, note, onStep, onType }: StepperProps) {
  const [typing, setTyping] = useState(false)
  return (
    <div className="stepper" role="group" aria-label={label}>
      <Step label={`${label}: ${text.read.less}`} sign="−" onStep={() => onStep(-1)} />
      {typing && onType ? (
        <Typed label={label} onType={onType} onDone={() => setTyping(false)} />
      ) : (
        <div aria-live="polite">
          <span>{label}</span>
          {onType ? (
            <button
              type="button"
              className="typed"
              aria-label={text.read.type(label, value)}
              onClick={() => setTyping(true)}
            >
              <strong>{value}</strong>
            </button>
          ) : (
            <strong>{value}</strong>
          )}
          {note && <em>{note}</em>}
        </div>
      )}
      <Step label={`${label}: ${text.read.more}`} sign="+" onStep={() => onStep(1)} />
    </div>
  )
}

function Step({ label, sign, onStep }: { label: string; sign: string; onStep: () => void }) {
  const { wet } = useAppSelector(({ preferences }) => preferences.deck)
  const latest = useRef(onStep)
  useEffect(() => {
    latest.current = onStep
  }, [onStep])
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined)
  const repeated = useRef(false)
  const letGo = (): void => clearTimeout(timer.current)
  useEffect(() => letGo, [])
  const hold = (): void => {
    repeated.current = false
    const again = (): void => {
      repeated.current = true
      latest.current()
      timer.current = setTimeout(again, REPEAT_MS)
    }
    timer.current = setTimeout(again, HELD_MS)
  }
  // On a wet screen holding is the tap itself.
  const held = wet ? {} : { onPointerDown: hold, onPointerUp: letGo, onPointerLeave: letGo, onPointerCancel: letGo }
  return (
    <Target
      aria-label={label}
      {...held}
      onTap={() => {
        if (!repeated.current) onStep()
        repeated.current = false
      }}
    >
      {sign}
    </Target>
  )
}

function Typed({ label, onType, onDone }: { label: string; onType: (typed: string) => boolean; onDone: () => void }) {
  const [typed, setTyped] = useState('')
  const [wrong, setWrong] = useState(false)
  const taken = useRef(false)
  const take = (): void => {
    // Enter takes it, and the field loses the focus as it goes.
    if (taken.current) return
    taken.current = typed.trim() === '' || onType(typed)
    if (taken.current) onDone()
    else setWrong(true)
  }
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault()
        take()
      }}
    >
      <input
        autoFocus
        inputMode="decimal"
        aria-label={label}
        aria-invalid={wrong}
        value={typed}
        onChange={({ target }) => setTyped(target.value)}
        onBlur={take}
      />
      {wrong && <em role="alert">{text.read.notNumber}</em>}
    </form>
  )
}
