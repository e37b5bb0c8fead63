import { ink } from '../../ui/theme.ts'
/** How each person's line is drawn, on the strip and in its legend alike: told apart by their pattern, in any light. */
interface LineStyle {
  readonly ink: string
  /** Behind the line, where it is light. */
  readonly casing: boolean
  readonly dashes?: string
}
const STYLES: readonly LineStyle[] = [
  { ink: ink.waterline, casing: false },
  { ink: ink.halo, casing: true },
  { ink: '#e2c04b', casing: true, dashes: '10 4' },
  { ink: '#c9dbe8', casing: true, dashes: '3 3' },
]
const FIRST: LineStyle = { ink: ink.waterline, casing: false }
const styleOf = (person: number): LineStyle => STYLES[person % STYLES.length] ?? FIRST
const CASING = ink.waterline

export const inkOf = (person: number): string => styleOf(person).ink

interface PersonLineProps {
  readonly person: number
  readonly d: string
  /** At a depth that is only assumed: a thin line. */
  readonly assumed?: boolean | undefined
  readonly title?: string
}

export function PersonLine({ person, d, assumed = false, title }: PersonLineProps) {
  const { ink, casing, dashes } = styleOf(person)
  const width = assumed ? 2 : 5
  return (
    <g fill="none">
      {casing && <path d={d} stroke={CASING} strokeWidth={width + 2.5} />}
      <path d={d} stroke={ink} strokeWidth={width} strokeDasharray={dashes}>
        {title !== undefined && <title>{title}</title>}
      </path>
    </g>
  )
}
