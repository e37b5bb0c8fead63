import { useEffect, useState } from 'react'
import type { Angler } from '@jotbook/core/deck'
import { StrikeArea } from './StrikeArea.tsx'
import { Target } from './Target.tsx'
import { text } from './text.ts'
import type { Deck } from './useDeck.ts'

const LOW = 0.2

interface Battery extends EventTarget {
  readonly level: number
  readonly charging: boolean
}

/** Whether the battery runs low; false where the device does not tell. */
export function useLowBattery(): boolean {
  const [low, setLow] = useState(false)
  useEffect(() => {
    let battery: Battery | undefined
    const look = (): void => setLow(battery !== undefined && battery.level < LOW && !battery.charging)
    void (navigator as { getBattery?: () => Promise<Battery> }).getBattery?.().then((found) => {
      battery = found
      for (const event of ['levelchange', 'chargingchange']) battery.addEventListener(event, look)
      look()
    })
    return () => {
      for (const event of ['levelchange', 'chargingchange']) battery?.removeEventListener(event, look)
    }
  }, [])
  return low
}

interface BlackScreenProps {
  readonly deck: Deck
  readonly people: readonly Angler[]
  readonly lureName: (id: string | undefined) => string
  readonly onStrike: (angler: Angler) => void
  readonly onWhole: () => void
}

/** Dark pixels cost nothing: Strike alone, until the day is nearly done. */
export function BlackScreen({ deck, people, lureName, onStrike, onWhole }: BlackScreenProps) {
  return (
    <main className="black-screen">
      <h1 className="visually-hidden">{text.title}</h1>
      <Target className="quiet" onTap={onWhole}>
        {text.black.off}
      </Target>
      <StrikeArea people={people} day={deck.day} anglers={people} lureName={lureName} onStrike={onStrike} />
      <p role="status">{deck.problem ?? deck.said}</p>
    </main>
  )
}
