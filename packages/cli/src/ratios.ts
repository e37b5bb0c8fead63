/** A ratio with its limits. */
interface Ratio {
  readonly ratio: number | null
  readonly lower: number
  /** May be without bound. */
  readonly upper: number
}

/** JSON holds no infinity: an upper side without bound is null and said. */
export const ratioJson = ({
  ratio,
  lower,
  upper,
}: Ratio): { ratio: number | null; lower: number; upper: number | null; unbounded?: true } => ({
  ratio,
  lower,
  upper: Number.isFinite(upper) ? upper : null,
  ...(Number.isFinite(upper) ? {} : { unbounded: true }),
})

const spelled = (value: number | null): string =>
  value === null ? 'none' : Number.isFinite(value) ? value.toFixed(2) : 'no bound'

/** The ratio and its limits for a table. */
export const ratioText = ({ ratio, lower, upper }: Ratio): [string, string] => [
  spelled(ratio),
  `${spelled(lower)}–${spelled(upper)}`,
]
