import { Box, Flex } from '@chakra-ui/react'
import { LURE_CLASSES, ZONE_COLOURS } from '@jotbook/core'
import type { Fields } from '@jotbook/core'
import { faultsOf } from '@jotbook/contract'
import { LureDrawing } from '../../charts/lures/LureDrawing.tsx'
import { Choice } from '../../ui/Choice.tsx'
import { Field, Label } from '../../ui/controls.tsx'
import { FieldProblem } from '../../ui/ProblemNote.tsx'
import { text } from './text.ts'

export interface LureDraft {
  readonly name: string
  readonly class: string
  readonly back: string
  readonly belly: string
}

export const newLure = (name = ''): LureDraft => ({
  name,
  class: 'suspending jerkbait',
  back: 'blue-grey',
  belly: 'white',
})

/** The record a draft means; a lure without a name is called by its class and back. */
export function readLure(draft: LureDraft): { fields: Fields; problems: Readonly<Record<string, string>> } {
  const name = draft.name.trim() || `${draft.class.charAt(0).toUpperCase()}${draft.class.slice(1)}, ${draft.back}`
  const fields = { name, class: draft.class, back: draft.back, side: draft.back, belly: draft.belly }
  return {
    fields,
    problems: Object.fromEntries(faultsOf('lure', fields).map(({ field, message }) => [field, message])),
  }
}

interface NewLureFieldsProps {
  readonly draft: LureDraft
  readonly problems: Readonly<Record<string, string>>
  readonly onChange: (draft: LureDraft) => void
}

/** Class and two colours make a lure; the rest can wait. */
export function NewLureFields({ draft, problems, onChange }: NewLureFieldsProps) {
  const colours = Object.keys(ZONE_COLOURS)
  const pick = (field: 'class' | 'back' | 'belly', label: string, words: readonly string[], width: string) => (
    <Choice
      id={`lure-${field}`}
      label={label}
      value={draft[field]}
      options={words.map((word) => [word, word])}
      width={width}
      onChoose={(word) => onChange({ ...draft, [field]: word })}
    >
      <FieldProblem id={`lure-${field}-problem`} message={problems[field]} />
    </Choice>
  )
  return (
    <Flex gap="14px" wrap="wrap" align="end">
      <LureDrawing
        lure={{ name: text.make.drawing, class: draft.class, back: draft.back, side: draft.back, belly: draft.belly }}
        width={110}
      />
      {pick('class', text.make.class, LURE_CLASSES, '210px')}
      {pick('back', text.make.back, colours, '130px')}
      {pick('belly', text.make.belly, colours, '130px')}
      <Box w="240px">
        <Label htmlFor="lure-name">{text.make.called}</Label>
        <Field
          id="lure-name"
          value={draft.name}
          aria-invalid={problems.name !== undefined}
          onChange={(event) => onChange({ ...draft, name: event.target.value })}
        />
        <FieldProblem id="lure-name-problem" message={problems.name} />
      </Box>
    </Flex>
  )
}
