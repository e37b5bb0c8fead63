import { scaleSqrt } from 'd3'
import type { Board, BoardRow } from '@jotbook/core'
import { ink } from '../../ui/theme.ts'
import type { Naming } from '../board/index.ts'
import { inOrder } from './axes.ts'
import { Picture } from './Picture.tsx'
import { text } from './text.ts'

interface MapPictureProps {
  readonly board: Board
  readonly usual: number
  readonly naming: Naming
  readonly width: number
  readonly label: string
  readonly onCell: (row: BoardRow) => void
}

const LEFT = 150
const TOP = 64
/** A square needs so much, and has no use for more. */
const [LEAST_CELL, MOST_CELL, MOST_WIDE] = [26, 60, 124]
/** Names that fit over their column lie flat. */
const FLAT = 84
const FOOT = 30

/** Two conditions as a map: a square for each cell that was fished, its size the hours, its ink the rate; bare paper was not fished. */
export function MapPicture({ board, usual, naming, width, label, onCell }: MapPictureProps) {
  const [first = '', second = ''] = board.by
  const columns = inOrder(
    first,
    board.rows.map(({ group }) => group[0] ?? ''),
  )
  const rows = inOrder(
    second,
    board.rows.map(({ group }) => group[1] ?? ''),
  )
  const left = Math.min(LEFT, width * 0.3)
  const wide = Math.max(LEAST_CELL, Math.min(MOST_WIDE, (width - left - 8) / columns.length))
  const cell = Math.min(MOST_CELL, wide)
  const height = TOP + rows.length * cell + FOOT
  const drawn = left + columns.length * wide + 8
  const whole = Math.max(width, drawn)
  const most = Math.max(1, ...board.rows.map(({ hours }) => hours))
  const side = scaleSqrt([0, most], [4, cell - 5])
  return (
    <Picture width={whole} height={height} role="group" label={label} style={{ maxWidth: 'none' }}>
      <Heads levels={columns} nameOf={(level) => naming.level(first, level)} left={left} wide={wide} />
      {rows.map((level, k) => (
        <g key={level}>
          <path d={`M${left} ${TOP + (k + 1) * cell}H${drawn - 8}`} stroke={ink.rule} />
          <text x={left - 10} y={TOP + (k + 0.5) * cell + 4} textAnchor="end" fill={ink.quiet}>
            {naming.level(second, level)}
          </text>
        </g>
      ))}
      {board.rows.map((row) => (
        <Cell
          key={row.group.join('|')}
          row={row}
          x={left + (columns.indexOf(row.group[0] ?? '') + 0.5) * wide}
          y={TOP + (rows.indexOf(row.group[1] ?? '') + 0.5) * cell}
          side={side(row.hours)}
          strength={inkOf(row.rate, usual)}
          label={text.when.cell(
            row.group.map((level, i) => naming.level(board.by[i] ?? '', level)).join(', '),
            row.strikes,
            row.hours,
            row.rate,
          )}
          onPress={() => onCell(row)}
        />
      ))}
      <text x={left} y={height - 8} fill={ink.quiet}>
        {text.when.mapKey}
      </text>
    </Picture>
  )
}

interface HeadsProps {
  readonly levels: readonly string[]
  readonly nameOf: (level: string) => string
  readonly left: number
  readonly wide: number
}

/** Names over the columns: flat where they fit, else aslant. */
function Heads({ levels, nameOf, left, wide }: HeadsProps) {
  return levels.map((level, i) => (
    <text
      key={level}
      transform={`translate(${left + (i + 0.5) * wide} ${TOP - 8})${wide < FLAT ? ' rotate(-32)' : ''}`}
      textAnchor={wide < FLAT ? 'start' : 'middle'}
      fill={ink.quiet}
    >
      {nameOf(level)}
    </text>
  ))
}

/** Nothing to full ink at three times the usual rate. */
export const inkOf = (rate: number, usual: number): number => Math.min(1, usual > 0 ? rate / (3 * usual) : 0)

interface CellProps {
  readonly row: BoardRow
  readonly x: number
  readonly y: number
  readonly side: number
  readonly strength: number
  readonly label: string
  readonly onPress: () => void
}

function Cell({ row, x, y, side, strength, label, onPress }: CellProps) {
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={label}
      style={{ cursor: 'pointer' }}
      onClick={onPress}
      onKeyDown={({ key }) => {
        if (key === 'Enter' || key === ' ') onPress()
      }}
    >
      <title>{label}</title>
      <rect
        x={x - side / 2}
        y={y - side / 2}
        width={side}
        height={side}
        fill={ink.sheet}
        stroke={ink.ink}
        strokeWidth="1.2"
      />
      <rect x={x - side / 2} y={y - side / 2} width={side} height={side} fill={ink.ink} opacity={strength} />
      {row.strikes === 0 && (
        <path d={`M${x - side / 4} ${y + side / 4}L${x + side / 4} ${y - side / 4}`} stroke={ink.ink} strokeWidth="1" />
      )}
    </g>
  )
}
