import { beforeEach, expect, it, vi } from 'vitest'

const kept = new Map<string, string>()
vi.stubGlobal('localStorage', {
  setItem: (key: string, value: string) => kept.set(key, value),
  getItem: (key: string) => kept.get(key) ?? null,
})
// Each start has a store of its own.
beforeEach(() => vi.resetModules())

const opened = async () => ({ ...(await import('./store.ts')), ...(await import('./preferences.ts')) })

it('keeps what was chosen on this device for the next start, each by itself, and reads past what it cannot read', async () => {
  kept.set('jot-night', '1')
  kept.set('jot-locale', '{"clock":')
  const first = await opened()
  expect(first.appStore.getState().preferences).toMatchObject({
    night: true,
    locale: { clock: 'auto', decimal: 'auto' },
    deck: { theme: 'day' },
  })
  first.appStore.dispatch(first.localeChosen({ decimal: 'comma' }))
  first.appStore.dispatch(first.deckChosen({ theme: 'sun', wet: true }))
  first.appStore.dispatch(first.nightChosen(false))
  vi.resetModules()
  const second = await opened()
  expect(second.appStore.getState().preferences).toMatchObject({
    night: false,
    locale: { clock: 'auto', decimal: 'comma' },
    deck: { theme: 'sun', wet: true, places: false },
  })
})
