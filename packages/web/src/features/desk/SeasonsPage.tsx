import { Box, Flex } from '@chakra-ui/react'
import { useMemo, useState } from 'react'
import { fishYear, localDate } from '@jotbook/core'
import type { Board, Clause, Rate } from '@jotbook/core'
import { waterOf } from '../../state/records.ts'
import { useAppSelector } from '../../state/store.ts'
import { useAnalysis } from '../../state/useAnalysis.ts'
import { useOnceAnswered } from '../../state/workerAnswers.ts'
import { deviceZone } from '../../ui/deviceZone.ts'
import { Field, Heading, Label, Quiet } from '../../ui/controls.tsx'
import { useBoard, useNaming, useQuestion } from '../board/index.ts'
import { DeskView, NoHours } from './DeskView.tsx'
import { MapSection } from './MapSection.tsx'
import { Shown } from './Shown.tsx'
import { YearRing } from './YearRing.tsx'
import { inOrder } from './axes.ts'
import { boardTable } from './boardTable.ts'
import { leader, withoutLeader } from './leader.ts'
import { text } from './text.ts'

const MONTHS = { by: ['month'] } as const

/** What does the year bring? A ring of months with the water's own temperature, year over year, and this week in other years. */
export function SeasonsPage() {
  const question = useQuestion()
  const { where } = question
  const { value: board, problem, isOfLast } = useBoard({ ...MONTHS, where })
  const below = useOnceAnswered(where, isOfLast)
  return (
    <DeskView question={question} start={text.seasons.start} problem={problem} isPending={!board}>
      {board && !board.all && <NoHours />}
      {board?.all && (
        <>
          <Ring board={board} all={board.all} where={below} />
          <ThisWeek where={below} />
          <MapSection title={text.seasons.years} across="month" down="year" where={below} most={960} />
        </>
      )}
    </DeskView>
  )
}

function Ring({ board, all, where }: { board: Board; all: Rate; where: readonly Clause[] }) {
  const naming = useNaming()
  const on = where.find(({ column }) => column === 'water')
  const water = on?.kind === 'oneOf' && on.values.length === 1 ? (on.values[0] ?? '') : ''
  const { value: years } = useAnalysis('years', [water])
  const latitude = useAppSelector((state) => waterOf(state, water)?.latitude ?? null)
  const temperatures = useMemo(() => years?.readings.waterTempC ?? [], [years])
  const seasons = useMemo(
    () =>
      fishYear(
        temperatures.map(({ day, value }) => ({ day, waterTempC: value })),
        latitude,
      ),
    [temperatures, latitude],
  )
  const found = leader(board.rows)
  return (
    <Shown
      says={
        found
          ? text.seasons.best(naming.level('month', found.row.group[0] ?? ''), found.row.rate, all.rate)
          : text.seasons.none(all.rate)
      }
      judgement={found?.judgement ?? withoutLeader(board.rows)}
      notes={[text.rests(all.strikes, all.hours, all.trips), text.seasons.key]}
      asked={text.seasons.asked(naming.filters({ where }))}
      file="seasons"
      behind={where}
      pairs={{
        column: 'month',
        levels: inOrder(
          'month',
          board.rows.map(({ group }) => group[0] ?? ''),
        ),
        where,
      }}
      table={boardTable(board, naming, ['month'])}
    >
      {(width) => (
        <YearRing
          rows={board.rows}
          usual={all.rate}
          temperatures={temperatures}
          seasons={seasons}
          size={Math.min(width, 560)}
          width={width}
        />
      )}
    </Shown>
  )
}

/** What the same week brought in other years. */
function ThisWeek({ where }: { where: readonly Clause[] }) {
  const naming = useNaming()
  const [date, setDate] = useState(() => localDate(Date.now(), deviceZone()))
  const { value: years } = useAnalysis('week', [date, where])
  const words = text.seasons.week
  return (
    <Box as="section" aria-label={words.title} mt="28px">
      <Flex gap="16px" align="end" wrap="wrap">
        <Heading>{words.title}</Heading>
        <Label display="flex" gap="8px" alignItems="center" m="0" className="no-print">
          {words.around}
          <Field
            type="date"
            w="170px"
            value={date}
            onChange={({ target }) => target.value !== '' && setDate(target.value)}
          />
        </Label>
      </Flex>
      {years?.length === 0 && <p>{words.none}</p>}
      {years?.map(({ year, trips, strikes, hours, lures }) => (
        <Box key={year} borderBottom="1px solid" borderColor="rule" py="6px" maxW="900px">
          <strong>{year}</strong> {words.line(trips, strikes, hours)}{' '}
          <Quiet>
            {words.lures(
              lures
                .filter((one) => one.strikes > 0)
                .slice(0, 3)
                .map((one) => words.lure(naming.level('lure', one.lure), one.strikes, one.hours)),
            )}
          </Quiet>
        </Box>
      ))}
    </Box>
  )
}
