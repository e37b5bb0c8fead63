import { Box } from '@chakra-ui/react'
import { Link } from 'react-router'
import { Button, Heading, Panel } from '../../ui/controls.tsx'
import { thingsToFix } from './fixes.ts'
import type { TripOnScreen } from './stripPaths.ts'
import { text } from './text.ts'
import type { Editing } from './useEditing.ts'

/** What is still to be said or fixed, each with the ways to do it. */
export function ThingsToFix({ screen, editing: { apply } }: { screen: TripOnScreen; editing: Editing }) {
  const ends = thingsToFix(screen)
  if (ends.length === 0) return null
  return (
    <Panel as="section" aria-label={text.ends.label} mt="16px" className="no-print">
      <Heading>{text.ends.title(ends.length)}</Heading>
      {ends.map(({ key, when, message, fixes }) => (
        <Box key={key} mt="6px">
          {when} {message}{' '}
          {fixes.map((one) => (
            <Button key={one.label} look="bare" fontWeight="700" onClick={() => void apply(one)}>
              {one.label}
            </Button>
          ))}
          {fixes.length === 0 && <Link to={`/trips/${screen.trip.id}/edit`}>{text.ends.edit}</Link>}
        </Box>
      ))}
    </Panel>
  )
}
