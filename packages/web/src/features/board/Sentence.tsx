import { Box, chakra } from '@chakra-ui/react'
import type { ReactNode } from 'react'
import { useUnits } from '../../state/useBook.ts'
import { listOf } from '../../ui/locale.ts'
import { Choice, Head, Option } from './Choice.tsx'
import { COLUMN_GROUPS, columnWord } from './columns.ts'
import { AddFilter, FilterInUse, OneOf } from './Filters.tsx'
import { MOST_GROUPINGS } from './asked.ts'
import type { AskedQuestion } from './asked.ts'
import { text } from './text.ts'
import { filtersOf } from './words.ts'

const Asked = chakra('h1', {
  base: { textStyle: 'display', fontWeight: '700', fontSize: { base: 'large', md: 'title' }, lineHeight: '1.75' },
})

/** The question as a sentence whose underlined parts are its controls; only the filters in use are part of it. */
export function Sentence({ question }: { question: AskedQuestion }) {
  return (
    <QuestionSentence question={question} end={<Split question={question} />}>
      {text.question.start} <By question={question} />
    </QuestionSentence>
  )
}

interface QuestionSentenceProps {
  readonly question: AskedQuestion
  /** How the sentence begins. */
  readonly children: ReactNode
  /** Its last part. */
  readonly end?: ReactNode
}

/** Any question about some hours: its beginning, then on which water and under which filters. */
export function QuestionSentence({ question, children, end }: QuestionSentenceProps) {
  const units = useUnits()
  return (
    <Asked className="no-print">
      {children} {text.question.on} <OneOf question={question} column="water" />
      {filtersOf(question.where).map((filter) => (
        <Box as="span" key={filter.column}>
          , <FilterInUse filter={filter} question={question} units={units} />
        </Box>
      ))}
      {end !== undefined && <>, {end}</>}? <AddFilter question={question} units={units} />
    </Asked>
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
    <Choice
      name={text.names.split}
      text={split === null ? text.notApart : text.apart(columnWord(split))}
      quiet={split === null}
    >
      <Option type="button" aria-pressed={split === null} onClick={() => question.set({ split: null })}>
        {text.notApart}
      </Option>
      {Object.entries(COLUMN_GROUPS).map(([head, columns]) => (
        <Box key={head}>
          <Head>{head}</Head>
          {Object.entries<string>(columns)
            .filter(([column]) => !by.includes(column))
            .map(([column, word]) => (
              <Option
                key={column}
                type="button"
                aria-pressed={split === column}
                onClick={() => question.set({ split: column })}
              >
                {word}
              </Option>
            ))}
        </Box>
      ))}
    </Choice>
  )
}
