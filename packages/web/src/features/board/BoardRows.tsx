import { Box, chakra } from '@chakra-ui/react'
import { TrendingDown, TrendingUp } from 'lucide-react'
import { memo, useState } from 'react'
import type { Board, BoardRow, Rate, UnitPreferences } from '@jotbook/core'
import { Spindle, rateScale } from '../../charts/Spindle.tsx'
import type { RateScale } from '../../charts/Spindle.tsx'
import { EvidenceLine } from '../../charts/EvidenceLine.tsx'
import { Tally, tallyPitch } from '../../charts/Tally.tsx'
import { LureDrawing } from '../../charts/lures/LureDrawing.tsx'
import { useUnits } from '../../state/useBook.ts'
import { Button } from '../../ui/controls.tsx'
import { decimals, quantity, rate, whole } from '../../ui/locale.ts'
import { ink } from '../../ui/theme.ts'
import { useGliding } from '../../ui/useGliding.ts'
import { text } from './text.ts'
import { useDrawn } from './useDrawn.ts'
import type { Naming } from './useNaming.ts'

const TALLY_WIDTH = 190
const SPINDLE_WIDTH = 300
const PHONE_SPINDLE_WIDTH = 300
const COLUMNS = '96px minmax(150px, 1fr) 200px 210px 316px 64px 60px'
/** Limits far beyond every rate would squeeze the rest into a corner; they are cut off with an arrow. */
const HIGHEST_LIMIT = 2.2
/** A long board shows its first rows; the rest is one press away. */
export const FIRST_ROWS = 24

const Row = chakra('button', {
  base: {
    display: 'grid',
    w: '100%',
    textAlign: 'left',
    alignItems: 'center',
    gap: { base: '4px 12px', lg: '0 14px' },
    cursor: 'pointer',
    bg: 'transparent',
    color: 'ink',
    px: '8px',
    py: { base: '10px', lg: '4px' },
    gridTemplateColumns: { base: '72px 1fr auto', lg: COLUMNS },
    borderBottom: '1px solid',
    borderColor: 'rule',
    _hover: { bg: 'wash' },
    '&[aria-pressed=true]': { bg: 'sheet', outline: '1.5px solid', outlineColor: 'ink', borderColor: 'transparent' },
  },
})

/** The scale that all rows of a board share. */
export function scaleOf(rows: readonly BoardRow[], all: Rate, width: number): RateScale {
  const highest = Math.max(
    0.1,
    ...rows.map(({ shrunken, upper }) => Math.max(shrunken * 1.1, Math.min(upper, all.rate * HIGHEST_LIMIT))),
  )
  return rateScale(highest, width)
}

/** What a spindle shows of a row. */
export const spindleOf = ({ shrunken, rate: raw, lower, upper }: BoardRow, all: Rate) => ({
  rate: shrunken,
  raw,
  lower,
  upper,
  usualRate: all.rate,
  label: text.spindle(shrunken, lower, upper, raw),
})

interface RowsProps {
  readonly board: Board
  readonly all: Rate
  readonly naming: Naming
  readonly selected: BoardRow | undefined
  readonly onSelect: (row: BoardRow) => void
}

export const BoardRows = memo(function BoardRows({ board, all, naming, selected, onSelect }: RowsProps) {
  const [whole, setWhole] = useState(false)
  const scale = scaleOf(board.rows, all, SPINDLE_WIDTH)
  const pitch = tallyPitch(board.rows, all.rate, TALLY_WIDTH)
  const rows = whole ? board.rows : board.rows.slice(0, FIRST_ROWS)
  const keys = rows.map(({ group }) => group.join('|'))
  const list = useGliding(keys)
  return (
    <Box mt="14px" className="no-print">
      <Axis scale={scale} usualRate={all.rate} />
      <Box role="list" ref={list}>
        {rows.map((row, i) => (
          <Box role="listitem" key={keys[i]}>
            <OneRow
              row={row}
              by={board.by}
              all={all}
              naming={naming}
              scale={scale}
              pitch={pitch}
              pressed={row === selected}
              onSelect={() => onSelect(row)}
            />
          </Box>
        ))}
      </Box>
      {rows.length < board.rows.length && (
        <Button look="bare" mt="8px" onClick={() => setWhole(true)}>
          {text.moreRows(board.rows.length - rows.length)}
        </Button>
      )}
    </Box>
  )
})

/** The shared scale above the rows, with the usual rate of everything asked for. */
function Axis({ scale, usualRate }: { scale: RateScale; usualRate: number }) {
  return (
    <Box
      display={{ base: 'none', lg: 'grid' }}
      gridTemplateColumns={COLUMNS}
      gap="0 14px"
      px="8px"
      fontSize="small"
      color="quiet"
      aria-hidden
    >
      <Box gridColumn="3" alignSelf="end">
        {text.axis.tally}
      </Box>
      <Box gridColumn="5">
        <svg width={scale.width + 8} height="34" style={{ overflow: 'visible', fontSize: 13 }} fill={ink.quiet}>
          <text x={scale.x(usualRate)} y="11" textAnchor="middle" fill={ink.ink}>
            {text.axis.all(usualRate)}
          </text>
          {scale.ticks.map((tick) => (
            <text
              key={tick}
              x={scale.x(tick)}
              y="30"
              textAnchor="middle"
              opacity={Math.abs(scale.x(tick) - scale.x(usualRate)) < 4 ? 0.6 : 1}
            >
              {decimals(tick, 1)}
            </text>
          ))}
        </svg>
      </Box>
      <Box gridColumn="6 / 8" alignSelf="end">
        <span title={text.explained.compared}>{text.axis.perHour}</span>
      </Box>
    </Box>
  )
}

