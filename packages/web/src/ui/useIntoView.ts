import { useCallback } from 'react'

/** A ref for a panel that a button opens: it is scrolled into view when it appears. */
export function useIntoView(): (element: HTMLElement | null) => void {
  return useCallback((element) => element?.scrollIntoView({ block: 'nearest' }), [])
}
