import { Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { DEFAULT_BANDS, UNKNOWN, parseNumber, toSi, unitLabel } from '@jotbook/core'
import type { UnitPreferences } from '@jotbook/core'
import { Button, Field, Label } from '../../ui/controls.tsx'
import { FieldProblem } from '../../ui/ProblemNote.tsx'
import { Choice, Option } from './Choice.tsx'
import type { AskedQuestion } from './question.ts'
import { bandText, conditionText, rangeUnit } from './words.ts'
import type { Condition } from './words.ts'

/** A condition left open, held to some of its bands, or to any range. */
export function ConditionChoice({ condition, question, units }: { condition: Condition; question: AskedQuestion; units: UnitPreferences }) {
  const clause = question.where.find(({ column }) => column === condition.band)
  const chosen = clause && clause.kind === 'oneOf' ? clause.values : []
  const instead = [condition.band, condition.number]
  const toggle = (label: string): void => {
    const values = chosen.includes(label) ? chosen.filter((value) => value !== label) : [...chosen, label]
    question.set({ instead, clause: values.length > 0 ? { kind: 'oneOf', column: condition.band, values } : { kind: 'open', column: condition.band } })
  }
  return (
    <Choice name={condition.name} text={conditionText(condition, question.where, units)}>
      <Option type="button" aria-pressed={!clause} onClick={() => question.set({ instead, clause: { kind: 'open', column: condition.band } })}>
        {condition.open}
      </Option>
      {[...DEFAULT_BANDS[condition.band].labels, UNKNOWN].map((label) => (
        <Option key={label} type="button" aria-pressed={chosen.includes(label)} onClick={() => toggle(label)}>
          {bandText(condition.band, label, units)}
        </Option>
      ))}
      <RangeFields condition={condition} units={units} question={question} instead={instead} />
    </Choice>
  )
}

function RangeFields({
  condition,
  units,
  question,
  instead,
}: {
  condition: Condition
  units: UnitPreferences
  question: AskedQuestion
  instead: readonly string[]
}) {
  const [typed, setTyped] = useState({ from: '', to: '' })
  const [wrong, setWrong] = useState<string>()
  const { stored, shown, label } = rangeUnit(condition, units)
  const use = (): void => {
    const bounds = [typed.from, typed.to].map((text) => (text.trim() === '' ? null : parseNumber(text)))
    const [from, to] = bounds
    if (from === undefined || to === undefined) return setWrong('Write plain numbers, or leave one side empty.')
    if (from === null && to === null) return setWrong('Give at least one side.')
    if (from !== null && to !== null && from >= to) return setWrong('The range is empty: “from” must be under “to”.')
    setWrong(undefined)
    const si = (value: number | null): number | null => (value === null || stored === '' || shown === '' ? value : toSi(value, shown))
    question.set({ instead, clause: { kind: 'range', column: condition.number, from: si(from), to: si(to) } })
  }
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault()
        use()
      }}
    >
      <Label as="div" mt="10px">
        or any range{shown === '' ? ` (${label.trim()})` : `, ${unitLabel(shown)}`}
      </Label>
      <Flex gap="6px" align="center">
        <Field
          aria-label={`${condition.name} from`}
          placeholder="from"
          w="80px"
          inputMode="decimal"
          value={typed.from}
          onChange={(event) => setTyped({ ...typed, from: event.target.value })}
        />
        <Field
          aria-label={`${condition.name} to`}
          placeholder="to"
          w="80px"
          inputMode="decimal"
          value={typed.to}
          onChange={(event) => setTyped({ ...typed, to: event.target.value })}
        />
        <Button type="submit">Use</Button>
      </Flex>
      <FieldProblem id={`${condition.band}-range`} message={wrong} />
    </form>
  )
}
