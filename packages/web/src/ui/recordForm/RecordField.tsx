import { Box } from '@chakra-ui/react'
import { fieldsOf } from '@jotbook/core'
import type { FieldSpec } from '@jotbook/core'
import { fieldLabel } from '@jotbook/contract'
import { Field, Label, Select } from '../controls.tsx'
import { unitLabel } from '../locale.ts'
import { FieldProblem } from '../ProblemNote.tsx'
import { RankedWords } from './RankedWords.tsx'
import { shownUnit } from './shownUnit.ts'
import { text } from './text.ts'
import type { RecordForm } from './useRecordForm.ts'
import { WordChips } from './WordChips.tsx'

interface RecordFieldProps {
  readonly form: RecordForm
  readonly field: string
  readonly width?: string
  /** Otherwise the field's own name. */
  readonly label?: string
  /** A list whose order means something. */
  readonly ranked?: boolean
}

/** One field of a record with its label, its unit, and what is wrong with it. */
export function RecordField({ form, field, width = '200px', label, ranked = false }: RecordFieldProps) {
  const spec = fieldsOf(form.kind)[field]
  if (!spec) throw new RangeError(`a ${form.kind} has no field ${field}`)
  const id = `${form.kind}-${field}`
  const unit = spec.type === 'quantity' ? `, ${unitLabel(shownUnit(field, spec, form.units))}` : ''
  const name = `${label ?? fieldLabel(field)}${unit}`
  const problem = form.shownProblems[field]
  const list = spec.type === 'words'
  return (
    <Box w={{ base: '100%', sm: width }} maxW="100%" {...(list ? { role: 'group', 'aria-label': name } : {})}>
      <Label {...(list ? { as: 'div' } : { htmlFor: id })}>{name}</Label>
      <Control record={form} {...{ field, spec, id, ranked }} label={name} invalid={problem !== undefined} />
      <FieldProblem id={`${id}-problem`} message={problem} />
    </Box>
  )
}

interface ControlProps {
  readonly record: RecordForm
  readonly field: string
  readonly spec: FieldSpec
  readonly id: string
  readonly label: string
  readonly ranked: boolean
  readonly invalid: boolean
}

/** What a field is said by: chips, a list to choose from, or a line to type in. */
function Control({ record, field, spec, id, label, ranked, invalid }: ControlProps) {
  const { form, values } = record
  const shared = { id, 'data-field': field, 'aria-invalid': invalid, 'aria-describedby': `${id}-problem` }
  const set = (value: string): void => form.setValue(field, value, { shouldDirty: true, shouldTouch: true })
  if (spec.type === 'words') {
    const props = { words: spec.words, value: values[field] ?? '', label, onChange: set }
    return ranked ? <RankedWords {...props} /> : <WordChips {...props} />
  }
  if (spec.type === 'choice' || spec.type === 'flag') {
    const options = spec.type === 'choice' ? spec.of : ['yes', 'no']
    return (
      <Select {...shared} {...form.register(field)}>
        <option value="">{text.notSaid}</option>
        {options.map((option) => (
          <option key={option}>{option}</option>
        ))}
      </Select>
    )
  }
  const numeric = spec.type === 'quantity' || spec.type === 'number'
  const words = spec.type === 'word' ? spec.words : []
  return (
    <>
      <Field
        {...shared}
        {...(numeric ? { inputMode: 'decimal' as const } : {})}
        {...(words.length > 0 ? { list: `${id}-words` } : {})}
        {...(spec.type === 'date' ? { placeholder: '2026-03-14' } : {})}
        autoComplete="off"
        {...form.register(field)}
      />
      {words.length > 0 && (
        <datalist id={`${id}-words`}>
          {words.map((word) => (
            <option key={word} value={word} />
          ))}
        </datalist>
      )}
    </>
  )
}
