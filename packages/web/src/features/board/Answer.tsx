import { Box } from '@chakra-ui/react'
import type { Board, Rate } from '@jotbook/core'
import { Button } from '../../ui/controls.tsx'

interface AnswerProps {
  /** What the rate is of, in words. */
  readonly subject: string
  readonly rate: Rate
  readonly board: Board
  readonly early: boolean
  readonly onWhat: () => void
}

/** The answer as a sentence, and what it rests on. */
export function Answer({ subject, rate, board, early, onWhat }: AnswerProps) {
  const per = (value: number): string => value.toFixed(2)
  const percent = Math.round(board.confidence * 100)
  return (
    <Box
      as="section"
      aria-label="Answer"
      aria-live="polite"
      bg="band"
      color="onBand"
      mt="24px"
      px={{ base: '16px', md: '32px' }}
      py="14px"
      mx={{ base: '-16px', md: '-32px' }}
    >
      <Box fontSize="large" fontWeight="700" data-testid="answer">
        {subject}: {rate.strikes} strikes in {rate.hours.toFixed(1)} hours on {rate.trips} {rate.trips === 1 ? 'trip' : 'trips'}, {per(rate.rate)} an hour,{' '}
        {per(rate.lower)} to {per(rate.upper)} (exact, {percent} %, as if strikes came singly).
      </Box>
      <Box color="onBandQuiet" fontSize="text">
        {early ? 'Too early to say: under 5 hours, 3 trips or 5 expected strikes. ' : ''}
        {rate.tripsWithStrike} of the {rate.trips} trips had a strike. {extras(rate)}
        <Button look="bare" color="onBand" minH="32px" _hover={{ bg: 'ink' }} onClick={onWhat}>
          from what?
        </Button>
      </Box>
    </Box>
  )
}

function extras({ hookUp, landing, raised, bycatch, sameFish }: Rate): string {
  const share = (of: Rate['hookUp']): string =>
    of ? `${Math.round(of.share * 100)} % of ${of.of} (${Math.round(of.lower * 100)} to ${Math.round(of.upper * 100)})` : ''
  const counts = [raised > 0 && `${raised} raised`, bycatch > 0 && `${bycatch} by-catch`, sameFish > 0 && `${sameFish} the same fish again`].filter(
    (part) => part !== false,
  )
  return [hookUp && `Hooked ${share(hookUp)}.`, landing && `Landed ${share(landing)} of those.`, counts.length > 0 && `Not counted: ${counts.join(', ')}.`]
    .filter(Boolean)
    .join(' ')
}
