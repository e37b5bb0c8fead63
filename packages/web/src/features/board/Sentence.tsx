import { Box, chakra } from '@chakra-ui/react'
import type { Lure } from '@jotbook/core'
import { useAppSelector } from '../../app/store.ts'
import { useNames, useUnits } from '../../app/useBook.ts'
import { Choice, Option } from './Choice.tsx'
import { ConditionChoice } from './ConditionChoice.tsx'
import type { AskedQuestion } from './question.ts'
import { CONDITIONS, GROUPINGS } from './words.ts'
import type { Grouping } from './words.ts'

const Asked = chakra('h1', {
  base: {
    fontFamily: 'heading',
    fontVariantNumeric: 'lining-nums proportional-nums',
    fontWeight: '700',
    fontSize: { base: '18px', md: '23px' },
    lineHeight: '1.75',
  },
})

/** The question as a sentence whose underlined parts are its controls. */
export function Sentence({ question }: { question: AskedQuestion }) {
  const units = useUnits()
  const lures = useAppSelector(({ records }) => records.lures)
  const waters = useAppSelector(({ records }) => records.waters)
  return (
    <Asked>
      What produced on <OneOf question={question} column="water" open="every water" records={waters} /> in{' '}
      {CONDITIONS.map((condition) => (
        <Box as="span" key={condition.band}>
          <ConditionChoice condition={condition} question={question} units={units} />,{' '}
        </Box>
      ))}
      with <OneOf question={question} column="lure" open="any lure" records={lures} /> of{' '}
      <OneOf question={question} column="class" open="any class" records={classesOf(lures)} />, by{' '}
      <Choice name="Grouped by" text={GROUPINGS[question.by[0]]}>
        {(Object.entries(GROUPINGS) as [Grouping, string][]).map(([column, name]) => (
          <Option key={column} type="button" aria-pressed={column === question.by[0]} onClick={() => question.set({ by: column })}>
            {name}
          </Option>
        ))}
      </Choice>
      ?
    </Asked>
  )
}

const NAMES = { water: 'Water', lure: 'Lure', class: 'Lure class' } as const

/** The classes of the book's own lures. */
const classesOf = (lures: readonly Lure[]): { id: string; name: string }[] =>
  [...new Set(lures.map((lure) => lure.class))].sort().map((name) => ({ id: name, name }))

function OneOf({
  question,
  column,
  open,
  records,
}: {
  question: AskedQuestion
  column: keyof typeof NAMES
  open: string
  records: readonly { id: string; name: string }[]
}) {
  const nameOfId = useNames(column === 'water' ? 'waters' : 'lures')
  const nameOf = column === 'class' ? (name: string): string => name : nameOfId
  const clause = question.where.find((candidate) => candidate.column === column)
  const chosen = clause && clause.kind === 'oneOf' ? clause.values : []
  return (
    <Choice name={NAMES[column]} text={chosen.length > 0 ? chosen.map(nameOf).join(' or ') : open}>
      <Option type="button" aria-pressed={chosen.length === 0} onClick={() => question.set({ clause: { kind: 'open', column } })}>
        {open}
      </Option>
      {records.map(({ id, name }) => (
        <Option key={id} type="button" aria-pressed={chosen.includes(id)} onClick={() => question.set({ clause: { kind: 'oneOf', column, values: [id] } })}>
          {name}
        </Option>
      ))}
    </Choice>
  )
}
