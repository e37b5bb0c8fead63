import { useEffect, useState } from 'react'
import type { Stint } from '@jotbook/core'
import { decimals } from '../../ui/locale.ts'
import { Target } from './Target.tsx'
import { text } from './text.ts'

/** Longer than this no lure falls: the second tap was forgotten. */
const LONGEST_S = 600

interface FallTimerProps {
  readonly held: Stint
  readonly onFall: (seconds: number) => void
}

/** Counts a lure down: one tap at the splash, one when it is where it is fished. */
export function FallTimer({ held, onFall }: FallTimerProps) {
  const [splash, setSplash] = useState<number>()
  const [seconds, setSeconds] = useState(0)
  useEffect(() => {
    if (splash === undefined) return undefined
    const timer = setInterval(() => setSeconds(Math.floor((performance.now() - splash) / 1000)), 250)
    return () => clearInterval(timer)
  }, [splash])
  const down = (): void => {
    const fallen = Math.round((performance.now() - (splash ?? 0)) / 100) / 10
    setSplash(undefined)
    setSeconds(0)
    if (fallen <= LONGEST_S) onFall(fallen)
  }
  return (
    <div className="beat" role="group" aria-label={text.fall.title}>
      {splash === undefined ? (
        <Target onTap={() => setSplash(performance.now())}>{text.fall.start}</Target>
      ) : (
        <Target className="go" onTap={down}>
          {text.fall.down(seconds)}
        </Target>
      )}
      {typeof held.fallS === 'number' && <span>{text.fall.known(decimals(held.fallS, 1))}</span>}
    </div>
  )
}
