import { Box } from '@chakra-ui/react'
import { Link } from 'react-router'
import { OUTCOMES, epochMs, looseEndsOf, tripRecord } from '@jotbook/core'
import { useBookId } from '../../app/useBook.ts'
import { commit } from '../../offline/index.ts'
import { Button, Heading } from '../../ui/controls.tsx'
import { clockText } from './stripModel.ts'
import type { TripOnScreen } from './stripModel.ts'

/** What is still to be said or mended, each with the way to do it. */
export function LooseEnds({ screen }: { screen: TripOnScreen }) {
  const book = useBookId()
  const { trip, water, stints, readings, strikes } = screen
  const zone = trip.timeZone ?? water?.timeZone ?? 'UTC'
  const ends = looseEndsOf(tripRecord({ trip, water, stints, readings, strikes }))
  const unsaid = strikes.filter(({ outcome }) => !outcome)
  if (ends.length + unsaid.length === 0) return null
  const timeOf = (record: string): string => {
    const iso = strikes.find(({ id }) => id === record)?.time ?? stints.find(({ id }) => id === record)?.start ?? (record === trip.id ? trip.start : record)
    return clockText(epochMs(iso), zone)
  }
  return (
    <Box as="section" aria-label="Loose ends" bg="sheet" borderTop="1.5px solid" borderColor="ink" mt="16px" p="14px 18px">
      <Heading>{ends.length + unsaid.length === 1 ? 'One loose end' : `${ends.length + unsaid.length} loose ends`}</Heading>
      {unsaid.map((strike) => (
        <Box key={strike.id} mt="6px">
          {clockText(epochMs(strike.time), zone)} strike. What became of it?{' '}
          {OUTCOMES.map((outcome) => (
            <Button key={outcome} look="bare" onClick={() => void commit(book, [{ kind: 'strike', id: strike.id, fields: { outcome } }])}>
              {outcome}
            </Button>
          ))}
        </Box>
      ))}
      {ends.map(({ kind, record, message }) => (
        <Box key={`${kind} ${record}`} mt="6px">
          {timeOf(record)}: {message} <Link to={`/trips/${trip.id}/edit`}>mend it</Link>
        </Box>
      ))}
    </Box>
  )
}
