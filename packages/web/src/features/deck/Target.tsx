import { useRef, useState } from 'react'
import type { ButtonHTMLAttributes, ReactNode } from 'react'
import { useAppSelector } from '../../state/store.ts'
import { text } from './text.ts'

const HOLD_MS = 300

interface TargetProps extends Omit<ButtonHTMLAttributes<HTMLButtonElement>, 'onClick' | 'children'> {
  readonly onTap: () => void
  readonly children: ReactNode
}

/**
 * Something to hit with a wet thumb: one tap, or on a wet screen a hold of 300 ms. A key press is always one press.
 */
export function Target({ onTap, children, className = '', ...rest }: TargetProps) {
  const { wet } = useAppSelector(({ preferences }) => preferences.deck)
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined)
  const [holding, setHolding] = useState(false)
  const letGo = (): void => {
    clearTimeout(timer.current)
    setHolding(false)
  }
  const down = (): void => {
    setHolding(true)
    timer.current = setTimeout(() => {
      setHolding(false)
      onTap()
    }, HOLD_MS)
  }
  const held = wet ? { onPointerDown: down, onPointerUp: letGo, onPointerLeave: letGo, onPointerCancel: letGo } : {}
  return (
    <button
      type="button"
      className={`target ${holding ? 'held' : ''} ${className}`}
      title={wet ? text.hold : undefined}
      {...held}
      onClick={({ detail }) => {
        if (!wet || detail === 0) onTap()
      }}
      {...rest}
    >
      {children}
    </button>
  )
}

interface PickProps {
  readonly label: string
  readonly words: readonly string[]
  readonly chosen: readonly string[]
  readonly onPick: (word: string) => void
  /** So many words stand at first, with every chosen one; the rest is a tap away. */
  readonly first?: number
}

/** One question answered by a tap on a word. */
export function Pick({ label, words, chosen, onPick, first = Infinity }: PickProps) {
  const [whole, setWhole] = useState(false)
  const shown = whole ? words : words.filter((word, i) => i < first || chosen.includes(word))
  return (
    <fieldset className="pick">
      <legend>{label}</legend>
      <div>
        {shown.map((word) => (
          <Target key={word} className="chip" aria-pressed={chosen.includes(word)} onTap={() => onPick(word)}>
            {word}
          </Target>
        ))}
        {shown.length < words.length && (
          <Target className="quiet" onTap={() => setWhole(true)}>
            {text.moreWords}
          </Target>
        )}
      </div>
    </fieldset>
  )
}
