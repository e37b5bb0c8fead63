import { Box } from '@chakra-ui/react'
import { useState } from 'react'
import { Button } from '../../ui/controls.tsx'
import { Choice, Head, Option } from './Choice.tsx'
import { COLUMN_GROUPS, columnWord } from './columns.ts'
import type { AskedQuestion } from './question.ts'
import { text } from './text.ts'
import { useLevels } from './useBoard.ts'
import { useNaming } from './useNaming.ts'
import { CONDITIONS } from './words.ts'

const ELSEWHERE = new Set<string>(['water', 'lure', 'class', ...CONDITIONS.flatMap(({ band, number }) => [band, number])])

/** Conditions on any other column: those there are, and one more. */
export function MoreConditions({ question }: { question: AskedQuestion }) {
  const naming = useNaming()
  const others = question.where.filter(({ column }) => !ELSEWHERE.has(column))
  return (
    <>
      {others.map((clause) => (
        <Box as="span" key={clause.column}>
          {text.question.and}{' '}
          <Choice
            name={columnWord(clause.column)}
            text={
              clause.kind === 'range'
                ? `${columnWord(clause.column)} ${clause.from ?? ''}–${clause.to ?? ''}`
                : `${columnWord(clause.column)} ${clause.kind === 'noneOf' ? 'not ' : ''}${clause.values.map((value) => naming.level(clause.column, value)).join(' or ')}`
            }
          >
            <Levels column={clause.column} question={question} />
          </Choice>
          ,{' '}
        </Box>
      ))}
      {text.question.and} <OneMore question={question} />,{' '}
    </>
  )
}

/** Any column, then its values. */
function OneMore({ question }: { question: AskedQuestion }) {
  const [column, setColumn] = useState<string>()
  return (
    <Choice name={text.names.more} text={text.more} quiet>
      {column === undefined ? (
        Object.entries(COLUMN_GROUPS).map(([head, columns]) => {
          const open = Object.entries(columns).filter(([name]) => !ELSEWHERE.has(name))
          return (
            <Box key={head}>
              {open.length > 0 && <Head>{head}</Head>}
              {open.map(([name, word]) => (
                <Option key={name} type="button" onClick={() => setColumn(name)}>
                  {word}
                </Option>
              ))}
            </Box>
          )
        })
      ) : (
        <>
          <Button look="bare" onClick={() => setColumn(undefined)}>
            {text.back}
          </Button>
          <Levels column={column} question={question} />
        </>
      )}
    </Choice>
  )
}

/** The values a column takes, each on or off. */
function Levels({ column, question }: { column: string; question: AskedQuestion }) {
  const naming = useNaming()
  const levels = useLevels(column)
  const clause = question.where.find((one) => one.column === column)
  const chosen = clause?.kind === 'oneOf' ? clause.values : []
  const toggle = (level: string): void => question.set({ toggle: { column, value: level } })
  return (
    <>
      <Head>{columnWord(column)}</Head>
      <Option type="button" aria-pressed={!clause} onClick={() => question.set({ clause: { kind: 'open', column } })}>
        {text.open}
      </Option>
      {levels.map((level) => (
        <Option key={level} type="button" aria-pressed={chosen.includes(level)} onClick={() => toggle(level)}>
          {naming.level(column, level)}
        </Option>
      ))}
    </>
  )
}
