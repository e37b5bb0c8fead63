import { Box } from '@chakra-ui/react'
import { DEFAULT_BANDS } from '@jotbook/core'
import type { BandName, BookBands, Finding } from '@jotbook/core'
import { allLures } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { useBands } from '../../state/useBook.ts'
import { columnWord } from '../board/index.ts'
import type { Naming } from '../board/index.ts'
import { runsOf } from './runsOf.ts'
import { text } from './text.ts'

/** A finding under the number of its card. */
export interface Numbered {
  readonly number: number
  readonly finding: Finding
}

interface FindingsMapProps {
  readonly findings: readonly Numbered[]
  readonly naming: Naming
}

/** The conditions of what was found, each with its bands in their order: every finding is a bar over the bands it speaks of. */
export function FindingsMap({ findings, naming }: FindingsMapProps) {
  const bands = useBands()
  const columns = [...new Set(findings.flatMap(({ finding }) => finding.conditions.map(({ column }) => column)))]
  return (
    <Box role="img" aria-label={text.search.map} mt="16px" overflowX="auto">
      <Box minW="560px" maxW="980px">
        {columns.map((column) => (
          <Axis key={column} column={column} findings={findings} bands={bands} naming={naming} />
        ))}
      </Box>
    </Box>
  )
}

interface AxisProps extends FindingsMapProps {
  readonly column: string
  readonly bands: BookBands
}

function Axis({ column, findings, bands, naming }: AxisProps) {
  const spoken = findings.flatMap(({ number, finding }) => {
    const condition = finding.conditions.find((one) => one.column === column)
    return condition ? [{ number, finding, levels: condition.levels }] : []
  })
  const lures = useAppSelector(allLures)
  const placeOf = (level: string): string => {
    const lure = column === 'lure' ? lures.find(({ id, name }) => id === level || name === level) : undefined
    return lure ? `${lure.class} ${lure.name}` : naming.level(column, level)
  }
  const levels = levelsOf(column, bands) ?? sortBy([...new Set(spoken.flatMap((one) => one.levels))], placeOf)
  return (
    <Box
      display="grid"
      gridTemplateColumns="150px minmax(0, 1fr)"
      gap="0 12px"
      borderTop="1px solid"
      borderColor="rule"
    >
      <Box color="quiet" fontSize="small" py="4px">
        {columnWord(column)}
      </Box>
      <Box display="grid" gridTemplateColumns={`repeat(${levels.length}, minmax(0, 1fr))`} gap="3px 2px" pb="6px">
        {levels.map((level, i) => (
          <Box key={level} gridRow="1" gridColumn={i + 1} fontSize="12px" color="quiet" py="4px" lineHeight="1.2">
            {naming.level(column, level)}
          </Box>
        ))}
        {spoken.map(({ number, finding, levels: own }, lane) =>
          runsOf(own, levels).map(([from, to]) => (
            <Box
              key={`${number} ${from}`}
              gridRow={lane + 2}
              gridColumn={`${from + 1} / ${to + 2}`}
              h="20px"
              px="6px"
              fontSize="12px"
              lineHeight="20px"
              fontWeight="700"
              borderRadius="hair"
              border="1.5px solid"
              borderColor="ink"
              {...(finding.strength === 'strong'
                ? { bg: 'ink', color: 'paper' }
                : { borderStyle: 'dashed', color: 'ink' })}
            >
              {number}
            </Box>
          )),
        )}
      </Box>
    </Box>
  )
}

/** Lures of a class stand together; what else has no order of its own goes by its name. */
const sortBy = (levels: readonly string[], placeOf: (level: string) => string): string[] =>
  [...levels].sort((a, b) => placeOf(a).localeCompare(placeOf(b)))

const levelsOf = (column: string, bands: BookBands): readonly string[] | undefined =>
  column in DEFAULT_BANDS ? bands[column as BandName].labels : undefined
