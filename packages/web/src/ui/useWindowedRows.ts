import { useWindowVirtualizer } from '@tanstack/react-virtual'
import { useLayoutEffect, useRef, useState } from 'react'
import type { RefObject } from 'react'

/** Shorter lists are drawn whole: they can be searched and printed as they are. */
const WHOLE_UP_TO = 200
const OVERSCAN = 15

export interface WindowedRows {
  /** On the element whose top is the top of the first row. */
  readonly ref: RefObject<HTMLTableSectionElement | null>
  /** The rows to draw, by their place in the list. */
  readonly shown: readonly number[]
  /** Heights of the rows above and below that are not drawn, in pixels. */
  readonly above: number
  readonly below: number
}

/** The rows of a long list that the window shows, with some before and behind. Given how many there are and how high one is. */
export function useWindowedRows(count: number, rowPx: number): WindowedRows {
  const ref = useRef<HTMLTableSectionElement>(null)
  const [margin, setMargin] = useState(0)
  useLayoutEffect(() => {
    const top = ref.current?.getBoundingClientRect().top
    if (top !== undefined) setMargin(top + window.scrollY)
  }, [count])
  const windowed = count > WHOLE_UP_TO
  const virtualizer = useWindowVirtualizer({
    count: windowed ? count : 0,
    estimateSize: () => rowPx,
    overscan: OVERSCAN,
    scrollMargin: margin,
  })
  if (!windowed) return { ref, shown: Array.from({ length: count }, (_, i) => i), above: 0, below: 0 }
  const items = virtualizer.getVirtualItems()
  const [first, last] = [items[0], items.at(-1)]
  return {
    ref,
    shown: items.map(({ index }) => index),
    above: first ? first.start - margin : 0,
    below: last ? virtualizer.getTotalSize() - (last.end - margin) : 0,
  }
}
