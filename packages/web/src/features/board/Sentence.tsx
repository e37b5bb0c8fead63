import { Box, chakra } from '@chakra-ui/react'
import type { Lure } from '@jotbook/core'
import { useAppSelector } from '../../app/store.ts'
import { useUnits } from '../../app/useBook.ts'
import { listOf } from '../../ui/locale.ts'
import { Choice, Head, Option } from './Choice.tsx'
import { COLUMN_GROUPS, columnWord } from './columns.ts'
import { ConditionChoice } from './ConditionChoice.tsx'
import { MoreConditions } from './MoreConditions.tsx'
import { MOST_GROUPINGS } from './question.ts'
import type { AskedQuestion } from './question.ts'
import { text } from './text.ts'
import { useNaming } from './useNaming.ts'
import { CONDITIONS } from './words.ts'

const Asked = chakra('h1', {
  base: {
    fontFamily: 'heading',
    fontVariantNumeric: 'lining-nums proportional-nums',
    fontWeight: '700',
    fontSize: { base: 'large', md: 'title' },
    lineHeight: '1.75',
  },
})

/** The question as a sentence whose underlined parts are its controls. */
export function Sentence({ question }: { question: AskedQuestion }) {
  const units = useUnits()
  const lures = useAppSelector(({ records }) => records.lures)
  const waters = useAppSelector(({ records }) => records.waters)
  const words = text.question
  return (
    <Asked className="no-print">
      {words.what} <OneOf question={question} column="water" open={text.everyWater} records={waters} /> {words.in}{' '}
      {CONDITIONS.map((condition) => (
        <Box as="span" key={condition.band}>
          <ConditionChoice condition={condition} question={question} units={units} />,{' '}
        </Box>
      ))}
      {words.with} <OneOf question={question} column="lure" open={text.anyLure} records={lures} /> {words.of}{' '}
      <OneOf question={question} column="class" open={text.anyClass} records={classesOf(lures)} />, <MoreConditions question={question} />
      {words.by} <By question={question} />, <Split question={question} />?
    </Asked>
  )
}

/** The classes of the book's own lures. */
const classesOf = (lures: readonly Lure[]): { id: string; name: string }[] =>
  [...new Set(lures.map((lure) => lure.class))].sort().map((name) => ({ id: name, name }))

interface OneOfProps {
  readonly question: AskedQuestion
  readonly column: 'water' | 'lure' | 'class'
  readonly open: string
  readonly records: readonly { readonly id: string; readonly name: string }[]
}

function OneOf({ question, column, open, records }: OneOfProps) {
  const naming = useNaming()
  const clause = question.where.find((candidate) => candidate.column === column)
  const chosen = clause && clause.kind === 'oneOf' ? clause.values : []
  return (
    <Choice
      name={text.names[column]}
      text={
        chosen.length > 0
          ? listOf(
              chosen.map((id) => naming.level(column, id)),
              'disjunction',
            )
          : open
      }
    >
      <Option type="button" aria-pressed={chosen.length === 0} onClick={() => question.set({ clause: { kind: 'open', column } })}>
        {open}
      </Option>
      {records.map(({ id, name }) => (
        <Option key={id} type="button" aria-pressed={chosen.includes(id)} onClick={() => question.set({ toggle: { column, value: id } })}>
          {name}
        </Option>
      ))}
    </Choice>
  )
}

/** Up to three columns to group by, in the order they were chosen. */
function By({ question }: { question: AskedQuestion }) {
  const { by } = question
  const toggle = (column: string): void => question.set({ toggleBy: column })
  return (
    <Choice name={text.names.by} text={listOf(by.map(columnWord))}>
      <Head>{text.mostThree}</Head>
      {Object.entries(COLUMN_GROUPS).map(([head, columns]) => (
        <Box key={head}>
          <Head>{head}</Head>
          {Object.entries<string>(columns).map(([column, word]) => (
            <Option
              key={column}
              type="button"
              aria-pressed={by.includes(column)}
              disabled={!by.includes(column) && by.length >= MOST_GROUPINGS}
              onClick={() => toggle(column)}
            >
              {word}
            </Option>
          ))}
        </Box>
      ))}
    </Choice>
  )
}

/** Small multiples: the same board apart for each value of one more column. */
function Split({ question }: { question: AskedQuestion }) {
  const { split, by } = question
  return (
    <Choice name={text.names.split} text={split === null ? text.notApart : text.apart(columnWord(split))} quiet={split === null}>
      <Option type="button" aria-pressed={split === null} onClick={() => question.set({ split: null })}>
        {text.notApart}
      </Option>
      {Object.entries(COLUMN_GROUPS).map(([head, columns]) => (
        <Box key={head}>
          <Head>{head}</Head>
          {Object.entries<string>(columns)
            .filter(([column]) => !by.includes(column))
            .map(([column, word]) => (
              <Option key={column} type="button" aria-pressed={split === column} onClick={() => question.set({ split: column })}>
                {word}
              </Option>
            ))}
        </Box>
      ))}
    </Choice>
  )
}
