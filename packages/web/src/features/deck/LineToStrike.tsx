import { useLayoutEffect, useState } from 'react'

/** How far into Strike the float lies. */
const INSIDE_PX = 22

/** The line from the rod in hand to Strike, with its float: drawn over the screen once everything has its place. */
export function LineToStrike() {
  const [line, setLine] = useState<{ d: string; x: number; y: number }>()
  useLayoutEffect(() => {
    const measure = (): void => {
      const rod = document.querySelector<HTMLElement>('.rod[data-in-hand]')?.getBoundingClientRect()
      const strike = document.querySelector<HTMLElement>('.strike [data-mine]')?.getBoundingClientRect()
      const rods = document.querySelector<HTMLElement>('.rods')?.getBoundingClientRect()
      if (!rod || !strike || !rods || strike.top < rod.bottom) return setLine(undefined)
      // Down the gap beside the rod, towards the middle of the deck.
      const leftOfMiddle = rod.left + rod.width / 2 < rods.left + rods.width / 2
      const x = leftOfMiddle ? rod.right + 6 : rod.left - 6
      const end = Math.min(strike.right - INSIDE_PX, Math.max(strike.left + INSIDE_PX, x))
      const [bend, y] = [strike.top - 6, strike.top + INSIDE_PX]
      setLine({
        d: `M${leftOfMiddle ? rod.right : rod.left} ${rod.top + rod.height / 2}H${x}V${bend}H${end}V${y - 6}`,
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
