import { Box, Flex } from '@chakra-ui/react'
import { useState } from 'react'
import type { Board } from '@jotbook/core'
import { FindingsNav } from '../../app/FindingsNav.tsx'
import { useAppSelector } from '../../app/store.ts'
import { useUnits } from '../../app/useBook.ts'
import { Button, LinkButton, Page, Quiet } from '../../ui/controls.tsx'
import { listOf } from '../../ui/locale.ts'
import { ProblemNote } from '../../ui/ProblemNote.tsx'
import { Answer } from './Answer.tsx'
import { Behind } from './Behind.tsx'
import { BoardPicture } from './BoardPicture.tsx'
import { BoardRows } from './BoardRows.tsx'
import { columnWord } from './columns.ts'
import { useQuestion } from './question.ts'
import type { AskedQuestion } from './question.ts'
import { SaveBoard } from './SaveBoard.tsx'
import { Sentence } from './Sentence.tsx'
import { SmallMultiples } from './SmallMultiples.tsx'
import { text } from './text.ts'
import { useBoard } from './useBoard.ts'
import { useNaming } from './useNaming.ts'

/** The board: rates for any grouping, each over the hours behind it. */
export function BoardPage() {
  const question = useQuestion()
  const { value: board, problem } = useBoard(question)
  const trips = useAppSelector(({ records }) => records.trips)
  return (
    <Page>
      <FindingsNav />
      <Sentence question={question} />
      <ProblemNote problem={problem} />
      {board?.all ? <Answered board={board} question={question} /> : board && <NothingToSay trips={trips.length} />}
    </Page>
  )
}

function Answered({ board, question }: { board: Board; question: AskedQuestion }) {
  const [shown, setShown] = useState<'row' | 'all' | null>(null)
  const naming = useNaming()
  const units = useUnits()
  const { all, spread, leftOut } = board
  if (!all) return null
  const asked = question.row?.join('|')
  const row = board.rows.find(({ group }) => group.join('|') === asked) ?? board.rows[0]
  const left = text.leftOut(leftOut.trips, leftOut.strikes, leftOut.looseStrikes, leftOut.stintsWithoutHours)
  const title = text.picture(listOf(question.by.map(columnWord)), naming.subject(question, []).trim())
  return (
    <>
      <Flex justify="space-between" align="center" wrap="wrap" gap="4px 16px" className="no-print">
        <Quiet>
          {text.rests(all.strikes, all.hours, all.trips)} ·{' '}
          <Button look="bare" minH="28px" px="0" fontSize="small" fontWeight="400" onClick={() => setShown('all')}>
            {text.fromWhat}
          </Button>
        </Quiet>
        <SaveBoard board={board} naming={naming} />
      </Flex>
      {board.blankDaysMissing && spread && (
        <Box role="note" borderTop="3px solid" borderColor="float" bg="sheet" px="14px" py="8px" mt="8px">
          {text.blankDays(spread.blankTrips, spread.trips, spread.expectedBlank)}
        </Box>
      )}
      {question.split === null ? (
        <BoardRows board={board} all={all} naming={naming} selected={row} onSelect={({ group }) => question.set({ row: group })} />
      ) : (
        <Apart question={question} split={question.split} />
      )}
      {left !== '' && (
        <Box mt="10px" className="no-print">
          <Quiet>{left}</Quiet>
        </Box>
      )}
      {row && question.split === null && <Answer subject={naming.subject(question, row.group)} row={row} board={board} onWhat={() => setShown('row')} />}
      {shown === 'row' && row && <Behind question={question} group={row.group} title={naming.subject(question, row.group)} />}
      {shown === 'all' && <Behind question={question} group={undefined} title={text.behind.all} />}
      <Box className="print-only">
        <BoardPicture
          board={board}
          all={all}
          naming={naming}
          units={units}
          title={title}
          foot={[text.answer.how(all.interval, board.confidence), left].filter(Boolean).join(' · ')}
        />
      </Box>
    </>
  )
}

/** The same question asked apart for each value of one more column. */
function Apart({ question, split }: { question: AskedQuestion; split: string }) {
  const naming = useNaming()
  const { value: board } = useBoard({ by: [split, ...question.by], where: question.where })
  return board?.all ? <SmallMultiples board={board} all={board.all} naming={naming} /> : null
}

function NothingToSay({ trips }: { trips: number }) {
  const words = text.nothing
  return (
    <Box mt="32px" maxW="560px">
      <Box fontFamily="heading" fontVariantNumeric="lining-nums proportional-nums" fontSize="title">
        {trips === 0 ? words.noTrips : words.noHours}
      </Box>
      <p>{trips === 0 ? words.noTripsNote : words.noHoursNote}</p>
      {trips === 0 && (
        <LinkButton look="main" to="/trips/new" mt="12px">
          {words.log}
        </LinkButton>
      )}
    </Box>
  )
}
