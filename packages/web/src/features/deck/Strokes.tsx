const SHOWN = 15
const WIDTH = 7
const HIGH = 18

/** Strikes as strokes in fives; many as their number. */
export function Strokes({ count }: { count: number }) {
  if (count === 0) return null
  if (count > SHOWN) return <span className="strokes">{count}</span>
  const strokes = Array.from({ length: count }, (_, i) => i)
  const x = (i: number): number => 3 + i * WIDTH + Math.floor(i / 5) * 4
  return (
    <svg className="strokes" width={x(count - 1) + 6} height={HIGH} aria-hidden>
      {strokes.map((i) =>
        i % 5 === 4 ? (
          <path key={i} d={`M${x(i - 4) - 3} ${HIGH - 4}L${x(i - 1) + 4} 3`} />
        ) : (
          <path key={i} d={`M${x(i)} 2V${HIGH - 2}`} />
        ),
      )}
    </svg>
  )
}
