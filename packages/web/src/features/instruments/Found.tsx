import { Box, Flex } from '@chakra-ui/react'
import { Button, Quiet, Panel } from '../../ui/controls.tsx'
import type { InstrumentText } from '../../workers/instruments.worker.ts'
import type { TakeIn } from './takeIn.ts'
import { text } from './text.ts'

const SHOWN_REMARKS = 8

interface FoundProps {
  readonly from: InstrumentText
  readonly takes: TakeIn
  readonly onTake: () => Promise<void>
  readonly onLeave: () => void
}

/** What a text holds for this trip, and what of it could not be used. */
export function Found({ from, takes, onTake, onLeave }: FoundProps) {
  const { counts, untimed = 0, remarks } = from
  const { found } = text
  const nothing = takes.readings + takes.reports + takes.points === 0
  const left = [
    counts && counts.checksum > 0 && found.checksum(counts.checksum),
    counts && counts.unreadable > 0 && found.unreadable(counts.unreadable),
    untimed > 0 && found.untimed(untimed),
    takes.beside > 0 && found.beside(takes.beside),
    takes.known > 0 && found.known(takes.known),
    ...remarks.slice(0, SHOWN_REMARKS).map(({ line, message }) => found.line(line, message)),
    remarks.length > SHOWN_REMARKS && found.more(remarks.length - SHOWN_REMARKS),
  ].filter((line) => typeof line === 'string')
  return (
    <Panel mt="10px" role="status" aria-label={found.label}>
      {nothing && <strong>{found.nothing}</strong>}
      {takes.readings > 0 && <Box>{found.readings(takes.readings)}</Box>}
      {takes.reports > 0 && <Box>{found.reports(takes.reports)}</Box>}
      {takes.points > 0 && <Box>{found.track(takes.points, takes.placedStints)}</Box>}
      {left.map((line) => (
        <Box key={line}>
          <Quiet>{line}</Quiet>
        </Box>
      ))}
      <Flex gap="10px" mt="8px">
        {takes.edits.length > 0 && (
          <Button look="main" onClick={() => void onTake()}>
            {found.take}
          </Button>
        )}
        <Button look="bare" onClick={onLeave}>
          {found.leave}
        </Button>
      </Flex>
    </Panel>
  )
}
