import { useEffect, useRef, useState } from 'react'
import { beatOf, beatSteps } from '@jotbook/core'
import type { Beat, Stint } from '@jotbook/core'
import { decimals } from '../../ui/locale.ts'
import { signal } from './signal.ts'
import { Target } from './Target.tsx'
import { text } from './text.ts'

interface BeatPadProps {
  readonly held: Stint
  readonly onBeat: (beat: Beat) => void
}

/** The beat of the rod, tapped with the thumb as the rod moves, and given back to be held. */
export function BeatPad({ held, onBeat }: BeatPadProps) {
  const taps = useRef<number[]>([])
  const [state, setState] = useState<'still' | 'listening' | 'playing'>('still')
  const [count, setCount] = useState(0)
  const [tooFew, setTooFew] = useState(false)
  const known = beatOfStint(held)
  usePlayed(state === 'playing' ? known : undefined)
  const listen = (): void => {
    taps.current = []
    setCount(0)
    setTooFew(false)
    setState('listening')
  }
  const done = (): void => {
    const heard = beatOf(taps.current)
    if (heard.kind === 'beat') onBeat(heard.beat)
    setTooFew(heard.kind !== 'beat')
    setState('still')
  }
  if (state === 'listening')
    return (
      <div className="beat listening" role="group" aria-label={text.beat.title}>
        {/* A plain button: on a wet screen too each touch is a movement, and none is held. */}
        <button
          type="button"
          className="target pad"
          onPointerDown={(event) => {
            taps.current.push(event.timeStamp)
            setCount(taps.current.length)
          }}
          onKeyDown={(event) => {
            if (event.repeat || (event.key !== ' ' && event.key !== 'Enter')) return
            taps.current.push(event.timeStamp)
            setCount(taps.current.length)
          }}
        >
          {text.beat.pad}
          <strong aria-live="off">{count}</strong>
        </button>
        <Target className="go" onTap={done}>
          {text.beat.done}
        </Target>
      </div>
    )
  return (
    <div className="beat" role="group" aria-label={text.beat.title}>
      <Target onTap={listen}>{text.beat.tap}</Target>
      {known && (
        <Target aria-pressed={state === 'playing'} onTap={() => setState(state === 'playing' ? 'still' : 'playing')}>
          {state === 'playing' ? text.beat.stop : text.beat.play}
        </Target>
      )}
      <span role="status">{tooFew ? text.beat.tooFew : known ? spread(held) : ''}</span>
    </div>
  )
}

function beatOfStint({ jerks, pauseS, workS }: Stint): Parameters<typeof beatSteps>[0] | undefined {
  if (!pauseS) return undefined
  const movements = /^\d{1,2}$/.test(jerks ?? '') ? Number(jerks) : 1
  return { movements, workS: workS ?? 0, pauseS }
}

const spread = ({ pauseSpreadS }: Stint): string =>
  pauseSpreadS ? text.beat.spread(decimals(pauseSpreadS / 2, 1)) : ''

/** Gives a beat back, movement by movement, until it is stopped. */
function usePlayed(beat: Parameters<typeof beatSteps>[0] | undefined): void {
  const { movements, workS, pauseS } = beat ?? {}
  useEffect(() => {
    if (movements === undefined || workS === undefined || pauseS === undefined) return undefined
    const { atMs, lastsMs } = beatSteps({ movements, workS, pauseS })
    const timers = new Set<ReturnType<typeof setTimeout>>()
    const burst = (): void => {
      for (const timer of timers) clearTimeout(timer)
      timers.clear()
      for (const ms of atMs) timers.add(setTimeout(signal, ms))
    }
    burst()
    const again = setInterval(burst, lastsMs)
    return () => {
      clearInterval(again)
      for (const timer of timers) clearTimeout(timer)
    }
  }, [movements, workS, pauseS])
}
