import { Box, Flex } from '@chakra-ui/react'
import { parseNumber } from '@jotbook/core'
import type { Fields } from '@jotbook/core'
import { faultsOf } from '@jotbook/contract'
import { Field, Label, Quiet } from '../../ui/controls.tsx'
import { FieldProblem } from '../../ui/ProblemNote.tsx'

export interface WaterDraft {
  readonly name: string
  readonly timeZone: string
  readonly latitude: string
  readonly longitude: string
}

export const deviceZone = (): string => Intl.DateTimeFormat().resolvedOptions().timeZone
export const newWater = (): WaterDraft => ({ name: '', timeZone: deviceZone(), latitude: '', longitude: '' })

/** The record a draft means, and what is wrong with it by field. */
export function readWater(draft: WaterDraft): { fields: Fields; problems: Readonly<Record<string, string>> } {
  const problems: Record<string, string> = {}
  const degrees = (text: string, field: string): number | null => {
    const value = text.trim() === '' ? null : parseNumber(text)
    if (value === undefined) problems[field] = 'Write degrees as a number, such as 36.94 or -85.12.'
    return value ?? null
  }
  const fields = {
    name: draft.name.trim(),
    timeZone: draft.timeZone.trim(),
    latitude: degrees(draft.latitude, 'latitude'),
    longitude: degrees(draft.longitude, 'longitude'),
  }
  if (fields.name === '') problems.name = 'Give the water a name.'
  for (const { field, message } of faultsOf('water', fields)) problems[field] ??= message
  return { fields, problems }
}

interface WaterFieldsProps {
  readonly draft: WaterDraft
  readonly problems: Readonly<Record<string, string>>
  readonly onChange: (draft: WaterDraft) => void
}

const CELLS = [
  { field: 'name', label: 'Name of the water', width: '240px' },
  { field: 'timeZone', label: 'Time zone', width: '200px' },
  { field: 'latitude', label: 'Latitude', width: '130px' },
  { field: 'longitude', label: 'Longitude', width: '130px' },
] as const

export function WaterFields({ draft, problems, onChange }: WaterFieldsProps) {
  return (
    <Flex gap="14px" wrap="wrap">
      {CELLS.map(({ field, label, width }) => (
        <Box key={field} w={width}>
          <Label htmlFor={`water-${field}`}>{label}</Label>
          <Field
            id={`water-${field}`}
            value={draft[field]}
            aria-invalid={problems[field] !== undefined}
            aria-describedby={`water-${field}-problem`}
            onChange={(event) => onChange({ ...draft, [field]: event.target.value })}
          />
          <FieldProblem id={`water-${field}-problem`} message={problems[field]} />
        </Box>
      ))}
      <Box w="100%">
        <Quiet>From its place the book works out the sun; coordinates may wait, and they are never shared unless you say so.</Quiet>
      </Box>
    </Flex>
  )
}
