import { useSyncExternalStore } from 'react'

export interface DeckSettings {
  readonly theme: 'day' | 'sun' | 'night'
  /** A wet screen taps by itself: every target asks to be held for a moment. */
  readonly wet: boolean
  readonly large: boolean
  readonly left: boolean
  readonly awake: boolean
  /** Whether a strike may keep its place. */
  readonly places: boolean
}

const KEY = 'jot-deck'
const DEFAULTS: DeckSettings = { theme: 'day', wet: false, large: false, left: false, awake: false, places: false }
const listeners = new Set<() => void>()
let settings = remembered()

function remembered(): DeckSettings {
  try {
    return { ...DEFAULTS, ...(JSON.parse(localStorage.getItem(KEY) ?? '{}') as Partial<DeckSettings>) }
  } catch {
    return DEFAULTS
  }
}

/** How this device's deck looks and is held; of the device, not of the book. */
export function chooseDeck(next: Partial<DeckSettings>): void {
  settings = { ...settings, ...next }
  localStorage.setItem(KEY, JSON.stringify(settings))
  for (const listener of listeners) listener()
}

export function useDeckSettings(): DeckSettings {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener)
      return () => listeners.delete(listener)
    },
    () => settings,
  )
}

export const deckSettings = (): DeckSettings => settings
