import { Box } from '@chakra-ui/react'
import { Link } from 'react-router'
import { Button, Heading } from '../../ui/controls.tsx'
import { openEndsOf } from './mends.ts'
import type { TripOnScreen } from './stripPaths.ts'
import { text } from './text.ts'
import type { Mending } from './useMending.ts'

/** What is still to be said or mended, each with the ways to do it. */
export function LooseEnds({ screen, mending: { mend } }: { screen: TripOnScreen; mending: Mending }) {
  const ends = openEndsOf(screen)
  if (ends.length === 0) return null
  return (
    <Box as="section" aria-label={text.ends.label} bg="sheet" borderTop="1.5px solid" borderColor="ink" mt="16px" p="14px 18px" className="no-print">
      <Heading>{text.ends.title(ends.length)}</Heading>
      {ends.map(({ key, when, message, mends }) => (
        <Box key={key} mt="6px">
          {when} {message}{' '}
          {mends.map((one) => (
            <Button key={one.label} look="bare" fontWeight="700" onClick={() => void mend(one)}>
              {one.label}
            </Button>
          ))}
          {mends.length === 0 && <Link to={`/trips/${screen.trip.id}/edit`}>{text.ends.mend}</Link>}
        </Box>
      ))}
    </Box>
  )
}
