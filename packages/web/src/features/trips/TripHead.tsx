import { Box, Flex } from '@chakra-ui/react'
import { Button, LinkButton, Quiet, Title } from '../../ui/controls.tsx'
import { day } from '../../ui/locale.ts'
import { Figures } from './Figures.tsx'
import { Legend } from './Legend.tsx'
import { zoneOf } from './stripPaths.ts'
import type { TripOnScreen } from './stripPaths.ts'
import { text } from './text.ts'

interface TripHeadProps {
  readonly screen: TripOnScreen
  readonly anglers: readonly string[]
  readonly rows: boolean
  readonly onRows: () => void
  /** Whether the strip takes edits; undefined where it cannot. */
  readonly hands: boolean | undefined
  readonly onHands: (hands: boolean) => void
  readonly onAddReading: () => void
}

/** When and where, what came of it, and what can be done with the day below. */
export function TripHead({ screen, anglers, rows, onRows, hands, onHands, onAddReading }: TripHeadProps) {
  const { trip, water } = screen
  return (
    <>
      <Flex wrap="wrap" gap="12px 40px" align="end" justify="space-between">
        <Box>
          <Quiet>
            {day(trip.start, zoneOf(screen), 'full')}
            {trip.purpose ? ` · ${trip.purpose}` : ''}
          </Quiet>
          <Title>{water?.name ?? text.trip.noWater}</Title>
        </Box>
        <Figures screen={screen} />
      </Flex>
      <Flex mt="10px" gap="8px 22px" wrap="wrap" align="center" justify="space-between">
        <Legend anglers={anglers} />
        <Flex gap="8px" className="no-print" wrap="wrap">
          {hands !== undefined && (
            <Button look="bare" aria-pressed={hands} onClick={() => onHands(!hands)}>
              {hands ? text.hands.off : text.hands.on}
            </Button>
          )}
          <Button look="bare" onClick={onAddReading}>
            {text.hands.addReading}
          </Button>
          <Button look="bare" onClick={onRows}>
            {rows ? text.table.strip : text.table.show}
          </Button>
          <LinkButton to={`/trips/${trip.id}/edit`}>{text.trip.edit}</LinkButton>
        </Flex>
      </Flex>
    </>
  )
}
