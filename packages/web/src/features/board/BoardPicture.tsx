import type { Board, BoardRow, Rate, UnitPreferences } from '@jotbook/core'
import { Spindle } from '../../charts/Spindle.tsx'
import type { RateScale } from '../../charts/Spindle.tsx'
import { Tally, tallyPitch } from '../../charts/Tally.tsx'
import { LureDrawing } from '../../charts/lures/LureDrawing.tsx'
import { decimals, rate } from '../../ui/locale.ts'
import { ink } from '../../ui/theme.ts'
import { fishLine, scaleOf, spindleOf } from './BoardRows.tsx'
import { text } from './text.ts'
import { useDrawn } from './useDrawn.ts'
import type { Naming } from './useNaming.ts'

export const PICTURE = { width: 1120, row: 46, head: 110, foot: 34 } as const
const AT = { name: 96, tally: 330, counts: 540, spindle: 730, rate: 1062 } as const
const SPINDLE_WIDTH = 310
const TALLY_WIDTH = 190
/** So many rows fit a printed page. */
const MOST_ROWS = 26

interface BoardPictureProps {
  readonly board: Board
  readonly all: Rate
  readonly naming: Naming
  readonly units: UnitPreferences
  readonly title: string
  readonly foot: string
}

/** The board as one drawing: what is saved, and what is printed on one page. */
export function BoardPicture({ board, all, naming, units, title, foot }: BoardPictureProps) {
  const rows = board.rows.slice(0, MOST_ROWS)
  const scale = scaleOf(rows, all, SPINDLE_WIDTH)
  const pitch = tallyPitch(rows, all.rate, TALLY_WIDTH)
  const height = PICTURE.head + rows.length * PICTURE.row + PICTURE.foot
  return (
    <svg
      className="board-picture"
      viewBox={`0 0 ${PICTURE.width} ${height}`}
      width={PICTURE.width}
      height={height}
      xmlns="http://www.w3.org/2000/svg"
      fontFamily="'Atkinson Hyperlegible Next Variable', sans-serif"
    >
      <rect className="paper" width={PICTURE.width} height={height} fill={ink.paper} />
      <text x="16" y="34" style={{ fontSize: 19, fontWeight: 700 }} fill={ink.ink}>
        {title}
      </text>
      <text x="16" y="58" style={{ fontSize: 14 }} fill={ink.quiet}>
        {text.rests(all.strikes, all.hours, all.trips)}
      </text>
      <g transform={`translate(${AT.spindle} 66)`} style={{ fontSize: 12 }} fill={ink.quiet}>
        <text x={scale.x(all.rate)} y="11" textAnchor="middle" fill={ink.ink}>
          {text.axis.all(all.rate)}
        </text>
        {scale.ticks.map((tick) => (
          <text key={tick} x={scale.x(tick)} y="30" textAnchor="middle">
            {decimals(tick, 1)}
          </text>
        ))}
      </g>
      {rows.map((row, i) => (
        <g key={row.group.join('|')} transform={`translate(0 ${PICTURE.head + i * PICTURE.row})`}>
          <RowDrawn row={row} by={board.by} all={all} naming={naming} units={units} scale={scale} pitch={pitch} />
        </g>
      ))}
      <text x="16" y={height - 12} style={{ fontSize: 12 }} fill={ink.quiet}>
        {foot}
      </text>
    </svg>
  )
}

interface RowDrawnProps extends Pick<BoardPictureProps, 'all' | 'naming' | 'units'> {
  readonly row: BoardRow
  readonly by: readonly string[]
  readonly scale: RateScale
  /** Width of an hour. */
  readonly pitch: number
}

function RowDrawn({ row, by, all, naming, units, scale, pitch }: RowDrawnProps) {
  return (
    <>
      <path d={`M16 0H${PICTURE.width - 16}`} stroke={ink.rule} />
      <Drawn by={by} group={row.group} />
      <text x={AT.name} y="27" style={{ fontSize: 14, fontWeight: 600 }} fill={ink.ink}>
        {row.group.map((level, k) => naming.level(by[k] ?? '', level)).join(' · ')}
      </text>
      <g transform={`translate(${AT.tally} 8)`}>
        <Tally
          strikes={row.strikes}
          hours={row.hours}
          usualRate={all.rate}
          pitch={pitch}
          width={TALLY_WIDTH}
          label={text.tally(row.strikes, row.hours)}
        />
      </g>
      <text x={AT.counts} y="20" style={{ fontSize: 13 }} fill={ink.ink}>
        {`${row.strikes} in ${text.row.hours(row.hours)} · ${text.row.counts(row.trips)}`}
      </text>
      <text x={AT.counts} y="37" style={{ fontSize: 11 }} fill={ink.quiet}>
        {row.tooEarly ? text.row.tooEarly : fishLine(row, units).split(' · ')[0]}
      </text>
      <g transform={`translate(${AT.spindle} 1)`}>
        <Spindle {...spindleOf(row, all)} scale={scale} />
      </g>
      <text x={AT.rate} y="30" style={{ fontSize: 20, fontWeight: 600 }} fill={ink.ink}>
        {rate(row.shrunken)}
      </text>
    </>
  )
}

function Drawn({ by, group }: { by: readonly string[]; group: readonly string[] }) {
  const lure = useDrawn(by, group)
  return lure ? (
    <g transform="translate(14 8)">
      <LureDrawing lure={lure} width={70} decorative />
    </g>
  ) : null
}
