import { useCallback, useContext, useSyncExternalStore } from 'react'
import { DockContext } from './dockContext.ts'
import type { Meant } from './meaning.ts'

/** One part of the meaning; drawn anew only when that part changes, by its value. */
export function useMeaning<T extends string | number | boolean | undefined>(part: (meant: Meant) => T): T {
  const { meaning } = useContext(DockContext)
  return useSyncExternalStore(
    meaning.subscribe,
    useCallback(() => part(meaning.now), [meaning, part]),
  )
}

/** As `useMeaning` for parts that are lists or objects: told by their JSON. */
export function useMeaningOf<T>(part: (meant: Meant) => T): T {
  const text = useMeaning(useCallback((meant: Meant) => JSON.stringify(part(meant) ?? null), [part]))
  return JSON.parse(text) as T
}
