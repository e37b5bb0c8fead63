import { Box } from '@chakra-ui/react'
import type { Board, BoardRow, Question, Rate, UnitPreferences } from '@jotbook/core'
import { useAnalysis } from '../../state/useAnalysis.ts'
import { useUnits } from '../../state/useBook.ts'
import { Band, Button } from '../../ui/controls.tsx'
import { Explained } from '../../ui/Explained.tsx'
import { quantity } from '../../ui/locale.ts'
import { isOfTheRod } from './ruleOf.ts'
import { text } from './text.ts'

interface AnswerProps {
  /** What the rate is of, in words. */
  readonly subject: string
  readonly question: Question
  readonly row: BoardRow
  readonly board: Board
  readonly onWhat: () => void
}

/** The answer as a sentence, and what it rests on. */
export function Answer({ subject, question, row, board, onWhat }: AnswerProps) {
  const units = useUnits()
  const like = question.by.some(isOfTheRod) ? 'lures' : 'hours'
  const how = text.answer.how(row.interval, board.confidence)
  return (
    <Band as="section" aria-label={text.answer.label} aria-live="polite" mt="24px" className="no-print">
      <Box fontSize="large" fontWeight="700" data-testid="answer">
        {row.strikes === 0
          ? text.answer.noStrike(subject, text.rests(row.strikes, row.hours, row.trips), row.upper)
          : text.answer.sentence(subject, text.rests(row.strikes, row.hours, row.trips), row, how)}
      </Box>
      <Box color="onBandQuiet" fontSize="text">
        {row.tooEarly ? text.answer.early : text.answer.strength[row.strength](row.better, like)}{' '}
        {row.strikes === 0 ? text.answer.expectation(row.shrunken, like) : text.answer.shrunken(row.shrunken, like)}{' '}
        {text.answer.clock(row.clockRatio)}{' '}
        {board.rows.length > 1 ? `${text.answer.best(row.chanceOfBest, board.rows.length)} ` : ''}
        {text.answer.trips(row.tripsWithStrike, row.trips)} {fishWords(row, units)} {useCostWords(question, row)}{' '}
        <Button look="bare" color="onBand" minH="32px" _hover={{ bg: 'ink' }} onClick={onWhat}>
          {text.fromWhat}
        </Button>
      </Box>
      <Explained lines={Object.values(text.explained)} />
    </Band>
  )
}

/** What a strike of the group cost, in lures and in casts, where prices and casts are logged. */
function useCostWords({ by, where }: Question, { group }: BoardRow): string {
  const { value } = useAnalysis('costs', [{ by: [...by], where }])
  const own = value?.find((one) => one.group.join('\n') === group.join('\n'))
  return [
    own?.costPerStrike != null && text.costs.cost(own.costPerStrike),
    own?.castsPerStrike != null && text.costs.casts(own.castsPerStrike),
  ]
    .filter(Boolean)
    .join(' ')
}

/** Hook-up, landing, size, and what is not counted. */
function fishWords({ hookUp, landing, sizes, raised, bycatch, sameFish }: Rate, units: UnitPreferences): string {
  const share = (of: NonNullable<Rate['hookUp']>): string => text.answer.share(of.share, of.of, of.lower, of.upper)
  const weight = (grams: number): string => quantity(grams, null, 'g', units.weight)
  const size =
    sizes?.medianG !== undefined && sizes.heaviestG !== undefined
      ? text.answer.sizes(weight(sizes.medianG), weight(sizes.heaviestG), sizes.weighed / sizes.landed)
      : ''
  return [
    hookUp && text.answer.hooked(share(hookUp)),
    landing && text.answer.landed(share(landing)),
    size,
    text.answer.notCounted(raised, bycatch, sameFish),
  ]
    .filter(Boolean)
    .join(' ')
}
