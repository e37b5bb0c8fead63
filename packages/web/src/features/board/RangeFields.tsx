import { Flex } from '@chakra-ui/react'
import { useState } from 'react'
import { parseNumber, toSi } from '@jotbook/core'
import type { UnitPreferences } from '@jotbook/core'
import { Button, Field, Label } from '../../ui/controls.tsx'
import { unitLabel } from '../../ui/locale.ts'
import { FieldProblem } from '../../ui/ProblemNote.tsx'
import type { AskedQuestion } from './asked.ts'
import { text } from './text.ts'
import { rangeUnit } from './words.ts'
import type { Condition } from './words.ts'

interface RangeFieldsProps {
  readonly condition: Condition
  readonly units: UnitPreferences
  readonly question: AskedQuestion
  readonly instead: readonly string[]
}

/** Any range of a condition, in the reader's own unit. */
export function RangeFields({ condition, units, question, instead }: RangeFieldsProps) {
  const [typed, setTyped] = useState({ from: '', to: '' })
  const [wrong, setWrong] = useState<string>()
  const { stored, shown, label } = rangeUnit(condition, units)
  const use = (): void => {
    const [from, to] = [typed.from, typed.to].map((side) => (side.trim() === '' ? null : parseNumber(side)))
    if (from === undefined || to === undefined) return setWrong(text.wrong.plain)
    if (from === null && to === null) return setWrong(text.wrong.oneSide)
    if (from !== null && to !== null && from >= to) return setWrong(text.wrong.empty)
    setWrong(undefined)
    const si = (value: number | null): number | null =>
      value === null || stored === '' || shown === '' ? value : toSi(value, shown)
    question.set({ instead, clause: { kind: 'range', column: condition.number, from: si(from), to: si(to) } })
  }
  const side = (name: 'from' | 'to') => (
    <Field
      aria-label={`${condition.name} ${text[name]}`}
      placeholder={text[name]}
      w="80px"
      inputMode="decimal"
      value={typed[name]}
      onChange={(event) => setTyped({ ...typed, [name]: event.target.value })}
    />
  )
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault()
        use()
      }}
    >
      <Label as="div" mt="10px">
        {text.range(shown === '' ? ` (${label.trim()})` : `, ${unitLabel(shown)}`)}
      </Label>
      <Flex gap="6px" align="center">
        {side('from')}
        {side('to')}
        <Button type="submit">{text.use}</Button>
      </Flex>
      <FieldProblem id={`${condition.band}-range`} message={wrong} />
    </form>
  )
}
