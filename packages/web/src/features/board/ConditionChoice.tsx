import { DEFAULT_BANDS, UNKNOWN } from '@jotbook/core'
import type { UnitPreferences } from '@jotbook/core'
import { Choice, Option } from './Choice.tsx'
import type { AskedQuestion } from './question.ts'
import { RangeFields } from './RangeFields.tsx'
import { bandText, conditionText } from './words.ts'
import type { Condition } from './words.ts'

/** A condition left open, held to some of its bands, or to any range. */
export function ConditionChoice({ condition, question, units }: { condition: Condition; question: AskedQuestion; units: UnitPreferences }) {
  const clause = question.where.find(({ column }) => column === condition.band)
  const chosen = clause && clause.kind === 'oneOf' ? clause.values : []
  const instead = [condition.band, condition.number]
  const toggle = (label: string): void => question.set({ instead, toggle: { column: condition.band, value: label } })
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