interface OneRowProps {
  readonly row: BoardRow
  readonly by: readonly string[]
  readonly all: Rate
  readonly naming: Naming
  readonly scale: RateScale
  readonly pitch: number
  readonly pressed: boolean
  readonly onSelect: () => void
}

function OneRow({ row, by, all, naming, scale, pitch, pressed, onSelect }: OneRowProps) {
  const drawn = useDrawn(by, row.group)
  const spindle = spindleOf(row, all)
  return (
    <Row type="button" aria-pressed={pressed} onClick={onSelect}>
      <Box gridRow={{ base: '1 / 3', lg: 'auto' }}>
        {drawn && <LureDrawing lure={drawn} width={drawn ? 72 : 0} decorative />}
      </Box>
      <Box fontWeight="600" lineHeight="1.25">
        {row.group.map((level, i) => naming.level(by[i] ?? '', level)).join(' · ')}
      </Box>
      <Box display={{ base: 'none', lg: 'block' }}>
        <Tally
          strikes={row.strikes}
          hours={row.hours}
          usualRate={all.rate}
          pitch={pitch}
          width={TALLY_WIDTH}
          label={text.tally(row.strikes, row.hours)}
        />
      </Box>
      <Counts row={row} />
      <Box display={{ base: 'none', lg: 'block' }}>
        <Spindle {...spindle} scale={scale} />
      </Box>
      <Expected row={row} />
      <Box
        gridColumn={{ base: '3', lg: 'auto' }}
        gridRow={{ base: '2', lg: 'auto' }}
        fontSize="small"
        color="quiet"
        lineHeight="1.1"
        textAlign="center"
      >
        <Strength row={row} />
      </Box>
      <Box display={{ base: 'block', lg: 'none' }} gridColumn="1 / 4">
        <Spindle
          {...spindle}
          scale={{
            ...scale,
            x: (value) => (scale.x(value) * PHONE_SPINDLE_WIDTH) / SPINDLE_WIDTH,
            width: PHONE_SPINDLE_WIDTH,
          }}
          height={26}
        />
      </Box>
    </Row>
  )
}

/** Strikes and hours in words, with what the fish were. */
function Counts({ row }: { row: BoardRow }) {
  const units = useUnits()
  return (
    <Box gridColumn={{ base: '2', lg: 'auto' }} gridRow={{ base: '2', lg: 'auto' }} fontSize="small" lineHeight="1.35">
      <strong>{whole(row.strikes)}</strong> in <strong>{text.row.hours(row.hours)}</strong> ·{' '}
      {text.row.counts(row.trips)}
      <Box as="span" display={{ base: 'inline', lg: 'none' }}>
        {' '}
        · {text.row.limits(row.lower, row.upper)}
      </Box>
      <Box color="quiet">{fishLine(row, units)}</Box>
    </Box>
  )
}

/** The rate to be expected, large. */
function Expected({ row }: { row: BoardRow }) {
  return (
    <Box
      textStyle="display"
      fontSize="title"
      fontWeight="600"
      gridColumn={{ base: '3', lg: 'auto' }}
      gridRow={{ base: '1', lg: 'auto' }}
      textAlign={{ base: 'right', lg: 'left' }}
    >
      {rate(row.shrunken)}
      {row.strikes === 0 && (
        <Box as="span" display="block" fontSize="small" fontWeight="400" color="quiet" lineHeight="1.1">
          {text.row.expectation}
        </Box>
      )}
    </Box>
  )
}

/** How sure it is, beside the rest of its class on its water: an arrow and a word; nothing where no difference is shown. */
function Strength({ row: { strength, better } }: { row: BoardRow }) {
  if (strength === 'too early')
    return (
      <>
        <EvidenceLine />
        <div>{text.row.tooEarly}</div>
      </>
    )
  if (strength === 'no difference shown') return null
  const Arrow = better ? TrendingUp : TrendingDown
  return (
    <Box color={strength === 'strong' ? 'ink' : 'quiet'} fontWeight={strength === 'strong' ? '700' : '400'}>
      <Arrow size={18} aria-hidden style={{ display: 'inline' }} />
      <div>{text.row.strength[strength][better ? 'better' : 'worse']}</div>
    </Box>
  )
}

/** Size and hook-up in one line, each with what it rests on. */
export function fishLine({ sizes, hookUp }: Rate, units: UnitPreferences): string {
  const weight =
    sizes?.medianG === undefined
      ? undefined
      : text.row.weighed(quantity(sizes.medianG, null, 'g', units.weight), sizes.weighed, sizes.landed)
  return [weight, hookUp && hookUp.of >= 5 ? text.row.hooked(hookUp.share) : undefined].filter(Boolean).join(' · ')
}
