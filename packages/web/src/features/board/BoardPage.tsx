import { Box, Flex } from '@chakra-ui/react'
import { memo, useCallback, useDeferredValue, useMemo, useState } from 'react'
import type { ReactNode } from 'react'
import { localDate } from '@jotbook/core'
import type { Board, BoardRow, UnitPreferences } from '@jotbook/core'
import { AskBeside, FindingsNav } from '../../ui/ofBook/FindingsNav.tsx'
import { usePlace } from '../../ui/ofBook/place.tsx'
import { allTrips } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { useUnits } from '../../state/useBook.ts'
import { Button, Heading, LinkButton, Page, Quiet, Select, Panel } from '../../ui/controls.tsx'
import { Unknown } from '../../ui/Unknown.tsx'
import { calendarDay, listOf } from '../../ui/locale.ts'
import { deviceZone } from '../../ui/deviceZone.ts'
import { ProblemNote } from '../../ui/ProblemNote.tsx'
import { countsText } from './Result.tsx'
import { Answer } from './Answer.tsx'
import { Behind } from './Behind.tsx'
import { HowTheyBit } from './HowTheyBit.tsx'
import { hoursOfGroup } from './asked.ts'
import { CompareWith } from './CompareWith.tsx'
import { MakeRule } from './MakeRule.tsx'
import { BoardPicture } from './BoardPicture.tsx'
import { BoardRows } from './BoardRows.tsx'
import { columnWord } from './columns.ts'
import { useQuestion } from './useQuestion.ts'
import type { AskedQuestion } from './asked.ts'
import { SaveBoard } from './SaveBoard.tsx'
import { Sentence } from './Sentence.tsx'
import { SORTS, hasOrder, neverPaid, sortRows, usualSort } from './sortRows.ts'
import type { Sort } from './sortRows.ts'
import { SmallMultiples } from './SmallMultiples.tsx'
import { text } from './text.ts'
import { useBoard } from './useBoard.ts'
import { useNaming } from './useNaming.ts'
import type { Naming } from './useNaming.ts'

const MOST_COUNTS = 30

/** The board: rates for any grouping, each over the hours behind it. */
export function BoardPage() {
  const question = useQuestion()
  const { value: board, problem } = useBoard(question)
  const trips = useAppSelector(allTrips)
  const { isBeside } = usePlace()
  return (
    <Page {...(isBeside ? { as: 'div' } : {})}>
      <FindingsNav />
      <Sentence question={question} />
      <AskBeside />
      {question.unread.length > 0 && (
        <Panel edge="float" role="note" mt="8px">
          {text.unread(question.unread)}
        </Panel>
      )}
      <ProblemNote problem={problem} />
      {!board && !problem && <Pending />}
      {board?.all ? <Answered board={board} question={question} /> : board && <NothingToSay trips={trips.length} />}
      {board && question.split === null && <WithoutHours board={board} question={question} />}
    </Page>
  )
}

function Answered({ board: asAnswered, question }: { board: Board; question: AskedQuestion }) {
  const [shown, setShown] = useState<'row' | 'all' | null>(null)
  const naming = useNaming()
  const units = useUnits()
  const book = useAppSelector(({ session }) => session.books.find(({ id }) => id === session.book)?.name ?? '')
  const [sort, setSort] = useState<Sort>()
  const [today] = useState(() => calendarDay(localDate(Date.now(), deviceZone())))
  const sorted = sort ?? usualSort(question.by)
  const board = useMemo(() => {
    const nameOf = ({ group }: BoardRow): string =>
      group.map((level, i) => naming.level(asAnswered.by[i] ?? '', level)).join(' · ')
    return { ...asAnswered, rows: sortRows(asAnswered.rows, sorted, asAnswered.by, nameOf) }
  }, [asAnswered, sorted, naming])
  const { set } = question
  const select = useCallback(({ group }: BoardRow) => set({ row: group }), [set])
  // For paper and for the picture: drawn once the screen stands.
  const printed = useDeferredValue(board)
  const { all, spread, leftOut } = board
  if (!all) return null
  const asked = question.row?.join('|')
  const row = board.rows.find(({ group }) => group.join('|') === asked) ?? board.rows[0]
  const left = text.leftOut(leftOut.trips, leftOut.strikes, leftOut.looseStrikes, leftOut.stintsWithoutHours)
  const title = text.picture(listOf(question.by.map(columnWord)), naming.filters(question))
  const origin = text.saved(book, today)
  return (
    <>
      <RestsOn all={all} onWhat={() => setShown('all')}>
        <SortChoice by={question.by} sort={sorted} onSort={setSort} />
        <SaveBoard board={board} naming={naming} question={title} origin={origin} />
      </RestsOn>
      {board.blankDaysMissing && spread && (
        <Panel edge="float" role="note" mt="8px">
          {text.blankDays(spread.blankTrips, spread.trips, spread.expectedBlank)}
        </Panel>
      )}
      {question.split === null ? (
        <BoardRows board={board} all={all} naming={naming} selected={row} onSelect={select} />
      ) : (
        <Apart question={question} split={question.split} />
      )}
      <Notes board={board} question={question} naming={naming} left={left} />
      {row && question.split === null && (
        <OfRow row={row} board={board} question={question} naming={naming} onWhat={() => setShown('row')} />
      )}
      {shown === 'row' && row && (
        <Behind question={question} group={row.group} title={naming.subject(question, row.group)} />
      )}
      {shown === 'all' && <Behind question={question} group={undefined} title={text.behind.all} />}
      <Printed
        board={printed}
        naming={naming}
        units={units}
        title={title}
        foot={[origin, text.answer.how(all.interval, board.confidence), left].filter(Boolean).join(' · ')}
      />
    </>
  )
}

