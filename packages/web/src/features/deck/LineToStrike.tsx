import { useLayoutEffect, useState } from 'react'

/** How far from Strike's sides the float lies at least, and how far under its edge: over the word it says. */
const INSIDE_PX = 22
const AFLOAT_PX = 5
/** A rod within that of an edge stands at it. */
const EDGE_PX = 2
const middleOf = ({ left, width }: DOMRect): number => left + width / 2

/** The line from the rod in hand to Strike, with its float: drawn over the screen once everything has its place. */
export function LineToStrike() {
  const [line, setLine] = useState<{ d: string; x: number; y: number }>()
  useLayoutEffect(() => {
    const measure = (): void => {
      const rod = document.querySelector<HTMLElement>('.rod[data-in-hand]')?.getBoundingClientRect()
      const strike = document.querySelector<HTMLElement>('.strike [data-mine]')?.getBoundingClientRect()
      const rods = document.querySelector<HTMLElement>('.rods')?.getBoundingClientRect()
      if (!rod || !strike || !rods || strike.top < rod.bottom) return setLine(undefined)
      // Down the gap beside the rod that lies towards Strike; those at an edge of the deck have one only.
      const onRight =
        middleOf(strike) >= middleOf(rod) ? rod.right < rods.right - EDGE_PX : rod.left < rods.left + EDGE_PX
      const x = onRight ? rod.right + 6 : rod.left - 6
      const end = Math.min(strike.right - INSIDE_PX, Math.max(strike.left + INSIDE_PX, x))
      const [bend, y] = [strike.top - 7, strike.top + AFLOAT_PX]
      setLine({
        d: `M${onRight ? rod.right : rod.left} ${rod.top + rod.height / 2}H${x}V${bend}H${end}V${y - 6}`,
        x: end,
        y,
      })
    }
    measure()
    const observer = new ResizeObserver(measure)
    for (const element of document.querySelectorAll('.strike, .rods, .prompt')) observer.observe(element)
    return () => observer.disconnect()
  }, [])
  if (!line) return null
  return (
    <svg className="line-to-strike" aria-hidden>
      <path d={line.d} />
      <circle cx={line.x} cy={line.y} r="6" />
    </svg>
  )
}
