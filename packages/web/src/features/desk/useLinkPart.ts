import { useCallback } from 'react'
import { usePlace } from '../../ui/ofBook/place.tsx'

/** A part of the view that stands in its link; null takes it out. */
export function useLinkPart(name: string): [string | null, (value: string | null) => void] {
  const { params, change } = usePlace()
  const set = useCallback(
    (value: string | null): void =>
      change((present) => {
        const next = new URLSearchParams(present)
        if (value === null) next.delete(name)
        else next.set(name, value)
        return next
      }),
    [name, change],
  )
  return [params.get(name), set]
}