interface RestsOnProps {
  readonly all: NonNullable<Board['all']>
  readonly onWhat: () => void
  /** What may be done with the board. */
  readonly children: ReactNode
}

/** What the whole board rests on. */
function RestsOn({ all, onWhat, children }: RestsOnProps) {
  return (
    <Flex justify="space-between" align="center" wrap="wrap" gap="4px 16px" className="no-print">
      <Quiet>
        {text.rests(all.strikes, all.hours, all.trips)} ·{' '}
        <Button look="bare" minH="28px" px="0" fontSize="small" fontWeight="400" onClick={onWhat}>
          {text.fromWhat}
        </Button>
      </Quiet>
      <Flex gap="4px 14px" wrap="wrap" align="center">
        {children}
      </Flex>
    </Flex>
  )
}

interface NotesProps {
  readonly board: Board
  readonly question: AskedQuestion
  readonly naming: Naming
  /** What is not counted, in words. */
  readonly left: string
}

/** What the rows do not show by themselves: lures that never paid, groups without hours, what is left out. */
function Notes({ board, question, naming, left }: NotesProps) {
  const absent = absentGroups(board, question, naming)
  const never = neverPaid(board.rows).map(({ group }) =>
    group.map((level, i) => naming.level(board.by[i] ?? '', level)).join(' · '),
  )
  return (
    <>
      {never.length > 0 && <Box mt="10px">{text.neverPaid(never)}</Box>}
      {absent.length > 0 && <Box mt="10px">{text.noHoursFor(absent)}</Box>}
      {left !== '' && (
        <Box mt="10px" className="no-print">
          <Quiet>{left}</Quiet>
        </Box>
      )}
    </>
  )
}

interface OfRowProps {
  readonly row: BoardRow
  readonly board: Board
  readonly question: AskedQuestion
  readonly naming: Naming
  readonly onWhat: () => void
}

/** The answer for the row looked at, and how its strikes came. */
function OfRow({ row, board, question, naming, onWhat }: OfRowProps) {
  const subject = naming.subject(question, row.group)
  return (
    <>
      <Answer subject={subject} question={question} row={row} board={board} onWhat={onWhat} />
      <CompareWith row={row} rows={board.rows} question={question} naming={naming} />
      <MakeRule key={row.group.join('|')} row={row} question={question} naming={naming} />
      {row.strikes > 0 && <HowTheyBit by={question.by} where={hoursOfGroup(question, row.group)} subject={subject} />}
    </>
  )
}

interface PrintedProps {
  readonly board: Board
  readonly naming: Naming
  readonly units: UnitPreferences
  readonly title: string
  readonly foot: string
}

const Printed = memo(function Printed({ board, ...rest }: PrintedProps) {
  return <Box className="print-only">{board.all && <BoardPicture board={board} all={board.all} {...rest} />}</Box>
})

/** What was asked for by name and has no hours: said, not left away. */
function absentGroups(board: Board, { by, where }: AskedQuestion, naming: Naming): string[] {
  return by.flatMap((column, i) => {
    const clause = where.find((one) => one.column === column)
    const there = new Set([...board.rows, ...board.withoutHours].map(({ group }) => group[i]))
    return clause?.kind === 'oneOf'
      ? clause.values.filter((value) => !there.has(value)).map((value) => naming.level(column, value))
      : []
  })
}

function SortChoice({ by, sort, onSort }: { by: readonly string[]; sort: Sort; onSort: (sort: Sort) => void }) {
  return (
    <Flex as="label" gap="6px" align="center" fontSize="small" color="quiet">
      {text.sort.label}
      <Select
        value={sort}
        w="auto"
        minH="34px"
        fontSize="small"
        onChange={({ target }) => onSort(target.value as Sort)}
      >
        {SORTS.filter((one) => one !== 'order' || hasOrder(by[0] ?? '')).map((one) => (
          <option key={one} value={one}>
            {text.sort.by[one]}
          </option>
        ))}
      </Select>
    </Flex>
  )
}

/** The same question asked apart for each value of one more column. */
function Apart({ question, split }: { question: AskedQuestion; split: string }) {
  const naming = useNaming()
  const { value: board } = useBoard({ by: [split, ...question.by], where: question.where })
  const rows = useMemo(() => board && sortRows(board.rows, 'rate', board.by, () => ''), [board])
  return board?.all && rows ? <SmallMultiples board={{ ...board, rows }} all={board.all} naming={naming} /> : null
}

/** What holds the rows' place while they are added up. */
function Pending() {
  return (
    <Box mt="24px" display="grid" gap="22px" aria-busy>
      {[80, 62, 70, 48, 55].map((width) => (
        <Unknown key={width} width={`${width}%`} />
      ))}
    </Box>
  )
}

/** Groups that have strikes but no hours: they have no rate, and are not *not fished*. */
function WithoutHours({ board: { withoutHours }, question }: { board: Board; question: AskedQuestion }) {
  const naming = useNaming()
  const units = useUnits()
  if (withoutHours.length === 0) return null
  return (
    <Box as="section" aria-label={text.withoutHours.title} mt="22px" className="no-print">
      <Heading>{text.withoutHours.title}</Heading>
      <Quiet>{text.withoutHours.note}</Quiet>
      {withoutHours.slice(0, MOST_COUNTS).map((counts) => (
        <Box key={counts.group.join('|')} py="5px" borderBottom="1px solid" borderColor="rule">
          <strong>{naming.subject(question, counts.group)}</strong> {countsText(counts, units)}
        </Box>
      ))}
    </Box>
  )
}

function NothingToSay({ trips }: { trips: number }) {
  const words = text.nothing
  return (
    <Box mt="32px" maxW="560px">
      <Box textStyle="display" fontSize="title">
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
