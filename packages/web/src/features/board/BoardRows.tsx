import { Box, chakra } from '@chakra-ui/react'
import type { Board, BoardRow, Rate } from '@jotbook/core'
import { Spindle, rateScale } from '../../charts/Spindle.tsx'
import type { RateScale } from '../../charts/Spindle.tsx'
import { SlackLine } from '../../charts/SlackLine.tsx'
import { Tally, tallyPitch } from '../../charts/Tally.tsx'
import { LureDrawing } from '../../charts/lures/LureDrawing.tsx'
import { useAppSelector } from '../../app/store.ts'
import { ink } from '../../ui/theme.ts'
import { useNames, useUnits } from '../../app/useBook.ts'
import { levelText } from './words.ts'
import type { Grouping } from './words.ts'

const TALLY_WIDTH = 230
const SPINDLE_WIDTH = 340
const PHONE_SPINDLE_WIDTH = 300
/** Limits far beyond every rate would squeeze the rest into a corner; they are cut off with an arrow. */
const HIGHEST_LIMIT = 2.2

const Row = chakra('button', {
  base: {
    display: 'grid',
    w: '100%',
    textAlign: 'left',
    alignItems: 'center',
    gap: { base: '4px 12px', lg: '0 16px' },
    cursor: 'pointer',
    bg: 'transparent',
    color: 'ink',
    px: '8px',
    py: { base: '10px', lg: '4px' },
    gridTemplateColumns: { base: '96px 1fr auto', lg: '96px minmax(150px, 1fr) 240px 132px 356px 64px 60px' },
    borderBottom: '1px solid',
    borderColor: 'rule',
    _hover: { bg: 'wash' },
    '&[aria-pressed=true]': { bg: 'sheet', outline: '1.5px solid', outlineColor: 'ink', borderColor: 'transparent' },
  },
})

interface RowsProps {
  readonly board: Board
  readonly all: Rate
  readonly selected: string | null
  readonly onSelect: (level: string) => void
}

export function BoardRows({ board, all, selected, onSelect }: RowsProps) {
  const highest = Math.max(...board.rows.map(({ rate, upper }) => Math.max(rate * 1.1, Math.min(upper, all.rate * HIGHEST_LIMIT))))
  const scale = rateScale(highest, SPINDLE_WIDTH)
  const pitch = tallyPitch(board.rows, all.rate, TALLY_WIDTH)
  return (
    <Box mt="18px">
      <Axis scale={scale} usualRate={all.rate} />
      <Box role="list">
        {board.rows.map((row) => (
          <Box role="listitem" key={row.group[0]}>
            <OneRow row={row} board={board} all={all} scale={scale} pitch={pitch} pressed={row.group[0] === selected} onSelect={onSelect} />
          </Box>
        ))}
      </Box>
    </Box>
  )
}

/** The shared scale above the rows, with the usual rate of everything asked for. */
function Axis({ scale, usualRate }: { scale: RateScale; usualRate: number }) {
  return (
    <Box
      display={{ base: 'none', lg: 'grid' }}
      gridTemplateColumns="96px minmax(150px, 1fr) 240px 132px 356px 64px 60px"
      gap="0 16px"
      px="8px"
      fontSize="small"
      color="quiet"
      aria-hidden
    >
      <Box gridColumn="3">strikes over the hours they took</Box>
      <Box gridColumn="5">
        <svg width={scale.width + 8} height="34" style={{ overflow: 'visible', fontSize: 13 }} fill={ink.quiet}>
          <text x={scale.x(usualRate)} y="11" textAnchor="middle" fill={ink.ink}>
            all of these {usualRate.toFixed(2)}
          </text>
          {scale.ticks.map((tick) => (
            <text key={tick} x={scale.x(tick)} y="30" textAnchor="middle" opacity={Math.abs(scale.x(tick) - scale.x(usualRate)) < 4 ? 0.6 : 1}>
              {tick.toFixed(1)}
            </text>
          ))}
        </svg>
      </Box>
      <Box gridColumn="6 / 8" alignSelf="end">
        an hour
      </Box>
    </Box>
  )
}

interface OneRowProps {
  readonly row: BoardRow
  readonly board: Board
  readonly all: Rate
  readonly scale: RateScale
  readonly pitch: number
  readonly pressed: boolean
  readonly onSelect: (level: string) => void
}

function OneRow({ row, board, all, scale, pitch, pressed, onSelect }: OneRowProps) {
  const by = board.by[0] as Grouping
  const level = row.group[0] ?? ''
  const units = useUnits()
  const nameOf = useNames(by === 'water' ? 'waters' : 'lures')
  const lure = useAppSelector(({ records }) => (by === 'lure' ? records.lures.find(({ id }) => id === level) : undefined))
  const drawn = by === 'class' ? { name: level, class: level } : lure
  return (
    <Row type="button" aria-pressed={pressed} onClick={() => onSelect(level)}>
      <Box gridRow={{ base: '1 / 3', lg: 'auto' }}>{drawn && <LureDrawing lure={drawn} width={92} />}</Box>
      <Box fontWeight="600" lineHeight="1.25">
        {levelText(by, level, nameOf, units)}
      </Box>
      <Box display={{ base: 'none', lg: 'block' }}>
        <Tally strikes={row.strikes} hours={row.hours} usualRate={all.rate} pitch={pitch} width={TALLY_WIDTH} />
      </Box>
      <Box gridColumn={{ base: '2', lg: 'auto' }} gridRow={{ base: '2', lg: 'auto' }} fontSize="small">
        <strong>{row.strikes}</strong> in <strong>{row.hours.toFixed(1)} h</strong> · {row.trips} {row.trips === 1 ? 'trip' : 'trips'}
        <Box as="span" display={{ base: 'inline', lg: 'none' }}>
          {' '}
          · {row.lower.toFixed(2)} to {row.upper.toFixed(2)}
        </Box>
      </Box>
      <Box display={{ base: 'none', lg: 'block' }}>
        <Spindle rate={row.rate} lower={row.lower} upper={row.upper} scale={scale} usualRate={all.rate} />
      </Box>
      <Box
        fontFamily="heading"
        fontVariantNumeric="lining-nums proportional-nums"
        fontSize="title"
        fontWeight="600"
        gridColumn={{ base: '3', lg: 'auto' }}
        gridRow={{ base: '1', lg: 'auto' }}
        textAlign={{ base: 'right', lg: 'left' }}
      >
        {row.rate.toFixed(2)}
      </Box>
      <Box gridColumn={{ base: '3', lg: 'auto' }} gridRow={{ base: '2', lg: 'auto' }} fontSize="small" color="quiet" lineHeight="1.1" textAlign="center">
        {row.tooEarly && (
          <>
            <SlackLine />
            <div>too early</div>
          </>
        )}
      </Box>
      <Box display={{ base: 'block', lg: 'none' }} gridColumn="1 / 4">
        <Spindle
          rate={row.rate}
          lower={row.lower}
          upper={row.upper}
          scale={rateScale(scale.ticks.at(-1) ?? 1, PHONE_SPINDLE_WIDTH)}
          usualRate={all.rate}
          height={30}
        />
      </Box>
    </Row>
  )
}
