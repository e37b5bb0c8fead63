import { useLayoutEffect, useState } from 'react'

/** The inner width of an element, 0 until it is laid out: for drawings that are made to measure. */
export function useWidth(frame: React.RefObject<HTMLElement | null>): number {
  const [width, setWidth] = useState(0)
  useLayoutEffect(() => {
    const element = frame.current
    if (!element) return undefined
    const observer = new ResizeObserver(() => setWidth(element.clientWidth))
    observer.observe(element)
    setWidth(element.clientWidth)
    return () => observer.disconnect()
  }, [frame])
  return width
}
