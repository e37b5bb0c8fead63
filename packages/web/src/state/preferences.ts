import { createSlice } from '@reduxjs/toolkit'
import type { PayloadAction } from '@reduxjs/toolkit'

export type ClockStyle = 'auto' | '12' | '24'
export type DecimalStyle = 'auto' | 'point' | 'comma'

export interface LocaleChoice {
  readonly clock: ClockStyle
  readonly decimal: DecimalStyle
}

export interface DeckSettings {
  readonly theme: 'day' | 'sun' | 'night'
  /** A wet screen taps by itself: every target asks to be held for a moment. */
  readonly wet: boolean
  readonly large: boolean
  readonly left: boolean
  readonly awake: boolean
  /** Whether the deck speaks of what the book knows. */
  readonly advice: boolean
  /** Whether a strike may keep its place. */
  readonly places: boolean
}

/** Further columns of the dock's rows, by kind of row. */
export interface DockColumns {
  readonly stint: readonly string[]
  readonly strike: readonly string[]
  readonly reading: readonly string[]
}

/** How this device shows things and is held: of the device, not of the book. */
export interface Preferences {
  /** Null: as the system has it. */
  readonly night: boolean | null
  readonly locale: LocaleChoice
  readonly deck: DeckSettings
  readonly dock: DockColumns
}

const DEFAULTS: Preferences = {
  night: null,
  locale: { clock: 'auto', decimal: 'auto' },
  deck: { theme: 'day', wet: false, large: false, left: false, awake: false, advice: true, places: false },
  dock: { stint: [], strike: [], reading: [] },
}

const KEYS = { night: 'jot-night', locale: 'jot-locale', deck: 'jot-deck', dock: 'jot-dock' } as const

/** One preference as it was kept, or undefined where there is none or it cannot be read. */
function kept(key: keyof Preferences): object | null | undefined {
  try {
    return JSON.parse(globalThis.localStorage?.getItem(KEYS[key]) ?? 'null') as object | null
  } catch {
    return undefined
  }
}

function remembered(): Preferences {
  const night = kept('night') as unknown
  return {
    // Kept as 1 and 0 by earlier versions.
    night: night === null || night === undefined ? null : Boolean(night),
    locale: { ...DEFAULTS.locale, ...kept('locale') },
    deck: { ...DEFAULTS.deck, ...kept('deck') },
    dock: { ...DEFAULTS.dock, ...kept('dock') },
  }
}

export function rememberPreferences(now: Preferences, before: Preferences): void {
  for (const key of Object.keys(KEYS) as (keyof Preferences)[])
    if (now[key] !== before[key]) localStorage.setItem(KEYS[key], JSON.stringify(now[key]))
}

const preferences = createSlice({
  name: 'preferences',
  initialState: remembered,
  reducers: {
    nightChosen: (state, { payload }: PayloadAction<boolean>) => ({ ...state, night: payload }),
    localeChosen: (state, { payload }: PayloadAction<Partial<LocaleChoice>>) => ({
      ...state,
      locale: { ...state.locale, ...payload },
    }),
    deckChosen: (state, { payload }: PayloadAction<Partial<DeckSettings>>) => ({
      ...state,
      deck: { ...state.deck, ...payload },
    }),
    dockColumnsChosen: (state, { payload }: PayloadAction<Partial<DockColumns>>) => ({
      ...state,
      dock: { ...state.dock, ...payload },
    }),
  },
})

export const { nightChosen, localeChosen, deckChosen, dockColumnsChosen } = preferences.actions
export const preferencesReducer = preferences.reducer

const systemNight = (): MediaQueryList => matchMedia('(prefers-color-scheme: dark)')

/** Calls back when the system goes over to its night or out of it; returns what ends that. */
export function onSystemNight(changed: () => void): () => void {
  const system = systemNight()
  system.addEventListener('change', changed)
  return () => system.removeEventListener('change', changed)
}

/** Night as chosen, else as the system has it. */
export const isNight = ({ night }: Preferences): boolean => night ?? systemNight().matches
