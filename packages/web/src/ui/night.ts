import { useSyncExternalStore } from 'react'

const KEY = 'jot-night'
const listeners = new Set<() => void>()

/** Night as chosen, else as the system has it. */
const isNight = (): boolean => {
  const chosen = localStorage.getItem(KEY)
  return chosen === null ? matchMedia('(prefers-color-scheme: dark)').matches : chosen === '1'
}

export function applyNight(): void {
  document.documentElement.classList.toggle('dark', isNight())
}

export function setNight(night: boolean): void {
  localStorage.setItem(KEY, night ? '1' : '0')
  applyNight()
  for (const listener of listeners) listener()
}

export function useNight(): boolean {
  return useSyncExternalStore((listener) => {
    listeners.add(listener)
    return () => listeners.delete(listener)
  }, isNight)
}
