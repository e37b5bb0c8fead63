import { Box } from '@chakra-ui/react'
import { useState } from 'react'
import type { Board } from '@jotbook/core'
import { useAppSelector } from '../../app/store.ts'
import { useNames, useUnits } from '../../app/useBook.ts'
import { LinkButton, Page, Quiet } from '../../ui/controls.tsx'
import { ProblemNote } from '../../ui/ProblemNote.tsx'
import { Answer } from './Answer.tsx'
import { Behind } from './Behind.tsx'
import { BoardRows } from './BoardRows.tsx'
import { Sentence } from './Sentence.tsx'
import { useQuestion } from './question.ts'
import type { AskedQuestion } from './question.ts'
import { useBoard } from './useBoard.ts'
import { CONDITIONS, conditionText, levelText } from './words.ts'

/** The board: rates for any grouping, each over the hours behind it. */
export function BoardPage() {
  const question = useQuestion()
  const { value: board, problem } = useBoard(question)
  const trips = useAppSelector(({ records }) => records.trips)
  return (
    <Page>
      <Sentence question={question} />
      <ProblemNote problem={problem} />
      {board?.all ? <Answered board={board} question={question} /> : board && <NothingToSay trips={trips.length} />}
    </Page>
  )
}

function Answered({ board, question }: { board: Board; question: AskedQuestion }) {
  const [shown, setShown] = useState<'row' | 'all' | null>(null)
  const subjectOf = useSubject(question)
  const { all } = board
  if (!all) return null
  const row = board.rows.find(({ group }) => group[0] === question.row) ?? board.rows[0]
  return (
    <>
      <Quiet>
        {all.strikes} strikes in {all.hours.toFixed(1)} hours on {all.trips} trips ·{' '}
        <a href="#from-what" onClick={() => setShown('all')}>
          from what?
        </a>
      </Quiet>
      <BoardRows board={board} all={all} selected={row?.group[0] ?? null} onSelect={(level) => question.set({ row: level })} />
      <LeftOutNote board={board} />
      {row && <Answer subject={subjectOf(row.group[0] ?? '')} rate={row} board={board} early={row.tooEarly} onWhat={() => setShown('row')} />}
      {shown === 'row' && row && <Behind question={question} group={row.group} title={subjectOf(row.group[0] ?? '')} />}
      {shown === 'all' && <Behind question={question} group={undefined} title="Everything asked for" />}
    </>
  )
}

/** The row in words with the conditions it was asked under: `Grey jerkbait in 45 to 50 °F, stained`. */
function useSubject(question: AskedQuestion): (level: string) => string {
  const units = useUnits()
  const by = question.by[0]
  const nameOf = useNames(by === 'water' ? 'waters' : 'lures')
  const waterName = useNames('waters')
  const water = question.where.find(({ column }) => column === 'water')
  const place = by !== 'water' && water?.kind === 'oneOf' ? ` on ${water.values.map(waterName).join(' or ')}` : ''
  const held = CONDITIONS.filter((condition) => question.where.some(({ column }) => column === condition.band || column === condition.number))
  const conditions = held.map((condition) => conditionText(condition, question.where, units)).join(', ')
  return (level) => {
    const name = levelText(by, level, nameOf, units)
    return `${name.charAt(0).toUpperCase()}${name.slice(1)}${place}${conditions ? ` in ${conditions}` : ''}`
  }
}

function LeftOutNote({ board: { leftOut } }: { board: Board }) {
  const parts = [
    leftOut.trips > 0 && `${leftOut.trips} trips whose hours are not known this finely (${leftOut.strikes} strikes)`,
    leftOut.looseStrikes > 0 && `${leftOut.looseStrikes} strikes that belong to no stint`,
    leftOut.stintsWithoutHours > 0 && `${leftOut.stintsWithoutHours} stints without hours`,
  ].filter((part) => part !== false)
  return parts.length === 0 ? null : (
    <Box mt="10px">
      <Quiet>Left out: {parts.join('; ')}.</Quiet>
    </Box>
  )
}

function NothingToSay({ trips }: { trips: number }) {
  return (
    <Box mt="32px" maxW="560px">
      <Box fontFamily="heading" fontVariantNumeric="lining-nums proportional-nums" fontSize="title">
        {trips === 0 ? 'No trip in the book yet.' : 'No hours were fished like that.'}
      </Box>
      <p>
        {trips === 0
          ? 'A rate needs hours: log one trip with its stints and this board answers for it.'
          : 'Bare paper, not a zero: nobody has tried. Open one of the conditions again.'}
      </p>
      {trips === 0 && (
        <LinkButton look="main" to="/trips/new" mt="12px">
          Log a trip
        </LinkButton>
      )}
    </Box>
  )
}
