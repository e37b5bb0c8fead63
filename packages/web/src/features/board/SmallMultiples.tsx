import { Box, Flex } from '@chakra-ui/react'
import type { Board, BoardRow, Rate } from '@jotbook/core'
import { Spindle } from '../../charts/Spindle.tsx'
import type { RateScale } from '../../charts/Spindle.tsx'
import { Heading, Quiet } from '../../ui/controls.tsx'
import { decimals, rate } from '../../ui/locale.ts'
import { ink } from '../../ui/theme.ts'
import { scaleOf, spindleOf } from './BoardRows.tsx'
import { text } from './text.ts'
import type { Naming } from './useNaming.ts'

const WIDTH = 190
const ROWS = 8

interface SmallMultiplesProps {
  /** A board grouped by the split first. */
  readonly board: Board
  readonly all: Rate
  readonly naming: Naming
}

/** The same board apart for each value of one more column, on one scale. */
export function SmallMultiples({ board, all, naming }: SmallMultiplesProps) {
  const [split = '', ...by] = board.by
  const panels = new Map<string, BoardRow[]>()
  for (const row of board.rows) panels.set(row.group[0] ?? '', [...(panels.get(row.group[0] ?? '') ?? []), row])
  const hoursOf = (rows: readonly BoardRow[]): number => rows.reduce((sum, { hours }) => sum + hours, 0)
  const scale = scaleOf(
    board.rows.filter(({ tooEarly }) => !tooEarly),
    all,
    WIDTH,
  )
  return (
    <Box
      display="grid"
      gridTemplateColumns={{ base: 'minmax(0, 1fr)', md: '1fr 1fr', xl: '1fr 1fr 1fr' }}
      gap="22px 30px"
      mt="18px"
      className="no-print"
    >
      {[...panels]
        .sort(([, a], [, b]) => hoursOf(b) - hoursOf(a))
        .map(([level, rows]) => (
          <Panel
            key={level}
            title={naming.level(split, level)}
            rows={rows}
            by={by}
            all={all}
            scale={scale}
            naming={naming}
          />
        ))}
    </Box>
  )
}

interface PanelProps {
  readonly title: string
  readonly rows: readonly BoardRow[]
  readonly by: readonly string[]
  readonly all: Rate
  readonly scale: RateScale
  readonly naming: Naming
}

function Panel({ title, rows, by, all, scale, naming }: PanelProps) {
  const strikes = rows.reduce((sum, row) => sum + row.strikes, 0)
  const hours = rows.reduce((sum, row) => sum + row.hours, 0)
  return (
    <Box as="section" aria-label={title} borderTop="1.5px solid" borderColor="ink" pt="6px">
      <Heading>{title.charAt(0).toUpperCase() + title.slice(1)}</Heading>
      <Quiet>{text.tally(strikes, hours)}</Quiet>
      {rows.slice(0, ROWS).map((row) => (
        <Flex key={row.group.join('|')} align="center" gap="0 8px" wrap={{ base: 'wrap', sm: 'nowrap' }}>
          <Box flex="1 1 5rem" fontSize="small" lineHeight="1.2" color={row.tooEarly ? 'quiet' : 'ink'}>
            {row.group
              .slice(1)
              .map((level, i) => naming.level(by[i] ?? '', level))
              .join(' · ')}
          </Box>
          <Box opacity={row.tooEarly ? 0.5 : 1}>
            <Spindle {...spindleOf(row, all)} scale={scale} height={22} />
          </Box>
          <Box
            w="2.4rem"
            textAlign="right"
            fontSize="small"
            fontWeight={row.tooEarly ? '400' : '600'}
            color={row.tooEarly ? 'quiet' : 'ink'}
          >
            {rate(row.shrunken)}
          </Box>
        </Flex>
      ))}
      {rows.length > ROWS && <Quiet>{text.small.rows(rows.length - ROWS)}</Quiet>}
      <Flex justify="flex-end" pr="46px">
        <svg
          width={scale.width + 8}
          height="16"
          style={{ fontSize: 11, overflow: 'visible' }}
          fill={ink.quiet}
          aria-hidden
        >
          {scale.ticks
            .filter((_, i) => i % 2 === 0)
            .map((tick) => (
              <text key={tick} x={scale.x(tick)} y="12" textAnchor="middle">
                {decimals(tick, 1)}
              </text>
            ))}
        </svg>
      </Flex>
    </Box>
  )
}
