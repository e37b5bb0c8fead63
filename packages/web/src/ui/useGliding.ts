import { useLayoutEffect, useRef } from 'react'
import type { RefObject } from 'react'

const GLIDE_MS = 200

/**
 * Rows of a list go from their old place to the new one when their order changes, so that the eye follows which rose and which fell. None
 * glide where the system asks for less motion, and none that were out of the list before.
 *
 * Given      keys of the rows in the order in which they stand, each a child of the list
 */
export function useGliding(keys: readonly string[]): RefObject<HTMLDivElement | null> {
  const list = useRef<HTMLDivElement>(null)
  const places = useRef<ReadonlyMap<string, number>>(new Map())
  const order = keys.join('\n')
  useLayoutEffect(() => {
    const rows = [...(list.current?.children ?? [])] as HTMLElement[]
    const before = places.current
    const now = new Map(order.split('\n').map((key, i) => [key, rows[i]?.offsetTop ?? 0]))
    places.current = now
    if (window.matchMedia('(prefers-reduced-motion: reduce)').matches) return
    for (const [i, [key, top]] of [...now].entries()) {
      const moved = (before.get(key) ?? top) - top
      if (moved !== 0)
        rows[i]?.animate([{ transform: `translateY(${moved}px)` }, { transform: 'none' }], {
          duration: GLIDE_MS,
          easing: 'ease-out',
        })
    }
  }, [order])
  return list
}
